import { Box, Button, Checkbox } from "@mui/material";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import type { components } from "../../api/schema.gen";
import { asked } from "../../api/stream";
import { Choose } from "../../parts/Entry";
import * as looks from "../../parts/looks";
import { fieldId, Row } from "../../parts/Row";
import { Wrong } from "../../parts/Said";
import { useSay } from "../../parts/Undo";
import { adopt } from "../../parts/useKeptPreferences";
import { Working } from "../../parts/Working";

type Kind = "log" | "places" | "backup";
type Import = components["schemas"]["Import"];

const most = 48 * 1024 * 1024; // as the server reads of anything but a backup

const kindOf = (name: string): Kind =>
  /\.gpx$/i.test(name) ? "places" : /\.json$/i.test(name) ? "backup" : "log";

/** How a table is to be read; what is empty is as it has it. */
interface How {
  columns: Record<string, number>;
  order: string;
  decimal: string;
  zone: string;
  /** What a row says otherwise changes what is here. */
  changes: boolean;
}

const asItIs: How = {
  columns: {},
  order: "",
  decimal: "",
  zone: Intl.DateTimeFormat().resolvedOptions().timeZone,
  changes: false,
};

/** A file is looked at first, then taken as a whole or not at all. */
export function Take() {
  const queries = useQueryClient();
  const say = useSay();
  const [file, setFile] = useState<{ name: string; kind: Kind; of: File }>();
  const [how, setHow] = useState<How>(asItIs);
  const [tooLarge, setTooLarge] = useState("");
  const [share, setShare] = useState<number>();
  const ask = (yes: boolean) => {
    if (!file) throw new Error("no file");
    const query = new URLSearchParams({ kind: file.kind, take: String(yes) });
    for (const [key, at] of Object.entries(how.columns)) query.append("column", `${key}:${at}`);
    for (const key of ["order", "decimal", "zone"] as const) if (how[key]) query.set(key, how[key]);
    if (how.changes) query.set("changes", "true");
    setShare(undefined);
    return asked<Import>(`/imports?${query}`, file.of, undefined, setShare);
  };
  const look = useQuery({
    queryKey: ["import", file?.name, file?.of.size, file?.of.lastModified, how],
    queryFn: () => ask(false),
    enabled: !!file,
    retry: false,
    gcTime: 0,
  });
  const taken = useMutation({
    mutationFn: () => ask(true),
    onSuccess: (done) => {
      say(summed(done, "taken"));
      if (file?.kind === "backup") adopt(true).catch(() => {});
      setFile(undefined);
      queries.invalidateQueries();
    },
  });
  const open = (chosen: File | undefined) => {
    setTooLarge("");
    taken.reset();
    setHow(asItIs);
    setFile(undefined);
    if (!chosen) return;
    if (kindOf(chosen.name) !== "backup" && chosen.size > most) {
      setTooLarge(`“${chosen.name}” has ${Math.ceil(chosen.size / 1024 / 1024)} MB; at most 48 are read.`);
      return;
    }
    setFile({ name: chosen.name, kind: kindOf(chosen.name), of: chosen });
  };
  const found = file ? look.data : undefined;
  return (
    <section aria-label="In">
      <h2>In</h2>
      <Row id={fieldId("import")} label="A file: XLSX, CSV, GPX or JSON">
        <input
          id={fieldId("import")}
          type="file"
          accept=".xlsx,.csv,.tsv,.txt,.gpx,.json"
          onChange={(e) => open(e.target.files?.[0])}
        />
      </Row>
      {tooLarge && <Wrong>{tooLarge}</Wrong>}
      {file && look.error && <Wrong>{look.error.message}</Wrong>}
      {file && (look.isFetching || taken.isPending) && (
        <p aria-busy="true">
          {taken.isPending ? "Taking it in…" : "Looking into it…"}{" "}
          <Working share={share} label="How far it is" />
        </p>
      )}
      {found && <Preview found={found} how={how} onHow={setHow} />}
      {found && (
        <p>
          <Button
            variant="outlined"
            disabled={
              found.refused.length > 0 ||
              found.asks.length > 0 ||
              look.isFetching ||
              taken.isPending ||
              nothing(found)
            }
            onClick={() => taken.mutate()}
          >
            Take it
          </Button>
        </p>
      )}
      {taken.error && <Wrong>{taken.error.message}</Wrong>}
    </section>
  );
}

const nothing = (i: Import) => i.events + i.places + i.tracks + i.entries === 0;

function summed(i: Import, what: string): string {
  const parts = [
    i.entries ? (i.entries === 1 ? "an entry" : `${i.entries} entries`) : "",
    i.events ? `${i.events} events` : "",
    i.places ? `${i.places} places` : "",
    i.tracks ? (i.tracks === 1 ? "a track" : `${i.tracks} tracks`) : "",
  ].filter(Boolean);
  const known = i.known ? `, of which ${i.known} were here already` : "";
  return `${parts.join(" and ")}${known}: ${what}.`;
}

