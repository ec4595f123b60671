import { Box, Button, InputBase } from "@mui/material";
import { memo, useState } from "react";
import { client, Failure, type Part, type Setup, take } from "../api/client";
import { useDefinitions } from "../parts/definitions";
import { useUnits } from "../parts/preferences";
import { fieldId, Row } from "../parts/Row";
import { ownedLike } from "./owned";
import { useBox } from "./useBox";

interface Props {
  heads: number[];
  /** What all of them have in common: those of the box that are so can be taken. */
  like: Setup["head"];
  /** What of the rig takes them. */
  takes: Part["what"];
  error?: string;
  onChange: (heads: number[]) => void;
}

/** The ladder of heads as a list of weights, as anglers write one. */
export const HeadsField = memo(function HeadsField({ heads, like, takes, error, onChange }: Props) {
  const { defaults } = useDefinitions();
  const { shown } = useUnits();
  const [draft, setDraft] = useState<string | null>(null);
  const [refused, setRefused] = useState<string>();
  const unit = shown("mass", 0).unit;
  const { data: box } = useBox();
  const owned = ownedLike(box, like, takes);
  const settled = heads.map((h) => shown("mass", h).number).join("; ");
  const id = fieldId("heads");
  const wrong = refused ?? error;

  const read = async (typed: string) => {
    if (typed === settled) {
      setDraft(null);
      setRefused(undefined);
      return;
    }
    try {
      const { value, values } = await take(
        client.GET("/quantities", { params: { query: { field: "heads", text: typed, unit } } }),
      );
      setRefused(undefined);
      setDraft(null);
      onChange(values ?? [value]);
    } catch (failure) {
      setRefused(failure instanceof Failure ? failure.message : String(failure));
    }
  };

  return (
    <Box className="heads" sx={{ "& .row": { gridTemplateColumns: "1fr" } }}>
      <Row id={id} label={`Weights to choose from (${unit})`} error={wrong}>
        <InputBase
          id={id}
          fullWidth
          sx={{ padding: 0 }}
          multiline
          value={draft ?? settled}
          onChange={(e) => setDraft(e.target.value)}
          onBlur={(e) => read(e.target.value)}
          onKeyDown={(e) => {
            if (e.key === "Enter" && draft !== null) {
              e.preventDefault();
              read(draft);
            }
            if (e.key === "Escape") {
              setDraft(null);
              setRefused(undefined);
            }
          }}
          inputProps={{
            spellCheck: false,
            "aria-invalid": !!wrong,
            "aria-describedby": wrong ? `${id}-error` : undefined,
          }}
        />
      </Row>
      {owned.length > 0 && heads.join() !== owned.join() && (
        <Button variant="link" onClick={() => onChange(owned)}>
          The {owned.length} of this {takes === "head" ? "shape and metal" : "metal"} in the box
        </Button>
      )}
      {heads.join() !== defaults.heads.join() && (
        <Button variant="link" onClick={() => onChange(defaults.heads)}>
          Back to the usual range
        </Button>
      )}
    </Box>
  );
}, same);

/** Measuring how high the list is takes long: while another field is dragged it stays as it is drawn. */
function same(a: Props, b: Props): boolean {
  return (
    a.heads.join() === b.heads.join() &&
    a.like.shape === b.like.shape &&
    a.like.material === b.like.material &&
    a.takes === b.takes &&
    a.error === b.error
  );
}
