const MOST_DRAWN = 6

/** Level scoops, drawn and counted: as many as there are, the larger the more they hold. */
export function Scoops({ count, ml, label }: { count: number; ml: number; label: string }) {
  const bowl = 5.5 + 2.6 * Math.cbrt(Math.min(ml, 400) / 5)
  const width = bowl * 2 + 5
  const shown = Math.min(count, MOST_DRAWN)
  const height = bowl * 2 + 19
  return (
    <svg
      className="scoops"
      role="img"
      aria-label={label}
      width={shown * width + (count > shown ? 16 : 0)}
      height={height}
    >
      {Array.from({ length: shown }, (_, n) => (
        <g key={n} transform={`translate(${n * width + bowl + 2} ${bowl + 2})`}>
          <rect x={-1.7} y={bowl - 1} width={3.4} height={15} rx={1.7} fill="var(--ink)" />
          <circle r={bowl} fill="var(--sheet)" stroke="var(--ink)" strokeWidth={2} />
          <circle r={bowl - 2.6} fill="var(--ink)" opacity={0.55} />
        </g>
      ))}
      {count > shown && (
        <text x={shown * width + 4} y={bowl + 8} fontSize={15} fill="var(--ink)">
          …
        </text>
      )}
    </svg>
  )
}
