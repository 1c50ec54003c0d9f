import { dayNumber, showDate, showMonth } from '../lib/dates'
import { useWidth } from '../lib/useWidth'
import './years.css'

export interface YearDrawn {
  year: number
  plantedOn: string
  stages: readonly { key: string; name: string; begins: string; ends: string; seen: boolean }[]
  fedOn: readonly string[]
  /** What a plant had given by each day. [kg] */
  picked: readonly { on: string; kgPlant: number }[]
  /** The last day that is known; what comes after it is drawn as expected. */
  known: string
}

const LEFT = 44
const HEAD = 20
const LANE = 112
const BAND = 22
const NARROWEST = 320
const LETTER = 6.4

/** The day of its season's year, so that two years lie on one axis. */
const ofYear = (day: string, year: number) => dayNumber(day) - dayNumber(`${year}-01-01`)

/** Two seasons of a crop on one axis: stages, feeds below them, what a plant gave above. */
export function TwoYears(props: {
  years: readonly YearDrawn[]
  label: string
  show: (kg: number) => string
}) {
  const { years, show } = props
  const [box, room] = useWidth()
  const width = Math.max(room, NARROWEST)
  const ends = years.flatMap((one) =>
    [...one.stages.map((stage) => stage.ends), ...one.picked.map((each) => each.on)].map((day) =>
      ofYear(day, one.year),
    ),
  )
  const first = Math.min(...years.map((one) => ofYear(one.stages[0].begins, one.year)))
  const last = Math.max(...ends)
  const x = (day: string, year: number) =>
    LEFT + ((ofYear(day, year) - first) / Math.max(last - first, 1)) * (width - LEFT - 4)
  const most = Math.max(...years.flatMap((one) => one.picked.map((each) => each.kgPlant)), 1e-6)
  const months = monthsOf(first, last)
  return (
    <div ref={box}>
      <svg
        width={width}
        height={HEAD + years.length * LANE}
        role="img"
        aria-label={props.label}
        className="two-years"
      >
        {months.map((month) => {
          const at = x(`2025-${String(month + 1).padStart(2, '0')}-01`, 2025)
          return (
            <g key={month}>
              <path className="year-grid" d={`M${at} ${HEAD - 6}V${HEAD + years.length * LANE}`} />
              <text className="year-text" x={at + 3} y={13}>
                {showMonth(month)}
              </text>
            </g>
          )
        })}
        {years.map((one, n) => (
          <Lane
            key={one.year}
            of={one}
            top={HEAD + n * LANE}
            x={(day) => x(day, one.year)}
            most={most}
            show={show}
          />
        ))}
      </svg>
    </div>
  )
}

function Lane(props: {
  of: YearDrawn
  top: number
  x: (day: string) => number
  most: number
  show: (kg: number) => string
}) {
  const { of, top, x, most } = props
  const band = top + LANE - BAND - 18
  const y = (kg: number) => band - 2 - (kg / most) * (LANE - BAND - 36)
  const last = of.picked.at(-1)
  return (
    <g>
      <text className="year-name" x={0} y={band + 15}>
        {of.year}
      </text>
      {of.stages.map((stage, n) => {
        const from = x(stage.begins)
        const wide = Math.max(x(stage.ends) - from, 1)
        const expected = stage.begins > of.known
        return (
          <g key={stage.key}>
            <rect
              className={`year-stage shade-${n % 2}${expected ? ' is-expected' : ''}`}
              x={from}
              y={band}
              width={wide}
              height={BAND}
            >
              <title>{`${stage.name}, ${showDate(stage.begins)}`}</title>
            </rect>
            {stage.seen && <path className="year-seen" d={`M${from} ${band - 3}v${BAND + 6}`} />}
            {stage.name.length * LETTER < wide - 6 && (
              <text className="year-text" x={from + 4} y={band + 15}>
                {stage.name}
              </text>
            )}
          </g>
        )
      })}
      {of.fedOn.map((day, n) => (
        <path key={n} className="year-fed" d={`M${x(day) - 4} ${band + BAND + 11}h8l-4 -7z`} />
      ))}
      {last && (
        <>
          <path className="year-picked" d={steps(of.picked, x, y, band - 2)} />
          <text className="year-said" x={x(last.on) - 2} y={y(last.kgPlant) - 5} textAnchor="end">
            {props.show(last.kgPlant)}
          </text>
        </>
      )}
    </g>
  )
}

/** What was picked so far, as steps that rise with each picking. */
function steps(
  picked: YearDrawn['picked'],
  x: (day: string) => number,
  y: (kg: number) => number,
  ground: number,
): string {
  const rises = picked.map((one) => `H${x(one.on)}V${y(one.kgPlant)}`).join('')
  return `M${x(picked[0].on)} ${ground}${rises}`
}

/** Months whose first day lies between two days of the year, by number from 0. */
function monthsOf(first: number, last: number): number[] {
  return Array.from({ length: 12 }, (_, month) => month).filter((month) => {
    const day = ofYear(`2025-${String(month + 1).padStart(2, '0')}-01`, 2025)
    return day >= first && day <= last
  })
}
