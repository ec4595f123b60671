// What the looks of pages have in common.

/** Of a page on which everything is for the thumb: 48 px high, one thing below the other. */
export const thumb = "@media (max-width: 900px)";

/** Of a phone: the answer, the water and the dials fill the screen. */
export const phone = "@media (max-width: 600px)";
/** Where the longest odds find no room beside a weight. */
export const narrow = "@media (max-width: 480px)";

/** Of a page on which two things fit beside one another. */
export const roomy = "@media (min-width: 901px)";

/** Of paper. */
export const printed = "@media print";

/** Where the keys are. */
export const focused = { outline: "2px solid var(--palette-primary-main)", outlineOffset: 1 } as const;

/** A line that parts one thing from the next. */
export const rule = "1px solid var(--palette-divider)";

/** Ruled all around, where no row of a form rules it off. */
export const boxed = { border: 1, borderColor: "divider", borderRadius: 1 } as const;

/** A line that says: this one. */
export const marked = "3px solid var(--palette-primary-main)";

/** The answer over everything. */
export const answer = {
  gridArea: "answer",
  padding: "10px 16px 6px",
  borderBottom: rule,
  minHeight: "112px",
  "& h1": { margin: "0 0 4px", fontSize: "1.375rem", lineHeight: 1.25, fontWeight: 650, textWrap: "pretty" },
  "& p": { margin: 0 },
  "& .hand": { marginBottom: "4px", fontSize: "1rem" },
  "&[data-old] > :not(.refused)": { color: "text.secondary", opacity: 0.85 },
  "& .fall-words b": { fontWeight: 700 },
  [thumb]: { padding: "10px 12px", minHeight: 0, "& h1": { fontSize: "1.25rem" } },
} as const;

/** A line that opens to its fields. */
export const group = {
  borderBottom: rule,
  "& > summary": {
    display: "grid",
    gridTemplateColumns: "1fr auto",
    padding: "7px 0",
    listStyle: "none",
  },
  "& > summary span": { gridColumn: "1 / -1", color: "text.secondary", overflowWrap: "anywhere" },
  "& > summary small": { color: "primary.main" },
  "&[data-wrong] > summary": { boxShadow: "inset 3px 0 var(--palette-error-main)", paddingLeft: "8px" },
  [printed]: { breakInside: "avoid" },
} as const;

/** A page of words, as wide as it is read well. */
export const page = { width: "100%", maxWidth: 860, margin: "0 auto", padding: "16px" } as const;

/** What was refused, over the answer that was before. */
export const refused = { marginBottom: "4px", color: "error.main", fontWeight: 650 } as const;

/** A rig that is put together, drawn. */
export const rigBox = { margin: 0, padding: 0, border: 0, minWidth: 0 } as const;

/** Where the water is drawn: what is left of the page. */
export const sectionBox = {
  flex: 1,
  minHeight: 0,
  overflow: "hidden",
  [thumb]: { flex: "none", height: "330px" },
  [printed]: { height: "330px" },
} as const;

/** The water, and what is counted and told below it. */
export const water = {
  gridArea: "water",
  display: "flex",
  flexDirection: "column",
  minWidth: 0,
  minHeight: 0,
  [thumb]: { order: 1 },
} as const;

/** Words of which one is chosen, beside one another. */
export const words = {
  "& .MuiButton-root": {
    flex: 1,
    minWidth: 0,
    minHeight: 30,
    padding: "3px 0",
    fontSize: "0.8125rem",
    [thumb]: { minHeight: 48 },
  },
  display: "flex",
  gap: "4px",
  margin: 0,
  padding: "4px 0",
  border: 0,
  borderBottom: rule,
} as const;

/** Conditions at the left, the water in the middle, the ladder of heads at the right, the answer above. */
export const workout = {
  flex: 1,
  minHeight: 0,
  display: "grid",
  gridTemplateColumns: "304px minmax(0, 1fr) 296px",
  gridTemplateRows: "auto minmax(240px, 1fr) auto",
  gridTemplateAreas: '"conditions answer answer" "conditions water ladder" "conditions table table"',
  "&:not(.fallview) > .answer": { height: "clamp(192px, 26.5dvh, 212px)", overflowY: "auto" },
  "&:not(.fallview) > .answer h1": { minHeight: "2.5em" },
  "&:not(.fallview) > .answer:has(.states)": { height: "236px" },
  [thumb]: { display: "flex", flexDirection: "column", "&:not(.fallview) > .answer": { height: "248px" } },
  [printed]: { display: "block", "& > .answer:not(.programme)": { height: "auto" } },
} as const;
