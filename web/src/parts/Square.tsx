/** A QR code. */
export function Square({ rows, label }: { rows: string[]; label: string }) {
  const path = rows
    .flatMap((row, y) => [...row].map((cell, x) => (cell === "1" ? `M${x} ${y}h1v1h-1z` : "")))
    .join("");
  return (
    <svg
      className="square"
      width="200"
      height="200"
      viewBox={`0 0 ${rows.length} ${rows.length}`}
      role="img"
      aria-label={label}
      shapeRendering="crispEdges"
    >
      <rect width={rows.length} height={rows.length} fill="#fff" />
      <path d={path} fill="#000" />
    </svg>
  );
}
