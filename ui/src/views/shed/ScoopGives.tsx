import { Segmented } from 'antd'
import { useState } from 'react'
import { faultsOf, type Schemas } from '../../api/client'
import { useGarden, usePlan } from '../../api/gardens'
import { useWords } from '../../api/reference'
import { useGives } from '../../api/shed'
import { NutrientMark } from '../../drawing/NutrientMark'
import { Release } from '../../drawing/Release'
import { Scoops as Drawn } from '../../drawing/Scoops'
import { showAmount, showMass, showNumber, showNutrient, showPrice } from '../../lib/numbers'
import { t } from '../../lib/words'
import { ChoiceField, MeasureField, faultsAt } from '../../parts/Field'
import { Findings } from '../../parts/Findings'
import { Sentence } from '../../parts/Sentence'
import { Why } from '../../parts/Why'
import { MARKS, NUTRIENTS, type Nutrient } from '../../theme/nutrients'
import type { Product } from './state'

type Where = 'scoop' | 'bed' | 'plant' | 'can'
type OneScoop = Schemas['ScoopGives']

interface ScoopGivesProps {
  gardenId: string
  product: Product
  facts: Schemas['ProductPlan']
  /** As it was before what is being typed. */
  before?: Schemas['ProductPlan']
}

/** What each level scoop of a product gives, drawn: in itself, on a bed, to a plant, in a can. */
export function ScoopGives(props: ScoopGivesProps) {
  const { gardenId, product, facts } = props
  const { garden } = useGarden(gardenId).file
  const words = useWords()
  const [where, setWhere] = useState<Where>('scoop')
  const [chosen, setChosen] = useState('')
  const [place, setPlace] = useState(garden.places[0]?.id ?? '')
  const [can, setCan] = useState(garden.preferences.can)
  const { data: gives, error } = useGives(gardenId, { product, place: place || null, can })
  const holds = NUTRIENTS.filter((nutrient) => facts.fractions[nutrient] > 0)
  const shown = offered(gives, where)
  const scoops = gives?.scoops ?? []
  const one =
    scoops.find((scoop) => scoop.scoop === chosen) ?? scoops[Math.floor(scoops.length / 2)]
  return (
    <div className="sheet stack">
      <div className="row">
        <WhereChoice gives={gives} shown={shown} onChange={setWhere} />
        <span className="spacer" />
        {garden.places.length > 0 && (shown === 'bed' || shown === 'plant') && (
          <ChoiceField
            label={t('Place')}
            value={place}
            options={garden.places.map((one) => ({ value: one.id, label: one.name }))}
            onChange={setPlace}
          />
        )}
        {shown === 'can' && (
          <MeasureField
            label={t('Can')}
            units={['L', 'gal_us', 'gal_imp']}
            value={can}
            faults={faultsAt(faultsOf(error), 'can')}
            onChange={(next) => next && setCan(next)}
          />
        )}
      </div>
      {garden.scoops.length === 0 && <p className="soft">{t('Add a scoop of yours to see it.')}</p>}
      <ScoopChoice gardenId={gardenId} scoops={scoops} chosen={one} onChoose={setChosen} />
      {one && (
        <div className="gives-sides">
          <OneScoopGives {...props} scoop={one} where={shown} holds={holds} />
          {gives && <Over gives={gives} product={product} holds={holds} />}
        </div>
      )}
      {shown === 'can' && (
        <Findings
          of={(gives?.findings ?? []).filter((found) => found.about === one?.scoop)}
          words={words}
        />
      )}
      {shown === 'can' && gives && <Dissolving gives={gives} products={garden.products} />}
      <Notes product={product} facts={facts} holds={holds} currency={garden.preferences.currency} />
    </div>
  )
}

function WhereChoice(props: {
  gives: Schemas['Gives'] | undefined
  shown: Where
  onChange: (where: Where) => void
}) {
  const { gives } = props
  return (
    <Segmented<Where>
      value={props.shown}
      size="small"
      aria-label={t('One level scoop gives')}
      options={[
        { value: 'scoop', label: t('In itself') },
        { value: 'bed', label: t('On a bed'), disabled: !gives?.ground_m2 },
        { value: 'plant', label: t('To each plant'), disabled: !gives?.plants },
        {
          value: 'can',
          label: t('In the can'),
          disabled: !gives?.scoops.some((one) => one.can_mg_l),
        },
      ]}
      onChange={props.onChange}
    />
  )
}

