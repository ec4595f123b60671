import type { ReactNode } from "react";
import { Link, useNavigate } from "react-router";
import { handedTo } from "./useSetup";

/** A link to another view, which is handed the setup as it is at the moment of the click. */
export function Handed({ to, children }: { to: string; children: ReactNode }) {
  const navigate = useNavigate();
  return (
    <Link
      to={to}
      onClick={(e) => {
        if (e.metaKey || e.ctrlKey || e.shiftKey) return;
        e.preventDefault();
        navigate(handedTo(to));
      }}
    >
      {children}
    </Link>
  );
}
