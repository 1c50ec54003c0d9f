import { useId } from 'react'

export interface RulerMark {
  key: string
  name: string
  value: number
  /** Whether this is the one that is followed. */
  followed: boolean
}

const WIDTH = 270
const LINE = 19

/** The next round number for a scale's steps. */
function nice(least: number): number {
  const power = 10 ** Math.floor(Math.log10(least))
  return power * ([1, 1.25, 1.5, 2, 2.5, 3, 4, 5, 7.5].find((one) => one * power >= least) ?? 10)
}

/** Several answers to one question as marks on one ruled line, the followed one filled. */
export function Ruler(props: {
  marks: readonly RulerMark[]
  unit: string
  label: string
  show: (value: number) => string
}) {
  const id = useId()
  const step = nice(Math.max(...props.marks.map((one) => one.value), 1) / 4)
  const most = 4 * step
  const x = (value: number) => (value / most) * WIDTH
  const height = 26 + props.marks.length * LINE
  return (
    <svg
      className="ruler"
      viewBox={`-10 0 ${WIDTH + 170} ${height}`}
      role="img"
      aria-labelledby={id}
    >
      <title id={id}>{props.label}</title>
      <path d={`M0 ${height - 16}H${WIDTH}`} stroke="var(--ink)" strokeWidth={1.2} />
      {[0, 0.25, 0.5, 0.75, 1].map((part) => (
        <g key={part} transform={`translate(${part * WIDTH} 0)`}>
          <path d={`M0 ${height - 20}v8`} stroke="var(--ink)" strokeWidth={1} />
          <text y={height - 1} textAnchor="middle" fontSize={11.5} fill="var(--soft)">
            {props.show(part * most)}
          </text>
        </g>
      ))}
      <text x={WIDTH + 14} y={height - 12} fontSize={11.5} fill="var(--soft)">
        {props.unit}
      </text>
      {props.marks.map((mark, n) => (
        <g key={mark.key} transform={`translate(0 ${10 + n * LINE})`}>
          <path d={`M0 0H${x(mark.value)}`} stroke="var(--ink)" strokeWidth={1} opacity={0.35} />
          <path
            d={`M${x(mark.value)} -6l6 6l-6 6l-6 -6z`}
            fill={mark.followed ? 'var(--now)' : 'var(--sheet)'}
            stroke="var(--now)"
            strokeWidth={1.6}
          />
          <text
            x={x(mark.value) + 11}
            y={4.5}
            fontSize={12.5}
            fill="var(--ink)"
            fontWeight={mark.followed ? 700 : 400}
          >
            {mark.name} {props.show(mark.value)}
          </text>
        </g>
      ))}
    </svg>
  )
}
