import { useEffect } from "react";
import { client, take } from "../api/client";

/** What a person likes to have, and what of it is one device's own business: its light and its dark boat page. */
const shared = ["dunvel.units", "dunvel.begun", "dunvel.rules"];
const own = ["dunvel.light", "dunvel.boat.dark"];
const pause = 1000; // ms after the last change

const here = () => {
  const page: Record<string, unknown> = {};
  for (const key of [...shared, ...own]) {
    const text = stored(key);
    if (text !== null) page[key] = JSON.parse(text);
  }
  return page;
};

function stored(key: string): string | null {
  try {
    return localStorage.getItem(key);
  } catch {
    return null; // storage is refused
  }
}

/** What the server keeps of this page's preferences is taken over; over those of here only where it is to be. */
export async function adopt(over: boolean) {
  const { page } = await take(client.GET("/preferences"));
  for (const key of over ? [...shared, ...own] : shared) {
    const value = page?.[key];
    if (value === undefined || (!over && stored(key) !== null)) continue;
    try {
      localStorage.setItem(key, JSON.stringify(value));
    } catch {
      return; // storage is refused: they stay as they are
    }
    window.dispatchEvent(new StorageEvent("storage", { key }));
  }
}

/** Preferences are kept by the server too, so that a backup has them and a new device begins with them. */
export function useKeptPreferences() {
  useEffect(() => {
    let timer: number | undefined;
    const changed = (e: StorageEvent) => {
      if (e.key === null || ![...shared, ...own].includes(e.key)) return;
      window.clearTimeout(timer);
      timer = window.setTimeout(() => {
        // A device that only reads, or has no server, keeps them for itself.
        take(client.PATCH("/preferences", { body: { page: here() } })).catch(() => {});
      }, pause);
    };
    window.addEventListener("storage", changed);
    adopt(false).catch(() => {}); // without a server they are as they are
    return () => {
      window.clearTimeout(timer);
      window.removeEventListener("storage", changed);
    };
  }, []);
}
