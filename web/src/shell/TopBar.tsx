import { Button, Drawer, Menu, MenuItem, Popover, TextField, useMediaQuery } from "@mui/material";
import { useState } from "react";
import { Link, useLocation, useNavigate } from "react-router";
import { useDefinitions } from "../parts/definitions";
import { imperial } from "../parts/imperial";
import { type Light, usePreferences } from "../parts/preferences";
import { handedOn } from "../setup/useSetup";

const views = [
  { to: "/", label: "Work out" },
  { to: "/fall", label: "Fall" },
  { to: "/map", label: "Map" },
  { to: "/compare", label: "Compare" },
  { to: "/drop", label: "Drop test" },
  { to: "/log", label: "Log" },
  { to: "/box", label: "Box" },
  { to: "/setups", label: "Setups" },
];

/** How narrow a page is on which the views stand in a menu. */
const narrow = "(max-width: 900px)";

/** The bar over every view; what belongs to the view stands in the slot. */
export function TopBar({ slot }: { slot: (element: HTMLElement | null) => void }) {
  const onPhone = useMediaQuery(narrow, { noSsr: true });
  return (
    <header className="topbar">
      {!onPhone && (
        <>
          <Link to="/" className="wordmark" aria-label="Dunvel, work out a weight">
            Dunvel
          </Link>
          <Views />
        </>
      )}
      <div className="topbar-middle" ref={slot} />
      {onPhone ? (
        <PhoneMenu />
      ) : (
        <>
          <UnitsMenu />
          <LightMenu />
        </>
      )}
    </header>
  );
}

function Views({ onGo }: { onGo?: () => void }) {
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

/** On a phone: the views, the units and the light behind one button. */
function PhoneMenu() {
  const [open, setOpen] = useState(false);
  const close = () => setOpen(false);
  const { pathname } = useLocation();
  const here = views.find((v) => v.to === pathname);
  return (
    <>
      <Button
        className="topbar-menu"
        aria-haspopup="dialog"
        aria-expanded={open}
        onClick={() => setOpen(true)}
      >
        {here?.label ?? "Dunvel"}
        <svg width="18" height="14" viewBox="0 0 18 14" aria-hidden="true">
          <path d="M0 1h18M0 7h18M0 13h18" stroke="currentColor" strokeWidth="2" />
        </svg>
      </Button>
      <Drawer
        anchor="right"
        open={open}
        onClose={close}
        slotProps={{ paper: { "aria-label": "Views and units" } }}
      >
        <div className="drawer">
          <Views onGo={close} />
          <UnitsMenu />
          <LightMenu />
        </div>
      </Drawer>
    </>
  );
}

const ofWater = ["/", "/fall", "/map", "/compare", "/drop", "/log"];

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

const measureLabels: Record<string, string> = {
  mass: "Weights",
  depth: "Depths and distances",
  size: "Bait length",
  diameter: "Line diameter",
  speed: "Current and drift",
  wind: "Wind",
  temperature: "Temperature",
  force: "Pulls",
  strength: "Strengths",
};

function UnitsMenu() {
  const { measures } = useDefinitions();
  const { units, setUnits } = usePreferences();
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  return (
    <>
      <Button size="small" aria-haspopup="dialog" onClick={(e) => setAnchor(e.currentTarget)}>
        Units
      </Button>
      <Popover
        open={!!anchor}
        anchorEl={anchor}
        onClose={() => setAnchor(null)}
        slotProps={{ paper: { role: "dialog", "aria-label": "Units" } }}
      >
        <section className="units" aria-label="Units">
          <div className="units-all">
            <Button size="small" variant="outlined" onClick={() => setUnits({})}>
              All metric
            </Button>
            <Button size="small" variant="outlined" onClick={() => setUnits(imperial)}>
              All imperial
            </Button>
          </div>
          {measures
            .filter((m) => m.symbols.length > 1)
            .map((m) => (
              <TextField
                key={m.name}
                select
                size="small"
                label={measureLabels[m.name] ?? m.name}
                value={units[m.name] ?? m.symbols[0]}
                onChange={(e) => setUnits({ ...units, [m.name]: e.target.value })}
                slotProps={{ select: { native: true } }}
              >
                {m.symbols.map((s) => (
                  <option key={s}>{s}</option>
                ))}
              </TextField>
            ))}
          <p>You can type any unit into any field; it is shown in yours.</p>
        </section>
      </Popover>
    </>
  );
}

const lights: { value: Light; label: string }[] = [
  { value: "sun", label: "Sun: for daylight" },
  { value: "dusk", label: "Dusk: for the dark" },
];

function LightMenu() {
  const { light, setLight } = usePreferences();
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  return (
    <>
      <Button size="small" aria-haspopup="menu" onClick={(e) => setAnchor(e.currentTarget)}>
        {light === "sun" ? "Sun" : "Dusk"}
      </Button>
      <Menu open={!!anchor} anchorEl={anchor} onClose={() => setAnchor(null)}>
        {lights.map((l) => (
          <MenuItem
            key={l.value}
            selected={l.value === light}
            onClick={() => {
              setLight(l.value);
              setAnchor(null);
            }}
          >
            {l.label}
          </MenuItem>
        ))}
      </Menu>
    </>
  );
}
