import { keepAs, keptAs } from "../../log/kept";

const name = "dunvel.backup.left";
const usual = 30; // days

/** Notes that everything has left this machine. */
export const noteBackup = () => keepAs(name, { at: Date.now() });

/** A quiet line where nothing has left this machine for a month: a disk that breaks takes the log along. */
export function Reminder({ trips, onShow }: { trips: number; onShow: () => void }) {
  const left = keptAs<{ at: number }>(name)?.at;
  const days = left === undefined ? Number.POSITIVE_INFINITY : (Date.now() - left) / 86_400_000;
  if (trips === 0 || days < usual) return null;
  return (
    <p className="aside">
      {left === undefined
        ? "No backup has left this machine yet."
        : `The last backup left this machine ${Math.floor(days)} days ago.`}{" "}
      <button type="button" className="link" onClick={onShow}>
        In, out and copies
      </button>{" "}
      has “Everything”.
    </p>
  );
}
