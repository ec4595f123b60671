import type { ReactNode } from "react";

/** A table that may be wider than the page: it is scrolled by itself, by keys too. */
export function Wide({ label, children }: { label: string; children: ReactNode }) {
  return (
    // biome-ignore lint/a11y/noNoninteractiveTabindex: what is scrolled has to be reached by keys
    <section className="table-scroll" aria-label={label} tabIndex={0}>
      {children}
    </section>
  );
}
