// What the looks of this view have in common.

export const guideSays = { fontSize: "1.125rem" } as const;