/** What a file holds, and how it is read. */
function Preview({ found, how, onHow }: { found: Import; how: How; onHow: (how: How) => void }) {
  return (
    <>
      <p role="status">
        <b>{nothing(found) ? "There is nothing in it that can be taken." : summed(found, "to be taken")}</b>{" "}
        {found.trips.slice(0, 8).join("; ")}
        {found.trips.length > 8 && ` and ${found.trips.length - 8} trips more`}
      </p>
      {found.untimed > 0 && (
        <p>
          {found.untimed === 1 ? "One track is left out: it" : `${found.untimed} tracks are left out: each`}{" "}
          has fewer than two points, or no times in order.
        </p>
      )}
      {found.headers.length > 0 && <Read found={found} how={how} onHow={onHow} />}
      <First found={found} how={how} onHow={onHow} />
      {found.headers.length === 0 && found.unused.length > 0 && <p>Not used: {found.unused.join(", ")}.</p>}
      {found.refused.length > 0 && (
        <>
          <p>While there is a line that cannot be taken, none is:</p>
          <Box component="ul" className="refused" sx={looks.refused}>
            {found.refused.slice(0, 20).map((r) => (
              <li key={`${r.line}${r.why}`}>
                {r.line > 0 && `Line ${r.line}: `}
                {r.why}
              </li>
            ))}
            {found.refused.length > 20 && <li>and {found.refused.length - 20} more</li>}
          </Box>
        </>
      )}
      {found.headers.length > 0 && (
        <Box
          component="details"
          className="mapping"
          sx={{ maxWidth: "520px", "& summary": { padding: "8px 0" } }}
          open={found.refused.length > 0 || found.unused.length > 0 || undefined}
        >
          <summary>Which column is what</summary>
          {found.unused.length > 0 && <p>Not used: {found.unused.join(", ")}.</p>}
          {found.fields.map((f) => (
            <Row key={f.key} id={fieldId(`map-${f.key}`)} label={f.label + (f.needed ? ", needed" : "")}>
              <Choose
                id={fieldId(`map-${f.key}`)}
                value={found.columns[f.key] ?? -1}
                onChange={(e) =>
                  onHow({ ...how, columns: { ...found.columns, [f.key]: Number(e.target.value) } })
                }
              >
                <option value={-1}>none</option>
                {found.headers.map((h, i) => (
                  // biome-ignore lint/suspicious/noArrayIndexKey: columns go by their number
                  <option key={i} value={i}>
                    {h || `column ${i + 1}`}
                  </option>
                ))}
              </Choose>
            </Row>
          ))}
        </Box>
      )}
    </>
  );
}

const twoWays: Record<Import["asks"][number]["about"], string> = {
  order: "Days are written with the",
  decimal: "Decimals stand after a",
};
const marks: Record<string, string> = { ",": "comma", ".": "point" };

/** What can be read in another way. */
function Read({ found, how, onHow }: { found: Import; how: How; onHow: (how: How) => void }) {
  return (
    <>
      {(["order", "decimal"] as const).map((about) => {
        const ask = found.asks.find((a) => a.about === about);
        if (!ask && !how[about]) return null;
        return (
          <Row
            key={about}
            id={fieldId(`read-${about}`)}
            label={twoWays[about]}
            error={ask && `“${ask.example}” can be read two ways: choose one.`}
          >
            <Choose
              id={fieldId(`read-${about}`)}
              value={how[about]}
              onChange={(e) => onHow({ ...how, [about]: e.target.value })}
            >
              <option value="">as the table has it</option>
              {(about === "order" ? ["day first", "month first"] : [",", "."]).map((o) => (
                <option key={o} value={o}>
                  {marks[o] ?? o}
                </option>
              ))}
            </Choose>
          </Row>
        );
      })}
      <Row id={fieldId("read-zone")} label="Times are those of">
        <Choose
          id={fieldId("read-zone")}
          value={how.zone}
          onChange={(e) => onHow({ ...how, zone: e.target.value })}
        >
          {[...new Set([asItIs.zone, "UTC", ...Intl.supportedValuesOf("timeZone")])].map((zone) => (
            <option key={zone} value={zone}>
              {zone}
            </option>
          ))}
        </Choose>
      </Row>
    </>
  );
}

/** What is told otherwise of what is here, and the first as they will be kept. */
function First({ found, how, onHow }: { found: Import; how: How; onHow: (how: How) => void }) {
  return (
    <>
      {found.changed > 0 && (
        <Row
          id={fieldId("read-changes")}
          label={`${found.changed} of what is here is told otherwise: change it`}
        >
          <Checkbox
            size="small"
            id={fieldId("read-changes")}
            checked={how.changes}
            onChange={(e) => onHow({ ...how, changes: e.target.checked })}
          />
        </Row>
      )}
      {found.rows.length > 0 && (
        <>
          <p>
            {found.asks.length > 0 ? "The first as they are read so far:" : "The first as they will be kept:"}
          </p>
          <ul className="read-rows">
            {found.rows.map((row, i) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: rows may be alike
              <li key={i}>{row}</li>
            ))}
          </ul>
        </>
      )}
    </>
  );
}
