import { useId } from 'react'
import { dayNumber, showMonth } from '../lib/dates'
import { useWidth } from '../lib/useWidth'
import { monthStarts } from './Tide'
import './bench.css'

export interface OnBench {
  key: string
  name: string
  /** By planting, so that each keeps its shade. */
  shade: number
  since: string
  until: string
  /** What it takes. [m²] */
  m2: number
}

const LEFT = 54
const TOP = 24
const HEIGHT = 230
const BOTTOM = 8
const NARROWEST = 300
const SHADES = 6

/** A bench through time: who stands on it, in the order in which they came; no room is hatched. */
export function BenchTide(props: {
  of: readonly OnBench[]
  /** What there is room for. [m²] */
  roomM2: number
  today: string
  label: string
  show: (m2: number) => string
}) {
  const { of, roomM2 } = props
  const id = useId()
  const [box, room] = useWidth()
  const width = Math.max(room, NARROWEST)
  const days = [...new Set(of.flatMap((one) => [one.since, one.until]))].sort()
  const [first, last] = [dayNumber(days[0]), dayNumber(days[days.length - 1])]
  const blocks = stacked(of, days)
  const most = Math.max(roomM2, ...blocks.map((one) => one.to)) * 1.06
  const x = (day: string) =>
    LEFT + ((dayNumber(day) - first) / Math.max(last - first, 1)) * (width - LEFT - 6)
  const y = (m2: number) => TOP + (1 - m2 / most) * (HEIGHT - TOP - BOTTOM)
  const written = names(blocks, x, y)
  const rest = of.filter(
    (one, n) =>
      of.findIndex((each) => each.shade === one.shade) === n &&
      written.every((each) => each.shade !== one.shade),
  )
  return (
    <div ref={box}>
      <svg width={width} height={HEIGHT} role="img" aria-label={props.label}>
        <defs>
          <pattern id={id} width={7} height={7} patternUnits="userSpaceOnUse">
            <path d="M0 7L7 0" className="bench-hatch" />
          </pattern>
        </defs>
        {monthStarts(days[0], days[days.length - 1]).map((day) => (
          <g key={day}>
            <path d={`M${x(day)} ${TOP - 6}V${HEIGHT - BOTTOM}`} className="bench-grid" />
            <text x={x(day) + 3} y={13} className="bench-text">
              {showMonth(Number(day.slice(5, 7)) - 1)}
            </text>
          </g>
        ))}
        {blocks.map((one) => (
          <g key={`${one.key}${one.since}`}>
            <rect
              className={`bench-block shade-${one.shade % SHADES}`}
              x={x(one.since)}
              width={Math.max(x(one.until) - x(one.since), 1)}
              y={y(one.to)}
              height={y(one.from) - y(one.to)}
            >
              <title>{one.name}</title>
            </rect>
            {one.to > roomM2 && (
              <rect
                fill={`url(#${id})`}
                x={x(one.since)}
                width={Math.max(x(one.until) - x(one.since), 1)}
                y={y(one.to)}
                height={y(Math.max(one.from, roomM2)) - y(one.to)}
              />
            )}
          </g>
        ))}
        {written.map((one) => (
          <text key={one.key} x={one.x} y={one.y} className="bench-text bench-name">
            {one.name}
          </text>
        ))}
        <path d={`M${LEFT} ${y(roomM2)}H${width - 6}`} className="bench-edge" />
        <text x={LEFT - 5} y={y(roomM2) + 4} textAnchor="end" className="bench-text">
          {props.show(roomM2)}
        </text>
        {props.today >= days[0] && props.today <= days[days.length - 1] && (
          <path d={`M${x(props.today)} ${TOP - 6}V${HEIGHT - BOTTOM}`} className="bench-today" />
        )}
      </svg>
      {rest.length > 0 && (
        <ul className="bench-legend small">
          {rest.map((one) => (
            <li key={one.key}>
              <svg width={14} height={14} aria-hidden>
                <rect
                  className={`bench-block shade-${one.shade % SHADES}`}
                  width={14}
                  height={14}
                />
              </svg>{' '}
              {one.name}
            </li>
          ))}
        </ul>
      )}
    </div>
  )
}

interface Block extends OnBench {
  /** From which area up to which it is drawn. [m²] */
  from: number
  to: number
}

/** One block for each span of days in which nobody comes or leaves. */
function stacked(of: readonly OnBench[], days: readonly string[]): Block[] {
  return days.slice(0, -1).flatMap((since, n) => {
    const until = days[n + 1]
    let top = 0
    return of
      .filter((one) => one.since <= since && since < one.until)
      .map((one) => ({ ...one, since, until, from: top, to: (top += one.m2) }))
  })
}

/** Where a name fits, in its largest block: once for each planting. */
function names(
  blocks: readonly Block[],
  x: (day: string) => number,
  y: (m2: number) => number,
): { key: string; shade: number; name: string; x: number; y: number }[] {
  const best = new Map<number, Block>()
  const fits = (one: Block) =>
    y(one.from) - y(one.to) >= 15 && x(one.until) - x(one.since) >= one.name.length * 6.6 + 8
  const size = (one: Block) => (x(one.until) - x(one.since)) * (one.to - one.from)
  for (const one of blocks.filter(fits)) {
    const had = best.get(one.shade)
    if (!had || size(one) > size(had)) best.set(one.shade, one)
  }
  return [...best.values()].map((one) => ({
    key: one.key + one.since,
    shade: one.shade,
    name: one.name,
    x: x(one.since) + 5,
    y: (y(one.from) + y(one.to)) / 2 + 4,
  }))
}
