import { useId } from 'react'
import { dayNumber, showMonth } from '../lib/dates'
import { MARKS, type Nutrient } from '../theme/nutrients'
import { monthStarts } from './Tide'

const LEFT = 40
const BOTTOM = 22
const TOP = 8

/** How much of a product is at work, week by week: a rising line over the months. */
export function Release(props: {
  points: readonly { on: string; share: number }[]
  nutrient: Nutrient
  title: string
  percent: (share: number) => string
}) {
  const { points } = props
  const id = useId()
  const width = 420
  const height = 130
  const first = dayNumber(points[0].on)
  const last = dayNumber(points[points.length - 1].on)
  const x = (day: string) => LEFT + ((dayNumber(day) - first) / (last - first)) * (width - LEFT - 8)
  const y = (share: number) => TOP + (1 - share) * (height - TOP - BOTTOM)
  const line = points.map(
    (p, n) => `${n ? 'L' : 'M'}${x(p.on).toFixed(1)} ${y(p.share).toFixed(1)}`,
  )
  const { colour } = MARKS[props.nutrient]
  return (
    <svg className="release" viewBox={`0 0 ${width} ${height}`} role="img" aria-labelledby={id}>
      <title id={id}>{props.title}</title>
      {[0, 0.5, 1].map((share) => (
        <g key={share}>
          <path d={`M${LEFT} ${y(share)}H${width - 8}`} stroke="var(--line)" strokeWidth={1} />
          <text x={LEFT - 6} y={y(share) + 4} textAnchor="end" fontSize={12} fill="var(--soft)">
            {props.percent(share)}
          </text>
        </g>
      ))}
      {monthStarts(points[0].on, points[points.length - 1].on).map((day) => (
        <text key={day} x={x(day)} y={height - 6} fontSize={12} fill="var(--soft)">
          {showMonth(Number(day.slice(5, 7)) - 1)}
        </text>
      ))}
      <path d={`${line.join('')}V${y(0)}H${LEFT}Z`} fill={colour} opacity={0.16} stroke="none" />
      <path d={line.join('')} fill="none" stroke={colour} strokeWidth={2.6} />
    </svg>
  )
}
