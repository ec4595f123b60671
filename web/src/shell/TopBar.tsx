import { Box, Button, useMediaQuery } from "@mui/material";
import { lazy, Suspense, useState } from "react";
import { Link, useLocation } from "react-router";
import * as looks from "../parts/looks";
import { usePreferences } from "../parts/preferences";
import { Views, viewOf } from "./Views";

const UnitsPopover = lazy(() => import("./UnitsPopover"));
const ViewsDrawer = lazy(() => import("./ViewsDrawer"));

/** The bar over every view; what belongs to the view stands in the slot. */
export function TopBar({ slot }: { slot: (element: HTMLElement | null) => void }) {
  const onPhone = useMediaQuery(looks.thumb, { noSsr: true });
  return (
    <Box
      component="header"
      sx={{
        display: "flex",
        alignItems: "center",
        gap: "4px 16px",
        padding: "4px 16px",
        minHeight: "44px",
        borderBottom: looks.rule,
        "& nav": { display: "flex", gap: "16px" },
        "& nav a": { color: "text.primary", textDecoration: "none", padding: "8px 0" },
        "& nav a[aria-current]": { boxShadow: "inset 0 -2px var(--palette-primary-main)" },
        [looks.thumb]: {
          padding: "0 12px",
          columnGap: "8px",
          "& nav a": { minHeight: "48px" },
        },
        [looks.printed]: { display: "none" },
      }}
    >
      {!onPhone && (
        <>
          <Box
            component={Link}
            to="/"
            sx={{
              fontSize: "1.1875rem",
              fontWeight: 750,
              letterSpacing: "-0.01em",
              color: "text.primary",
              textDecoration: "none",
            }}
            aria-label="Dunvel, work out a weight"
          >
            Dunvel
          </Box>
          <Views />
        </>
      )}
      <Box sx={{ flex: 1, minWidth: 0 }} ref={slot} />
      {onPhone ? (
        <PhoneMenu />
      ) : (
        <>
          <UnitsMenu />
          <LightSwitch />
        </>
      )}
    </Box>
  );
}

/** On a phone: the views, the units and the light behind one button. */
function PhoneMenu() {
  const [open, setOpen] = useState(false);
  const { pathname } = useLocation();
  return (
    <>
      <Button
        sx={{ [looks.thumb]: { gap: "8px", padding: "4px" } }}
        aria-haspopup="dialog"
        aria-expanded={open}
        onClick={() => setOpen(true)}
      >
        {viewOf(pathname)?.label ?? "Dunvel"}
        <svg width="18" height="14" viewBox="0 0 18 14" aria-hidden="true">
          <path d="M0 1h18M0 7h18M0 13h18" stroke="currentColor" strokeWidth="2" />
        </svg>
      </Button>
      {open && (
        <Suspense>
          <ViewsDrawer onClose={() => setOpen(false)}>
            <UnitsMenu />
            <LightSwitch />
          </ViewsDrawer>
        </Suspense>
      )}
    </>
  );
}

function UnitsMenu() {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  return (
    <>
      <Button size="small" aria-haspopup="dialog" onClick={(e) => setAnchor(e.currentTarget)}>
        Units
      </Button>
      {anchor && (
        <Suspense>
          <UnitsPopover anchor={anchor} onClose={() => setAnchor(null)} />
        </Suspense>
      )}
    </>
  );
}

/** Sun for daylight, dusk for the dark: one tap changes from the one to the other. */
function LightSwitch() {
  const { light, setLight } = usePreferences();
  return (
    <Button
      size="small"
      aria-pressed={light === "dusk"}
      title={light === "sun" ? "For daylight; a tap makes it dark" : "For the dark; a tap makes it light"}
      onClick={() => setLight(light === "sun" ? "dusk" : "sun")}
    >
      {light === "sun" ? "Sun" : "Dusk"}
    </Button>
  );
}
