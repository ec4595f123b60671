import { CssBaseline, ThemeProvider } from "@mui/material";
import { lazy, Suspense, useEffect, useMemo, useRef, useState } from "react";
import { Outlet, Route, Routes, useLocation } from "react-router";
import type { Standing } from "../api/reach";
import { DefinitionsProvider } from "../parts/definitions";
import { PreferencesProvider, usePreferences } from "../parts/preferences";
import { UndoProvider } from "../parts/Undo";
import { useKeptPreferences } from "../parts/useKeptPreferences";
import { BarSlot, View } from "../parts/View";
import { WorkOutView } from "../views/workout/WorkOutView";
import { Boundary } from "./Boundary";
import { TopBar } from "./TopBar";
import { theme } from "./theme";
import { useOffline, useStanding } from "./useOffline";

const BeginView = lazy(() => import("../views/begin/BeginView"));
const FallView = lazy(() => import("../views/fall/FallView"));
const MapView = lazy(() => import("../views/map/MapView"));
const CompareView = lazy(() => import("../views/compare/CompareView"));
const DropView = lazy(() => import("../views/drop/DropView"));
const LogView = lazy(() => import("../views/log/LogView"));
const BoxView = lazy(() => import("../views/box/BoxView"));
const SetupsView = lazy(() => import("../views/setups/SetupsView"));
const DayView = lazy(() => import("../views/day/DayView"));
const BoatView = lazy(() => import("../views/boat/BoatView"));
const LeadView = lazy(() => import("../views/lead/LeadView"));
const DevicesView = lazy(() => import("../views/devices/DevicesView"));
const PairView = lazy(() => import("../views/pair/PairView"));
const GuideView = lazy(() => import("../views/guide/GuideView"));
const LicencesView = lazy(() => import("../views/licences/LicencesView"));
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
      <ThemeProvider theme={look}>
        <CssBaseline />
        <Suspense>
          <PairView />
        </Suspense>
      </ThemeProvider>
    );
  return (
    <ThemeProvider theme={look}>
      <CssBaseline />
      <DefinitionsProvider>
        <UndoProvider>
          <Suspense>
            <Sending />
          </Suspense>
          <Routes>
            <Route element={<Shell />}>
              <Route path="/" element={<WorkOutView />} />
              <Route path="/begin" element={<BeginView />} />
              <Route path="/fall" element={<FallView />} />
              <Route path="/map" element={<MapView />} />
              <Route path="/compare" element={<CompareView />} />
              <Route path="/drop" element={<DropView />} />
              <Route path="/log" element={<LogView />} />
              <Route path="/box" element={<BoxView />} />
              <Route path="/setups" element={<SetupsView />} />
              <Route path="/day" element={<DayView />} />
              <Route path="/boat" element={<BoatView />} />
              <Route path="/lead" element={<LeadView />} />
              <Route path="/devices" element={<DevicesView />} />
              <Route path="/guide" element={<GuideView />} />
              <Route path="/licences" element={<LicencesView />} />
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
    <div className="shell">
      <a href="#view" className="skip">
        Skip to the view
      </a>
      <TopBar slot={setSlot} />
      <Notices of={standing} />
      {keys && (
        <Suspense>
          <Keys onClose={() => setKeys(false)} />
        </Suspense>
      )}
      <BarSlot value={slot}>
        <Boundary at={pathname}>
          <Suspense fallback={<main id="view" className="page" aria-busy="true" />}>
            <Outlet />
          </Suspense>
        </Boundary>
      </BarSlot>
    </div>
  );
}

/** What is to be known of the server while this page is open. */
function Notices({ of: { away, onlyReads, otherPage, ahead } }: { of: Standing }) {
  return (
    <>
      {away && (
        <p className="away" role="status">
          Without its server: answers are worked out on this device, lists are as they were seen last, what is
          logged waits here.
        </p>
      )}
      {onlyReads && !away && (
        <p className="away" role="status">
          This device may only read: what is changed or logged here is not kept. That is changed at the
          computer on which Dunvel runs, under Devices.
        </p>
      )}
      {ahead !== 0 && !away && (
        <p className="away" role="status">
          The clock of this device is {Math.abs(ahead)} min {ahead > 0 ? "ahead of" : "behind"} the server’s:
          what is logged here has this device’s times.
        </p>
      )}
      {otherPage && !away && (
        <p className="away" role="status">
          The server is another Dunvel than this page is of. Nothing that waits here is lost.{" "}
          <button type="button" className="link" onClick={() => window.location.reload()}>
            Load its page
          </button>
        </p>
      )}
    </>
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
    <View title="Nothing here" className="page">
      <h1>There is nothing at this address</h1>
      <p>
        <a href="/">Work out a weight</a>
      </p>
    </View>
  );
}
