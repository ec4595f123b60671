import { Link, useLocation, useNavigate } from "react-router";
import { handedOn } from "../setup/useSetup";

const views = [
  { to: "/", label: "Work out" },
  { to: "/fall", label: "Fall" },
  { to: "/map", label: "Map" },
  { to: "/compare", label: "Compare" },
  { to: "/day", label: "Day" },
  { to: "/boat", label: "Boat" },
  { to: "/lead", label: "Lead" },
  { to: "/drop", label: "Drop test" },
  { to: "/log", label: "Log" },
  { to: "/box", label: "Box" },
  { to: "/setups", label: "Setups" },
  { to: "/guide", label: "Guide" },
];

export const viewOf = (pathname: string) => views.find((v) => v.to === pathname);

/** The links to all views. */
export function Views({ onGo }: { onGo?: () => void }) {
  return (
    <nav aria-label="Views">
      {views.map(({ to, label }) => (
        <ViewLink key={to} to={to} onGo={onGo}>
          {label}
        </ViewLink>
      ))}
    </nav>
  );
}

const ofWater = ["/", "/fall", "/map", "/compare", "/boat", "/lead", "/drop", "/log"];

/** A link to a view. Those of one water hand it on, as it is at the moment of the click. */
function ViewLink({ to, onGo, children }: { to: string; onGo?: () => void; children: string }) {
  const { pathname, search } = useLocation();
  const navigate = useNavigate();
  const handsOn = ofWater.includes(pathname) && ofWater.includes(to);
  return (
    <Link
      to={to + (handsOn ? search : "")}
      aria-current={pathname === to ? "page" : undefined}
      onClick={(e) => {
        onGo?.();
        if (!handsOn || e.metaKey || e.ctrlKey || e.shiftKey) return;
        e.preventDefault();
        navigate(to + handedOn());
      }}
    >
      {children}
    </Link>
  );
}
