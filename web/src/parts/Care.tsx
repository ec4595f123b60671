import { Box, Button } from "@mui/material";
import { useQuery } from "@tanstack/react-query";
import { Link } from "react-router";
import { type Caution, client, type Setup, take } from "../api/client";
import { useKept, usePreferences } from "./preferences";
import { useSay } from "./Undo";

const key = "dunvel.care";
const most = 200; // that are remembered as put away
const mark = (c: Caution) => `${c.key}: ${c.since}`;

/** Cautions that were not put away, and how to put one away until what it rests on changes. */
export function useCare(all: Caution[]) {
  const [away, setAway] = useKept<string[]>(key, []);
  const say = useSay();
  return {
    shown: all.filter((c) => !away.includes(mark(c))),
    away: all.filter((c) => away.includes(mark(c))).length,
    putAway: (c: Caution) => {
      setAway([...away, mark(c)].slice(-most));
      say(`Put away until that changes: ${c.since}.`, () => setAway(away));
    },
    bringBack: () => setAway(away.filter((m) => !all.some((c) => mark(c) === m))),
  };
}

interface Props {
  cautions: Caution[];
  /** Ties on heads of another metal; left out where that cannot be done. */
  onMetal?: (metal: string) => void;
  /** In a line that opens, where there is little room. */
  folded?: boolean;
}

/** What to mind: a line each, with what it rests on. */
export function Care({ cautions, onMetal, folded }: Props) {
  const { shown, away, putAway, bringBack } = useCare(cautions);
  if (cautions.length === 0) return null;
  const list = (
    <Box component="ul" sx={{ margin: 0, paddingLeft: "20px" }}>
      {shown.map((c) => (
        <li key={c.key}>
          {c.words} <small>For {c.since}.</small>{" "}
          {c.metal && onMetal && (
            <Button variant="link" onClick={() => onMetal(c.metal)}>
              Of {c.metal} instead
            </Button>
          )}{" "}
          <Button variant="link" onClick={() => putAway(c)} aria-label={`Put away: ${c.words}`}>
            put away
          </Button>
        </li>
      ))}
    </Box>
  );
  const rest = away > 0 && (
    <small>
      {away} put away.{" "}
      <Button variant="link" onClick={bringBack}>
        Bring back
      </Button>{" "}
    </small>
  );
  if (!folded)
    return (
      <Box component="section" className="care" sx={careLook} aria-label="Care">
        <h2>Care</h2>
        {list}
        <p>
          {rest}
          <small>
            <Link to="/guide?care=">All of them</Link>. Local rules and licensed skippers know better than
            Dunvel, which is no help to navigate by.
          </small>
        </p>
      </Box>
    );
  if (shown.length === 0) return null;
  return (
    <Box component="details" className="care" sx={[careLook, { flexBasis: "100%" }]}>
      <summary>
        <b>Care</b> {shown.map((c) => c.since).join(", ")}
      </summary>
      {list}
      <p>
        {rest}
        <small>
          <Link to="/guide?care=">All of them</Link>
        </small>
      </p>
    </Box>
  );
}

/** What there is to mind with a setup and a head, somewhere, and all that there is. */
export function useCautions(setup: Setup, mass: number, place: string) {
  const { units } = usePreferences();
  return useQuery({
    queryKey: ["cautions", setup, mass, place, units],
    queryFn: ({ signal }) => take(client.POST("/cautions", { body: { setup, mass, place, units }, signal })),
    staleTime: Number.POSITIVE_INFINITY,
  });
}

const careLook = { "& small": { color: "text.secondary" } } as const;
