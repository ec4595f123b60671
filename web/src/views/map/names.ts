import type { Cell } from "./useChart";

/** The name of a head at a cell, which may lie between two, and how much of its region is around it. */
interface Label {
  mass: number;
  row: number;
  column: number;
  room: number;
}

/** Where the name of each head may stand in its region, the roomiest places first. */
function placesOf(cells: (Cell | undefined)[][]): Map<number, Label[]> {
  const places = new Map<number, Label[]>();
  cells.forEach((row, r) => {
    let from = 0;
    row.forEach((cell, c) => {
      if (row[c + 1]?.mass === cell?.mass && c + 1 < row.length) return;
      const long = c + 1 - from;
      // A run in the middle of tall ones of the same head is the better place.
      let tall = 0;
      const middle = Math.floor((from + c) / 2);
      while (tall < 6 && cells[r + tall + 1]?.[middle]?.mass === cell?.mass) tall++;
      let low = 0;
      while (low < 6 && cells[r - low - 1]?.[middle]?.mass === cell?.mass) low++;
      const room = Math.min(long, 8) + 2 * Math.min(tall, low, 3);
      if (cell && long >= 2 && room > 3) {
        const own = places.get(cell.mass) ?? [];
        own.push({ mass: cell.mass, row: r, column: (from + c) / 2, room });
        places.set(cell.mass, own);
      }
      from = c + 1;
    });
  });
  for (const own of places.values()) own.sort((a, b) => b.room - a.room);
  return places;
}

/**
 * Where each head is named: the one with the least room first, and none over another. across and up are how large
 * the name of a head is, in cells, and steps the last of these.
 */
export function labels(
  cells: (Cell | undefined)[][],
  across: (mass: number) => number,
  up: number,
  steps: number,
): Label[] {
  const out: Label[] = [];
  const free = (l: Label) =>
    out.every(
      (o) =>
        Math.abs(o.row - l.row) >= up ||
        Math.abs(o.column - l.column) >= (across(o.mass) + across(l.mass)) / 2,
    );
  const inside = (l: Label) => {
    const half = (across(l.mass) - 1) / 2;
    return { ...l, column: Math.min(Math.max(l.column, half), steps - half) };
  };
  const tightest = [...placesOf(cells).values()].sort((a, b) => (a[0]?.room ?? 0) - (b[0]?.room ?? 0));
  for (const own of tightest) {
    const place = own.map(inside).find(free);
    if (place) out.push(place);
  }
  return out;
}
