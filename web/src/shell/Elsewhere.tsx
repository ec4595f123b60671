import { type ComponentType, lazy, useState } from "react";

/** The views besides Work out, by their addresses: each is fetched when it is gone to. */
const views: Record<string, () => Promise<{ default: ComponentType }>> = {
  "/begin": () => import("../views/begin/BeginView"),
  "/fall": () => import("../views/fall/FallView"),
  "/map": () => import("../views/map/MapView"),
  "/compare": () => import("../views/compare/CompareView"),
  "/drop": () => import("../views/drop/DropView"),
  "/log": () => import("../views/log/LogView"),
  "/box": () => import("../views/box/BoxView"),
  "/setups": () => import("../views/setups/SetupsView"),
  "/day": () => import("../views/day/DayView"),
  "/boat": () => import("../views/boat/BoatView"),
  "/lead": () => import("../views/lead/LeadView"),
  "/devices": () => import("../views/devices/DevicesView"),
  "/guide": () => import("../views/guide/GuideView"),
  "/licences": () => import("../views/licences/LicencesView"),
};

export const elsewhere = Object.keys(views);

const later = Object.fromEntries(Object.entries(views).map(([path, view]) => [path, lazy(view)]));
const fetched: Record<string, ComponentType> = {};

/** Has the view of an address fetched while the rest begins. */
export async function fetchAhead(path: string) {
  const view = await views[path]?.();
  if (view) fetched[path] = view.default;
}

/** The view of an address. What has to be waited for leaves an empty page, which React keeps for 300 ms at the least. */
export function Elsewhere({ path }: { path: string }) {
  const [View] = useState(() => fetched[path] ?? later[path]);
  return View && <View />;
}
