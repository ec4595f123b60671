import { Box } from "@mui/material";
import { Bin, Copies, Unreadable } from "./Kept";
import { noteBackup } from "./Reminder";
import { Take } from "./Take";

const tables = [
  ["setups", "Setups", "conditions and tackle, a row each"],
  ["drop-tests", "Drop tests", "a row each, with its times"],
  ["plans", "Plans", "a row for each spot"],
] as const;

/** Everything out, and files in: looked at first, then taken as a whole or not at all. */
export function Exchange() {
  return (
    <Box
      sx={{
        "& .row": { gridTemplateColumns: "110px minmax(0, 1fr)" },
        "& .mapping .row": { gridTemplateColumns: "220px minmax(0, 1fr)" },
        display: "grid",
        gap: "8px",
        maxWidth: "720px",
      }}
    >
      <section aria-label="Out">
        <h2>Out</h2>
        <Box component="ul" sx={{ "& li": { padding: "4px 0" }, "& a": { fontWeight: 650 } }}>
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
          {tables.map(([of, name, words]) => (
            <li key={of}>
              <a href={`/api/tables/${of}`} download={`dunvel-${of}.csv`}>
                {name}
              </a>{" "}
              {words} (CSV), or{" "}
              <a href={`/api/tables/${of}/workbook`} download={`dunvel-${of}.xlsx`}>
                as a workbook
              </a>{" "}
              (XLSX)
            </li>
          ))}
          <li>
            <a href="/api/backup.json" download="dunvel-backup.json" onClick={noteBackup}>
              Everything
            </a>{" "}
            to be put back here or on another machine (JSON)
          </li>
        </Box>
      </section>
      <Take />
      <Copies />
      <Bin />
      <Unreadable />
    </Box>
  );
}
