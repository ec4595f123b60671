import type { ReactNode } from "react";

/** The parts of a view, one of which is shown. */
export function Parts<K extends string>({
  label,
  parts,
  shown,
  onShow,
  before,
  after,
}: {
  label: string;
  parts: readonly { key: K; label: string }[];
  shown: K;
  onShow: (key: K) => void;
  before?: ReactNode;
  after?: ReactNode;
}) {
  return (
    <nav className="parts" aria-label={label}>
      {before}
      {parts.map((p) => (
        <button key={p.key} type="button" aria-pressed={shown === p.key} onClick={() => onShow(p.key)}>
          {p.label}
        </button>
      ))}
      {after}
    </nav>
  );
}
