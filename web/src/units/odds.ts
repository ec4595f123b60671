/** A probability in whole tenths, never more than it is, as the server says it in its sentences. */
export function odds(p: number): string {
  if (p > 0.95) return "more than 9 in 10";
  if (p < 0.1) return "less than 1 in 10";
  return `${Math.floor(10 * p + 1e-9)} in 10`;
}
