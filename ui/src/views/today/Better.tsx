import { Link } from 'react-router'
import type { Schemas } from '../../api/client'
import { useGarden } from '../../api/gardens'
import { plural, t } from '../../lib/words'

type Plan = Schemas['SeasonPlan']
type Garden = Schemas['Garden']

interface Lack {
  to: string
  text: string
}

/** What is still guessed, a line a thing, with the way to measure it. */
export function Better({ gardenId, plan }: { gardenId: string; plan: Plan }) {
  const { garden } = useGarden(gardenId).file
  const lacks = lacking(garden, plan)
  if (lacks.length === 0) return null
  return (
    <section className="sheet stack better">
      <h2>{t('For better amounts')}</h2>
      <ul className="small">
        {lacks.map(({ to, text }) => (
          <li key={to}>
            <Link to={`/g/${gardenId}/${to}`}>{text}</Link>
          </li>
        ))}
      </ul>
    </section>
  )
}

function lacking(garden: Garden, plan: Plan): Lack[] {
  const growing = new Set(
    plan.plantings.filter((one) => one.last_pick >= plan.as_of).map((one) => one.place),
  )
  const untested = plan.places.filter((one) => !one.tubs && !one.report && growing.has(one.id))
  const unmixed = garden.places.filter(
    (one) =>
      one.kind === 'tub' &&
      growing.has(one.id) &&
      one.recipe.length === 0 &&
      one.charge.length === 0,
  )
  const unweighed = garden.products.filter(
    (one) => one.form !== 'mix' && !one.density && !one.weighed,
  )
  const lines: (Lack | false)[] = [
    untested.length > 0 && {
      to: `soil?bed=${untested[0].id}`,
      text: plural(untested.length, 'One bed has no soil test', '{n} beds have no soil test'),
    },
    unweighed.length > 0 && {
      to: `shed?of=${unweighed[0].id}`,
      text: plural(
        unweighed.length,
        'One bag or bottle was never weighed',
        '{n} bags or bottles were never weighed',
      ),
    },
    unmixed.length > 0 && {
      to: `plot?of=${unmixed[0].id}`,
      text: plural(
        unmixed.length,
        'The mix of one tub is not known',
        'The mix of {n} tubs is not known',
      ),
    },
  ]
  return lines.filter((one): one is Lack => one !== false)
}
