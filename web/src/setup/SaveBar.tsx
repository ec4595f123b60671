import { Button } from "@mui/material";
import { lazy, Suspense, useState } from "react";
import type { Setup } from "../api/client";
import { useSay } from "../parts/Undo";
import { useAddressNumber } from "./useSetup";
import { useSavedSetup, useSetupActions } from "./useSetups";

const NameDialog = lazy(() => import("../parts/NameDialog"));

/** The name of the kept setup that is open, and what can be done to keep what is on the screen. */
export function SaveBar({ setup, onOpen }: { setup: Setup; onOpen: (setup: Setup) => void }) {
  const [id, setId] = useAddressNumber("open");
  const { data: kept, error } = useSavedSetup(id);
  const { create, change } = useSetupActions();
  const [naming, setNaming] = useState(false);
  const say = useSay();

  const changed = kept && JSON.stringify(kept.setup) !== JSON.stringify(setup);
  const save = () => {
    if (!kept) return;
    const before = kept.setup;
    change.mutate(
      { of: kept, setup },
      {
        onSuccess: (now) =>
          say(`Saved in “${now.name}”.`, () => {
            change.mutate({ of: now, setup: before });
            onOpen(before);
          }),
        onError: (failure) => say(failure.message),
      },
    );
  };
  const keep = (name: string) =>
    create.mutate(
      { name, setup },
      {
        onSuccess: (made) => {
          setNaming(false);
          setId(made.id);
          say(`Saved as “${made.name}”.`);
        },
      },
    );

  return (
    <div className="savebar">
      {kept && (
        <span className="savebar-name" title={kept.name}>
          {kept.name}
          {changed && <i> (changed)</i>}
        </span>
      )}
      {error && <span className="savebar-name">The setup of this link is gone.</span>}
      {kept && (
        <Button size="small" disabled={!changed || change.isPending} onClick={save}>
          Save
        </Button>
      )}
      {changed && (
        <Button size="small" onClick={() => onOpen(kept.setup)}>
          Undo changes
        </Button>
      )}
      <Button
        size="small"
        variant={kept ? "text" : "outlined"}
        onClick={() => {
          create.reset();
          setNaming(true);
        }}
      >
        Save as…
      </Button>
      {naming && (
        <Suspense>
          <NameDialog
            title="Save this setup"
            hint="Such as the spot and the state of the water"
            error={create.error?.message}
            pending={create.isPending}
            onClose={() => setNaming(false)}
            onName={keep}
          />
        </Suspense>
      )}
    </div>
  );
}
