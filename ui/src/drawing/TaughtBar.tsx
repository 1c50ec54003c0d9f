import './lots.css'

const WIDTH = 420
const LEFT = 12
const RIGHT = 408
const LINE = 34

/** A figure as it usually is and as it is here, with between what that lies. */
export function TaughtBar(props: {
  usual: number
  own: number
  low: number
  high: number
  names: { usual: string; own: string }
  label: string
}) {
  const { usual, own } = props
  const low = Math.min(props.low, usual)
  const span = Math.max(Math.max(props.high, usual) - low, 1e-9)
  const x = (value: number) => LEFT + ((value - low) / span) * (RIGHT - LEFT)
  const anchor = (value: number) => (x(value) > WIDTH / 2 ? 'end' : 'start')
  return (
    <svg className="two-sides" viewBox={`0 0 ${WIDTH} 62`} role="img" aria-label={props.label}>
      <path className="two-sides-line" d={`M${LEFT} ${LINE}H${RIGHT}`} />
      <path className="two-sides-range" d={`M${x(props.low)} ${LINE}H${x(props.high)}`} />
      <path className="two-sides-zero" d={`M${x(usual)} ${LINE - 16}V${LINE + 8}`} />
      <text x={x(usual)} y={LINE - 20} textAnchor={anchor(usual)}>
        {props.names.usual}
      </text>
      <path className="two-sides-mean" d={`M${x(own)} ${LINE - 8}V${LINE + 16}`} />
      <text x={x(own)} y={LINE + 27} textAnchor={anchor(own)}>
        {props.names.own}
      </text>
    </svg>
  )
}
