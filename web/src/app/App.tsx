import { CssBaseline, ThemeProvider } from "@mui/material";
import { useEffect, useMemo } from "react";
import { Route, Routes } from "react-router";
import { UndoProvider } from "../parts/Undo";
import { BoxView } from "../views/box/BoxView";
import { CompareView } from "../views/compare/CompareView";
import { DropView } from "../views/drop/DropView";
import { FallView } from "../views/fall/FallView";
import { LicencesView } from "../views/licences/LicencesView";
import { LogView } from "../views/log/LogView";
import { useSending } from "../views/log/useLog";
import { MapView } from "../views/map/MapView";
import { SetupsView } from "../views/setups/SetupsView";
import { WorkOutView } from "../views/workout/WorkOutView";
import { DefinitionsProvider } from "./definitions";
import { PreferencesProvider, usePreferences } from "./preferences";
import { theme } from "./theme";

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
  return (
    <ThemeProvider theme={look}>
      <CssBaseline />
      <DefinitionsProvider>
        <UndoProvider>
          <Sending />
          <Routes>
            <Route path="/" element={<WorkOutView />} />
            <Route path="/fall" element={<FallView />} />
            <Route path="/map" element={<MapView />} />
            <Route path="/compare" element={<CompareView />} />
            <Route path="/drop" element={<DropView />} />
            <Route path="/log" element={<LogView />} />
            <Route path="/box" element={<BoxView />} />
            <Route path="/setups" element={<SetupsView />} />
            <Route path="/licences" element={<LicencesView />} />
            <Route path="*" element={<NotHere />} />
          </Routes>
        </UndoProvider>
      </DefinitionsProvider>
    </ThemeProvider>
  );
}

function Sending() {
  useSending();
  return null;
}

function NotHere() {
  return (
    <main className="page">
      <h1>There is nothing at this address</h1>
      <p>
        <a href="/">Work out a weight</a>
      </p>
    </main>
  );
}
