import { dayNumber } from '../lib/dates'

/** Feeds as marks on a line over a season: solid where they can be given, hollow where not. */
export function FeedLine(props: {
  days: { day: string; done: boolean }[]
  from: string
  to: string
  label: string
}) {
  const [first, last] = [dayNumber(props.from), dayNumber(props.to)]
  const x = (day: string) => 6 + ((dayNumber(day) - first) / Math.max(last - first, 1)) * 788
  return (
    <svg className="feed-line" viewBox="0 0 800 16" role="img" aria-label={props.label}>
      <path d="M6 8H794" stroke="var(--line)" strokeWidth={2} />
      {props.days
        .filter(({ day }) => dayNumber(day) >= first)
        .map(({ day, done }, n) => (
          <circle
            key={n}
            cx={x(day)}
            cy={8}
            r={5}
            fill={done ? 'var(--ink)' : 'var(--sheet)'}
            stroke="var(--ink)"
            strokeWidth={1.6}
          />
        ))}
    </svg>
  )
}
