import { Box, Button, TextField } from "@mui/material";
import { useState } from "react";
import { Link } from "react-router";
import type { SavedSetup } from "../../api/client";
import { useDefinitions } from "../../parts/definitions";
import { Find, useFind } from "../../parts/Find";
import * as looks from "../../parts/looks";
import { useUnits } from "../../parts/preferences";
import { useSay } from "../../parts/Undo";
import { Unread } from "../../parts/Unread";
import { View } from "../../parts/View";
import { Small } from "../../section/Small";
import { toAddress } from "../../setup/useSetup";
import { useSetupActions, useSetups } from "../../setup/useSetups";

/** All kept setups: open, rename, copy, delete. */
export default function SetupsView() {
  const { data: setups, error, refetch } = useSetups();
  const { found, text, setText } = useFind(setups, said);
  return (
    <View title="Setups" className="page" sx={looks.page}>
      <h1>Setups</h1>
      <Unread of={["setup"]} />
      {error && (
        <p role="alert">
          {error.message} <Button onClick={() => refetch()}>Try again</Button>
        </p>
      )}
      {!setups && !error && <p aria-busy="true">Opening…</p>}
      {setups?.length === 0 && (
        <p>
          Nothing is kept yet. <Link to="/">Work out a weight</Link>, then choose “Save as…” to keep the water
          and the tackle for the next time.
        </p>
      )}
      <Find of="setups" all={setups?.length ?? 0} text={text} onText={setText} />
      <Box
        component="ul"
        className="setups"
        sx={{
          margin: 0,
          padding: 0,
          listStyle: "none",
          "& li": {
            display: "flex",
            alignItems: "center",
            gap: "8px 16px",
            padding: "8px 0",
            borderBottom: looks.rule,
          },
          [looks.thumb]: { "& li": { flexWrap: "wrap" }, "& li > :last-child": { flexBasis: "100%" } },
        }}
      >
        {found?.map((s) => (
          <Entry key={s.id} saved={s} />
        ))}
      </Box>
    </View>
  );
}

/** What a setup is found by. */
const said = ({ name, setup }: SavedSetup) =>
  [
    name,
    setup.water.salinity,
    setup.water.bed,
    setup.bait.form,
    setup.head.shape,
    setup.approach.kind,
    setup.line.material,
  ].join(" ");

function Entry({ saved }: { saved: SavedSetup }) {
  const { defaults } = useDefinitions();
  const { show } = useUnits();
  const { change, duplicate, remove, restore } = useSetupActions();
  const [name, setName] = useState<string | null>(null);
  const say = useSay();
  const failed = (failure: Error) => say(failure.message);
  const { setup } = saved;
  const address = new URLSearchParams({ ...toAddress(defaults, setup), open: String(saved.id) });
  const summary = [
    `${show("depth", setup.water.depth)} of ${setup.water.salinity} water over ${setup.water.bed}`,
    setup.flow.speed > 0 ? `current ${show("speed", setup.flow.speed)}` : "no current",
    `${show("size", setup.bait.length)} ${setup.bait.form}`,
    setup.approach.kind,
  ].join(", ");

  const rename = () =>
    change.mutate({ of: saved, name: name ?? "" }, { onSuccess: () => setName(null), onError: failed });
  const drop = () =>
    remove.mutate(saved.id, {
      onSuccess: () => say(`“${saved.name}” deleted.`, () => restore.mutate(saved.id, { onError: failed })),
      onError: failed,
    });

  return (
    <li>
      <Box sx={setupsPictureLook}>
        <Small setup={setup} />
      </Box>
      {name === null ? (
        <Box sx={setupsNameLook}>
          <Link to={`/?${address}`}>{saved.name}</Link>
          <p>{summary}</p>
        </Box>
      ) : (
        <Box
          component="form"
          sx={setupsNameLook}
          onSubmit={(e) => {
            e.preventDefault();
            rename();
          }}
        >
          <TextField
            autoFocus
            size="small"
            label="New name"
            value={name}
            onChange={(e) => setName(e.target.value)}
            onKeyDown={(e) => e.key === "Escape" && setName(null)}
          />
          <Button type="submit">Rename</Button>
          <Button onClick={() => setName(null)}>Cancel</Button>
        </Box>
      )}
      <Box sx={{ display: "flex" }}>
        {name === null && (
          <Button size="small" aria-label={`Rename ${saved.name}`} onClick={() => setName(saved.name)}>
            Rename
          </Button>
        )}
        <Button
          size="small"
          aria-label={`Duplicate ${saved.name}`}
          onClick={() =>
            duplicate.mutate(saved.id, {
              onSuccess: (copy) => say(`Copied as “${copy.name}”.`),
              onError: failed,
            })
          }
        >
          Duplicate
        </Button>
        <Button size="small" aria-label={`Delete ${saved.name}`} onClick={drop}>
          Delete
        </Button>
      </Box>
    </li>
  );
}

const setupsPictureLook = {
  flexShrink: 0,
  "& svg": { display: "block", width: 92, height: 53, borderRadius: 1 },
} as const;

const setupsNameLook = {
  flex: 1,
  minWidth: 0,
  "& a": { fontSize: "1.0625rem", fontWeight: 650 },
  "& p": { margin: 0, color: "text.secondary" },
} as const;
