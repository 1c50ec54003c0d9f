import { Button } from 'antd'
import { lazy } from 'react'
import { useGarden, usePlan } from '../../api/gardens'
import { useWords } from '../../api/reference'
import { NutrientMark } from '../../drawing/NutrientMark'
import { Tide } from '../../drawing/Tide'
import { showDate } from '../../lib/dates'
import { showMass, showNutrient } from '../../lib/numbers'
import { useAddress } from '../../lib/useAddress'
import { t } from '../../lib/words'
import type { ThingEditing } from '../../api/editing'
import { Findings } from '../../parts/Findings'
import { plantingName } from '../../parts/names'
import { Refusals } from '../../parts/Refusals'
import { Sentence } from '../../parts/Sentence'
import { Why } from '../../parts/Why'
import { Given } from './Given'
import { Seen } from './Seen'
import { Sighted } from './Sighted'
import { Sprays } from './Sprays'
import type { Planting, RecordedPlanting } from './state'
import { Try } from './Try'
import { Years } from './Years'
import { Later } from '../../parts/Later'

const Balance = lazy(() => import('./Balance'))
const Programmes = lazy(() => import('./Programmes'))

/** A planting's season: need against supply, its programme, and the stage it is in. */
export function Detail(props: {
  gardenId: string
  planting: Planting
  /** The same planting by the old plan, while a change is being tried. */
  was: Planting | null
  tried: ThingEditing<RecordedPlanting>
  onClose: () => void
}) {
  const { gardenId, planting, was } = props
  const words = useWords()
  const plan = usePlan(gardenId)
  const rot = planting.sights[0] === 'end_rot' && planting.planted_on <= plan.as_of
  const garden = useGarden(gardenId)
  const [address, go] = useAddress()
  return (
    <section className="season-detail" aria-label={plantingName(planting)}>
      <div className="stack tides-side">
        <div className="tides">
          {planting.tides.map((tide) => (
            <Nutrient
              key={tide.nutrient}
              gardenId={gardenId}
              planting={planting}
              was={was}
              of={tide}
            />
          ))}
        </div>
        <div className="seen-row">
          <section className="seen">
            <Seen gardenId={gardenId} planting={planting} />
          </section>
          <section className="seen">
            <Sighted gardenId={gardenId} planting={planting} offered={rot ? 'end_rot' : null} />
          </section>
          <section className="seen">
            <Sprays gardenId={gardenId} planting={planting} />
          </section>
          <section className="seen">
            <Given gardenId={gardenId} planting={planting} />
          </section>
        </div>
      </div>
      <section className="stack">
        <div className="row">
          <h2>{plantingName(planting)}</h2>
          <span className="spacer" />
          <Button type="text" size="small" onClick={props.onClose}>
            {t('Close')}
          </Button>
        </div>
        {planting.blend && (
          <p className="small tag">{t('Its feeds follow a blend of the whole season.')}</p>
        )}
        <p className="small">
          <b className="line need-line">{t('need')}</b>{' '}
          <b className="line supply-line">{t('supply')}</b>{' '}
          <span className="soft">
            {t('solid until today, dashed as planned; from {day} on nothing is fed.', {
              day: showDate(planting.stop_on),
            })}
          </span>
        </p>
        <Findings of={planting.findings} words={words} />
        <Buy planting={planting} />
        <NotUsed gardenId={gardenId} planting={planting} />
        <Try {...props} />
        <div className="row">
          {(props.tried.thing === null || props.tried.thing.id === planting.id) && (
            <Button onClick={() => go({ ask: 'programmes' })}>
              {t('Programmes side by side')}
            </Button>
          )}
          <Button onClick={() => go({ ask: 'balance' })}>{t('Balance by day')}</Button>
        </div>
        <Years gardenId={gardenId} planting={planting} />
      </section>
      <Later>
        {address.get('ask') === 'balance' && (
          <Balance gardenId={gardenId} planting={planting} onClose={() => go({ ask: null })} />
        )}
        {address.get('ask') === 'programmes' && (
          <Programmes
            gardenId={gardenId}
            planting={planting}
            onTry={(programme) => {
              const stored = garden.file.garden.plantings.find((one) => one.id === planting.id)
              if (stored) {
                const from = props.tried.thing ?? stored
                props.tried.change({ ...from, programme })
              }
              go({ ask: null })
            }}
            onClose={() => go({ ask: null })}
          />
        )}
      </Later>
    </section>
  )
}

