import { showLength } from '../lib/numbers'
import { said } from '../lib/units'

const WIDTH = 300
const MARGIN = 14
/** A foot, for those who pace in feet. [m] */
const FOOT_M = 0.3048

/** A bed or a tub from above, drawn to scale, with a bar of a known length below it. [m] */
export function ToScale(props: { along: number; across: number; round: boolean }) {
  const bar = said('m', 'ft') === 'm' ? 1 : 3 * FOOT_M
  const shown = props.along < bar / 2 ? bar / 5 : bar
  const scale = (WIDTH - 2 * MARGIN) / Math.max(props.along, props.across * 1.6, shown)
  const [w, h] = [props.along * scale, props.across * scale]
  const height = h + 3 * MARGIN + 12
  return (
    <svg viewBox={`0 0 ${WIDTH} ${height}`} width="100%" aria-hidden="true" className="to-scale">
      {props.round && Math.abs(props.along - props.across) < 0.01 ? (
        <circle cx={MARGIN + w / 2} cy={MARGIN + h / 2} r={w / 2} className="drawn" />
      ) : (
        <rect x={MARGIN} y={MARGIN} width={w} height={h} rx={3} className="drawn" />
      )}
      <path
        d={`M${MARGIN} ${h + 2 * MARGIN - 4} v8 m0 -4 h${shown * scale} m0 -4 v8`}
        stroke="var(--ink)"
        strokeWidth={1.5}
        fill="none"
      />
      <text x={MARGIN} y={h + 2 * MARGIN + 20} fontSize={12} fill="var(--ink)">
        {showLength(shown)}
      </text>
    </svg>
  )
}
