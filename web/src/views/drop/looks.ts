// What the looks of this view have in common.

export const droptestWords = { margin: "0 0 8px", fontSize: "1.0625rem", fontWeight: 650 } as const;
