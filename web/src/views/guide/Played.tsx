import { Box } from "@mui/material";
import type { Answer, Drop, Guide } from "../../api/client";
import { fit } from "../../section/frame";
import { Playback } from "../../section/Playback";
import { Transport } from "../../section/Transport";
import { useClock, useStill } from "../../section/useClock";
import { useDrops } from "../../section/useDrops";
import { useSize } from "../../section/useSize";
import { useAnswer } from "../../setup/useAnswer";

type GuidePage = Guide["pages"][number];

/** How it came down, and what it did then. */
const cameOf = (drop: Drop | undefined) => drop?.words.slice(0, 2).join(" ");

/** As it is done, and the commonest mistake beside it, on one clock and one scale. */
export function Played({ page }: { page: GuidePage }) {
  const right = useDrops(page.setup, [page.mass], page.right);
  const wrong = useDrops(page.setup, [page.mass], page.wrong);
  const { data: answered } = useAnswer(page.setup);
  const [box, size] = useSize<HTMLDivElement>();
  const still = useStill();
  const drops = [right.data?.drops[0], wrong.data?.drops[0]];
  const end = Math.max(...drops.map((d) => d?.time ?? 0), 0.1);
  const clock = useClock(end, 0);
  const failed = right.error ?? wrong.error;
  const [done, mistake] = drops;
  const reached = drops.flatMap((d) => d?.frames.flatMap((f) => [f.end.x, f.line.at(-1)?.x ?? 0]) ?? []);
  const frame =
    answered && size.width > 0 ? fit(page.setup, answered.answer, reached, size.width, size.height) : null;
  const picture = (drop: Drop | undefined, answer: Answer | undefined) =>
    drop &&
    answer &&
    frame && (
      <Playback
        setup={page.setup}
        answer={answer}
        drops={[drop]}
        time={clock.time}
        frame={frame}
        still={still}
      />
    );
  return (
    <section aria-label="Played" aria-busy={!frame || undefined}>
      {failed && <p role="alert">{failed.message}</p>}
      <Box
        className="guide-played"
        sx={{
          display: "grid",
          gridTemplateColumns: "repeat(auto-fit, minmax(min(100%, 420px), 1fr))",
          gap: "16px",
          "& figure": { margin: 0 },
          "& figcaption": { fontWeight: 700 },
        }}
      >
        <figure>
          <figcaption>As it is done</figcaption>
          <Box className="guide-water" sx={guideWaterLook} ref={box}>
            {picture(done, answered?.answer)}
          </Box>
          <p>{cameOf(done)}</p>
        </figure>
        <figure>
          <figcaption>The commonest mistake</figcaption>
          <Box className="guide-water" sx={guideWaterLook}>
            {picture(mistake, answered?.answer)}
          </Box>
          <p>
            {page.mistake} {cameOf(mistake)}
          </p>
        </figure>
      </Box>
      {done && <Transport clock={clock} drop={done} end={end} still={still} />}
    </section>
  );
}

const guideWaterLook = { height: "260px" } as const;
