import { createContext, type ReactNode, useContext, useEffect, useMemo, useState } from "react";
import { type Choice, show, text } from "../units/format";
import { useDefinitions } from "./definitions";

export type Light = "sun" | "dusk";

interface Preferences {
  light: Light;
  setLight: (light: Light) => void;
  units: Choice;
  setUnits: (units: Choice) => void;
}

const PreferencesContext = createContext<Preferences | null>(null);

function kept<T>(key: string, otherwise: T): T {
  try {
    return (JSON.parse(localStorage.getItem(key) ?? "null") as T | null) ?? otherwise;
  } catch {
    return otherwise;
  }
}

/** A value that this browser keeps, the same wherever it is shown. */
export function useKept<T>(key: string, otherwise: T): [T, (value: T) => void] {
  const [value, setValue] = useState(() => kept(key, otherwise));
  // biome-ignore lint/correctness/useExhaustiveDependencies: what it is otherwise does not change
  useEffect(() => {
    const follow = (e: StorageEvent) => e.key === key && setValue(kept(key, otherwise));
    window.addEventListener("storage", follow);
    return () => window.removeEventListener("storage", follow);
  }, [key]);
  const set = (next: T) => {
    setValue(next);
    try {
      localStorage.setItem(key, JSON.stringify(next));
      window.dispatchEvent(new StorageEvent("storage", { key })); // a browser tells it to other windows alone
    } catch {
      // A browser that keeps nothing still shows the choice until it is closed.
    }
  };
  return [value, set];
}

export function PreferencesProvider({ children }: { children: ReactNode }) {
  const [light, setLight] = useKept<Light>(
    "dunvel.light",
    window.matchMedia("(prefers-color-scheme: dark)").matches ? "dusk" : "sun",
  );
  const [units, setUnits] = useKept<Choice>("dunvel.units", {});
  return <PreferencesContext value={{ light, setLight, units, setUnits }}>{children}</PreferencesContext>;
}

export function usePreferences(): Preferences {
  const preferences = useContext(PreferencesContext);
  if (!preferences) throw new Error("usePreferences outside its provider");
  return preferences;
}

/** Functions that show base values in the person's units. */
export function useUnits() {
  const definitions = useDefinitions();
  const { units } = usePreferences();
  return useMemo(() => {
    const shown = (measure: string, base: number) => show(definitions, units, measure, base);
    /** The nearest value that is round in the person's unit, as fine as the eye can set it. */
    const snap = (measure: string, base: number) => {
      const unit = definitions.units.find((u) => u.symbol === shown(measure, base).unit);
      if (!unit) return base;
      const written = (base - unit.offset) / unit.scale;
      const size = Math.abs(written);
      const step = size >= 30 ? 1 : size >= 10 ? 0.5 : size >= 1 ? 0.1 : 0.01;
      return Number((Math.round(written / step) * step * unit.scale + unit.offset).toPrecision(8));
    };
    /** The step that a value is set by with a thumb or a key, in the base unit. */
    const step = (measure: string, base: number) => {
      const unit = definitions.units.find((u) => u.symbol === shown(measure, base).unit);
      const size = unit ? Math.abs((base - unit.offset) / unit.scale) : 0;
      return (size >= 30 ? 1 : size >= 10 ? 0.5 : size >= 1 ? 0.1 : 0.02) * (unit?.scale ?? 1);
    };
    return { units, shown, snap, step, show: (measure: string, base: number) => text(shown(measure, base)) };
  }, [definitions, units]);
}