/** A nutrient's need and supply over the season, with the amounts. */
function Nutrient(props: {
  gardenId: string
  planting: Planting
  was: Planting | null
  of: Planting['tides'][number]
}) {
  const { planting, was, of } = props
  const words = useWords()
  const plan = usePlan(props.gardenId)
  const need = planting.needs.find((one) => one.nutrient === of.nutrient)
  const old = was?.tides.find((one) => one.nutrient === of.nutrient)
  const before = was?.needs.find((one) => one.nutrient === of.nutrient)
  const name = words.terms[`nutrient.${of.nutrient}`]
  return (
    <figure className="sheet">
      <figcaption>
        <NutrientMark nutrient={of.nutrient} /> <b>{name}</b>{' '}
        {need && <Amounts planting={planting} need={need} before={before} />}
      </figcaption>
      <Tide
        nutrient={of.nutrient}
        days={of.days}
        need={of.need_g}
        supply={of.supply_g}
        today={plan.as_of}
        was={old && { days: old.days, supply: old.supply_g }}
        title={t('{nutrient}: need and supply added up over the season, in grams', {
          nutrient: name,
        })}
      />
    </figure>
  )
}

type Need = Planting['needs'][number]

function Amounts({ planting, need, before }: { planting: Planting; need: Need; before?: Need }) {
  const amount = (
    <>
      {changed(before?.total_g, need.total_g)}{' '}
      <Why of={`need/${planting.id}/${need.nutrient}`} assumed={need.assumed}>
        {showNutrient(need.total_g)}
      </Why>
    </>
  )
  return (
    <span className="small">
      <Sentence say="to give {amount}" of={{ amount }} />{' '}
      <span className="soft">
        · {t('comes in {amount}', { amount: showNutrient(need.supplied_g) })}{' '}
        {changed(before?.supplied_g, need.supplied_g)}
      </span>
    </span>
  )
}

/** What is in the shed, could be of use here and may not be used, with the reasons. */
function NotUsed({ gardenId, planting }: { gardenId: string; planting: Planting }) {
  const { products } = useGarden(gardenId).file.garden
  const words = useWords()
  if (planting.refused.length === 0) return null
  const of = planting.refused.map((one) => ({
    reason: one.reason,
    who: products.find((p) => p.id === one.product)?.name ?? '',
  }))
  return (
    <details className="small">
      <summary>{t('Left in the shed, and why')}</summary>
      <Refusals of={of} said={(names) => names} words={words} />
    </details>
  )
}

function Buy({ planting }: { planting: Planting }) {
  if (planting.to_buy.length === 0) return null
  return (
    <div className="small">
      <b>{t('The shed stays short of')}</b>
      <ul className="buy">
        {planting.to_buy.map((buy) => (
          <li key={buy.nutrient}>
            <NutrientMark nutrient={buy.nutrient} size={12} /> {showNutrient(buy.short_g)}{' '}
            {buy.nutrient}:{' '}
            {t('{amount} of {material} would fill it', {
              amount: showMass(buy.grams),
              material: buy.material_name,
            })}
          </li>
        ))}
      </ul>
    </div>
  )
}

function changed(before: number | undefined, now: number) {
  if (before === undefined || Math.abs(before - now) < 0.05) return null
  return <s className="soft">{showNutrient(before)}</s>
}
