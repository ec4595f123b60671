import { useCallback, useEffect, useRef, useState } from "react";
import { useLocation, useNavigate, useSearchParams } from "react-router";
import type { Definitions, Part, Setup } from "../api/client";
import { useDefinitions } from "../parts/definitions";
import { at, having, type Leaf } from "../parts/path";
import { useSay } from "../parts/Undo";
import { leftOut } from "../parts/useLeftOut";
import { useSavedSetup } from "./useSetups";

// The address holds what differs from the setup that everyone starts from,
// each under its path ("?water.depth=22"), so that a link or a reload brings
// the same picture back.

const pause = 250; // ms without a change before the address follows

/** Paths of all values of a setup except the ladder. */
function leaves(setup: Setup): string[] {
  return Object.entries(setup).flatMap(([group, values]) =>
    Array.isArray(values)
      ? []
      : Object.keys(values as object)
          .map((key) => `${group}.${key}`)
          .filter((path) => path !== "rig.parts"),
  );
}

/** What an address is read by: what fields are when it says nothing of them, and what they may be. */
type Given = Pick<Definitions, "defaults" | "fields">;

/** What fields were called in links of before. */
const formerly: Record<string, string> = {
  "rig.apart": "rig.gap",
  "rig.stop": "rig.gap",
  "rig.upper": "rig.second",
  "rig.carries": "rig.second",
};

function fromAddress(given: Given, params: URLSearchParams): Setup {
  const { defaults } = given;
  const changes: Record<string, unknown> = {};
  for (const path of leaves(defaults)) {
    const text = params.get(path) ?? params.get(formerly[path] ?? "");
    if (text === null) continue;
    const value = parsed(text, path, given);
    if (value !== undefined) changes[path] = value;
  }
  const heads = params.get("heads")?.split(",").map(Number);
  if (heads?.length && heads.every(Number.isFinite)) changes.heads = heads;
  const parts = params.get("rig.parts");
  if (parts) changes["rig.parts"] = partsOf(parts);
  return having(defaults, changes);
}

/** What of an address is of no use: unknown names, and values that are none. */
function useless(given: Given, params: URLSearchParams): string[] {
  const { defaults } = given;
  const known = new Set<string>([
    ...leaves(defaults),
    ...Object.values(formerly),
    ...besides,
    "heads",
    "rig.parts",
  ]);
  return [...params]
    .filter(([key, text]) => {
      if (!known.has(key)) return true;
      if (key === "heads") return !text.split(",").map(Number).every(Number.isFinite);
      if (key === "rig.parts") return text !== "" && partsOf(text).length === 0;
      if (numbers.includes(key)) return !Number.isFinite(Number(text));
      const path = leaves(defaults).find((p) => p === key);
      return path !== undefined && parsed(text, path, given) === undefined;
    })
    .map(([key, text]) => `${key}=${text}`);
}

/** A part of a rig in an address: "sinker@0.3:0.02~" is 0.3 m up, of 0.02 kg, and slides. */
const partText = ({ what, at, mass, slides }: Part) =>
  `${what}@${at}${mass ? `:${mass}` : ""}${slides ? "~" : ""}`;

function partsOf(text: string): Part[] {
  return [...text.matchAll(/([a-z]+)@([\d.e-]+)(?::([\d.e-]+))?(~?)/g)].map(([, what, at, mass, slides]) => ({
    what: what as Part["what"],
    at: Number(at),
    ...(mass ? { mass: Number(mass) } : {}),
    ...(slides ? { slides: true } : {}),
  }));
}

/** A text of an address as the value of a field; an option that there is not is none. */
function parsed(text: string, path: string, { defaults, fields }: Given): Leaf | undefined {
  const like = at(defaults, path);
  if (typeof like === "string") {
    const field = fields.find((f) => f.path === path && f.type === "choice");
    return !field || field.options.some((o) => o.value === text) ? text : undefined;
  }
  if (typeof like === "boolean") return text === "true";
  const value = Number(text);
  return text.trim() !== "" && Number.isFinite(value) ? value : undefined;
}

