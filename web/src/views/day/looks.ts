import * as looks from "../../parts/looks";

// What the looks of this view have in common.

export const pocket = {
  maxWidth: "420px",
  padding: "12px",
  border: "1px solid #000",
  background: "#fff",
  color: "#000",
  "& table": { width: "100%", borderCollapse: "collapse" },
  "& td": { padding: "4px", borderTop: "1px solid #000", color: "#000", textAlign: "left" },
  "& th": { padding: "4px", borderTop: "1px solid #000", color: "#000", textAlign: "left" },
  '& th[scope="row"]': { fontSize: "1.25rem" },
  "& p": { margin: "4px 0" },
  "& + .pocket": { margin: "16px 0 0", fontSize: "0.875rem" },
  [looks.printed]: { page: "pocket", maxWidth: "none", border: 0, breakAfter: "page" },
} as const;
