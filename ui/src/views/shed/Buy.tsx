import { useQuery } from '@tanstack/react-query'
import { Button } from 'antd'
import { useState } from 'react'
import { faultsOf, type Schemas } from '../../api/client'
import { useGarden, usePlan } from '../../api/gardens'
import { shedQueries } from '../../api/shed'
import { Course } from '../../drawing/Course'
import { NutrientMark } from '../../drawing/NutrientMark'
import { showDate } from '../../lib/dates'
import { showMass, showNumber, showNutrient, showPrice } from '../../lib/numbers'
import { t } from '../../lib/words'
import { Refused } from '../../parts/Field'
import { plainly } from '../../parts/SaveBar'
import { plantingName } from '../../parts/names'
import { NUTRIENTS } from '../../theme/nutrients'

type Take = Schemas['ToTake']

/** What the rest of the season takes, what runs out, what to buy, and the cheapest set of bags. */
export function Buy({ gardenId }: { gardenId: string }) {
  const { garden } = useGarden(gardenId).file
  const plan = usePlan(gardenId)
  const { data, error, isPending } = useQuery(shedQueries.shopping(gardenId))
  const { currency } = garden.preferences
  const name = (id: string) => garden.products.find((one) => one.id === id)?.name ?? ''
  if (isPending) return <Working said={t('Adding up the season …')} />
  if (!data) return <Refused faults={faultsOf(error)} />
  const short = data.lines.filter((one) => one.short_g > 0)
  const used = data.lines.filter((one) => one.wanted_g > 0 && one.short_g === 0)
  return (
    <div className="buy-page">
      <section className="sheet stack">
        <h2>{t('To buy for this season')}</h2>
        {short.length === 0 && data.materials.length === 0 && (
          <p>{t('Nothing: what is in the shed does for the rest of the season.')}</p>
        )}
        {short.length === 0 && data.materials.length > 0 && <p>{t('No bag of yours runs out.')}</p>}
        {short.map((line) => (
          <div key={line.product} className="to-buy">
            <div className="row">
              <b>{name(line.product)}</b>
              <span className="spacer" />
              <b>{line.packs.length > 0 ? packs(line.packs) : showMass(line.short_g)}</b>
              {line.cost != null && <span>{showPrice(line.cost, currency)}</span>}
            </div>
            <p className="small">
              {line.runs_out_on &&
                t('Runs out on {day}; {amount} are missing.', {
                  day: showDate(line.runs_out_on, plan.as_of),
                  amount: showMass(line.short_g),
                })}{' '}
              {line.packs.length === 0 && t('No price or pack is typed in yet.')}
              {line.packs.length > 0 &&
                line.leaves_g != null &&
                t('{amount} would be left in autumn.', { amount: showMass(line.leaves_g) })}
            </p>
            {line.left_g != null && (
              <Course
                left={line.left_g}
                uses={line.uses}
                today={plan.as_of}
                title={t('What is left of {name} over the season', { name: name(line.product) })}
                amount={showMass}
              />
            )}
          </div>
        ))}
        {short.length > 0 && (
          <p className="row">
            <b>{t('In all')}</b>
            <span className="spacer" />
            <b className="big">{showPrice(data.cost, currency)}</b>
          </p>
        )}
        {data.materials.length > 0 && (
          <>
            <h3>{t('What stays short, and what would fill it')}</h3>
            <ul className="fills">
              {data.materials.map((one) => (
                <li key={one.nutrient + one.material}>
                  <NutrientMark nutrient={one.nutrient} size={12} />{' '}
                  {t('{short} of {nutrient} short: {amount} of {material}', {
                    short: showNutrient(one.short_g),
                    nutrient: one.nutrient,
                    amount: showMass(one.grams),
                    material: one.material_name,
                  })}
                </li>
              ))}
            </ul>
          </>
        )}
      </section>
      <section className="stack">
        <Cheapest gardenId={gardenId} />
        {used.length > 0 && (
          <div className="sheet stack">
            <h2>{t('Enough is there')}</h2>
            <ul className="enough">
              {used.map((line) => (
                <li key={line.product}>
                  {name(line.product)}{' '}
                  <span className="soft small">
                    {line.leaves_g == null
                      ? t('takes {wanted}; not counted', { wanted: showMass(line.wanted_g) })
                      : t('takes {wanted}, leaves {left}', {
                          wanted: showMass(line.wanted_g),
                          left: showMass(line.leaves_g),
                        })}
                  </span>
                </li>
              ))}
            </ul>
          </div>
        )}
      </section>
    </div>
  )
}

function packs(taken: readonly Take[]): string {
  return taken.map((one) => `${one.count} × ${plainly(one.size)}`).join(' + ')
}

function Working({ said }: { said: string }) {
  return (
    <p role="status" className="sheet">
      <progress aria-label={said} /> {said}
    </p>
  )
}

/** The cheapest whole bags for all that is still to be given: asked for, because it takes a while. */
function Cheapest({ gardenId }: { gardenId: string }) {
  const [asked, setAsked] = useState(false)
  const { garden } = useGarden(gardenId).file
  const plan = usePlan(gardenId)
  const { data, error, isFetching } = useQuery({
    ...shedQueries.cheapest(gardenId),
    enabled: asked,
  })
  const { currency } = garden.preferences
  const set = data?.set
  const name = (id: string) => garden.products.find((one) => one.id === id)?.name ?? ''
  return (
    <div className="sheet stack">
      <h2>{t('Cheapest set of bags')}</h2>
      <p className="small soft">
        {t(
          'Among all bags with a price and all that is left, in any amount: what meets every need as far as it can be met, at least cost. Scoops and dates are the plan’s to fit once it is bought.',
        )}
      </p>
      {!asked && <Button onClick={() => setAsked(true)}>{t('Find it')}</Button>}
      {isFetching && <Working said={t('Looking through the bags …')} />}
      <Refused faults={faultsOf(error)} />
      {asked && data && !set && <p>{t('There is nothing to buy for.')}</p>}
      {set && (
        <>
          <ul className="enough">
            {set.lines.map((line) => (
              <li key={line.product}>
                <b>{line.packs.length > 0 ? packs(line.packs) : t('from the shed')}</b>{' '}
                {name(line.product)}{' '}
                <span className="soft small">
                  {t('{amount} used', { amount: showMass(line.used_g) })}
                </span>
              </li>
            ))}
          </ul>
          <p>
            <b className="big">{showPrice(set.cost, currency)}</b>{' '}
            {t('against {price} by the list', { price: showPrice(set.list_cost, currency) })}
          </p>
          {!set.proved && (
            <p className="small">
              {t('Time ran out: it could be up to {share} % cheaper.', {
                share: showNumber(set.gap * 100, 2),
              })}
            </p>
          )}
          <details className="small">
            <summary>{t('Planting by planting')}</summary>
            <ul>
              {set.plantings.map((one) => {
                const planting = plan.plantings.find((p) => p.id === one.planting)
                const misses = NUTRIENTS.filter(
                  (n) => one.short_g[n] > Math.max(0.02 * one.need_g[n], 0.05),
                )
                return (
                  <li key={one.planting}>
                    {planting && plantingName(planting)}:{' '}
                    {one.grams.map(([id, grams]) => `${showMass(grams)} ${name(id)}`).join(', ')}
                    {misses.length > 0 &&
                      `; ${t('short of')} ${misses
                        .map((n) => `${showNutrient(one.short_g[n])} ${n}`)
                        .join(', ')}`}
                  </li>
                )
              })}
            </ul>
          </details>
        </>
      )}
    </div>
  )
}
