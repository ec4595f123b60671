import type { Setup } from "../api/client";

interface Approach {
  /** The bait is swum back, in a band over the bed. */
  swims?: boolean;
  /** It is lifted and dropped again. */
  lifts?: boolean;
  /** It hovers over fish. */
  hovers?: boolean;
}

// Those of which more is drawn than the fall and the bed.
const approaches: Partial<Record<Setup["approach"]["kind"], Approach>> = {
  "lift and drop": { lifts: true },
  swim: { swims: true },
  hover: { hovers: true },
};

/** What of an approach is drawn and told. */
export const approachOf = (setup: Setup): Approach => approaches[setup.approach.kind] ?? {};

export type Boat = Setup["boat"]["kind"];

const ashore: Record<Boat, boolean> = {
  bank: true,
  anchored: false,
  skiff: false,
  kayak: false,
  drogue: false,
};

/** Whether the angler stands on land. */
export const isAshore = (boat: Boat) => ashore[boat];
