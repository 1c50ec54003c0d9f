import { Link } from 'react-router'
import { usePlan } from '../../api/gardens'
import { showDate } from '../../lib/dates'
import { t } from '../../lib/words'
import { plantingName } from '../../parts/names'

/** Plants whose day to look again has come. */
export default function LookAgain({ gardenId }: { gardenId: string }) {
  const plan = usePlan(gardenId)
  const due = plan.looks.filter((one) => one.again_on <= plan.as_of)
  return (
    <section className="sheet stack" aria-label={t('Look again')}>
      <h2>{t('Look again')}</h2>
      {due.map((one) => {
        const planting = plan.plantings.find((each) => each.id === one.planting)
        const name = planting ? plantingName(planting) : ''
        return (
          <div key={one.look} className="look">
            <p>
              {name}
              {one.cause && `: ${one.cause}`}{' '}
              <span className="soft small">({showDate(one.on, plan.as_of)})</span>
            </p>
            <Link to={`/g/${gardenId}/book?page=look`}>
              {t('Say what came of it: {what}', { what: name })}
            </Link>
          </div>
        )
      })}
    </section>
  )
}
