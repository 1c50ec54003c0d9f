import { useId } from 'react'
import { dayNumber, showDate, showDay } from '../lib/dates'
import { showLitres, showNumber } from '../lib/numbers'
import { said } from '../lib/units'
import { useWidth } from '../lib/useWidth'
import { t } from '../lib/words'
import { cropPath } from './CropSketch'
import './water.css'

export interface SectionDay {
  on: string
  held_pct: number
  suffers_pct: number
  given_l: number
  rain_l: number
  known: boolean
  forecast: boolean
}

const NARROWEST = 280
const HEIGHT = 300
/** Where the ground begins and ends, from the top. */
const GROUND = 96
const FLOOR = 262
const LEFT = 8

/** A place cut open: water in its ground falling and rising by day, drops for rain and cans. */
export function WaterSection(props: {
  crop: string
  name: string
  root_m: number
  days: readonly SectionDay[]
  today: string
}) {
  const { days, today } = props
  const id = useId()
  const [box, room] = useWidth()
  const width = Math.max(room, NARROWEST)
  const first = dayNumber(days[0].on)
  const wide = (width - 2 * LEFT) / days.length
  const x = (n: number) => LEFT + n * wide
  const y = (pct: number) => GROUND + (1 - pct / 100) * (FLOOR - GROUND)
  const top = stepped(days, 'held_pct', x, y)
  const now = dayNumber(today) - first
  const last = days[Math.min(now, days.length - 1)]
  const most = Math.max(...days.map((day) => Math.max(day.given_l, day.rain_l)), 1)
  return (
    <div ref={box}>
      <svg
        className="water-section"
        viewBox={`0 0 ${width} ${HEIGHT}`}
        role="img"
        aria-labelledby={id}
      >
        <title id={id}>
          {t('{name}: {held} % of the water that its ground can hold, enough down to {suffers} %', {
            name: props.name,
            held: showNumber(Math.max(last.held_pct, 0), 2),
            suffers: showNumber(last.suffers_pct, 2),
          })}
        </title>
        <rect
          x={LEFT}
          y={GROUND}
          width={width - 2 * LEFT}
          height={FLOOR - GROUND}
          className="dry"
        />
        <path d={`${top}V${FLOOR}H${LEFT}Z`} className="held" />
        {days.map(
          (day, n) =>
            !day.known && (
              <rect
                key={day.on}
                x={x(n)}
                y={GROUND}
                width={wide}
                height={FLOOR - GROUND}
                className="unrecorded"
              />
            ),
        )}
        <path d={stepped(days, 'suffers_pct', x, y)} className="suffers" fill="none" />
        <text x={LEFT + 6} y={y(days[0].suffers_pct) + 15} className="section-note">
          {t('below this line it suffers')}
        </text>
        <rect
          x={x(now)}
          y={GROUND - 62}
          width={width - LEFT - x(now)}
          height={FLOOR - GROUND + 62}
          className="ahead"
        />
        <path d={`M${LEFT} ${GROUND}H${width - LEFT}`} className="surface" />
        <g transform={`translate(${Math.max(x(now) - 50, LEFT)} ${GROUND - 40}) scale(1.65)`}>
          <path d={cropPath(props.crop)} className="section-crop" />
        </g>
        {days.map((day, n) => (
          <g key={day.on}>
            <Drop of={day.rain_l} most={most} x={x(n + 0.5)} y={26} kind="rain" on={day.on} />
            <Drop of={day.given_l} most={most} x={x(n + 0.5)} y={62} kind="given" on={day.on} />
          </g>
        ))}
        <path d={`M${x(now)} 8V${FLOOR + 6}`} className="section-now" />
        <text x={x(now) + 4} y={HEIGHT - 8} className="section-note">
          {t('today')}
        </text>
        <text x={LEFT} y={HEIGHT - 8} className="section-note">
          {showDate(days[0].on)}
        </text>
        <text x={width - LEFT} y={HEIGHT - 8} textAnchor="end" className="section-note">
          {showDate(days[days.length - 1].on)}
        </text>
        <text x={width - LEFT - 4} y={FLOOR - 8} textAnchor="end" className="section-note">
          {t('roots to {depth}', { depth: depthOf(props.root_m) })}
        </text>
      </svg>
    </div>
  )
}

function depthOf(metres: number): string {
  return said(`${Math.round(metres * 100)} cm`, `${Math.round(metres / 0.0254)} in`)
}

/** A line that stands a day on each height. */
function stepped(
  days: readonly SectionDay[],
  what: 'held_pct' | 'suffers_pct',
  x: (n: number) => number,
  y: (pct: number) => number,
) {
  return days
    .map((day, n) => {
      const at = y(Math.min(Math.max(day[what], 0), 100)).toFixed(1)
      return `${n ? 'L' : 'M'}${x(n).toFixed(1)} ${at}H${x(n + 1).toFixed(1)}`
    })
    .join('')
}

/** Rain as a drop, a watering as a drop in a ring; the more, the larger. */
function Drop(props: {
  of: number
  most: number
  x: number
  y: number
  kind: 'rain' | 'given'
  on: string
}) {
  if (props.of <= 0) return null
  const size = 0.5 + 0.9 * Math.sqrt(props.of / props.most)
  const words = { day: showDay(props.on), litres: showLitres(props.of) }
  return (
    <g transform={`translate(${props.x} ${props.y}) scale(${size})`}>
      <title>
        {props.kind === 'rain'
          ? t('{day}: {litres} of rain', words)
          : t('{day}: {litres} given', words)}
      </title>
      {props.kind === 'given' && <circle r={13} className="drop-ring" />}
      <path d="M0-10C4-4 7 0 7 4A7 7 0 1 1-7 4C-7 0-4-4 0-10Z" className="drop" />
    </g>
  )
}
