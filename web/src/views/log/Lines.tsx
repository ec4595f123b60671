import { Box, Button } from "@mui/material";
import { client, take } from "../../api/client";
import type { components } from "../../api/schema.gen";
import { newKey, send } from "../../log/queue";
import { useLines, useLogActions, useQueue } from "../../log/useLog";
import { useSay } from "../../parts/Undo";
import { onTheWall } from "../../parts/when";

type Line = components["schemas"]["LineAge"];

/** The lines on the reels: how old they are, what they have seen, and what is to be done with them. */
export function Lines() {
  const { data: lines } = useLines(true);
  if (!lines || lines.length === 0) return null;
  return (
    <section aria-label="Lines on the reels">
      <h2>Lines on the reels</h2>
      <Box component="ul" sx={{ listStyle: "none", padding: 0, "& li": { padding: "8px 0" } }}>
        {lines.map((l) => (
          <One key={`${l.rod} ${l.line}`} line={l} />
        ))}
      </Box>
    </section>
  );
}

function One({ line }: { line: Line }) {
  const { log, letGo } = useQueue(line.trip);
  const { takeOff } = useLogActions();
  const say = useSay();
  const note = (kind: "line trimmed" | "line renewed", words: string) => {
    const key = newKey();
    log({ key, time: onTheWall(new Date()), rod: line.number, kind });
    say(words, async () => {
      await send(); // it may be on its way
      letGo(key);
      const events = await take(client.GET("/trips/{id}/events", { params: { path: { id: line.trip } } }));
      const kept = events.find((e) => e.event.key === key);
      if (kept) takeOff.mutate(kept);
    });
  };
  return (
    <li>
      <b>
        {line.rod}: {line.line}
      </b>{" "}
      {line.words} {line.due && <strong>{line.due}</strong>}{" "}
      <Button variant="outlined" onClick={() => note("line trimmed", `${line.rod}: its line is trimmed.`)}>
        Trimmed now
      </Button>{" "}
      <Button variant="outlined" onClick={() => note("line renewed", `${line.rod}: another line is on.`)}>
        New line on
      </Button>
    </li>
  );
}
