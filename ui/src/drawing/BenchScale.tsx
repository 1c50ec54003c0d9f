import { useWidth } from '../lib/useWidth'
import { SHADES } from './BenchTide'
import './bench.css'

/** A pot or a tray on a bench. [m] */
export interface Thing {
  shade: number
  name: string
  level: number
  along: number
  across: number
  sides: readonly [number, number]
}

const NARROWEST = 280
const HIGHEST = 190
const GAP = 10

/** A bench from above on one day, drawn to scale: its levels one below the other. [m] */
export function BenchScale(props: {
  length: number
  width: number
  levels: number
  things: readonly Thing[]
  label: string
}) {
  const { length, width, levels } = props
  const [box, room] = useWidth()
  const scale = Math.min(
    (Math.max(room, NARROWEST) - 4) / length,
    Math.max(HIGHEST / levels, 60) / width,
  )
  const top = (level: number) => 2 + level * (width * scale + GAP)
  return (
    <div ref={box}>
      <svg
        width={length * scale + 4}
        height={top(levels - 1) + width * scale + 2}
        role="img"
        aria-label={props.label}
      >
        {Array.from({ length: levels }, (_, level) => (
          <rect
            key={level}
            className="bench-board"
            x={2}
            y={top(level)}
            width={length * scale}
            height={width * scale}
          />
        ))}
        {props.things.map((one, n) => (
          <rect
            key={n}
            className={`bench-block bench-thing shade-${one.shade % SHADES}`}
            x={2 + one.along * scale}
            y={top(one.level) + one.across * scale}
            width={one.sides[0] * scale}
            height={one.sides[1] * scale}
            rx={2}
          >
            <title>{one.name}</title>
          </rect>
        ))}
      </svg>
    </div>
  )
}
