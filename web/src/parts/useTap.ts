import { useEffect, useRef } from "react";

/**
 * What makes one great button act at the moment it is touched, wherever the thumb lands, and by the space bar, whatever
 * has the focus; spread it over the button.
 */
export function useTap(tap: () => void) {
  const now = useRef(tap);
  now.current = tap;
  useEffect(() => {
    const key = (e: KeyboardEvent) => {
      const typing =
        e.target instanceof HTMLElement && e.target.closest("input, select, textarea, [contenteditable]");
      if (e.key !== " " || typing) return;
      e.preventDefault(); // it does not scroll the page, nor press what has the focus
      if (e.type === "keydown" && !e.repeat) now.current();
    };
    window.addEventListener("keydown", key);
    window.addEventListener("keyup", key);
    return () => {
      window.removeEventListener("keydown", key);
      window.removeEventListener("keyup", key);
    };
  }, []);
  return {
    onPointerDown: (e: { button: number }) => {
      if (e.button === 0) now.current();
    },
    onClick: (e: { detail: number }) => {
      if (e.detail === 0) now.current(); // by Enter, or by a screen reader
    },
  };
}
