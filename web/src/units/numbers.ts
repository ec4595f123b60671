/** A share in whole percent. */
export const percent = (share: number) => `${Math.round(100 * share)} %`;

/** Seconds as they are counted: in tenths below ten. */
export const counted = (s: number) => s.toFixed(s < 10 ? 1 : 0);
