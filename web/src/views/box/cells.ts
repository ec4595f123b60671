import { parse } from "papaparse";
import type { BoxKind, SavedItem } from "../../api/client";

type Column = BoxKind["columns"][number];

/** Texts of cells by the keys of their columns. */
export type Cells = Record<string, string>;

/** An item as the cells of its row, as show writes quantities; an empty cell where there is nothing to say. */
export function cellsOf(
  columns: Column[],
  item: SavedItem["item"],
  show: (measure: string, base: number) => string,
): Cells {
  const text = (c: Column) => {
    const value = item[c.key as keyof SavedItem["item"]];
    if (typeof value === "boolean") return value ? "yes" : "";
    if (typeof value === "string") return value;
    if (value === 0 && c.zero && c.key !== "count") return "";
    return c.measure ? show(c.measure, value) : String(value);
  };
  return Object.fromEntries(columns.map((c) => [c.key, text(c)]));
}

/** A quantity to its last digit, which is how it is put back as it was. */
export function exactly(measure: string, base: number): string {
  return `${base} ${measure === "mass" || measure === "strength" ? "kg" : "m"}`;
}

/** Rows of cells as a spreadsheet puts them on the clipboard: cells with line breaks or quotes in quotes. */
export const pasted = (text: string): string[][] =>
  parse<string[]>(text, { delimiter: "\t", skipEmptyLines: true }).data;

/** Rows without one of headers over them, where it was copied along. */
export function withoutHeaders(rows: string[][], columns: Column[], from: number): string[][] {
  const first =
    rows[0]?.map((cell) =>
      cell
        .replace(/\s*[([].*$/, "")
        .trim()
        .toLowerCase(),
    ) ?? [];
  const headers = first.filter((cell, i) => cell !== "" && cell === columns[from + i]?.label.toLowerCase());
  return headers.length > 1 || (headers.length === 1 && first.length === 1) ? rows.slice(1) : rows;
}
