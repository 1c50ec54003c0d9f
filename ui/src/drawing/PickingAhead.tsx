import { useId } from 'react'
import { showDate } from '../lib/dates'
import { useWidth } from '../lib/useWidth'
import { t } from '../lib/words'
import { Hatch } from './BenchTide'
import './picking.css'

export interface WeekDrawn {
  begins: string
  kg: number
  lowKg: number
  highKg: number
  /** More than is eaten, given away and put by. */
  overKg: number
}

const TOP = 20
const HEIGHT = 118
const FOOT = 20
const NARROWEST = 280
const LARGEST = 760

/** The next weeks' picking of a crop: what is likely, between what it lies, and what is too much. */
export function PickingAhead(props: {
  weeks: readonly WeekDrawn[]
  /** What is eaten and given away in a week. [kg] */
  weeklyKg: number | null
  label: string
  show: (kg: number) => string
}) {
  const { weeks, weeklyKg, show } = props
  const id = useId()
  const [box, room] = useWidth()
  const width = Math.min(Math.max(room, NARROWEST), LARGEST)
  const most = Math.max(...weeks.map((one) => one.highKg), weeklyKg ?? 0, 1e-6)
  const ground = HEIGHT - FOOT
  const y = (kg: number) => ground - (kg / most) * (ground - TOP)
  const step = width / weeks.length
  const bar = Math.min(step * 0.62, 44)
  const top = weeks.reduce((best, one, n) => (one.kg > weeks[best].kg ? n : best), 0)
  return (
    <div ref={box}>
      <svg width={width} height={HEIGHT} role="img" aria-label={props.label}>
        <Hatch id={id} />
        {weeks.map((one, n) => {
          const x = n * step + (step - bar) / 2
          const middle = x + bar / 2
          return (
            <g key={one.begins}>
              <rect
                className="picking-bar"
                x={x}
                width={bar}
                y={y(one.kg)}
                height={ground - y(one.kg)}
              >
                <title>
                  {t('Week from {day}: about {kg}, {low} to {high}', {
                    day: showDate(one.begins),
                    kg: show(one.kg),
                    low: show(one.lowKg),
                    high: show(one.highKg),
                  })}
                </title>
              </rect>
              {one.overKg > 0 && (
                <rect
                  fill={`url(#${id})`}
                  x={x}
                  width={bar}
                  y={y(one.kg)}
                  height={y(one.kg - one.overKg) - y(one.kg)}
                />
              )}
              {one.kg > 0 && (
                <path
                  className="picking-range"
                  d={`M${middle} ${y(one.lowKg)}V${y(one.highKg)}M${middle - 4} ${y(one.lowKg)}h8M${middle - 4} ${y(one.highKg)}h8`}
                />
              )}
              {(n === top || n === 0) && one.kg > 0 && (
                <text className="picking-said" x={middle} y={y(one.highKg) - 5} textAnchor="middle">
                  {show(one.kg)}
                </text>
              )}
              {n % 2 === 0 && (
                <text className="picking-week" x={middle} y={HEIGHT - 5} textAnchor="middle">
                  {showDate(one.begins)}
                </text>
              )}
            </g>
          )
        })}
        <path className="picking-ground" d={`M0 ${ground}H${width}`} />
        {weeklyKg !== null && (
          <g>
            <path className="picking-eaten" d={`M0 ${y(weeklyKg)}H${width}`} />
            <text className="picking-week" x={width - 2} y={y(weeklyKg) - 4} textAnchor="end">
              {t('eaten in a week')}
            </text>
          </g>
        )}
      </svg>
    </div>
  )
}
