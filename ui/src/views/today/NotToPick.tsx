import { usePlan } from '../../api/gardens'
import { useWords } from '../../api/reference'
import { t } from '../../lib/words'
import { Findings } from '../../parts/Findings'
import { plantingName } from '../../parts/names'

const SAID = ['wait_before_picking', 'spray_wait_unknown', 'oil_met_sulphur']

/** Plantings of which nothing may be picked for now, since they were sprayed. */
export function NotToPick({ gardenId }: { gardenId: string }) {
  const plan = usePlan(gardenId)
  const words = useWords()
  const told = plan.plantings
    .map((planting) => ({
      planting,
      findings: planting.sprayed.filter((one) => SAID.includes(one.key)),
    }))
    .filter(({ findings }) => findings.length > 0)
  if (told.length === 0) return null
  return (
    <section className="sheet stack" aria-label={t('After spraying')}>
      <h2>{t('After spraying')}</h2>
      {told.map(({ planting, findings }) => (
        <div key={planting.id}>
          <b>{plantingName(planting)}</b>
          <Findings of={findings} words={words} />
        </div>
      ))}
    </section>
  )
}