/** The grower's own scoops, drawn by their size. */
function ScoopChoice(props: {
  gardenId: string
  scoops: readonly OneScoop[]
  chosen: OneScoop | undefined
  onChoose: (scoop: string) => void
}) {
  const { garden } = useGarden(props.gardenId).file
  const plan = usePlan(props.gardenId)
  const names = new Map(garden.scoops.map((scoop) => [scoop.id, scoop.name]))
  const ml = new Map(plan.scoops.map((scoop) => [scoop.id, scoop.ml]))
  return (
    <div className="scoop-choice" role="radiogroup" aria-label={t('Scoops, level')}>
      {props.scoops.map((scoop) => (
        <button
          key={scoop.scoop}
          type="button"
          role="radio"
          aria-checked={scoop === props.chosen}
          onClick={() => props.onChoose(scoop.scoop)}
        >
          <span aria-hidden>
            <Drawn count={1} ml={ml.get(scoop.scoop) ?? 5} label="" />
          </span>
          {names.get(scoop.scoop)}
        </button>
      ))}
    </div>
  )
}

/** What one level scoop weighs, and how much of each nutrient that is. */
function OneScoopGives(
  props: ScoopGivesProps & { scoop: OneScoop; where: Where; holds: readonly Nutrient[] },
) {
  const { product, facts, scoop, where } = props
  const { garden } = useGarden(props.gardenId).file
  const values = valuesOf(scoop, where)
  const most = Math.max(...Object.values(values), 1e-9)
  const was = props.before?.scoops.find((old) => old.scoop === scoop.scoop)
  const why = `scoop/${product.id}/${scoop.scoop}`
  return (
    <div className="stack">
      <p>
        <b>{garden.scoops.find((one) => one.id === scoop.scoop)?.name}</b>{' '}
        <Why of={why} assumed={facts.density_origin === 'assumed'}>
          {showMass(scoop.grams)}
        </Why>
        <OfLabel scoop={scoop} where={where} />
      </p>
      <span className="bars">
        {props.holds.map((nutrient) => (
          <Bar
            key={nutrient}
            nutrient={nutrient}
            value={values[nutrient] ?? 0}
            most={most}
            was={was?.nutrients_g[nutrient]}
            where={where}
            why={`${why}/${nutrient}`}
          />
        ))}
      </span>
    </div>
  )
}

/** The question chosen, or the first one where it has no answer. */
function offered(gives: Schemas['Gives'] | undefined, where: Where): Where {
  const answers: Record<Where, boolean> = {
    scoop: true,
    bed: Boolean(gives?.ground_m2),
    plant: Boolean(gives?.plants),
    can: Boolean(gives?.scoops.some((one) => one.can_mg_l)),
  }
  return answers[where] ? where : 'scoop'
}

function valuesOf(scoop: OneScoop, where: Where): Record<string, number> {
  const found = {
    scoop: scoop.nutrients_g,
    bed: scoop.bed_g_m2,
    plant: scoop.plant_g,
    can: scoop.can_mg_l,
  }[where]
  return found ?? {}
}

function Bar(props: {
  nutrient: Nutrient
  value: number
  most: number
  was?: number
  where: Where
  why: string
}) {
  const { nutrient, value, was, where } = props
  const changed = where === 'scoop' && was !== undefined && Math.abs(was - value) > 0.005
  const said = {
    scoop: () => showNutrient(value),
    bed: () => showAmount(value, 'g/m²'),
    plant: () => showNutrient(value),
    can: () => `${showNumber(value, 2)} mg/L`,
  }[where]()
  return (
    <span className="bar-row">
      <NutrientMark nutrient={nutrient} size={12} />
      <span className="bar-name">{nutrient}</span>
      <span
        className="bar-fill"
        style={{
          width: `${Math.max((55 * value) / props.most, 0.6)}%`,
          background: MARKS[nutrient].colour,
        }}
      />
      {changed && <s className="soft">{showNutrient(was)}</s>}
      {where === 'scoop' ? <Why of={props.why}>{said}</Why> : <b>{said}</b>}
    </span>
  )
}

