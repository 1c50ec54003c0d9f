import type { Sentences } from '../Findings'
import './refusals.css'

/** Why something is not used, each reason once with whom it is about, and the way out. */
export function Refusals(props: {
  of: readonly { reason: string; who: string }[]
  /** How those are named whom a reason is about. */
  said: (names: string) => string
  words: Sentences
}) {
  const reasons = [...new Set(props.of.map((one) => one.reason))]
  if (reasons.length === 0) return null
  return (
    <ul className="refusals small">
      {reasons.map((reason) => {
        const said = props.words.findings[reason]
        const who = props.of.filter((one) => one.reason === reason).map((one) => one.who)
        return (
          <li key={reason}>
            <b>{props.said([...new Set(who)].join(', '))}</b> {said?.text ?? reason}{' '}
            <span className="way-out">{said?.remedy}</span>
          </li>
        )
      })}
    </ul>
  )
}
