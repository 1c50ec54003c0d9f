const QUIET = 4

/** An address as a phone's camera reads it: always dark on light, with paper around it. */
export function QrCode({ rows, label }: { rows: readonly string[]; label: string }) {
  const side = rows.length + 2 * QUIET
  const dark = rows.flatMap((row, y) =>
    [...row].flatMap((one, x) => (one === '#' ? [`M${x + QUIET} ${y + QUIET}h1v1h-1z`] : [])),
  )
  return (
    <svg
      className="qr"
      role="img"
      aria-label={label}
      viewBox={`0 0 ${side} ${side}`}
      shapeRendering="crispEdges"
    >
      <rect width={side} height={side} fill="#fff" />
      <path d={dark.join('')} fill="#000" />
    </svg>
  )
}
