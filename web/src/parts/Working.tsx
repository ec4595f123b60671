/** How far something is that takes long. */
export function Working({ share, label }: { share: number | undefined; label: string }) {
  return <progress className="working" max={1} value={share} aria-label={label} />;
}
