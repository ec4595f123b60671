import { useQuery } from "@tanstack/react-query";
import { useRef } from "react";
import { client, type Fish, type Lead, type Setup, take } from "../../api/client";
import { useUnits } from "../../parts/preferences";
import { useAddressText } from "../../setup/useSetup";

/** Fish as they are first thought of: coming along the cast in the upper half of the water. */
const usual = (setup: Setup): Fish => ({
  distance: 20,
  bearing: 0,
  depth: Math.round(setup.water.depth * 4) / 10,
  way: 180,
  speed: 0.5,
  sight: 0,
});

const order = ["distance", "bearing", "depth", "way", "speed", "sight"] as const;

function read(text: string | null | undefined): Fish | undefined {
  const told = text?.split(",").map(Number);
  if (told?.length !== order.length || !told.every(Number.isFinite)) return undefined;
  return Object.fromEntries(order.map((key, i) => [key, told[i]])) as unknown as Fish;
}

/** The fish that stand in the address. */
export function useFish(setup: Setup): [Fish, (change: Partial<Fish>) => void] {
  const [text, setText] = useAddressText("fish");
  const fish = read(text) ?? usual(setup);
  return [
    fish,
    (change) => {
      // What was changed since, by a tap while a field was still being read, stays.
      const now = read(new URLSearchParams(window.location.search).get("fish")) ?? fish;
      const next = { ...now, ...change };
      setText(order.map((key) => Number(next[key].toPrecision(6))).join(","));
    },
  ];
}

/** How to lead them. The last answer stays until the next is there, also where one is refused. */
export function useLead(setup: Setup, fish: Fish) {
  const { units } = useUnits();
  const last = useRef<Lead>(undefined);
  const query = useQuery({
    queryKey: ["lead", setup, fish, units],
    queryFn: ({ signal }) => take(client.POST("/leads", { body: { setup, fish, units }, signal })),
    staleTime: Number.POSITIVE_INFINITY,
    gcTime: 10_000,
    retry: false,
  });
  last.current = query.data ?? last.current;
  return { ...query, data: last.current, isOld: query.data === undefined };
}
