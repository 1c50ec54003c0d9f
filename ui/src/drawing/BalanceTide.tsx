import { useId } from 'react'
import { dayNumber, showMonth } from '../lib/dates'
import { useWidth } from '../lib/useWidth'
import { t } from '../lib/words'
import { monthStarts } from './Tide'
import { BalanceHands, STRIP, type Hands } from './BalanceHands'
import './balance.css'

export interface BalanceTideProps {
  days: readonly string[]
  left: readonly number[]
  low: readonly number[]
  high: readonly number[]
  /** Wanted and not there, by each day. */
  missing: readonly number[]
  lost: readonly number[]
  /** Days on which something was given or is to be. */
  fed: readonly string[]
  /** What the crop bears at most, if that is what matters. */
  bears: number | null
  /** As it is planned, while something is tried. */
  was: { days: readonly string[]; left: readonly number[] } | null
  colour: string
  today: string
  title: string
  show: (value: number) => string
  /** What of it may be pulled, if anything. */
  hands?: Hands
}

const LEFT = 62
const MARKS_ABOVE = 26
const BOTTOM = 24
const HEIGHT = 300
const NARROWEST = 300
const LEAST = 0.1

/** What is in reach of roots, as a tide: its band, what is missing below the line, what is lost. */
export function BalanceTide(props: BalanceTideProps) {
  const { days, left, low, high, missing, colour } = props
  const id = useId()
  const [box, room] = useWidth()
  const width = Math.max(room, NARROWEST)
  const top = props.hands ? STRIP.top + STRIP.height + MARKS_ABOVE : MARKS_ABOVE
  const bottom = top + HEIGHT - MARKS_ABOVE
  const first = dayNumber(days[0])
  const until = Math.max(
    dayNumber(days[days.length - 1]),
    props.was ? dayNumber(props.was.days[props.was.days.length - 1]) : 0,
    first + 1,
  )
  const most = Math.max(...high, ...(props.was?.left ?? []), props.bears ?? 0, LEAST) * 1.08
  const least = Math.max(...missing, 0) * 1.08
  const x = (day: string) =>
    LEFT + ((dayNumber(day) - first) / (until - first)) * (width - LEFT - 8)
  const y = (value: number) => top + ((most - value) / (most + least)) * (bottom - top - BOTTOM)
  const path = (on: readonly string[], values: readonly number[]) =>
    values.map((v, n) => `${n ? 'L' : 'M'}${x(on[n]).toFixed(1)} ${y(v).toFixed(1)}`).join('')
  const between = (above: readonly number[], below: readonly number[]) =>
    path(days, above) +
    below
      .map((v, n) => `L${x(days[n]).toFixed(1)} ${y(v).toFixed(1)}`)
      .reverse()
      .join('') +
    'Z'
  const within = (day: string) => day >= days[0] && day <= days[days.length - 1]
  const zero = days.map(() => 0)
  const now = x(props.today)
  const end = x(days[days.length - 1])
  return (
    <div ref={box}>
      <svg
        className="balance-tide"
        viewBox={`0 0 ${width} ${bottom}`}
        role="img"
        aria-labelledby={id}
      >
        <title id={id}>{props.title}</title>
        <defs>
          <pattern id={`${id}missing`} width={6} height={6} patternUnits="userSpaceOnUse">
            <path d="M0 6 6 0" className="missing-stroke" />
          </pattern>
        </defs>
        <path d={between(left, zero)} fill={colour} opacity={0.22} />
        <path d={between(high, low)} fill={colour} opacity={0.22} />
        <path
          d={between(
            zero,
            missing.map((v) => -v),
          )}
          fill={`url(#${id}missing)`}
          className="missing"
        />
        {props.bears !== null && (
          <path d={`M${LEFT} ${y(props.bears)}H${width - 8}`} className="bears" />
        )}
        <path d={`M${LEFT} ${y(0)}H${width - 8}`} className="zero" />
        <path d={path(days, left)} fill="none" stroke={colour} strokeWidth={2.6} />
        {props.was && <path d={path(props.was.days, props.was.left)} className="balance-ghost" />}
        {losses(days, props.lost).map((one) => (
          <path
            key={one.day}
            d={`M${x(one.day)} ${y(0)}v${6 + 16 * one.share}m-3 -4 3 4 3 -4`}
            className="lost-mark"
          />
        ))}
        <Days {...{ days, x, top, bottom }} right={width - 8} fed={props.fed.filter(within)} />
        {[most / 1.08, 0, ...(least > most / 8 ? [-least / 1.08] : [])].map((value) => (
          <text key={value} x={LEFT - 6} y={y(value) + 4} textAnchor="end" className="balance-note">
            {props.show(Math.abs(value))}
          </text>
        ))}
        {least > most / 8 && (
          <text x={end - 4} y={y(-least / 1.08) - 4} textAnchor="end" className="balance-note">
            {t('missing')}
          </text>
        )}
        {within(props.today) && (
          <path d={`M${now} ${top - 18}V${bottom - BOTTOM}`} className="balance-now" />
        )}
        {props.hands && (
          <BalanceHands
            hands={props.hands}
            scale={{
              x,
              perDay: (width - LEFT - 8) / (until - first),
              ground: y(0),
              left: LEFT,
              right: width - 8,
              today: props.today < days[0] ? days[0] : props.today,
            }}
          />
        )}
      </svg>
    </div>
  )
}

/** A month that begins nearer to the edge has no room for its name. */
const MONTH_WIDTH = 26

/** Feeds above the drawing, and the names of months below it. */
function Days(props: {
  days: readonly string[]
  fed: readonly string[]
  x: (day: string) => number
  top: number
  bottom: number
  right: number
}) {
  const { days, x, top } = props
  return (
    <>
      {[...new Set(props.fed)].map((day) => (
        <path key={day} d={`M${x(day)} ${top - 18}v10m-3 -4 3 4 3 -4`} className="fed-mark" />
      ))}
      {monthStarts(days[0], days[days.length - 1])
        .filter((day) => x(day) < props.right - MONTH_WIDTH)
        .map((day) => (
          <text key={day} x={x(day)} y={props.bottom - 6} className="balance-note">
            {showMonth(Number(day.slice(5, 7)) - 1)}
          </text>
        ))}
    </>
  )
}

const MOST_MARKS = 24
const WORTH = 0.02

/** Weeks in which something was lost, each by its share of the worst. */
function losses(days: readonly string[], lost: readonly number[]) {
  const whole = lost[lost.length - 1] ?? 0
  if (whole <= 0) return []
  const every = Math.max(Math.ceil(days.length / MOST_MARKS), 1)
  const weeks = []
  for (let n = every; n < days.length; n += every) {
    weeks.push({ day: days[n - Math.floor(every / 2)], grams: lost[n] - lost[n - every] })
  }
  const worst = Math.max(...weeks.map((one) => one.grams), 1e-9)
  return weeks
    .filter((one) => one.grams > WORTH * whole)
    .map((one) => ({ day: one.day, share: one.grams / worst }))
}
