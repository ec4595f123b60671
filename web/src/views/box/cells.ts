import type { BoxKind, SavedItem } from "../../api/client";

type Column = BoxKind["columns"][number];

/** An item as the cells of its row, in the person's units; an empty cell where there is nothing to say. */
export function cellsOf(
  columns: Column[],
  item: SavedItem["item"],
  show: (measure: string, base: number) => string,
): string[] {
  return columns.map((c) => {
    const value = item[c.key as keyof SavedItem["item"]];
    if (typeof value === "boolean") return value ? "yes" : "";
    if (typeof value === "string") return value;
    if (value === 0 && c.zero && c.key !== "count") return "";
    return c.measure ? show(c.measure, value) : String(value);
  });
}

/** Rows of cells as a spreadsheet puts them on the clipboard. */
export function pasted(text: string): string[][] {
  return text
    .replace(/\r\n?/g, "\n")
    .replace(/\n$/, "")
    .split("\n")
    .map((line) => line.split("\t"));
}
