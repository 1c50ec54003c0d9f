const MOST_DRAWN = 8

/** Level scoops, drawn and counted: as many as there are, the larger the more they hold. */
export function Scoops({ count, ml, label }: { count: number; ml: number; label: string }) {
  const bowl = 5 + 3 * Math.cbrt(Math.min(ml, 400) / 5)
  const width = bowl * 2 + 5
  const shown = Math.min(count, MOST_DRAWN)
  const height = bowl * 2 + 20
  return (
    <svg
      className="scoops"
      role="img"
      aria-label={label}
      width={shown * width + (count > shown ? 34 : 0)}
      height={height}
    >
      {Array.from({ length: shown }, (_, n) => (
        <g key={n} transform={`translate(${n * width + bowl + 2} ${bowl + 2})`}>
          <path
            d={`M ${-bowl} 0 A ${bowl} ${bowl} 0 0 0 ${bowl} 0 Z`}
            fill="var(--ink)"
            opacity={0.82}
          />
          <path d={`M ${-bowl - 1} 0 H ${bowl + 1}`} stroke="var(--ink)" strokeWidth={1.6} />
          <path d={`M 0 ${bowl} V ${bowl + 14}`} stroke="var(--ink)" strokeWidth={2.4} />
        </g>
      ))}
      {count > shown && (
        <text x={shown * width + 4} y={bowl + 8} fontSize={15} fill="var(--ink)">
          … {count}
        </text>
      )}
    </svg>
  )
}