export function toAddress(defaults: Setup, setup: Setup): Record<string, string> {
  const out: Record<string, string> = {};
  for (const path of leaves(defaults)) {
    if (at(setup, path) !== at(defaults, path)) out[path] = String(at(setup, path));
  }
  if (setup.rig.parts?.length) out["rig.parts"] = setup.rig.parts.map(partText).join(",");
  if (setup.heads.join() !== defaults.heads.join()) out.heads = setup.heads.join();
  return out;
}

/** What the address holds now: the browser has a change before the next drawing of the page does. */
const inBrowser = () => new URLSearchParams(window.location.search);

/** The address that is about to be, while what was changed has not yet come to rest. */
let coming: string | undefined;

/** What another view of the same water is opened with: the setup as it is on the screen at this moment. */
export const handedOn = () => coming ?? window.location.search;

/** A link to another view of the same water, with what of the address is the other view's own. */
export function handedTo(to: string): string {
  const [path, own] = to.split("?");
  const params = new URLSearchParams(handedOn());
  for (const key of besides) if (key !== "open") params.delete(key);
  for (const [key, value] of new URLSearchParams(own)) params.set(key, value);
  return `${path}?${params}`;
}

/** What goes with a value that is set anew: how well the old one was measured says nothing of it. */
const anew = (changes: Record<string, unknown>) => ({
  ...("flow.speed" in changes ? { "flow.spread": 0 } : {}),
  ...("boat.speed" in changes ? { "boat.spread": 0 } : {}),
});

/** The address of which it was told last what is of no use in it. */
let toldOf: string | undefined;

/** Says what of an address is left out, once. */
function useToldOfUseless(given: Given, params: URLSearchParams) {
  const say = useSay();
  // biome-ignore lint/correctness/useExhaustiveDependencies: once, as it is opened
  useEffect(() => {
    const words = leftOut(useless(given, params));
    if (!words || toldOf === params.toString()) return;
    toldOf = params.toString();
    say(words);
  }, []);
}

/** The number of the kept setup that an address names, where it holds nothing of a setup itself. */
export function keptIn(params: URLSearchParams): number | undefined {
  const id = Number(params.get("open") ?? Number.NaN);
  return Number.isInteger(id) && isBare(params) ? id : undefined;
}

/** How many changes an entry of the browser's history is on from where the page was opened. */
const stepOf = (state: unknown): number => (state as { step?: number } | null)?.step ?? 0;

/** The step of the last change; what was gone back from before it is gone. */
let furthest = 0;

