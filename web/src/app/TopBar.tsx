import { Button, Menu, MenuItem, Popover, TextField } from "@mui/material";
import { type ReactNode, useState } from "react";
import { Link, useLocation, useNavigate } from "react-router";
import { handedOn } from "../views/workout/useSetup";
import { useDefinitions } from "./definitions";
import { type Light, usePreferences } from "./preferences";

/** The bar over every view; what belongs to the view stands in the middle. */
export function TopBar({ children }: { children?: ReactNode }) {
  return (
    <header className="topbar">
      <Link to="/" className="wordmark" aria-label="Dunvel, work out a weight">
        Dunvel
      </Link>
      <nav aria-label="Views">
        <ViewLink to="/">Work out</ViewLink>
        <ViewLink to="/fall">Fall</ViewLink>
        <ViewLink to="/map">Map</ViewLink>
        <ViewLink to="/compare">Compare</ViewLink>
        <ViewLink to="/drop">Drop</ViewLink>
        <ViewLink to="/log">Log</ViewLink>
        <ViewLink to="/box">Box</ViewLink>
        <ViewLink to="/setups">Setups</ViewLink>
      </nav>
      <div className="topbar-middle">{children}</div>
      <UnitsMenu />
      <LightMenu />
    </header>
  );
}

const ofWater = ["/", "/fall", "/map", "/compare", "/drop", "/log"];

/** A link to a view. Those of one water hand it on, as it is at the moment of the click. */
function ViewLink({ to, children }: { to: string; children: string }) {
  const { pathname, search } = useLocation();
  const navigate = useNavigate();
  const handsOn = ofWater.includes(pathname) && ofWater.includes(to);
  return (
    <Link
      to={to + (handsOn ? search : "")}
      aria-current={pathname === to ? "page" : undefined}
      onClick={(e) => {
        if (!handsOn || e.metaKey || e.ctrlKey || e.shiftKey) return;
        e.preventDefault();
        navigate(to + handedOn());
      }}
    >
      {children}
    </Link>
  );
}

const imperial = {
  mass: "oz",
  depth: "ft",
  size: "in",
  diameter: "in",
  speed: "kn",
  wind: "mph",
  temperature: "°F",
};

const measureLabels: Record<string, string> = {
  mass: "Weights",
  depth: "Depths and distances",
  size: "Bait length",
  diameter: "Line diameter",
  speed: "Current and drift",
  wind: "Wind",
  temperature: "Temperature",
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
      <Popover open={!!anchor} anchorEl={anchor} onClose={() => setAnchor(null)}>
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
