import { useId } from 'react'

const LOW = 4
const HIGH = 9
const WIDTH = 500
const x = (ph: number) => ((Math.min(Math.max(ph, LOW), HIGH) - LOW) / (HIGH - LOW)) * WIDTH

/** pH on a ruled scale from 4 to 9: the range that the crops like, its middle as a notch. */
export function PhScale(props: {
  ph: number
  low: number
  high: number
  target: number
  label: string
  ghost?: number
}) {
  const id = useId()
  return (
    <svg className="gauge" viewBox={`-8 0 ${WIDTH + 16} 62`} role="img" aria-labelledby={id}>
      <title id={id}>{props.label}</title>
      <rect
        x={x(props.low)}
        y={20}
        width={x(props.high) - x(props.low)}
        height={16}
        fill="var(--wait)"
        opacity={0.28}
      />
      <path d={`M0 36H${WIDTH}`} stroke="var(--ink)" strokeWidth={1.2} />
      {Array.from({ length: 11 }, (_, n) => LOW + n / 2).map((ph) => (
        <g key={ph}>
          <path d={`M${x(ph)} 36v${ph % 1 ? 5 : 9}`} stroke="var(--ink)" />
          {ph % 1 === 0 && (
            <text x={x(ph)} y={58} textAnchor="middle" fontSize={13} fill="var(--ink)">
              {ph}
            </text>
          )}
        </g>
      ))}
      <path
        d={`M${x(props.target)} 20l-5 -7h10z`}
        fill="none"
        stroke="var(--wait)"
        strokeWidth={1.6}
      />
      {props.ghost !== undefined && props.ghost !== props.ph && (
        <path
          d={`M${x(props.ghost)} 14v26`}
          stroke="var(--soft)"
          strokeDasharray="3 3"
          strokeWidth={2}
        />
      )}
      <path d={`M${x(props.ph)} 40l-7 -13v-11h14v11z`} fill="var(--now)" stroke="var(--sheet)" />
    </svg>
  )
}
