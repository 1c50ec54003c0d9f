import { Link } from 'react-router'
import type { Plan } from '../../api/gardens'
import { useGarden } from '../../api/gardens'
import { showNumber } from '../../lib/numbers'
import { t } from '../../lib/words'
import { namesOf } from '../../parts/names'

type One = Plan['to_measure'][number]

/** What is still guessed, what settles most first, with the way to measure it. */
export function Better({ gardenId, plan }: { gardenId: string; plan: Plan }) {
  const { places, products } = namesOf(useGarden(gardenId).file.garden)
  if (plan.to_measure.length === 0) return null
  return (
    <section className="sheet stack better">
      <h2>{t('To measure next')}</h2>
      <ul className="small">
        {plan.to_measure.map((one) => {
          const name = places.get(one.about) ?? products.get(one.about) ?? ''
          return (
            <li key={`${one.kind} ${one.about}`}>
              <Link to={`/g/${gardenId}/${TO[one.kind]}${one.about}`}>{said(one, name)}</Link>{' '}
              <span className="soft">
                {t('settles {pct} % of what is still to be fed', {
                  pct: showNumber(Math.round(one.off_pct)),
                })}
              </span>
            </li>
          )
        })}
      </ul>
    </section>
  )
}

const TO: Record<One['kind'], string> = {
  soil_test: 'soil?bed=',
  nitrate: 'soil?bed=',
  weigh: 'shed?of=',
  first_season: 'shed?of=',
  mix: 'plot?of=',
}

function said(one: One, name: string): string {
  if (one.kind === 'soil_test') return t('Have the soil of {name} tested', { name })
  if (one.kind === 'nitrate') return t('Test nitrate in {name} before the next feed', { name })
  if (one.kind === 'weigh') return t('Weigh a level cup of {name}', { name })
  if (one.kind === 'mix') return t('Say what the mix of {name} holds', { name })
  return t('Ask the maker how much of the nitrogen of {name} works in its first season', { name })
}
