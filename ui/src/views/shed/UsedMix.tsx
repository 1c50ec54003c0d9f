import type { Schemas } from '../../api/client'
import { useGarden, usePlan } from '../../api/gardens'
import { useWords } from '../../api/reference'
import { showDate } from '../../lib/dates'
import { showLitres, showNutrient } from '../../lib/numbers'
import { t } from '../../lib/words'
import { Findings } from '../../parts/Findings'
import { WorkingSteps } from '../../parts/WorkingSteps'
import { plantingName } from '../../parts/names'

/** Tubs whose mix has grown something: what to add, what it still holds, when not to. */
export function UsedMix({ of, gardenId }: { of: Schemas['ReuseView']; gardenId: string }) {
  const { garden } = useGarden(gardenId).file
  const plan = usePlan(gardenId)
  const words = useWords()
  const name = garden.places.find((one) => one.id === of.place)?.name ?? ''
  const grew = plan.plantings.filter((one) => of.grew.includes(one.id)).map(plantingName)
  return (
    <article className="sheet stack" aria-label={t('The mix in {place}, again', { place: name })}>
      <h2>{t('The mix in {place}, again', { place: name })}</h2>
      <p className="small soft">
        {t('It grew {what} until {day}.', {
          what: grew.join(', '),
          day: showDate(of.ended_on, plan.as_of),
        })}
      </p>
      <details>
        <summary>
          {t('Take out {out} with the roots, mix in {fresh} of fresh, and fill to the top.', {
            out: showLitres(of.taken_out_l),
            fresh: of.fresh.result,
          })}
        </summary>
        <WorkingSteps of={of.fresh.steps} />
        <WorkingSteps of={of.sunk.steps} />
      </details>
      <p className="small">
        {t('Left over by the balance, in all:')}{' '}
        {of.held
          .map((one) =>
            t('{nutrient} {low} to {high}', {
              nutrient: one.nutrient,
              low: showNutrient(one.low_g),
              high: showNutrient(one.high_g),
            }),
          )
          .join(', ')}
        {'. '}
        <span className="soft">
          {t('Nothing of it is counted: rain washes it out until spring.')}
        </span>
      </p>
      <Findings of={of.findings} words={words} />
    </article>
  )
}
