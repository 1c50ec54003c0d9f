import { useId } from 'react'
import { dayNumber, showMonth } from '../lib/dates'
import { monthStarts } from './Tide'

const LEFT = 54
const BOTTOM = 20
const TOP = 8

/** What is left of a bag as the season takes it: steps down, and hatched where it falls short. */
export function Course(props: {
  left: number
  uses: readonly { on: string; grams: number }[]
  today: string
  title: string
  amount: (grams: number) => string
}) {
  const id = useId()
  const width = 420
  const height = 110
  const { uses, today } = props
  const end = uses.length ? uses[uses.length - 1].on : today
  const first = dayNumber(today)
  const last = Math.max(dayNumber(end) + 7, first + 30)
  const wanted = uses.reduce((sum, use) => sum + use.grams, 0)
  const lowest = Math.min(props.left - wanted, 0)
  const most = Math.max(props.left, -lowest, 1)
  const x = (day: number) => LEFT + ((day - first) / (last - first)) * (width - LEFT - 8)
  const y = (grams: number) => TOP + ((most - grams) / (most - lowest)) * (height - TOP - BOTTOM)
  const steps = [`M${x(first)} ${y(props.left)}`]
  const beforeEach = uses.map((_, n) =>
    uses.slice(0, n).reduce((left, use) => left - use.grams, props.left),
  )
  uses.forEach((use, n) => {
    steps.push(`H${x(dayNumber(use.on)).toFixed(1)}V${y(beforeEach[n] - use.grams).toFixed(1)}`)
  })
  steps.push(`H${width - 8}`)
  return (
    <svg className="course" viewBox={`0 0 ${width} ${height}`} role="img" aria-labelledby={id}>
      <title id={id}>{props.title}</title>
      <defs>
        <pattern id={`${id}short`} width={6} height={6} patternUnits="userSpaceOnUse">
          <path d="M0 6 6 0" stroke="var(--now)" strokeWidth={1.2} />
        </pattern>
        <clipPath id={`${id}below`}>
          <rect x={0} y={y(0)} width={width} height={height} />
        </clipPath>
      </defs>
      {[props.left, 0].map((grams) => (
        <text
          key={grams}
          x={LEFT - 6}
          y={y(grams) + 4}
          textAnchor="end"
          fontSize={12}
          fill="var(--soft)"
        >
          {props.amount(grams)}
        </text>
      ))}
      <path d={`M${LEFT} ${y(0)}H${width - 8}`} stroke="var(--ink)" strokeWidth={1.2} />
      <path
        d={`${steps.join('')}V${y(0)}H${LEFT}Z`}
        fill={`url(#${id}short)`}
        clipPath={`url(#${id}below)`}
      />
      <path d={steps.join('')} fill="none" stroke="var(--wait)" strokeWidth={2.4} />
      {monthStarts(today, new Date(last * 86_400_000).toISOString().slice(0, 10)).map((day) => (
        <text key={day} x={x(dayNumber(day))} y={height - 4} fontSize={12} fill="var(--soft)">
          {showMonth(Number(day.slice(5, 7)) - 1)}
        </text>
      ))}
    </svg>
  )
}
