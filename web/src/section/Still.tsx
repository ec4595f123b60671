import { Box } from "@mui/material";
import type { SxProps, Theme } from "@mui/material/styles";
import type { Answer, Head, Setup } from "../api/client";
import { Backdrop } from "./Backdrop";
import { arrowsAt, CurrentArrows } from "./CurrentArrows";
import { fit, reachOf } from "./frame";
import { Tackle } from "./Tackle";
import { useSize } from "./useSize";

/** The water in section as it is, with nothing to be set in it: a head where it has got to when its fall is over. */
export function Still({
  of,
  answer,
  head,
  label,
  sx,
  old,
}: {
  of: Setup | undefined;
  answer: Answer | undefined;
  head: Head | undefined;
  label: string;
  sx: SxProps<Theme>;
  old: boolean;
}) {
  const [box, size] = useSize<HTMLDivElement>();
  const frame =
    of && answer && head && size.width > 0 ? fit(of, answer, reachOf(head), size.width, size.height) : null;
  return (
    <Box className="still" sx={sx} ref={box} data-old={old || undefined}>
      {of && answer && head && frame && (
        <svg className="section" width={frame.width} height={frame.height} role="img" aria-label={label}>
          <Backdrop setup={of} answer={answer} frame={frame} />
          <CurrentArrows
            setup={of}
            answer={answer}
            frame={frame}
            x={arrowsAt(frame, of, head.contact.boat.x)}
          />
          <Tackle setup={of} answer={answer} head={head} count={head.fall.time} frame={frame} />
        </svg>
      )}
    </Box>
  );
}
