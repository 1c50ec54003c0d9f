import { useState } from 'react'
import { faultsOf, type Schemas } from '../../api/client'
import { useGarden } from '../../api/gardens'
import { useBatch, type Recipe } from '../../api/mixes'
import { useWords } from '../../api/reference'
import { showLitres, showMass, showNumber, showPrice } from '../../lib/numbers'
import { said } from '../../lib/units'
import { plural, t } from '../../lib/words'
import { MeasureField, VOLUMES, faultsAt } from '../../parts/Field'
import { Findings } from '../../parts/Findings'
import { WorkingSteps } from '../../parts/WorkingSteps'
import { levelScoops } from '../../parts/names'

type Volume = Schemas['Volume']
type View = Schemas['BatchView']

/** So much of a mix: what to measure out, what to buy, what to carry, what to expect. */
export function Batch({ gardenId, recipe }: { gardenId: string; recipe: Recipe }) {
  const { preferences } = useGarden(gardenId).file.garden
  const words = useWords()
  const metric = said('L', 'gal') === 'L'
  const [wanted, setWanted] = useState<Volume>(
    metric ? { value: 40, unit: 'L' } : { value: 2, unit: 'ft3' },
  )
  const [bucket, setBucket] = useState<Volume>(
    metric ? { value: 10, unit: 'L' } : { value: 5, unit: 'gal_us' },
  )
  const { data, error } = useBatch(gardenId, { recipe, wanted, bucket })
  const faults = faultsOf(error)
  return (
    <section className="sheet stack" aria-label={t('A batch of it')}>
      <div className="fields">
        <MeasureField
          label={t('So much of it')}
          units={VOLUMES}
          value={wanted}
          faults={faultsAt(faults, 'wanted')}
          onChange={(next) => next && setWanted(next)}
        />
        <MeasureField
          label={t('Bucket or barrow')}
          units={VOLUMES}
          value={bucket}
          faults={faultsAt(faults, 'bucket')}
          onChange={(next) => next && setBucket(next)}
        />
      </div>
      {data && (
        <>
          <Parts of={data} currency={preferences.currency} />
          <Charges of={data} gardenId={gardenId} />
          <Expected of={data} />
          <Findings of={data.findings} words={words} />
        </>
      )}
    </section>
  )
}

function Parts({ of, currency }: { of: View; currency: string }) {
  const weight = (low: number | null, high: number | null) =>
    low == null || high == null
      ? t('not known')
      : t('{low} to {high}', { low: showMass(low * 1000), high: showMass(high * 1000) })
  return (
    <table className="small batch-table">
      <thead>
        <tr>
          <th>{t('Ingredient')}</th>
          <th>{t('Loose')}</th>
          <th>{t('Buckets')}</th>
          <th>{t('To buy')}</th>
          <th>{t('To carry')}</th>
        </tr>
      </thead>
      <tbody>
        {of.parts.map((one, n) => (
          <tr key={n}>
            <td>{one.name}</td>
            <td>
              <details>
                <summary>{one.volume.result}</summary>
                <WorkingSteps of={one.volume.steps} />
              </details>
            </td>
            <td>{showNumber(one.buckets, 2)}</td>
            <td>
              {one.bags != null && one.bag_l != null
                ? plural(one.bags, 'one bag of {litres}', '{n} bags of {litres}', {
                    litres: showLitres(one.bag_l),
                  })
                : '–'}
              {one.cost != null && one.cost > 0 && `, ${showPrice(one.cost, currency)}`}
            </td>
            <td>{weight(one.low_kg ?? null, one.high_kg ?? null)}</td>
          </tr>
        ))}
      </tbody>
      <tfoot>
        <tr>
          <th>{t('All of it')}</th>
          <td>{of.loose.result}</td>
          <td>{showNumber(of.buckets, 2)}</td>
          <td>{of.cost != null ? showPrice(of.cost, currency) : ''}</td>
          <td>{weight(of.low_kg ?? null, of.high_kg ?? null)}</td>
        </tr>
      </tfoot>
    </table>
  )
}

/** What is mixed through, for every bucket of it. */
function Charges({ of, gardenId }: { of: View; gardenId: string }) {
  const { products, scoops } = useGarden(gardenId).file.garden
  return of.charge.map((one) => {
    const scoop = scoops.find((each) => each.id === one.scoop)?.name ?? ''
    return (
      <details key={one.product}>
        <summary>
          {t('For every bucket of mix: {amount} of {product}', {
            amount: one.per_bucket.result,
            product: products.find((each) => each.id === one.product)?.name ?? '',
          })}
          {scoop &&
            t(', about {scoops} ({grams})', {
              scoops: levelScoops(one.scoops, scoop),
              grams: showMass(one.scooped_g),
            })}
          {t('; {all} in all.', { all: showMass(one.total_g) })}
        </summary>
        <WorkingSteps of={one.per_bucket.steps} />
      </details>
    )
  })
}

/** Mass, organic matter, salts and pH, as far as ingredients say it. */
function Expected({ of }: { of: View }) {
  if (of.expected.length === 0) return null
  const labels = new Map([
    ['dry', t('Dry mass of a litre, settled loosely')],
    ['carried', t('A litre as it is carried')],
    ['matter', t('Organic matter')],
    ['salts', t('Salts, saturated extract')],
    ['ph', t('pH')],
  ])
  const unit = new Map([
    ['dry', ' kg/L'],
    ['carried', ' kg/L'],
    ['matter', ' %'],
    ['salts', ' dS/m'],
  ])
  return (
    <div className="stack">
      <h3>{t('What to expect of it')}</h3>
      <dl className="batch-expected small">
        {of.expected.map((one) => (
          <div key={one.of}>
            <dt>{labels.get(one.of)}</dt>
            <dd>
              <details>
                <summary>
                  {t('{low} to {high}', {
                    low: showNumber(one.low, 2),
                    high: `${showNumber(one.high, 2)}${unit.get(one.of) ?? ''}`,
                  })}
                </summary>
                <WorkingSteps of={one.middle.steps} />
              </details>
            </dd>
          </div>
        ))}
      </dl>
      <p className="small soft">
        {of.unknown.length > 0 &&
          `${t('Left out, since nobody said what it is: {names}.', { names: of.unknown.join(', ') })} `}
        {t(
          'Usual ranges of its ingredients, without what is mixed through. A test stands above them.',
        )}
      </p>
    </div>
  )
}
