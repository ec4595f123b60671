import { Box, Button } from "@mui/material";
import * as looks from "./looks";
import { keepPicture } from "./pictures";

/** Saves the picture of a view. */
export function KeepPicture({ of, name }: { of: string; name: string }) {
  const keep = (form: "svg" | "png") => {
    const picture = document.querySelector<SVGSVGElement>(of);
    if (picture) keepPicture(picture, name, form);
  };
  return (
    <Box component="span" sx={{ [looks.printed]: { display: "none" } }}>
      Picture:{" "}
      <Button variant="link" onClick={() => keep("svg")}>
        save as SVG
      </Button>{" "}
      <Button variant="link" onClick={() => keep("png")}>
        save as PNG
      </Button>{" "}
      <Button variant="link" onClick={() => window.print()}>
        print
      </Button>
    </Box>
  );
}
