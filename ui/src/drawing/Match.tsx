import { useId } from 'react'
import { MARKS, NUTRIENTS, type Nutrient } from '../theme/nutrients'

const ROW = 24
const LEFT = 30
const WIDTH = 260
const NEED = 124

/**
 * What one product would bring against a need, nutrient by nutrient: the outline is the need, the
 * fill what is of use, the hatch what comes along unasked. Cut off at one and a half needs.
 */
export function Match(props: {
  need: Record<string, number>
  brings: Record<string, number>
  unasked: Record<string, number>
  title: string
  amount: (grams: number) => string
}) {
  const id = useId()
  const rows = NUTRIENTS.filter((n) => props.need[n] > 0 || props.unasked[n] > 0.05)
  const height = rows.length * ROW + 4
  const most = Math.max(...rows.map((n) => props.unasked[n]), 1e-9)
  return (
    <svg className="match" viewBox={`0 0 ${WIDTH} ${height}`} role="img" aria-labelledby={id}>
      <title id={id}>{props.title}</title>
      <defs>
        {rows.map((n) => (
          <pattern key={n} id={`${id}${n}`} width={5} height={5} patternUnits="userSpaceOnUse">
            <path d="M0 5 5 0" stroke={MARKS[n].colour} strokeWidth={1.3} />
          </pattern>
        ))}
      </defs>
      {rows.map((nutrient, n) => (
        <Row key={nutrient} {...props} nutrient={nutrient} top={n * ROW + 4} id={id} most={most} />
      ))}
    </svg>
  )
}

function Row(props: {
  nutrient: Nutrient
  need: Record<string, number>
  brings: Record<string, number>
  unasked: Record<string, number>
  amount: (grams: number) => string
  top: number
  id: string
  most: number
}) {
  const { nutrient, top } = props
  const need = props.need[nutrient]
  const brings = props.brings[nutrient]
  const unasked = props.unasked[nutrient]
  const share = need > 0 ? Math.min(brings / need, 1) : 0
  // Where nothing is wanted the hatch is drawn by its own measure.
  const over = need > 0 ? Math.min(unasked / need, 0.4) * NEED : (unasked / props.most) * 40
  const { colour, path } = MARKS[nutrient]
  const from = need > 0 ? LEFT + NEED : LEFT
  return (
    <g>
      <g transform={`translate(0 ${top}) scale(0.85)`}>
        <path d={path} fill={colour} />
      </g>
      <text x={15} y={top + 12} fontSize={12} fill="var(--ink)">
        {nutrient}
      </text>
      {need > 0 && (
        <>
          <rect x={LEFT + 6} y={top} width={share * (NEED - 6)} height={14} fill={colour} />
          <rect
            x={LEFT + 6}
            y={top}
            width={NEED - 6}
            height={14}
            fill="none"
            stroke="var(--ink)"
            strokeWidth={1}
          />
        </>
      )}
      {unasked > 0.05 && (
        <rect
          x={from + (need > 0 ? 0 : 6)}
          y={top}
          width={Math.max(over, 3)}
          height={14}
          fill={`url(#${props.id}${nutrient})`}
          stroke={colour}
          strokeWidth={0.8}
        />
      )}
      <text x={WIDTH - 2} y={top + 12} fontSize={11.5} textAnchor="end" fill="var(--soft)">
        {props.amount(brings)}
      </text>
    </g>
  )
}
