import type { Schemas } from '../../api/client'
import { NutrientMark } from '../../drawing/NutrientMark'
import { showDate } from '../../lib/dates'
import { showAmount, showNumber } from '../../lib/numbers'
import { t } from '../../lib/words'
import { Sentence } from '../../parts/Sentence'

type Change = Schemas['Change']

/** What changed since the test before, and whether the log explains it. */
export function Past({ changes, today }: { changes: readonly Change[]; today: string }) {
  if (changes.length === 0) {
    return (
      <p className="sheet soft">
        {t('Two tests by the same extract tell what changed; so far there is one.')}
      </p>
    )
  }
  return (
    <div className="sheet stack">
      {changes.map((one) => (
        <div key={one.analyte} className="past-change">
          <p>
            <NutrientMark nutrient={one.analyte} /> <b>{one.analyte}</b>{' '}
            <Sentence
              say="{before} on {then}, {now} on {day}: {change} mg/kg."
              of={{
                before: showNumber(one.before),
                then: showDate(one.before_on, today),
                now: showNumber(one.now),
                day: showDate(one.now_on, today),
                change: <b>{signed(one.now - one.before)}</b>,
              }}
            />
          </p>
          <p className="small">
            {t(
              'The log says {given} given and {removed} taken away by harvests: that explains {explained} mg/kg.',
              {
                given: showAmount(one.given_g_m2, 'g/m²'),
                removed: showAmount(one.removed_g_m2, 'g/m²'),
                explained: signed(one.explained),
              },
            )}{' '}
            {verdict(one)}
          </p>
          <p className="small soft">
            {t(
              'Carried on to today by the same rule: about {estimate} mg/kg, between {low} and {high}.',
              {
                estimate: showNumber(one.estimate),
                low: showNumber(one.low, 2),
                high: showNumber(one.high, 2),
              },
            )}
          </p>
        </div>
      ))}
    </div>
  )
}

function signed(value: number): string {
  return `${value > 0 ? '+' : value < 0 ? '−' : ''}${showNumber(Math.abs(value), 2)}`
}

/** Two samples of one bed differ by a sixth anyway. */
function verdict(one: Change): string {
  const left = one.now - one.before - one.explained
  return Math.abs(left) <= 0.2 * Math.max(one.before, one.now)
    ? t('The rest is within what two samples differ by.')
    : t('The rest is more than two samples differ by: something is not in the log, or a sample.')
}
