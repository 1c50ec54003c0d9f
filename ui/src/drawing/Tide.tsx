import { useId } from 'react'
import { dayNumber, showMonth } from '../lib/dates'
import { showNutrient } from '../lib/numbers'
import { MARKS, type Nutrient } from '../theme/nutrients'

export interface TideProps {
  nutrient: Nutrient
  days: readonly string[]
  need: readonly number[]
  supply: readonly number[]
  today: string
  title: string
  /** Supply by the old plan, while a change is being tried. */
  was?: { days: readonly string[]; supply: readonly number[] }
  /** What happened up to today is solid, what is planned is dashed. */
  width?: number
  height?: number
}

const LEFT = 54
const BOTTOM = 22
const TOP = 10
/** The axis reaches at least this far, so that a season of nothing has legible labels. */
const LEAST_GRAMS = 0.1

/** Need and supply as two lines over the season, the gap between them shaded. */
export function Tide(props: TideProps) {
  const { days, need, supply, width = 420, height = 190 } = props
  const id = useId()
  const first = dayNumber(days[0])
  const last = Math.max(dayNumber(days[days.length - 1]), first + 1)
  const most = Math.max(...need, ...supply, ...(props.was?.supply ?? []), LEAST_GRAMS) * 1.06
  const x = (day: string) => LEFT + ((dayNumber(day) - first) / (last - first)) * (width - LEFT - 8)
  const y = (grams: number) => TOP + (1 - grams / most) * (height - TOP - BOTTOM)
  const line = (values: readonly number[]) =>
    values.map((v, n) => `${n ? 'L' : 'M'}${x(days[n]).toFixed(1)} ${y(v).toFixed(1)}`).join('')
  const back = [...supply]
    .map((v, n) => `L${x(days[n])} ${y(v)}`)
    .reverse()
    .join('')
  const { colour } = MARKS[props.nutrient]
  const now = Math.min(Math.max(x(props.today), LEFT), width - 8)
  return (
    <svg className="tide" viewBox={`0 0 ${width} ${height}`} role="img" aria-labelledby={id}>
      <title id={id}>{props.title}</title>
      <defs>
        <clipPath id={`${id}past`}>
          <rect x={0} y={0} width={now} height={height} />
        </clipPath>
        <clipPath id={`${id}ahead`}>
          <rect x={now} y={0} width={width} height={height} />
        </clipPath>
        <pattern id={`${id}gap`} width={6} height={6} patternUnits="userSpaceOnUse">
          <path d="M0 6 6 0" stroke={colour} strokeWidth={1} opacity={0.55} />
        </pattern>
      </defs>
      {[0, 0.5, 1].map((share) => (
        <g key={share}>
          <path
            d={`M${LEFT} ${y((most / 1.06) * share)}H${width - 8}`}
            stroke="var(--line)"
            strokeWidth={1}
          />
          <text
            x={LEFT - 6}
            y={y((most / 1.06) * share) + 4}
            textAnchor="end"
            fontSize={12}
            fill="var(--soft)"
          >
            {showNutrient((most / 1.06) * share)}
          </text>
        </g>
      ))}
      {monthStarts(days[0], days[days.length - 1]).map((day) => (
        <text key={day} x={x(day)} y={height - 6} fontSize={12} fill="var(--soft)">
          {showMonth(Number(day.slice(5, 7)) - 1)}
        </text>
      ))}
      <path d={`${line(need)}${back}Z`} fill={`url(#${id}gap)`} />
      {props.was && (
        <path
          className="ghost-line"
          d={props.was.supply
            .map(
              (v, n) =>
                `${n ? 'L' : 'M'}${x(props.was?.days[n] ?? '').toFixed(1)} ${y(v).toFixed(1)}`,
            )
            .join('')}
          fill="none"
          stroke="var(--soft)"
          strokeWidth={1.6}
          strokeDasharray="2 3"
        />
      )}
      <path d={line(need)} fill="none" stroke="var(--ink)" strokeWidth={1.6} />
      <path
        d={line(supply)}
        fill="none"
        stroke={colour}
        strokeWidth={2.6}
        clipPath={`url(#${id}past)`}
      />
      <path
        d={line(supply)}
        fill="none"
        stroke={colour}
        strokeWidth={2.6}
        strokeDasharray="6 4"
        clipPath={`url(#${id}ahead)`}
      />
      <path d={`M${now} ${TOP}V${height - BOTTOM}`} stroke="var(--now)" strokeWidth={1.4} />
    </svg>
  )
}

/** The first days of the months between two days. */
export function monthStarts(from: string, to: string): string[] {
  const starts = []
  let [year, month] = from.split('-').map(Number)
  for (;;) {
    month += 1
    if (month > 12) {
      month = 1
      year += 1
    }
    const day = `${year}-${String(month).padStart(2, '0')}-01`
    if (day > to) return starts
    starts.push(day)
  }
}
