import { showNumber } from '../lib/numbers'
import { t } from '../lib/words'
import './lots.css'

const WIDTH = 420
const LEFT = 8
const RIGHT = 412
const ROWS = [26, 56] as const
const RANGE = 100

/** What each plant of two sides brought, both means, and below them the difference and its range. */
export function TwoSides(props: {
  names: readonly [string, string]
  values: readonly [readonly number[], readonly number[]]
  means: readonly [number, number]
  range: { low: number; high: number; estimate: number } | null
  label: string
}) {
  const { values, means, range } = props
  const all = [...values[0], ...values[1]]
  const low = Math.min(...all)
  const span = Math.max(Math.max(...all) - low, 1e-9)
  const x = (value: number) => LEFT + ((value - low) / span) * (RIGHT - LEFT)
  const far = range ? Math.max(Math.abs(range.low), Math.abs(range.high), 1e-9) * 1.05 : 1
  const dx = (value: number) => (LEFT + RIGHT) / 2 + (value / far) * ((RIGHT - LEFT) / 2)
  return (
    <svg
      className="two-sides"
      viewBox={`0 0 ${WIDTH} ${range ? 124 : 74}`}
      role="img"
      aria-label={props.label}
    >
      {ROWS.map((y, side) => (
        <g key={y}>
          <text x={LEFT} y={y - 12}>
            {props.names[side]}
          </text>
          <path className="two-sides-line" d={`M${LEFT} ${y}H${RIGHT}`} />
          {values[side].map((value, n) => (
            <circle
              key={n}
              className={side === 0 ? 'two-sides-first' : 'two-sides-second'}
              cx={x(value)}
              cy={y}
              r={4}
            />
          ))}
          <path className="two-sides-mean" d={`M${x(means[side])} ${y - 9}V${y + 9}`} />
        </g>
      ))}
      {range && (
        <g>
          <text x={LEFT} y={RANGE - 12}>
            {t('difference')}
          </text>
          <path className="two-sides-line" d={`M${LEFT} ${RANGE}H${RIGHT}`} />
          <path className="two-sides-zero" d={`M${dx(0)} ${RANGE - 14}V${RANGE + 10}`} />
          <path className="two-sides-range" d={`M${dx(range.low)} ${RANGE}H${dx(range.high)}`} />
          <path className="two-sides-mean" d={`M${dx(range.estimate)} ${RANGE - 7}V${RANGE + 7}`} />
          <text x={dx(0) + 4} y={RANGE + 18}>
            {showNumber(0)}
          </text>
        </g>
      )}
    </svg>
  )
}
