import { InputBase, NativeSelect } from "@mui/material";
import type { SxProps, Theme } from "@mui/material/styles";
import type { ComponentProps } from "react";
import * as looks from "./looks";

interface Look {
  /** Ruled all around, where no row of a form rules it off. */
  boxed?: boolean;
  sx?: SxProps<Theme>;
}

const dressed = (boxed = false, sx: SxProps<Theme> = {}) => [boxed && looks.boxed, ...[sx].flat()];

/** A field for text, a time or a date. What it is told is told to its input. */
export function Entry({ boxed, sx, className, ...input }: ComponentProps<"input"> & Look) {
  return <InputBase fullWidth className={className} sx={dressed(boxed, sx)} slotProps={{ input }} />;
}

/** One of a few. */
export function Choose({ boxed, sx, className, ...input }: ComponentProps<"select"> & Look) {
  return (
    <NativeSelect
      disableUnderline
      fullWidth
      className={className}
      sx={dressed(boxed, sx)}
      inputProps={input}
    />
  );
}

/** A field for lines of text, as high as they are. */
export function Lines({ rows, sx, ...input }: ComponentProps<"textarea"> & Look) {
  return <InputBase fullWidth multiline minRows={rows} sx={dressed(true, sx)} inputProps={input} />;
}
