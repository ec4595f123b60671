import type { SavedTrip } from "../../api/client";
import { useLogActions } from "../../log/useLog";
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
        <button
          type="button"
          disabled={change.isPending}
          onClick={() => change.mutate({ of, trip: { ...of.trip, end: null } })}
        >
          Go on with it
        </button>
      </p>
      {change.error && (
        <p className="row-error" role="alert">
          {change.error.message}
        </p>
      )}
    </section>
  );
}
