import { Button } from 'antd'
import type { Schemas } from '../../api/client'
import { showDate } from '../../lib/dates'
import { useToast } from '../../lib/useToast'
import { t } from '../../lib/words'
import { WorkingSteps } from '../../parts/WorkingSteps'
import { Keep } from './Keep'

/** The answer in large figures, what else it comes to, and how it came about. */
export function Answer(props: { of: Schemas['SumAnswer']; label: string; garden: string | null }) {
  const { of, label } = props
  return (
    <section className="sheet stack" aria-live="polite">
      <p className="sum-answer">
        <b>{of.said}</b> {label}
      </p>
      {of.shown.findings.map((finding) => (
        <p key={finding.key} className={`finding ${finding.level}`}>
          {finding.text} <span className="way-out">{finding.remedy}</span>
        </p>
      ))}
      {of.days.length > 0 && (
        <ul className="sum-days">
          {of.days.map((day) => (
            <li key={day}>{showDate(day)}</li>
          ))}
        </ul>
      )}
      {of.beside.length > 0 && (
        <table className="sum-brings">
          <caption className="small soft">{t('Besides')}</caption>
          <tbody>
            {of.beside.map((one) => (
              <tr key={one.label}>
                <th scope="row">{one.label}</th>
                <td>{one.said}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <details>
        <summary>{t('How this came about')}</summary>
        <WorkingSteps of={of.shown.steps} />
      </details>
      <div className="row">
        <Copy line={of.line} />
        <span className="small soft">{t('The label’s own rate goes before any sum.')}</span>
      </div>
      <Keep of={of} garden={props.garden} />
    </section>
  )
}

/** Puts the sum as one line of text where it can be pasted. */
function Copy({ line }: { line: string }) {
  const say = useToast()
  const copy = async () => {
    await navigator.clipboard.writeText(line)
    say({ text: t('Copied.') })
  }
  return (
    <Button size="small" onClick={() => void copy()}>
      {t('Copy as a line of text')}
    </Button>
  )
}
