import { useId } from 'react'
import { dayNumber, showMonth } from '../lib/dates'
import { useWidth } from '../lib/useWidth'
import { monthStarts } from './Tide'
import './bench.css'

/** What stands of a planting on some days, and what has no room. [m²] */
export interface OnBench {
  planting: string
  name: string
  /** So that each planting keeps its shade. */
  shade: number
  m2: number
  outM2: number
}

export interface BenchSpan {
  since: string
  until: string
  on: readonly OnBench[]
}

interface Block extends OnBench {
  since: string
  until: string
  /** From which area up to which it is drawn. [m²] */
  from: number
  to: number
}

const LEFT = 54
const TOP = 24
const HEIGHT = 230
const BOTTOM = 8
const NARROWEST = 300
export const SHADES = 8

/** A bench through time: who stands on it, in the order in which they came; no room is hatched. */
export function BenchTide(props: {
  spans: readonly BenchSpan[]
  /** What there is room for. [m²] */
  roomM2: number
  /** The day that is looked at. */
  day: string
  label: string
  show: (m2: number) => string
}) {
  const { spans, roomM2, day } = props
  const id = useId()
  const [box, room] = useWidth()
  const width = Math.max(room, NARROWEST)
  const [begins, ends] = [spans[0].since, spans[spans.length - 1].until]
  const [first, last] = [dayNumber(begins), dayNumber(ends)]
  const blocks = spans.flatMap(stacked)
  const most = Math.max(roomM2, ...blocks.map((one) => one.to)) * 1.06
  const x = (on: string) =>
    LEFT + ((dayNumber(on) - first) / Math.max(last - first, 1)) * (width - LEFT - 6)
  const y = (m2: number) => TOP + (1 - m2 / most) * (HEIGHT - TOP - BOTTOM)
  const across = (one: Block) => ({
    x: x(one.since),
    width: Math.max(x(one.until) - x(one.since), 1),
  })
  const written = names(blocks, x, y)
  return (
    <div ref={box}>
      <svg width={width} height={HEIGHT} role="img" aria-label={props.label}>
        <Hatch id={id} />
        {monthStarts(begins, ends).map((month) => (
          <g key={month}>
            <path d={`M${x(month)} ${TOP - 6}V${HEIGHT - BOTTOM}`} className="bench-grid" />
            <text x={x(month) + 3} y={13} className="bench-text">
              {showMonth(Number(month.slice(5, 7)) - 1)}
            </text>
          </g>
        ))}
        {blocks.map((one) => (
          <g key={`${one.planting}${one.since}`}>
            <rect
              className={`bench-block shade-${one.shade % SHADES}`}
              {...across(one)}
              y={y(one.to)}
              height={y(one.from) - y(one.to)}
            >
              <title>{one.name}</title>
            </rect>
            {one.outM2 > 0 && (
              <rect
                fill={`url(#${id})`}
                {...across(one)}
                y={y(one.to)}
                height={y(one.to - one.outM2) - y(one.to)}
              />
            )}
          </g>
        ))}
        {written.map((one) => (
          <text key={one.shade} x={one.x} y={one.y} className="bench-text bench-name">
            {one.name}
          </text>
        ))}
        <path d={`M${LEFT} ${y(roomM2)}H${width - 6}`} className="bench-edge" />
        <text x={LEFT - 5} y={y(roomM2) + 4} textAnchor="end" className="bench-text">
          {props.show(roomM2)}
        </text>
        <path d={`M${x(day)} ${TOP - 6}V${HEIGHT - BOTTOM}`} className="bench-day" />
      </svg>
      <Legend of={blocks} but={written.map((one) => one.shade)} />
    </div>
  )
}

/** What is hatched has no room. */
export function Hatch({ id }: { id: string }) {
  return (
    <defs>
      <pattern id={id} width={7} height={7} patternUnits="userSpaceOnUse">
        <path d="M0 7L7 0" className="bench-hatch" />
      </pattern>
    </defs>
  )
}

/** The names that found no room in the drawing. */
function Legend({ of, but }: { of: readonly Block[]; but: readonly number[] }) {
  const rest = new Map(of.filter((one) => !but.includes(one.shade)).map((one) => [one.shade, one]))
  if (rest.size === 0) return null
  return (
    <ul className="bench-legend small">
      {[...rest.values()].map((one) => (
        <li key={one.shade}>
          <svg width={14} height={14} aria-hidden>
            <rect className={`bench-block shade-${one.shade % SHADES}`} width={14} height={14} />
          </svg>{' '}
          {one.name}
        </li>
      ))}
    </ul>
  )
}

/** One upon the other, in the order in which they came. */
function stacked({ since, until, on }: BenchSpan): Block[] {
  let top = 0
  return on.map((one) => ({ ...one, since, until, from: top, to: (top += one.m2) }))
}

/** Where a name fits, in its largest block: once for each planting. */
function names(
  blocks: readonly Block[],
  x: (day: string) => number,
  y: (m2: number) => number,
): { shade: number; name: string; x: number; y: number }[] {
  const best = new Map<number, Block>()
  const fits = (one: Block) =>
    y(one.from) - y(one.to) >= 15 && x(one.until) - x(one.since) >= one.name.length * 6.6 + 8
  const size = (one: Block) => (x(one.until) - x(one.since)) * (one.to - one.from)
  for (const one of blocks.filter(fits)) {
    const had = best.get(one.shade)
    if (!had || size(one) > size(had)) best.set(one.shade, one)
  }
  return [...best.values()].map((one) => ({
    shade: one.shade,
    name: one.name,
    x: x(one.since) + 5,
    y: (y(one.from) + y(one.to)) / 2 + 4,
  }))
}
