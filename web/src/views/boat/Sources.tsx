import { Box } from "@mui/material";
import type { LiveState } from "../../api/client";
import { ago } from "./Figures";

/** Where the instruments are heard, and how well. */
export function Sources({ sources }: { sources: LiveState["sources"] }) {
  if (sources.length === 0)
    return (
      <Box component="details" className="boat-sources" sx={boatSourcesLook}>
        <summary>No instruments are heard</summary>
        <p>
          Everything can be held by hand here. What sends NMEA 0183 is named when Dunvel is started, such as{" "}
          <code>dunvel serve --instrument tcp://192.168.1.20:10110</code>, once for each, the one that is
          believed first at the head. Without a boat, <code>dunvel simulate</code> sends what a made-up one
          has.
        </p>
      </Box>
    );
  const heard = sources.filter((s) => s.heard && s.age < 10).length;
  return (
    <Box component="details" className="boat-sources" sx={boatSourcesLook}>
      <summary>
        Instruments: {heard} of {sources.length} heard
      </summary>
      <ul>
        {sources.map((s) => (
          <li key={s.name}>
            <b>{s.name}</b> {s.heard ? `heard ${ago(s.age)}` : `${s.state}, never heard`}. {s.words}{" "}
            {s.sentences} sentences
            {s.wrong > 0 && `, ${s.wrong} spoilt`}
            {s.passed > 0 && `, ${s.passed} of other kinds`}
            {s.disbelieved > 0 && `, ${s.disbelieved} values that cannot be`}.
          </li>
        ))}
      </ul>
      <p>They are named when Dunvel is started, and by no page.</p>
    </Box>
  );
}

const boatSourcesLook = {
  "& summary": { display: "flex", alignItems: "center", gap: "8px", minHeight: "48px" },
  "& code": { overflowWrap: "anywhere" },
} as const;
