import { Link } from 'react-router'
import { usePlan } from '../../api/gardens'
import { t } from '../../lib/words'

/** Aims whose year is over in the garden: what came of them is asked for once. */
export default function LookBack({ gardenId }: { gardenId: string }) {
  const { aims } = usePlan(gardenId)
  return (
    <section className="sheet stack" aria-label={t('Aims to look back at')}>
      <h2>{t('Aims to look back at')}</h2>
      {aims.map((one) => (
        <div key={one.aim} className="look">
          <p>{one.words}</p>
          <Link to={`/g/${gardenId}/book?page=aims`}>
            {t('Say what came of it: {what}', { what: one.words })}
          </Link>
        </div>
      ))}
    </section>
  )
}
