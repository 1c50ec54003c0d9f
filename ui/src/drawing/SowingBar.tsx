import { dayNumber, showMonth } from '../lib/dates'
import { monthStarts } from './Tide'

export interface SowingPart {
  key: string
  from: string
  to: string
  name: string
}

/** One sowing as a bar over the months: raised, outside, picked; the season's window below. */
export function SowingBar(props: {
  rows: { key: string; label: string; parts: SowingPart[] }[]
  window: { from: string; to: string } | null
  today: string
  width: number
  label: string
}) {
  const { rows, width } = props
  const days = rows.flatMap((row) => row.parts.flatMap((part) => [part.from, part.to])).sort()
  const [from, to] = [days[0], days.at(-1) ?? days[0]]
  const span = Math.max(dayNumber(to) - dayNumber(from), 30)
  const x = (day: string) => 4 + ((dayNumber(day) - dayNumber(from)) / span) * (width - 12)
  const row = 34
  const height = 24 + rows.length * row + 6
  return (
    <svg className="sowing-bar" width={width} height={height} role="img" aria-label={props.label}>
      {monthStarts(from, to).map((day) => (
        <g key={day}>
          <path d={`M${x(day)} 18V${height}`} stroke="var(--line)" />
          <text x={x(day) + 3} y={13} fontSize={12} fill="var(--soft)">
            {showMonth(Number(day.slice(5, 7)) - 1)}
          </text>
        </g>
      ))}
      {props.window && (
        <rect
          x={Math.max(x(props.window.from), 0)}
          y={19}
          width={Math.max(
            Math.min(x(props.window.to), width) - Math.max(x(props.window.from), 0),
            0,
          )}
          height={3}
          fill="var(--wait)"
        />
      )}
      {rows.map((one, n) => (
        <g key={one.key} transform={`translate(0 ${26 + n * row})`}>
          {one.parts.map((part) => (
            <g key={part.key}>
              <rect
                className={`sowing-${part.key}`}
                x={x(part.from)}
                y={2}
                width={Math.max(x(part.to) - x(part.from), 2)}
                height={22}
              >
                <title>{part.name}</title>
              </rect>
              {x(part.to) - x(part.from) > part.name.length * 6.4 + 8 && (
                <text x={x(part.from) + 5} y={17} fontSize={12} fill="var(--ink)">
                  {part.name}
                </text>
              )}
            </g>
          ))}
        </g>
      ))}
      {props.today >= from && props.today <= to && (
        <path d={`M${x(props.today)} 16V${height}`} stroke="var(--now)" strokeWidth={1.8} />
      )}
    </svg>
  )
}
