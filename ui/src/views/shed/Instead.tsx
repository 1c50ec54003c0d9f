import { useQuery } from '@tanstack/react-query'
import { faultsOf, type Schemas } from '../../api/client'
import { useGarden } from '../../api/gardens'
import { shedQueries } from '../../api/shed'
import { NutrientMark } from '../../drawing/NutrientMark'
import { showMass, showNumber, showPrice } from '../../lib/numbers'
import { plural, t } from '../../lib/words'
import { Refused } from '../../parts/Field'
import { MARKS, type Nutrient } from '../../theme/nutrients'

const ASKED = ['N', 'P', 'K', 'Ca'] as const

/** The season planned again without a product, and with others in its place. */
export function Instead({ gardenId, product }: { gardenId: string; product: string }) {
  const { currency } = useGarden(gardenId).file.garden.preferences
  const { data, error, isPending } = useQuery(shedQueries.substitutes(gardenId, product))
  if (isPending) {
    return (
      <p role="status" className="sheet">
        <progress aria-label={t('Planning the season again …')} />{' '}
        {t('Planning the season again …')}
      </p>
    )
  }
  if (!data) return <Refused faults={faultsOf(error)} />
  return (
    <div className="sheet stack">
      <p className="small">
        {t('How much of what all plantings need this season would be met, by the plan made anew.')}
      </p>
      <div className="instead">
        <Line title={t('as it is')} of={data.now} currency={currency} />
        <Line title={t('without it')} of={data.without} currency={currency} />
        {data.others.map((one) => (
          <Line key={one.material} title={one.name} of={one} currency={currency} added />
        ))}
      </div>
      {data.others.length === 0 && (
        <p className="small soft">{t('No general material is like it.')}</p>
      )}
    </div>
  )
}

function Line(props: { title: string; of: Schemas['StandIn']; currency: string; added?: boolean }) {
  const { of } = props
  return (
    <div className="instead-line">
      <span>
        <b>{props.title}</b>
        <span className="small soft of-label">
          {plural(of.feeds, '{n} job', '{n} jobs')}
          {of.cost != null && ` · ${showPrice(of.cost, props.currency)}`}
          {props.added &&
            of.grams > 0 &&
            ` · ${t('{amount} of it', { amount: showMass(of.grams) })}`}
        </span>
      </span>
      <span className="met">
        {ASKED.map((nutrient) => (
          <Met key={nutrient} nutrient={nutrient} share={of.met[nutrient] ?? 1} />
        ))}
      </span>
    </div>
  )
}

function Met({ nutrient, share }: { nutrient: Nutrient; share: number }) {
  return (
    <span className="met-one">
      <NutrientMark nutrient={nutrient} size={11} />
      <span className="met-bar" aria-hidden>
        <span style={{ width: `${share * 100}%`, background: MARKS[nutrient].colour }} />
      </span>
      <span className="small">
        {nutrient} {showNumber(share * 100, 2)} %
      </span>
    </span>
  )
}
