import type { Setup } from "../api/client";

interface Drawn {
  /** What its lower and its upper body are called; empty where there is one body. */
  low: string;
  high: string;
  /** It hangs from a float, and what is wanted is the depth of its stop. */
  floats?: boolean;
  /** The lower body is the heavy one. */
  heavyLow?: boolean;
  /** It is a list of parts of its own. */
  own?: boolean;
  /** It is a head with its bait, and nothing else. */
  alone?: boolean;
  /** Where there are baits; on the lower body where it is left out. */
  baits?: { low: boolean; high: boolean };
}

const single: Drawn = { low: "", high: "", alone: true };

const rigs: Record<Setup["rig"]["kind"], Drawn> = {
  "single head": single,
  "two heads": {
    low: "head, bait",
    high: "upper head, bait",
    heavyLow: true,
    baits: { low: true, high: true },
  },
  "free sinker": single,
  "sliding sinker": { low: "bait on its trace", high: "sinker of the ladder" },
  "split shot": { low: "bait", high: "shot of the ladder" },
  "drop shot": {
    low: "sinker of the ladder",
    high: "bait on its hook",
    heavyLow: true,
    baits: { low: false, high: true },
  },
  "fixed float": { low: "head, bait", high: "float, fixed", floats: true, heavyLow: true },
  own: { low: "", high: "", own: true },
  "sliding float": { low: "head, bait", high: "stop of the float", floats: true, heavyLow: true },
};

/** The path of the length of a rig that is dragged: how far apart its two are, or how deep a float lets the bait. */
export const lengthOf = (setup: Setup) => (rigOf(setup).floats ? "rig.stop" : "rig.apart");

/** How the rig of a setup is drawn. */
export function rigOf(setup: Setup): Drawn {
  const drawn = rigs[setup.rig.kind];
  return drawn.own ? { ...drawn, floats: setup.rig.parts?.some((p) => p.what === "float") } : drawn;
}
