import { dayNumber, showMonth } from '../lib/dates'
import { useWidth } from '../lib/useWidth'
import { t } from '../lib/words'
import './picking.css'

export interface DayMark {
  on: string
  /** In which lane it stands, from the top. */
  lane: number
  written: boolean
}

const LEFT = 86
const LANE = 18
const TOP = 20
const NARROWEST = 300

/** A year's days by what was written down and done; a month can be chosen to look at. */
export function DaysStrip(props: {
  year: number
  lanes: readonly string[]
  marks: readonly DayMark[]
  chosen: string | null
  onChoose: (month: string | null) => void
}) {
  const { year, lanes, marks, chosen } = props
  const [box, room] = useWidth()
  const width = Math.max(room, NARROWEST)
  const first = dayNumber(`${year}-01-01`)
  const x = (day: number) => LEFT + ((day - first) / 366) * (width - LEFT)
  const height = TOP + lanes.length * LANE + 4
  const months = Array.from({ length: 12 }, (_, n) => `${year}-${String(n + 1).padStart(2, '0')}`)
  return (
    <div ref={box}>
      <svg
        width={width}
        height={height}
        role="group"
        aria-label={t('The days of {year}', { year })}
      >
        {months.map((month, n) => {
          const from = x(dayNumber(`${month}-01`))
          const count = marks.filter((one) => one.on.startsWith(month)).length
          const name = width > 560 ? showMonth(n) : String(n + 1)
          const spoken = width > 560 ? name : `${name}, ${showMonth(n)}`
          const label = t('{month}: {n} things', { month: spoken, n: count })
          const choose = () => props.onChoose(chosen === month ? null : month)
          return (
            <g
              key={month}
              className="days-month"
              role="button"
              tabIndex={0}
              aria-pressed={chosen === month}
              aria-label={label}
              onClick={choose}
              onKeyDown={(event) => {
                if (event.key !== 'Enter' && event.key !== ' ') return
                event.preventDefault()
                choose()
              }}
            >
              <rect x={from} width={(width - LEFT) / 12} height={height} />
              <text x={from + 2} y={13}>
                {name}
              </text>
            </g>
          )
        })}
        {lanes.map((lane, n) => (
          <g key={lane} className="days-month">
            <text x={0} y={TOP + n * LANE + 13}>
              {lane}
            </text>
            <path className="days-lane" d={`M${LEFT} ${TOP + n * LANE + LANE}H${width}`} />
          </g>
        ))}
        {marks.map((one, n) => (
          <path
            key={n}
            className={one.written ? 'days-mark is-written' : 'days-mark'}
            d={`M${x(dayNumber(one.on))} ${TOP + one.lane * LANE + 4}v${LANE - 4}`}
          />
        ))}
      </svg>
    </div>
  )
}
