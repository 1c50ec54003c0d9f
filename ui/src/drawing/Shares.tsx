import { useId } from 'react'
import { MARKS, isNutrient } from '../theme/nutrients'

export interface Share {
  nutrient: string
  name: string
  pct: number
  /** What one school asks for. */
  wanted?: readonly [number, number]
}

const WIDTH = 340
const ORDER = ['Ca', 'Mg', 'K', 'Na']

/** What sits on the exchange sites, as parts of one bar, with one school's wishes below. */
export function Shares(props: { shares: readonly Share[]; rest: string; label: string }) {
  const id = useId()
  const sorted = ORDER.flatMap((n) => props.shares.filter((one) => one.nutrient === n))
  const total = sorted.reduce((sum, one) => sum + one.pct, 0)
  const whole = Math.max(total, 100)
  const starts = sorted.map((_, n) => sorted.slice(0, n).reduce((sum, one) => sum + one.pct, 0))
  const x = (pct: number) => (pct / whole) * WIDTH
  const wide = (pct: number) => x(pct) > 34
  return (
    <svg className="shares" viewBox={`-2 0 ${WIDTH + 4} 112`} role="img" aria-labelledby={id}>
      <title id={id}>{props.label}</title>
      <rect y={14} width={WIDTH} height={30} fill="none" stroke="var(--ink)" strokeWidth={1.2} />
      {sorted.map((one, n) => (
        <g key={one.nutrient} transform={`translate(${x(starts[n])} 0)`}>
          <rect
            y={14}
            width={x(one.pct)}
            height={30}
            fill={isNutrient(one.nutrient) ? MARKS[one.nutrient].colour : 'var(--soft)'}
            opacity={0.28}
            stroke="var(--ink)"
          />
          <text
            x={wide(one.pct) ? x(one.pct) / 2 : Math.max(x(one.pct) / 2, 4)}
            y={wide(one.pct) ? 34 : 10}
            textAnchor="middle"
            fontSize={12.5}
            fill="var(--ink)"
            fontWeight={650}
          >
            {one.nutrient}
          </text>
        </g>
      ))}
      {total < 97 && (
        <text
          x={(x(total) + WIDTH) / 2}
          y={34}
          textAnchor="middle"
          fontSize={12}
          fill="var(--soft)"
        >
          {props.rest}
        </text>
      )}
      {sorted
        .filter((one) => one.wanted)
        .map((one, n) => (
          <g key={one.nutrient} transform={`translate(0 ${60 + n * 17})`}>
            <text x={0} y={4} fontSize={12} fill="var(--ink)">
              {one.name}
            </text>
            <Wish share={one} />
          </g>
        ))}
    </svg>
  )
}

/** One cation's share on a line of its own, the wished part drawn thick. */
function Wish({ share }: { share: Share }) {
  const [from, width] = [84, WIDTH - 138]
  const most = share.wanted ? Math.max(share.wanted[1] * 1.4, share.pct * 1.1) : 100
  const x = (pct: number) => from + (pct / most) * width
  const [low, high] = share.wanted ?? [0, 0]
  return (
    <>
      <path d={`M${from} 0H${from + width}`} stroke="var(--ink)" strokeWidth={1} opacity={0.5} />
      <path d={`M${x(low)} 0H${x(high)}`} stroke="var(--wait)" strokeWidth={7} opacity={0.4} />
      <path d={`M${x(share.pct)} -6v12`} stroke="var(--now)" strokeWidth={3} />
      <text x={from + width + 12} y={4} fontSize={12} fill="var(--ink)">
        {Math.round(share.pct * 10) / 10} %
      </text>
    </>
  )
}
