import { Box, type BoxProps } from "@mui/material";
import { printed } from "./looks";

/** What is wrong with what was given, said at once to whoever does not see it. */
export function Wrong(said: BoxProps<"p">) {
  return <Box component="p" role="alert" {...said} sx={wrong} />;
}

/** What helps to fill something in. */
export function Hint(said: BoxProps<"p">) {
  return <Box component="p" className="hint" {...said} sx={hint} />;
}

/** What is worth knowing, and not needed. */
export function Aside(said: BoxProps<"p">) {
  return <Box component="p" {...said} sx={{ color: "text.secondary", fontSize: "0.8125rem" }} />;
}

/** What is said to those alone who do not see the page. */
export function Unseen(said: BoxProps<"span">) {
  return <Box component="span" className="unseen" {...said} sx={unseen} />;
}

const wrong = {
  gridColumn: "1 / -1",
  m: 0,
  pb: 0.75,
  color: "error.main",
  overflowWrap: "anywhere",
} as const;

const hint = { my: 1, color: "text.secondary", [printed]: { display: "none" } } as const;

const unseen = {
  position: "absolute",
  width: "1px",
  height: "1px",
  overflow: "hidden",
  clipPath: "inset(50%)",
  whiteSpace: "nowrap",
} as const;
