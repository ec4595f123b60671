import { Button } from "@mui/material";
import { keepAs, keptAs } from "../../log/kept";
import { useLines } from "../../log/useLog";
import { Aside } from "../../parts/Said";

const name = "dunvel.backup.left";
const usual = 30; // days

/** Notes that everything has left this machine. */
export const noteBackup = () => keepAs(name, { at: Date.now() });

/** Quiet lines on what is due: a backup, as a disk that breaks takes the log along, and lines to trim or renew. */
export function Reminder({
  trips,
  onShow,
}: {
  trips: number;
  onShow: (part: "exchange" | "teaches") => void;
}) {
  const { data: lines } = useLines(trips > 0);
  if (trips === 0) return null;
  const due = (lines ?? []).filter((l) => l.due);
  const left = keptAs<{ at: number }>(name)?.at;
  const days = left === undefined ? Number.POSITIVE_INFINITY : (Date.now() - left) / 86_400_000;
  return (
    <>
      {due.map((l) => (
        <Aside key={`${l.rod} ${l.line}`}>
          {l.rod}, {l.line}: {l.due}{" "}
          <Button variant="link" onClick={() => onShow("teaches")}>
            Lines on the reels
          </Button>
        </Aside>
      ))}
      {days >= usual && (
        <Aside>
          {left === undefined
            ? "No backup has left this machine yet."
            : `The last backup left this machine ${Math.floor(days)} days ago.`}{" "}
          <Button variant="link" onClick={() => onShow("exchange")}>
            In, out and copies
          </Button>{" "}
          has “Everything”.
        </Aside>
      )}
    </>
  );
}
