import { useId } from 'react'

export interface GaugeProps {
  /** Lower bounds of all classes but the first; none where only a class is known. */
  bounds: readonly number[]
  /** Names of the classes. */
  names: readonly string[]
  /** Nothing where only a class is known. */
  value: number | null
  /** Between these another sample would likely be. */
  range?: readonly [number, number]
  /** The lowest and highest class that it may be, where there is no number. */
  likely?: readonly [number, number]
  label: string
  /** Which class it counts as; the laboratory's word may differ from the bands. */
  counted: number
  /** A value that was there before what is being typed. */
  ghost?: number
}

const WIDTH = 500
const BAND = WIDTH / 5
const TINTS = ['0.02', '0.07', '0.13', '0.2', '0.27']

/** Where a value stands on a scale whose bands are equally wide. */
function at(value: number, bounds: readonly number[]): number {
  const edges = [0, ...bounds, bounds[bounds.length - 1] * 1.6]
  const band = Math.min(bounds.filter((bound) => value >= bound).length, bounds.length)
  const share = (value - edges[band]) / (edges[band + 1] - edges[band])
  return (band + Math.min(Math.max(share, 0), 1)) * BAND
}

/** A soil value as a mark on a ruled scale with its bands named, and how sure it is. */
export function Gauge(props: GaugeProps) {
  const { bounds, names, value, label, counted, ghost } = props
  const id = useId()
  const known = value !== null && bounds.length > 0
  const x = known ? at(value, bounds) : (counted + 0.5) * BAND
  const [from, to] =
    known && props.range
      ? props.range.map((one) => at(one, bounds))
      : (props.likely ?? [counted, counted]).map((one, n) => (one + (n ? 0.95 : 0.05)) * BAND)
  return (
    <svg className="gauge" viewBox={`-8 0 ${WIDTH + 16} 62`} role="img" aria-labelledby={id}>
      <title id={id}>{label}</title>
      {names.map((name, n) => (
        <g key={n} transform={`translate(${n * BAND} 0)`}>
          <rect y={20} width={BAND} height={16} fill="var(--ink)" opacity={TINTS[n]} />
          <path d={`M0 16V40`} stroke="var(--ink)" strokeWidth={1} opacity={0.55} />
          <text
            x={BAND / 2}
            y={56}
            textAnchor="middle"
            fontSize={13}
            fill="var(--ink)"
            fontWeight={n === counted ? 700 : 400}
          >
            {name}
          </text>
          {n > 0 && bounds.length >= n && (
            <text x={0} y={11} textAnchor="middle" fontSize={11.5} fill="var(--soft)">
              {Number(bounds[n - 1].toPrecision(3))}
            </text>
          )}
        </g>
      ))}
      <path d={`M0 36H${WIDTH}`} stroke="var(--ink)" strokeWidth={1.2} />
      {to > from + 2 && (
        <path
          className="gauge-range"
          d={`M${from} 25v8M${from} 29H${to}M${to} 25v8`}
          stroke="var(--now)"
          strokeWidth={1.6}
          fill="none"
        />
      )}
      {ghost !== undefined && ghost !== value && bounds.length > 0 && (
        <path
          className="gauge-ghost"
          d={`M${at(ghost, bounds)} 14v26`}
          stroke="var(--soft)"
          strokeDasharray="3 3"
          strokeWidth={2}
        />
      )}
      {known ? (
        <path d={`M${x} 40l-7 -13v-11h14v11z`} fill="var(--now)" stroke="var(--sheet)" />
      ) : (
        <circle
          cx={x}
          cy={28}
          r={6.5}
          fill="var(--sheet)"
          stroke="var(--now)"
          strokeWidth={2}
          strokeDasharray="3 2"
        />
      )}
    </svg>
  )
}
