import { useQueryClient } from "@tanstack/react-query";
import { useEffect, useSyncExternalStore } from "react";
import { begin } from "../api/engine";
import { onStanding, remember, rememberAll, type Standing, theStanding } from "../api/reach";

/** How long after the page has come what it needs without a server is fetched, ms. */
const rest = 4000;

/** How it stands with the server; when it is back, what it has is asked for anew. */
export function useStanding(): Standing {
  const queries = useQueryClient();
  const standing = useSyncExternalStore(onStanding, theStanding);
  const { away } = standing;
  useEffect(() => {
    if (!away) return;
    begin().catch(() => {}); // told where it is asked
    return () => {
      queries.invalidateQueries();
    };
  }, [away, queries]);
  return standing;
}

/** Everything that is loaded when it is needed. */
const parts = import.meta.glob([
  "./{Keys,UnitsPopover,ViewsDrawer}.tsx",
  "../parts/{NameDialog,Notice,TermPopover}.tsx",
  "../setup/{FromBox,LureEditor,PartsField,RigEditor}.tsx",
  "../views/*/*View.tsx",
  "../views/workout/{HeadTable,OnRods,Sheet}.tsx",
]);

/** Has a page without a service worker have all that it may need once the server is out of reach. */
async function loadAll() {
  // What is missing is asked for again when it is needed.
  await Promise.allSettled([rememberAll(), begin(), ...Object.values(parts).map((part) => part())]);
  document.documentElement.dataset.alone = "ready";
}

/** Has the page go on without a server: by a service worker where the browser allows one, and while it is open elsewhere. */
export function useOffline() {
  useEffect(() => {
    const timer = window.setTimeout(() => {
      if (!("serviceWorker" in navigator)) loadAll();
      else navigator.serviceWorker.register("/sw.js").catch(loadAll);
    }, rest);
    navigator.serviceWorker?.addEventListener("controllerchange", remember);
    return () => {
      window.clearTimeout(timer);
      navigator.serviceWorker?.removeEventListener("controllerchange", remember);
    };
  }, []);
}
