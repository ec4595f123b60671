import { Box, Button } from "@mui/material";
import { lazy, Suspense, useRef, useState } from "react";
import type { SavedSetup, Setup } from "../api/client";
import { useSay } from "../parts/Undo";
import { useAddressNumber } from "./useSetup";
import { useSavedSetup, useSetupActions } from "./useSetups";

const LinkDialog = lazy(() => import("../parts/LinkDialog"));
const NameDialog = lazy(() => import("../parts/NameDialog"));

/** The name of the kept setup that is open, and what can be done to keep what is on the screen. */
export function SaveBar({ setup, onOpen }: { setup: Setup; onOpen: (setup: Setup) => void }) {
  const [id, setId] = useAddressNumber("open");
  const { data: kept, error } = useSavedSetup(id);
  const { create, change } = useSetupActions();
  const [naming, setNaming] = useState(false);
  const [linking, setLinking] = useState(false);
  const say = useSay();

  /** The version that was opened here: what another window has saved since is told, and not overwritten. */
  const opened = useRef<{ id: number; version: number }>(undefined);
  if (kept && opened.current?.id !== kept.id) opened.current = { id: kept.id, version: kept.version };
  const version = opened.current?.version ?? 0;

  const changed = kept && JSON.stringify(kept.setup) !== JSON.stringify(setup);
  const save = () => {
    if (!kept) return;
    const before = kept.setup;
    const saved = (now: SavedSetup) => {
      opened.current = { id: now.id, version: now.version };
    };
    change.mutate(
      { of: { ...kept, version }, setup },
      {
        onSuccess: (now) => {
          saved(now);
          say(`Saved in “${now.name}”.`, () => {
            change.mutate({ of: now, setup: before }, { onSuccess: saved });
            onOpen(before);
          });
        },
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
    <Box
      sx={{
        display: "flex",
        alignItems: "center",
        justifyContent: "flex-end",
        gap: "4px",
        minWidth: 0,
        "& .MuiButton-root": { flexShrink: 0 },
      }}
    >
      {kept && (
        <Box component="span" className="savebar-name" sx={savebarNameLook} title={kept.name}>
          {kept.name}
          {changed && <i> (changed)</i>}
        </Box>
      )}
      {error && (
        <Box component="span" className="savebar-name" sx={savebarNameLook}>
          The setup of this link is gone.
        </Box>
      )}
      {kept && (
        <Button size="small" disabled={!changed || change.isPending} onClick={save}>
          Save
        </Button>
      )}
      {changed && (
        <Button
          size="small"
          onClick={() => {
            opened.current = { id: kept.id, version: kept.version };
            onOpen(kept.setup);
          }}
        >
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
      <Button size="small" onClick={() => setLinking(true)}>
        Link
      </Button>
      {linking && (
        <Suspense>
          <LinkDialog onClose={() => setLinking(false)} />
        </Suspense>
      )}
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
    </Box>
  );
}

const savebarNameLook = {
  overflow: "hidden",
  textOverflow: "ellipsis",
  whiteSpace: "nowrap",
  color: "text.secondary",
} as const;
