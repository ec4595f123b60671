// Shows values in the units that the server defines. Reading what is typed is
// the server's job.
import type { Definitions } from "../api/client";

type Fractions = NonNullable<Definitions["units"][number]["fractions"]>;

export type Choice = Record<string, string>;

export interface Shown {
  number: string;
  unit: string;
}

/** Shows a base value of a measure: its number and its unit. */
export function show(definitions: Definitions, choice: Choice, measure: string, base: number): Shown {
  const kind = definitions.measures.find((m) => m.name === measure);
  const symbol = choice[measure] ?? kind?.symbols[0] ?? "";
  const unit = definitions.units.find((u) => u.symbol === symbol);
  if (!kind || !unit || !Number.isFinite(base)) return { number: "–", unit: symbol };
  const value = (base - unit.offset) / unit.scale;
  return {
    number: (unit.fractions && fraction(value, unit.fractions)) || significant(value, kind.digits),
    unit: symbol,
  };
}

export function text({ number, unit }: Shown): string {
  return unit === "°" ? number + unit : `${number} ${unit}`;
}

function significant(value: number, digits: number): string {
  if (value === 0) return "0";
  const rounded = Number(value.toPrecision(digits));
  return String(Math.abs(rounded) < 1e-4 ? Number(rounded.toFixed(6)) : rounded);
}

/** The simplest fraction with a power of two below it that fits, as ounces are written. */
function fraction(value: number, { exact, near, lightest, nearLightest }: Fractions): string | undefined {
  if (value <= 0 || value >= 100) return undefined;
  for (const [within, mark] of [
    [exact, ""],
    [near, "≈ "],
  ] as const) {
    const about = mark && Math.abs(value / lightest - 1) <= nearLightest ? lightest : value;
    for (let bottom = 1; bottom <= 64; bottom *= 2) {
      const top = Math.round(about * bottom);
      if (top === 0 || Math.abs(top / bottom / about - 1) > within) continue;
      const whole = Math.floor(top / bottom);
      const rest = top % bottom;
      if (rest === 0) return `${mark}${whole}`;
      return whole === 0 ? `${mark}${rest}/${bottom}` : `${mark}${whole} ${rest}/${bottom}`;
    }
  }
  return undefined;
}
