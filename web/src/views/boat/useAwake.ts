import { useEffect, useState } from "react";

/** Keeps the screen awake while the view is open, where the browser can; whether it does. */
export function useAwake(wanted: boolean): boolean {
  const [awake, setAwake] = useState(false);
  useEffect(() => {
    if (!wanted || !("wakeLock" in navigator)) return;
    let lock: WakeLockSentinel | undefined;
    let gone = false;
    const keep = async () => {
      if (document.visibilityState !== "visible" || gone) return;
      try {
        lock = await navigator.wakeLock.request("screen");
        if (gone) return lock.release();
        setAwake(true);
        lock.addEventListener("release", () => setAwake(false));
      } catch {
        setAwake(false); // low on power, or not allowed: the screen goes dark as ever
      }
    };
    keep();
    document.addEventListener("visibilitychange", keep);
    return () => {
      gone = true;
      document.removeEventListener("visibilitychange", keep);
      lock?.release();
      setAwake(false);
    };
  }, [wanted]);
  return awake;
}
