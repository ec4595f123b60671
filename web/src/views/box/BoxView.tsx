import { Box, Button, TextField } from "@mui/material";
import { useState } from "react";
import type { SavedItem } from "../../api/client";
import { useDefinitions } from "../../parts/definitions";
import { Find, useFind } from "../../parts/Find";
import * as looks from "../../parts/looks";
import { Hint } from "../../parts/Said";
import { useSay } from "../../parts/Undo";
import { Unread } from "../../parts/Unread";
import { View } from "../../parts/View";
import { useBox, useBoxActions } from "../../setup/useBox";
import { Grid } from "./Grid";
import { Weights } from "./Weights";

/** What is owned: a grid for every kind of thing. */
export default function BoxView() {
  const { box } = useDefinitions();
  const { data: items, error, refetch } = useBox();
  const { found, text, setText } = useFind(items, said);
  return (
    <View
      title="Box"
      className="page box"
      sx={[
        looks.page,
        { maxWidth: "none", "& .group > summary span": { color: "text.secondary", fontWeight: 400 } },
      ]}
    >
      <h1>Box</h1>
      <Unread of={["item"]} />
      {error && (
        <p role="alert">
          {error.message} <Button onClick={() => refetch()}>Try again</Button>
        </p>
      )}
      {!items && !error && <p aria-busy="true">Opening…</p>}
      {items && (
        <>
          <Hint>
            A row is kept when you leave it. Arrow keys and Enter go from cell to cell; rows can be pasted
            from a spreadsheet. Any unit will do: 7 g, 1/4 oz, PE 1, 12 lb. Weighed beats marked, measured
            beats printed: the answer is the surer for it.
          </Hint>
          <ListOfHeads />
          <Find of="what is in the box" all={items.length} text={text} onText={setText} />
          {box.map((kind) => {
            const mine = (found ?? items).filter((i) => i.item.kind === kind.kind);
            return text !== "" && mine.length === 0 ? null : (
              <Box
                component="details"
                key={kind.kind}
                className="group"
                sx={looks.group}
                open={mine.length > 0}
              >
                <summary>
                  {kind.label} <span>{mine.length}</span>
                </summary>
                {kind.kind === "head" && <Weights heads={mine} />}
                <Grid kind={kind} items={mine} />
              </Box>
            );
          })}
        </>
      )}
    </View>
  );
}

/** What an item is found by: all that is written of it. */
const said = ({ name, item }: SavedItem) =>
  [name, ...Object.values(item).filter((v) => typeof v === "string")].join(" ");

/** Heads as they are listed, many in one go. */
function ListOfHeads() {
  const [text, setText] = useState("");
  const [wrong, setWrong] = useState<string>();
  const { list, remove } = useBoxActions();
  const say = useSay();
  const put = () =>
    list.mutate(text, {
      onSuccess: (more) => {
        setText("");
        setWrong(undefined);
        say(`${more.length} put into the box.`, () => {
          for (const m of more) remove.mutate(m.id);
        });
      },
      onError: (failure) => setWrong(failure.message),
    });
  return (
    <Box
      component="form"
      sx={{
        "& .MuiButton-root": { flexShrink: 0 },
        display: "flex",
        gap: "8px",
        alignItems: "flex-start",
        maxWidth: "760px",
        margin: "12px 0",
      }}
      onSubmit={(e) => {
        e.preventDefault();
        if (text.trim()) put();
      }}
    >
      <TextField
        id="box-list"
        size="small"
        fullWidth
        label="Heads, many in one go"
        placeholder="ball, lead, 1/16 1/8 3/16 1/4, hook 1/0, 6 each"
        value={text}
        error={!!wrong}
        helperText={wrong}
        onChange={(e) => setText(e.target.value)}
        slotProps={{ htmlInput: { spellCheck: false, autoComplete: "off" }, inputLabel: { shrink: true } }}
      />
      <Button type="submit" variant="outlined">
        Add
      </Button>
    </Box>
  );
}
