import { Box, LinearProgress } from "@mui/material";
import { useDefinitions } from "../../parts/definitions";
import { Choose } from "../../parts/Entry";
import { KeepPicture } from "../../parts/KeepPicture";
import * as looks from "../../parts/looks";
import { at } from "../../parts/path";
import { useUnits } from "../../parts/preferences";
import { Aside } from "../../parts/Said";
import { useLeftOut } from "../../parts/useLeftOut";
import { View } from "../../parts/View";
import { useSize } from "../../section/useSize";
import { NumberField } from "../../setup/NumberField";
import { SaveBar } from "../../setup/SaveBar";
import { useAddressText, useSetup } from "../../setup/useSetup";
import { odds } from "../../units/odds";
import { Regions } from "./Regions";
import { RulesCheck } from "./RulesCheck";
import { useChart, useHere } from "./useChart";

/** Which head over two fields, with where you are; and own rules of thumb against it. */
export default function MapView() {
  const { fields } = useDefinitions();
  const { setup, change, replace } = useSetup();
  const { show, snap } = useUnits();
  const [wantedAcross, setAcross] = useAddressText("x");
  const [wantedUp, setUp] = useAddressText("y");
  const one = (path: string | undefined, other: string) =>
    path && fields.some((f) => f.path === path && f.type === "number") ? path : other;
  const across = one(wantedAcross, "water.depth");
  const up = one(wantedUp, across === "flow.speed" ? "water.depth" : "flow.speed");
  useLeftOut([
    ...(wantedAcross && across !== wantedAcross ? [`x=${wantedAcross}`] : []),
    ...(wantedUp && up !== wantedUp ? [`y=${wantedUp}`] : []),
  ]);
  const { chart, cells, done, failure } = useChart(setup, across, up);
  const here = useHere(setup, chart);
  const [box, size] = useSize<HTMLDivElement>();
  const label = (path: string) => fields.find((f) => f.path === path)?.label ?? path;
  const cell = here && cells[Math.round(here.y.at)]?.[Math.round(here.x.at)];
  const choose = (path: string, other: string, set: (p: string) => void, setOther: (p: string) => void) => {
    if (path === other) setOther(path === across ? up : across); // they change places
    set(path);
  };
  // Where the setup has no such axis there is still a way back.
  const paths = chart?.fields ?? [...new Set([across, up, "water.depth", "flow.speed"])];

  const axis = (id: string, name: string, value: string, onChange: (path: string) => void) => (
    <Box
      component="label"
      sx={{
        display: "grid",
        gridTemplateColumns: "60px 1fr",
        alignItems: "center",
        minHeight: "40px",
      }}
      htmlFor={id}
    >
      {name}
      <Choose boxed id={id} value={value} onChange={(e) => onChange(e.target.value)}>
        {paths.map((path) => (
          <option key={path} value={path}>
            {label(path)}
          </option>
        ))}
      </Choose>
    </Box>
  );

  return (
    <View
      title="Map"
      bar={<SaveBar setup={setup} onOpen={replace} />}
      sx={{
        flex: 1,
        display: "grid",
        gridTemplateColumns: "304px minmax(0, 1fr)",
        gridTemplateAreas: '"side answer" "side map" "rules rules"',
        "& .answer": { minHeight: 0 },
        [looks.thumb]: { display: "block" },
      }}
    >
      <Box component="section" className="answer" sx={looks.answer} aria-label="Answer" aria-live="polite">
        <h1>
          {failure
            ? failure.message
            : here && chart && cell
              ? `${show(chart.x.measure, here.x.value)}, ${show(chart.y.measure, here.y.value)}: ${
                  !done && !(cell.x === Math.round(here.x.at) && cell.y === Math.round(here.y.at))
                    ? `${cell.mass > 0 ? `${show("mass", cell.mass)} or so` : "perhaps none of these heads"}, working it out`
                    : cell.mass > 0
                      ? `${show("mass", cell.mass)}, ${odds(cell.sure)}`
                      : "none of these heads does it"
                }`
              : here && !here.on
                ? "You are off this map"
                : "Working it out…"}
        </h1>
        <Aside>
          Touch or click the map, or use the arrow keys, to go there; Work out has the reasons. Lighter shade:
          it only just does it. Dots were worked out, what is between them is told from those around it. The
          cross is where you are, its arms how sure that is.
        </Aside>
      </Box>
      <Box
        sx={{
          gridArea: "map",
          height: "min(62vh, 560px)",
          overflow: "hidden",
          [looks.thumb]: { height: "420px" },
        }}
        ref={box}
      >
        {chart && size.width > 0 && (
          <Regions
            chart={chart}
            cells={cells}
            heads={[...setup.heads].sort((a, b) => a - b)}
            here={here}
            width={size.width}
            height={size.height}
            onGo={(x, y) =>
              change({
                [chart.x.field]: snap(chart.x.measure, x),
                [chart.y.field]: snap(chart.y.measure, y),
              })
            }
          />
        )}
      </Box>
      <Box
        sx={{
          gridArea: "side",
          padding: "12px 12px 12px 16px",
          borderRight: looks.rule,
          [looks.printed]: { display: "none" },
          [looks.thumb]: { borderRight: 0 },
        }}
      >
        {axis("map-x", "Across", across, (p) => choose(p, up, setAcross, setUp))}
        {axis("map-y", "Up", up, (p) => choose(p, across, setUp, setAcross))}
        {[across, up].map((path) => (
          <NumberField
            key={path}
            path={path}
            value={at(setup, path) as number}
            onChange={(value) => change({ [path]: value })}
          />
        ))}
        <LinearProgress
          variant="determinate"
          value={done ? 100 : 100 * progressOf(cells, chart?.steps)}
          aria-label="How much of the map is worked out"
          data-done={done || undefined}
          sx={{ mt: 1.5, visibility: done ? "hidden" : undefined }}
        />
        <KeepPicture of=".map" name="dunvel-map" />
      </Box>
      <RulesCheck setup={setup} />
    </View>
  );
}

/** The share of cells that stand for themselves. */
function progressOf(cells: ({ size: number } | undefined)[][], steps: number | undefined): number {
  if (!steps) return 0;
  const known = cells.flat().filter((c) => c && c.size <= 2).length;
  return known / (steps + 1) ** 2;
}
