/** The time of the day where something happened, as the browser's country writes it. */
export const atTime = (iso: string) =>
  onItsWall(iso).toLocaleTimeString(undefined, { hour: "2-digit", minute: "2-digit", timeZone: "UTC" });
export const onDay = (iso: string) =>
  onItsWall(iso).toLocaleDateString(undefined, {
    day: "numeric",
    month: "long",
    year: "numeric",
    timeZone: "UTC",
  });

/** What the clock on the wall showed, whatever zone that was in. */
const onItsWall = (iso: string) => new Date(`${iso.slice(0, 19)}Z`);

/** How a place writes the times of its day. */
export const clockOf = (zone: string) => {
  const format = new Intl.DateTimeFormat(undefined, {
    hour: "2-digit",
    minute: "2-digit",
    timeZone: zone || "UTC",
  });
  return (at: number | string) => format.format(new Date(at));
};

/** A moment as the clock on the wall has it, with how far that is from UTC. */
export function onTheWall(date: Date): string {
  const ahead = -date.getTimezoneOffset();
  const two = (n: number) => String(Math.floor(Math.abs(n))).padStart(2, "0");
  const local = new Date(date.getTime() + ahead * 60000).toISOString().slice(0, -1);
  return `${local}${ahead < 0 ? "-" : "+"}${two(ahead / 60)}:${two(ahead % 60)}`;
}
