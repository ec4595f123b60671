import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { client, take } from "../../api/client";
import type { components } from "../../api/schema.gen";
import { asked } from "../../api/stream";
import { fieldId, Row } from "../../parts/Row";
import { useSay } from "../../parts/Undo";
import { useUnreadable } from "../../parts/Unread";
import { Working } from "../../parts/Working";
import { atTime, onDay, onTheWall } from "../../parts/when";
import { noteBackup } from "./Reminder";

type Kind = "log" | "places" | "backup";
type Import = components["schemas"]["Import"];

const most = 48 * 1024 * 1024; // as the server reads

const kindOf = (name: string): Kind =>
  /\.gpx$/i.test(name) ? "places" : /\.json$/i.test(name) ? "backup" : "log";

/** Everything out, and files in: looked at first, then taken as a whole or not at all. */
export function Exchange() {
  return (
    <div className="exchange">
      <section aria-label="Out">
        <h2>Out</h2>
        <ul className="downloads">
          <li>
            <a href="/api/log.csv" download="dunvel-log.csv">
              Trips and events
            </a>{" "}
            a table for a spreadsheet (CSV), or{" "}
            <a href="/api/log.xlsx" download="dunvel-log.xlsx">
              as a workbook
            </a>{" "}
            (XLSX)
          </li>
          <li>
            <a href="/api/places.gpx" download="dunvel-places.gpx">
              Places
            </a>{" "}
            waypoints for a plotter (GPX), or with what happened there as{" "}
            <a href="/api/places.kml" download="dunvel-places.kml">
              KML
            </a>{" "}
            or{" "}
            <a href="/api/places.geojson" download="dunvel-places.geojson">
              GeoJSON
            </a>
          </li>
          <li>
            <a href="/api/box.csv" download="dunvel-box.csv">
              The box
            </a>{" "}
            what is owned, as a table (CSV), or{" "}
            <a href="/api/box.xlsx" download="dunvel-box.xlsx">
              as a workbook
            </a>{" "}
            (XLSX)
          </li>
          <li>
            <a href="/api/backup.json" download="dunvel-backup.json" onClick={noteBackup}>
              Everything
            </a>{" "}
            to be put back here or on another machine (JSON)
          </li>
        </ul>
      </section>
      <Take />
      <Copies />
      <Bin />
      <Unreadable />
    </div>
  );
}

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

function Take() {
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
    if (chosen.size > most) {
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
      {tooLarge && (
        <p className="row-error" role="alert">
          {tooLarge}
        </p>
      )}
      {file && look.error && (
        <p className="row-error" role="alert">
          {look.error.message}
        </p>
      )}
      {file && (look.isFetching || taken.isPending) && (
        <p aria-busy="true">
          {taken.isPending ? "Taking it in…" : "Looking into it…"}{" "}
          <Working share={share} label="How far it is" />
        </p>
      )}
      {found && <Preview found={found} how={how} onHow={setHow} />}
      {found && (
        <p>
          <button
            type="button"
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
          </button>
        </p>
      )}
      {taken.error && (
        <p className="row-error" role="alert">
          {taken.error.message}
        </p>
      )}
    </section>
  );
}

const nothing = (i: Import) => i.events + i.places + i.tracks + i.entries === 0;

function summed(i: Import, what: string): string {
  const parts = [
    i.entries ? `${i.entries} entries` : "",
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
      {found.refused.length > 0 && (
        <>
          <p>While there is a line that cannot be taken, none is:</p>
          <ul className="refused">
            {found.refused.slice(0, 20).map((r) => (
              <li key={`${r.line}${r.why}`}>
                {r.line > 0 && `Line ${r.line}: `}
                {r.why}
              </li>
            ))}
            {found.refused.length > 20 && <li>and {found.refused.length - 20} more</li>}
          </ul>
        </>
      )}
      {found.headers.length > 0 && (
        <details className="mapping" open={found.refused.length > 0 || found.unused.length > 0 || undefined}>
          <summary>Which column is what</summary>
          {found.unused.length > 0 && <p>Not used: {found.unused.join(", ")}.</p>}
          {found.fields.map((f) => (
            <Row key={f.key} id={fieldId(`map-${f.key}`)} label={f.label + (f.needed ? ", needed" : "")}>
              <select
                id={fieldId(`map-${f.key}`)}
                className="row-input"
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
              </select>
            </Row>
          ))}
        </details>
      )}
    </>
  );
}

const twoWays: Record<Import["asks"][number]["about"], string> = {
  order: "Days are written with the",
  decimal: "Decimals stand after a",
};
const marks: Record<string, string> = { ",": "comma", ".": "point" };

