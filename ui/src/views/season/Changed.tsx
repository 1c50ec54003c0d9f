import { useWords } from '../../api/reference'
import { NutrientMark } from '../../drawing/NutrientMark'
import { showDate } from '../../lib/dates'
import { showNutrient } from '../../lib/numbers'
import { t } from '../../lib/words'
import { NUTRIENTS } from '../../theme/nutrients'
import { comparedJobs, type Planting } from './state'

/** The next feeds before and after, with the cause. */
export function Changed({ was, is }: { was: Planting; is: Planting }) {
  const words = useWords()
  const rows = comparedJobs(was, is).slice(0, 3)
  if (rows.length === 0) {
    return <p className="small">{t('It changes no feed that is still to come.')}</p>
  }
  return (
    <ul className="before-after small" aria-live="polite">
      {rows.map(({ before, after }) => {
        const cause = after.findings.find((one) => one.key.startsWith('after_'))
        return (
          <li key={after.key}>
            <b>{words.terms[`kind.${after.kind}`]}</b>{' '}
            {before.due_on !== after.due_on && <s className="soft">{showDate(before.due_on)}</s>}{' '}
            {showDate(after.due_on)}
            {': '}
            {NUTRIENTS.filter(
              (x) => Math.max(before.brings_g[x] ?? 0, after.brings_g[x] ?? 0) > 0.05,
            ).map((x) => (
              <span key={x} className="bring">
                <NutrientMark nutrient={x} size={12} />{' '}
                {showNutrient(before.brings_g[x]) !== showNutrient(after.brings_g[x]) && (
                  <s className="soft">{showNutrient(before.brings_g[x])}</s>
                )}{' '}
                <b>{showNutrient(after.brings_g[x])}</b>{' '}
              </span>
            ))}
            {after.brings_g.N + after.brings_g.P + after.brings_g.K + after.brings_g.Mg < 0.05 && (
              <b>{t('nothing')}</b>
            )}
            {cause && <p className="soft">{words.findings[cause.key]?.text}</p>}
          </li>
        )
      })}
    </ul>
  )
}
