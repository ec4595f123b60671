import { Box, Button, Table, TableBody, TableCell, TableRow } from "@mui/material";
import { Link } from "react-router";
import { Failure, type Fish, type Lead } from "../../api/client";
import { Headings } from "../../parts/Headings";
import * as looks from "../../parts/looks";
import { useUnits } from "../../parts/preferences";
import { Aside, Wrong } from "../../parts/Said";
import { View } from "../../parts/View";
import { Wide } from "../../parts/Wide";
import { DirectionField } from "../../setup/DirectionField";
import { NumberField } from "../../setup/NumberField";
import { SaveBar } from "../../setup/SaveBar";
import { useSetup } from "../../setup/useSetup";
import { Above, FromAside } from "./Pictures";
import { useFish, useLead } from "./useLead";

/** Fish that are seen: where to let a bait land and when, and with which head. */
export default function LeadView() {
  const { setup, replace } = useSetup();
  const [fish, setFish] = useFish(setup);
  const { data: lead, error, isOld, refetch } = useLead(setup, fish);
  const errors = error instanceof Failure ? error.fields : {};
  const others = Object.entries(errors).filter(([field]) => !field.startsWith("fish."));
  const old = isOld;
  const number = (key: keyof Fish) => (
    <NumberField
      path={`fish.${key}`}
      value={fish[key]}
      error={errors[`fish.${key}`]}
      onChange={(v) => setFish({ [key]: v })}
    />
  );
  const pictures = { setup, fish, lead, old, onFish: setFish };
  return (
    <View
      title="Lead"
      bar={<SaveBar setup={setup} onOpen={replace} />}
      className="page"
      sx={[looks.page, { maxWidth: 1240, "& h1": { margin: "0 0 8px" } }]}
    >
      <h1>Lead the fish</h1>
      <Box
        component="section"
        className="lead-answer"
        sx={{
          minHeight: "96px",
          "& h2": { margin: 0, fontSize: "1.25rem", lineHeight: 1.3 },
          "& p": { margin: "4px 0 0" },
        }}
        aria-label="Answer"
        aria-busy={!lead}
        data-old={old || undefined}
      >
        {error && (
          <Wrong>
            {others.map(([, words]) => words).join(" ") ||
              (Object.keys(errors).length > 0 ? Object.values(errors).join(" ") : error.message)}{" "}
            {Object.keys(errors).length === 0 && (
              <Button variant="link" onClick={() => refetch()}>
                Try again
              </Button>
            )}
          </Wrong>
        )}
        <h2 aria-live="polite">{lead?.sentence ?? (error ? "" : "Working it out…")}</h2>
        {lead?.words.map((w) => (
          <p key={w}>{w}</p>
        ))}
      </Box>
      <Box
        sx={{
          display: "grid",
          gridTemplateColumns: "minmax(260px, 1fr) minmax(0, 1.3fr) minmax(0, 1.3fr)",
          gap: "8px 24px",
          margin: "8px 0 16px",
          "& svg": { cursor: "crosshair", touchAction: "manipulation" },
          [looks.thumb]: { gridTemplateColumns: "minmax(0, 1fr)" },
        }}
      >
        <section aria-label="The fish">
          {number("distance")}
          <DirectionField
            path="fish.bearing"
            value={fish.bearing}
            onChange={(v) => setFish({ bearing: v })}
          />
          {number("depth")}
          <DirectionField path="fish.way" value={fish.way} onChange={(v) => setFish({ way: v })} />
          {number("speed")}
          {number("sight")}
          <Aside>
            A tap in a picture says where they are. Directions are against the cast of the setup; its water,
            wind, boat and tackle are those of <Link to={`/${window.location.search}`}>Work out</Link>.
          </Aside>
        </section>
        <Above {...pictures} />
        <FromAside {...pictures} />
      </Box>
      {lead && <Heads lead={lead} />}
    </View>
  );
}

/** What each head does. */
function Heads({ lead }: { lead: Lead }) {
  const { show } = useUnits();
  const { shown } = useUnits();
  const seconds = (s: number) => `${shown("time", s).number} s`;
  return (
    <Wide label="Each head, as a table">
      <Table
        size="small"
        className="lead-heads"
        sx={{
          borderCollapse: "collapse",
          "& caption": { padding: "4px 0", textAlign: "left", color: "text.secondary" },
          "& :is(th, td)": {
            padding: "4px 16px 4px 0",
            borderBottom: looks.rule,
            textAlign: "left",
            fontWeight: 400,
          },
          "& [aria-current] :is(th, td)": { fontWeight: 750 },
        }}
      >
        <caption>Each head, cast as soon as it can be</caption>
        <Headings of={["Head", "Lands after", "Out", "Down to them", "Before them", "Seen for", "Chance"]} />
        <TableBody>
          {lead.heads.map((h, i) => (
            <TableRow key={h.mass} aria-current={i === lead.pick || undefined}>
              <TableCell component="th" scope="row">
                {show("mass", h.mass)}
              </TableCell>
              {h.why ? (
                <TableCell colSpan={6}>{h.why}</TableCell>
              ) : (
                <>
                  <TableCell>{seconds(h.land)}</TableCell>
                  <TableCell>{show("depth", Math.round(h.distance * 10) / 10)}</TableCell>
                  <TableCell>{seconds(h.down)}</TableCell>
                  <TableCell>{seconds(h.before)}</TableCell>
                  <TableCell>{seconds(h.sees)}</TableCell>
                  <TableCell>{h.odds}</TableCell>
                </>
              )}
            </TableRow>
          ))}
        </TableBody>
      </Table>
    </Wide>
  );
}
