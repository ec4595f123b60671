import { useQueryClient } from "@tanstack/react-query";
import { useEffect, useSyncExternalStore } from "react";
import { load } from "../api/engine";
import { isAway, onAway, remember } from "../api/reach";

/** How long after the page has come what it needs without a server is fetched, ms. */
const rest = 4000;

/** Whether the server is out of reach; when it is back, what it has is asked for anew. */
export function useAway(): boolean {
  const queries = useQueryClient();
  const away = useSyncExternalStore(onAway, isAway);
  useEffect(() => {
    if (!away) return;
    return () => {
      queries.invalidateQueries();
    };
  }, [away, queries]);
  return away;
}

/** Has the page go on without a server: by a service worker where the browser allows one, and while it is open elsewhere. */
export function useOffline() {
  useEffect(() => {
    const timer = window.setTimeout(() => {
      if (!("serviceWorker" in navigator)) load().catch(() => {});
      else navigator.serviceWorker.register("/sw.js").catch(() => load().catch(() => {}));
    }, rest);
    navigator.serviceWorker?.addEventListener("controllerchange", remember);
    return () => {
      window.clearTimeout(timer);
      navigator.serviceWorker?.removeEventListener("controllerchange", remember);
    };
  }, []);
}