/** What part of the label's most a scoop is, and how salty it makes the can. */
function OfLabel({ scoop, where }: { scoop: OneScoop; where: Where }) {
  const share = where === 'can' ? scoop.of_label_water_share : scoop.of_label_ground_share
  const asked = where === 'can' || where === 'bed'
  return (
    <>
      {where === 'can' && scoop.can_ec_ds_m != null && (
        <span className="soft small of-label">EC {showNumber(scoop.can_ec_ds_m, 2)} dS/m</span>
      )}
      {asked && share != null && (
        <span className={share > 1 ? 'small of-label too-much' : 'soft small of-label'}>
          {t('{share} % of the label’s most', { share: showNumber(share * 100, 2) })}
        </span>
      )}
    </>
  )
}

/** What dissolves, and what it must not meet in one can. */
function Dissolving(props: { gives: Schemas['Gives']; products: readonly Product[] }) {
  const { gives } = props
  const apart = props.products.filter((one) => gives.not_with.includes(one.id))
  return (
    <>
      {gives.dissolves_g_l != null && (
        <p className="small soft">
          {t('Water of {warmth} dissolves {amount} of it in a litre.', {
            warmth: showAmount(gives.water_c, '°C'),
            amount: showMass(gives.dissolves_g_l),
          })}
        </p>
      )}
      {apart.length > 0 && (
        <p className="small finding">
          {t('Never in one can with {names}: it would fall out.', {
            names: apart.map((one) => one.name).join(', '),
          })}{' '}
          <span className="way-out">{t('Two cans, or two days.')}</span>
        </p>
      )}
    </>
  )
}

/** Release over time, where it takes time; and how far batches differ. */
function Over(props: { gives: Schemas['Gives']; product: Product; holds: readonly Nutrient[] }) {
  const { gives, product } = props
  const slow = gives.release.some((point) => point.share < 0.999)
  const ranged = props.holds.filter((n) => gives.low_pct[n] !== undefined)
  const coated = product.form === 'coated'
  if (!slow && ranged.length === 0) return null
  return (
    <div className="stack">
      {slow && (
        <figure className="release-figure">
          <figcaption className="small">
            {coated
              ? t('Released over the months at this site’s warmth, if it is given today')
              : t('Nitrogen at work over the months at this site’s warmth, if it is given today')}
          </figcaption>
          <Release
            points={gives.release}
            nutrient="N"
            title={t('{share} % by {months} months', {
              share: showNumber(gives.at_work_at_end * 100, 2),
              months: 6,
            })}
            percent={(share) => `${showNumber(share * 100, 3)} %`}
          />
        </figure>
      )}
      {ranged.length > 0 && (
        <p className="small soft">
          {t('Batches differ:')}{' '}
          {ranged
            .map(
              (n) =>
                `${n} ${showNumber(gives.low_pct[n], 2)}–${showNumber(gives.high_pct[n], 2)} %`,
            )
            .join(' · ')}
        </p>
      )}
    </div>
  )
}

function Notes(props: {
  product: Product
  facts: Schemas['ProductPlan']
  holds: readonly Nutrient[]
  currency: string
}) {
  const { product, facts, holds } = props
  return (
    <>
      {facts.density_origin === 'assumed' && (
        <p className="small">
          {t(
            'Its density of {density} is assumed, good to about 15 %. Weigh one level cup and type it in: every amount follows.',
            { density: showAmount(facts.density_g_ml, 'g/mL') },
          )}
        </p>
      )}
      {facts.first_season_n < 1 && (
        <p className="small">
          <Sentence
            say="Of its nitrogen {share} works in the first season."
            of={{
              share: (
                <Why of={`share/${product.id}`}>{showNumber(facts.first_season_n * 100)} %</Why>
              ),
            }}
          />
        </p>
      )}
      {facts.price_per_g != null && (
        <p className="small soft">
          {holds.map((nutrient, n) => (
            <span key={nutrient}>
              {n > 0 && ' · '}
              {nutrient}{' '}
              {t('{price} for 100 g', {
                price: showPrice(
                  ((facts.price_per_g ?? 0) / facts.fractions[nutrient]) * 100,
                  props.currency,
                ),
              })}
            </span>
          ))}
        </p>
      )}
    </>
  )
}
