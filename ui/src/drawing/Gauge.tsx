import { useId } from 'react'

export interface GaugeProps {
  /** Lower bounds of all classes but the first. */
  bounds: readonly number[]
  /** Names of the classes, one more than bounds. */
  names: readonly string[]
  value: number
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

/** A soil value as a mark on a ruled scale with its bands named. */
export function Gauge({ bounds, names, value, label, counted, ghost }: GaugeProps) {
  const id = useId()
  const x = at(value, bounds)
  return (
    <svg className="gauge" viewBox={`-8 0 ${WIDTH + 16} 62`} role="img" aria-labelledby={id}>
      <title id={id}>{label}</title>
      {names.map((name, n) => (
        <g key={name} transform={`translate(${n * BAND} 0)`}>
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
          {n > 0 && (
            <text x={0} y={11} textAnchor="middle" fontSize={11.5} fill="var(--soft)">
              {Number(bounds[n - 1].toPrecision(3))}
            </text>
          )}
        </g>
      ))}
      <path d={`M0 36H${WIDTH}`} stroke="var(--ink)" strokeWidth={1.2} />
      {ghost !== undefined && ghost !== value && (
        <path
          className="gauge-ghost"
          d={`M${at(ghost, bounds)} 14v26`}
          stroke="var(--soft)"
          strokeDasharray="3 3"
          strokeWidth={2}
        />
      )}
      <path d={`M${x} 40l-7 -13v-11h14v11z`} fill="var(--now)" stroke="var(--sheet)" />
    </svg>
  )
}