/** The setup that is worked on, in step with the address. */
export function useSetup() {
  const given = useDefinitions();
  const { defaults } = given;
  const [params, setParams] = useSearchParams();
  const { pathname, state } = useLocation();
  const navigate = useNavigate();
  const step = stepOf(state);
  const { data: kept } = useSavedSetup(keptIn(params));
  const [setup, setSetup] = useState(() => kept?.setup ?? fromAddress(given, params));
  /** A kept setup is opened: that the address comes to hold it is no step to go back from. */
  const opening = useRef(kept !== undefined);
  useToldOfUseless(given, params);
  const inAddress = JSON.stringify(toAddress(defaults, fromAddress(given, params)));
  const followed = useRef(inAddress);
  /** The setup of the address at the last drawing: what is chosen beside it draws the same one again. */
  const drawn = useRef(inAddress);
  /** Addresses that were set and have not been seen yet: on a busy machine a newer change overtakes them. */
  const sent = useRef<string[]>([]);

  // Going back, or a link within the page, brings another setup; what else stands in the address does not.
  useEffect(() => {
    if (inAddress === drawn.current) return;
    drawn.current = inAddress;
    const on = sent.current.indexOf(inAddress);
    if (on >= 0) sent.current = sent.current.slice(on + 1);
    if (on >= 0 || inAddress === followed.current) return;
    followed.current = inAddress;
    setSetup(fromAddress(given, params));
  }, [inAddress, params, given]);

  // On a busy machine the page may not have seen yet what is gone back from: then its address stays the same to it.
  useEffect(() => {
    const onPop = () => {
      if (window.location.pathname !== pathname) return;
      const next = fromAddress(given, inBrowser());
      sent.current = [];
      followed.current = JSON.stringify(toAddress(given.defaults, next));
      setSetup(next);
    };
    window.addEventListener("popstate", onPop);
    return () => window.removeEventListener("popstate", onPop);
  }, [given, pathname]);

  useEffect(() => {
    const wanted = toAddress(defaults, setup);
    if (JSON.stringify(wanted) === followed.current) {
      opening.current = false; // there is nothing to hold: the next change is one of a hand
      return;
    }
    const address = () => {
      const old = inBrowser();
      const next = new URLSearchParams(wanted);
      for (const key of besides) {
        const value = old.get(key);
        if (value !== null) next.set(key, value);
      }
      return next;
    };
    coming = `?${address()}`;
    const timer = window.setTimeout(() => {
      coming = undefined;
      if (window.location.pathname !== pathname) return; // on the way to another view
      followed.current = JSON.stringify(wanted);
      sent.current = [...sent.current, followed.current];
      furthest = stepOf(window.history.state?.usr) + (opening.current ? 0 : 1);
      setParams(address, { replace: opening.current, state: { step: furthest } });
      opening.current = false;
    }, pause);
    return () => {
      coming = undefined;
      window.clearTimeout(timer);
    };
  }, [setup, defaults, pathname, setParams]);

  const change = useCallback(
    (changes: Record<string, unknown>) => setSetup((old) => having(old, { ...anew(changes), ...changes })),
    [],
  );
  return {
    setup,
    change,
    replace: setSetup,
    /** One change back, and on again; undefined where there is none. */
    back: step > 0 ? () => navigate(-1) : undefined,
    forth: step < furthest ? () => navigate(1) : undefined,
  };
}

/**
 * What stands in the address besides the setup: the kept setup that is open, the kind of fishing that was begun with, the heads looked at, what is done
 * after the splash, the second that is shown, the fields that the map is over, what is compared with, of a
 * drop test its part, number, depth, place and how the line is held, the game and round of practice, and the
 * trip of the log.
 */
const besides = [
  "open",
  "from",
  "head",
  "against",
  "do",
  "at",
  "x",
  "y",
  "with",
  "part",
  "test",
  "deep",
  "place",
  "held",
  "practice",
  "seed",
  "page",
  "words",
  "care",
  "trust",
  "plan",
  "spot",
  "fish",
  "trip",
] as const;

/** Those of them that are places one goes to, and back from. */
const places: readonly string[] = ["trip", "from", "page", "words", "plan"];

/** Those of them that are numbers. */
const numbers = ["open", "head", "against", "at", "test", "deep", "seed", "trip", "spot"];

/** Whether an address holds nothing of a setup itself, whatever else stands in it. */
export const isBare = (params: URLSearchParams) =>
  ![...params.keys()].some((key) => key === "heads" || key.includes("."));

/** A text that stands in the address besides the setup. */
export function useAddressText(
  key: (typeof besides)[number],
): [string | undefined, (value: string | undefined) => void] {
  const [params, setParams] = useSearchParams();
  const { pathname } = useLocation();
  const set = useCallback(
    (next: string | undefined) =>
      window.location.pathname === pathname &&
      setParams(
        () => {
          const changed = inBrowser();
          if (next === undefined) changed.delete(key);
          else changed.set(key, next);
          return changed;
        },
        { replace: !places.includes(key) },
      ),
    [key, pathname, setParams],
  );
  return [params.get(key) ?? undefined, set];
}

/** A number that stands in the address besides the setup. */
export function useAddressNumber(
  key: (typeof besides)[number],
): [number | undefined, (value: number | undefined) => void] {
  const [text, setText] = useAddressText(key);
  const value = text !== undefined && Number.isFinite(Number(text)) ? Number(text) : undefined;
  const set = useCallback((next: number | undefined) => setText(next?.toString()), [setText]);
  return [value, set];
}
