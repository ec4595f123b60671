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

/** The fish that stand in the address. */
export function useFish(setup: Setup): [Fish, (change: Partial<Fish>) => void] {
  const [text, setText] = useAddressText("fish");
  const told = text?.split(",").map(Number);
  const first = usual(setup);
  const fish =
    told?.length === order.length && told.every(Number.isFinite)
      ? (Object.fromEntries(order.map((key, i) => [key, told[i]])) as unknown as Fish)
      : first;
  return [
    fish,
    (change) => {
      const next = { ...fish, ...change };
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
