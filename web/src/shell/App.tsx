import { Box, Button, CssBaseline, ThemeProvider } from "@mui/material";
import { lazy, type ReactNode, Suspense, useEffect, useMemo, useRef, useState } from "react";
import { Outlet, Route, Routes, useLocation } from "react-router";
import type { Standing } from "../api/reach";
import { DefinitionsProvider } from "../parts/definitions";
import * as looks from "../parts/looks";
import { PreferencesProvider, usePreferences } from "../parts/preferences";
import { UndoProvider } from "../parts/Undo";
import { useKeptPreferences } from "../parts/useKeptPreferences";
import { BarSlot, View } from "../parts/View";
import { Opening } from "../setup/Opening";
import { WorkOutView } from "../views/workout/WorkOutView";
import { Boundary } from "./Boundary";
import { Elsewhere, elsewhere } from "./Elsewhere";
import { TopBar } from "./TopBar";
import { theme } from "./theme";
import { useOffline, useStanding } from "./useOffline";

const PairView = lazy(() => import("../views/pair/PairView"));
const Keys = lazy(() => import("./Keys"));
const Sending = lazy(() => import("../views/log/Sending"));

export function App() {
  return (
    <PreferencesProvider>
      <Themed />
    </PreferencesProvider>
  );
}

function Themed() {
  const { light } = usePreferences();
  const look = useMemo(() => theme(light), [light]);
  useEffect(() => {
    document.documentElement.dataset.light = light;
  }, [light]);
  const { pathname } = useLocation();
  if (pathname === "/pair")
    return (
      <ThemeProvider theme={look} storageManager={null}>
        <CssBaseline />
        <Suspense>
          <PairView />
        </Suspense>
      </ThemeProvider>
    );
  return (
    <ThemeProvider theme={look} storageManager={null}>
      <CssBaseline />
      <DefinitionsProvider>
        <UndoProvider>
          <Suspense>
            <Sending />
          </Suspense>
          <Routes>
            <Route element={<Shell />}>
              <Route path="/" element={<WorkOutView />} />
              {elsewhere.map((path) => (
                <Route key={path} path={path} element={<Elsewhere key={path} path={path} />} />
              ))}
              <Route path="*" element={<NotHere />} />
            </Route>
          </Routes>
        </UndoProvider>
      </DefinitionsProvider>
    </ThemeProvider>
  );
}

/** The bar, and under it the view that the address names. */
function Shell() {
  const { pathname } = useLocation();
  const [slot, setSlot] = useState<HTMLElement | null>(null);
  const [keys, setKeys] = useState(false);
  useFocusOnView(pathname);
  useOffline();
  useKeptPreferences();
  const standing = useStanding();
  useQuestionMark(() => setKeys(true));
  return (
    <Box
      sx={{
        display: "flex",
        flexDirection: "column",
        minHeight: "100dvh",
        "&:has(> .workout)": { height: "100dvh" },
        "& > main:focus": { outline: 0 },
        "&:has(> .phone)": { height: "100dvh", overflow: "hidden" },
        [looks.thumb]: { "&:has(> .workout)": { height: "auto" } },
        [looks.printed]: { "&:has(> .workout)": { height: "auto" } },
        "@media (max-height: 540px)": { "&:has(> .phone)": { height: "auto", overflow: "visible" } },
      }}
    >
      <Box
        component="a"
        href="#view"
        className="skip"
        sx={{
          position: "absolute",
          zIndex: 9,
          top: "-100px",
          padding: "8px 16px",
          bgcolor: "background.paper",
          "&:focus": { top: "4px", left: "4px" },
          [looks.printed]: { display: "none" },
        }}
      >
        Skip to the view
      </Box>
      <TopBar slot={setSlot} />
      <Notices of={standing} />
      {keys && (
        <Suspense>
          <Keys onClose={() => setKeys(false)} />
        </Suspense>
      )}
      <BarSlot value={slot}>
        <Boundary at={pathname}>
          <Suspense
            fallback={<Box component="main" id="view" className="page" sx={looks.page} aria-busy="true" />}
          >
            <Opening>
              <Outlet />
            </Opening>
          </Suspense>
        </Boundary>
      </BarSlot>
    </Box>
  );
}

/** What is to be known of the server while this page is open. */
function Notices({ of: { away, onlyReads, otherPage, ahead } }: { of: Standing }) {
  return (
    <>
      {away && (
        <Told>
          Without its server: answers are worked out on this device, lists are as they were seen last, what is
          logged waits here.
        </Told>
      )}
      {onlyReads && !away && (
        <Told>
          This device may only read: what is changed or logged here is not kept. That is changed at the
          computer on which Dunvel runs, under Devices.
        </Told>
      )}
      {ahead !== 0 && !away && (
        <Told>
          The clock of this device is {Math.abs(ahead)} min {ahead > 0 ? "ahead of" : "behind"} the server’s:
          what is logged here has this device’s times.
        </Told>
      )}
      {otherPage && !away && (
        <Told>
          The server is another Dunvel than this page is of. Nothing that waits here is lost.{" "}
          <Button variant="link" onClick={() => window.location.reload()}>
            Load its page
          </Button>
        </Told>
      )}
    </>
  );
}

function Told({ children }: { children: ReactNode }) {
  return (
    <Box
      component="p"
      className="away"
      sx={{
        margin: 0,
        padding: "4px 16px",
        borderBottom: looks.rule,
        borderLeft: "4px solid var(--palette-primary-main)",
      }}
      role="status"
    >
      {children}
    </Box>
  );
}

/** A question mark that is not being typed asks what can be done by keys. */
function useQuestionMark(ask: () => void) {
  const asked = useRef(ask);
  asked.current = ask;
  useEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      const typing = e.target instanceof HTMLElement && e.target.matches("input, textarea, select");
      if (e.key === "?" && !typing) asked.current();
    };
    document.addEventListener("keydown", onKey);
    return () => document.removeEventListener("keydown", onKey);
  }, []);
}

/** Whoever goes to another view by a link is at its beginning then, not at a link that is gone. */
function useFocusOnView(pathname: string) {
  const was = useRef(pathname);
  useEffect(() => {
    if (was.current === pathname) return;
    was.current = pathname;
    document.getElementById("view")?.focus({ preventScroll: true });
  }, [pathname]);
}

function NotHere() {
  return (
    <View title="Nothing here" className="page" sx={looks.page}>
      <h1>There is nothing at this address</h1>
      <p>
        <a href="/">Work out a weight</a>
      </p>
    </View>
  );
}
