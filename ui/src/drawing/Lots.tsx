import './lots.css'

export interface Drawn {
  plant: number | null
  side: number
  out: boolean
}

interface Point {
  x_m: number
  y_m: number
}

const SIDE = 300
const EDGE = 14

/** A place with its plants: full rings have the first treatment, open ones the second. */
export function Lots(props: {
  outline: readonly Point[]
  points: readonly Point[]
  plants: readonly Drawn[]
  label: string
}) {
  const most = Math.max(0, ...props.plants.map((one) => (one.plant ?? 0) + 1))
  const stand = props.points.length >= most
  const spots = stand ? props.points : inRows(most)
  const shape = stand ? props.outline : []
  const all = [...spots, ...shape]
  const [left, right] = [Math.min(...all.map((p) => p.x_m)), Math.max(...all.map((p) => p.x_m))]
  const [low, high] = [Math.min(...all.map((p) => p.y_m)), Math.max(...all.map((p) => p.y_m))]
  const wide = Math.max(right - left, high - low, 0.1)
  const by = (SIDE - 2 * EDGE) / wide
  const x = (p: Point) => EDGE + (p.x_m - left) * by
  const y = (p: Point) => EDGE + (high - p.y_m) * by
  const height = Math.max((high - low) * by, 1) + 2 * EDGE
  const width = Math.max((right - left) * by, 1) + 2 * EDGE
  return (
    <svg className="lots" viewBox={`0 0 ${width} ${height}`} role="img" aria-label={props.label}>
      {shape.length > 0 && (
        <path className="lots-place" d={`M${shape.map((p) => `${x(p)} ${y(p)}`).join('L')}Z`} />
      )}
      {props.plants.map((one) => {
        const at = one.plant === null ? undefined : spots[one.plant]
        if (!at) return null
        return (
          <g key={one.plant} className={one.out ? 'is-out' : ''}>
            <circle
              className={one.side === 0 ? 'lots-first' : 'lots-second'}
              cx={x(at)}
              cy={y(at)}
              r={9}
            />
            <text
              className={one.side === 0 ? 'lots-number is-first' : 'lots-number'}
              x={x(at)}
              y={y(at) + 3.5}
            >
              {(one.plant ?? 0) + 1}
            </text>
          </g>
        )
      })}
    </svg>
  )
}

/** Plants of tubs, six to a row. */
const inRows = (count: number): Point[] =>
  Array.from({ length: count }, (_, n) => ({ x_m: n % 6, y_m: -Math.floor(n / 6) }))
