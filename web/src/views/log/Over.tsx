import { Button } from "@mui/material";
import type { SavedTrip } from "../../api/client";
import { useLogActions } from "../../log/useLog";
import { Wrong } from "../../parts/Said";
import { atTime, onDay } from "../../parts/when";

/** A trip that has ended takes no taps; it can be gone on with. */
export function Over({ of }: { of: SavedTrip }) {
  const { change } = useLogActions();
  const { end } = of.trip;
  if (!end) return null;
  return (
    <section aria-label="Log it">
      <p>
        This trip ended on {onDay(end)} at {atTime(end)}, and nothing is tapped after that.
      </p>
      <p>
        <Button
          variant="outlined"
          disabled={change.isPending}
          onClick={() => change.mutate({ of, trip: { ...of.trip, end: null } })}
        >
          Go on with it
        </Button>
      </p>
      {change.error && <Wrong>{change.error.message}</Wrong>}
    </section>
  );
}