/** The first rows as they will be kept, and what can be read in another way. */
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
            <select
              id={fieldId(`read-${about}`)}
              className="row-input"
              value={how[about]}
              onChange={(e) => onHow({ ...how, [about]: e.target.value })}
            >
              <option value="">as the table has it</option>
              {(about === "order" ? ["day first", "month first"] : [",", "."]).map((o) => (
                <option key={o} value={o}>
                  {marks[o] ?? o}
                </option>
              ))}
            </select>
          </Row>
        );
      })}
      <Row id={fieldId("read-zone")} label="Times are those of">
        <select
          id={fieldId("read-zone")}
          className="row-input"
          value={how.zone}
          onChange={(e) => onHow({ ...how, zone: e.target.value })}
        >
          {[...new Set([asItIs.zone, "UTC", ...Intl.supportedValuesOf("timeZone")])].map((zone) => (
            <option key={zone} value={zone}>
              {zone}
            </option>
          ))}
        </select>
      </Row>
      {found.changed > 0 && (
        <Row
          id={fieldId("read-changes")}
          label={`${found.changed} of what is here is told otherwise: change it`}
        >
          <input
            id={fieldId("read-changes")}
            type="checkbox"
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

/** What is kept and cannot be read: it is on no list, and can be taken away. */
function Unreadable() {
  const queries = useQueryClient();
  const say = useSay();
  const { data: found } = useUnreadable();
  const path = ({ table, id }: { table: string; id: number }) => ({ params: { path: { table, id } } });
  const refresh = () => queries.invalidateQueries({ queryKey: ["unreadable"] });
  const putBack = useMutation({
    mutationFn: (of: { table: string; id: number }) =>
      take(client.POST("/unreadable/{table}/{id}/restore", path(of))),
    onSuccess: refresh,
  });
  const remove = useMutation({
    mutationFn: (of: { table: string; id: number }) =>
      take(client.DELETE("/unreadable/{table}/{id}", path(of))),
    onSuccess: refresh,
  });
  if (!found?.length) return null;
  return (
    <section aria-label="Cannot be read">
      <h2>Cannot be read</h2>
      <p className="aside">
        These are kept and cannot be read, so they are on no list. Nothing else is concerned, and they go out
        with “Everything” as they stand.
      </p>
      <ul className="copies">
        {found.map((u) => (
          <li key={`${u.table}${u.id}`}>
            <span>
              {u.table.replace("_", " ")} “{u.name}”
            </span>
            <span title={u.why}>not readable</span>
            <button
              type="button"
              onClick={() =>
                remove.mutate(u, { onSuccess: () => say(`“${u.name}” is removed.`, () => putBack.mutate(u)) })
              }
            >
              Remove it
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** What was deleted lately, which can be put back. */
function Bin() {
  const queries = useQueryClient();
  const say = useSay();
  const { data: bin } = useQuery({
    queryKey: ["bin"],
    queryFn: ({ signal }) => take(client.GET("/bin", { signal })),
  });
  const putBack = useMutation({
    mutationFn: ({ table, id }: { table: string; id: number }) =>
      take(client.POST("/bin/{table}/{id}/restore", { params: { path: { table, id } } })),
    onSuccess: () => queries.invalidateQueries(),
    onError: (e) => say(e.message),
  });
  return (
    <section aria-label="Bin">
      <h2>Deleted in the last 30 days</h2>
      {bin?.length === 0 && <p>Nothing was deleted.</p>}
      <ul className="copies">
        {bin?.slice(0, mostBinned).map((b) => (
          <li key={`${b.table}${b.id}`}>
            <span>
              {b.table.replace("_", " ")} “{b.name}”
            </span>
            <span>
              {onDay(onTheWall(new Date(b.deleted)))} {atTime(onTheWall(new Date(b.deleted)))}
            </span>
            <button type="button" aria-label={`Put ${b.name} back`} onClick={() => putBack.mutate(b)}>
              Put back
            </button>
          </li>
        ))}
      </ul>
      {bin && bin.length > mostBinned && <p>and {bin.length - mostBinned} more before that.</p>}
    </section>
  );
}

const mostBinned = 50;

/** Copies of the database: made by themselves every hour, or now; any of them can be gone back to. */
function Copies() {
  const queries = useQueryClient();
  const say = useSay();
  const { data: copies, error } = useQuery({
    queryKey: ["copies"],
    queryFn: ({ signal }) => take(client.GET("/copies", { signal })),
  });
  const refresh = () => queries.invalidateQueries();
  const make = useMutation({ mutationFn: () => take(client.POST("/copies")), onSuccess: refresh });
  const restore = useMutation({
    mutationFn: (name: string) => take(client.POST("/copies/{name}/restore", { params: { path: { name } } })),
    onSuccess: refresh,
  });
  const failure = error ?? make.error ?? restore.error;
  const when = (iso: string) =>
    new Date(iso).toLocaleString(undefined, {
      day: "numeric",
      month: "long",
      hour: "2-digit",
      minute: "2-digit",
    });
  return (
    <section aria-label="Copies">
      <h2>Copies</h2>
      <p className="aside">
        A copy of everything is made at the start, every hour in which something was kept, and before a file
        is taken in. The last ten stay beside the database, with one of each of the last days and weeks.
      </p>
      {failure && (
        <p className="row-error" role="alert">
          {failure.message}
        </p>
      )}
      <p>
        <button type="button" disabled={make.isPending} onClick={() => make.mutate()}>
          Make one now
        </button>
      </p>
      <ul className="copies">
        {copies?.map((c) => (
          <li key={c.name}>
            <span>{when(c.time)}</span>
            <span>{Math.ceil(c.size / 1024)} kB</span>
            <button
              type="button"
              onClick={() =>
                restore.mutate(c.name, {
                  onSuccess: (before) =>
                    say(`Everything is as it was on ${when(c.time)}.`, () => restore.mutate(before.name)),
                })
              }
            >
              Go back to it
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}
