import { Box, Button } from "@mui/material";
import { useDefinitions } from "../parts/definitions";
import * as looks from "../parts/looks";
import { fieldId } from "../parts/Row";

/** Words for the speed of the flow or the wind, for those with no instrument. */
export function Words({
  path,
  value,
  onChange,
}: {
  path: string;
  value: number;
  onChange: (changes: Record<string, unknown>) => void;
}) {
  const words = useDefinitions().words.filter((w) => w.field === path);
  if (words.length === 0) return null;
  return (
    <Box component="fieldset" className="words" sx={looks.words} aria-labelledby={fieldId(path)}>
      {words.map((w) => (
        <Button
          variant="outlined"
          key={w.word}
          aria-pressed={w.value === value}
          onClick={() => onChange({ [path]: w.value, [path.replace("speed", "source")]: "by eye" })}
        >
          {w.word}
        </Button>
      ))}
    </Box>
  );
}
