import { Button } from 'antd'
import { SaveButton } from '../../parts/SaveButton'
import { useState } from 'react'
import { faultsOf, type Schemas } from '../../api/client'
import { useGarden, usePlan } from '../../api/gardens'
import { useWhatIf } from '../../api/whatIf'
import { NutrientMark } from '../../drawing/NutrientMark'
import { showDate } from '../../lib/dates'
import { showNutrient } from '../../lib/numbers'
import { t } from '../../lib/words'
import { DateField } from '../../parts/DateField'
import {
  ChoiceField,
  MeasureField,
  NumberField,
  WATER_UNITS,
  faultsAt,
  type FaultAt,
} from '../../parts/Field'
import { NUTRIENTS } from '../../theme/nutrients'
import { nextAfter, type Due, type Job } from './state'

type Amount = Schemas['ScoopOf']
type Entry = Pick<Schemas['FeedEntry'], 'on' | 'amounts' | 'water' | 'poured'>

/** What was really given: other products, amounts, water or day. Amounts are for everything together. */
export function Differently(props: {
  gardenId: string
  due: Due
  on: string
  amounts: Amount[]
  water: Entry['water']
  poured: number
  error: Error | null
  saving: boolean
  onSave: (entry: Entry) => void
  onBack: () => void
}) {
  const kept = usePlan(props.gardenId)
  const [on, setOn] = useState<string | null>(props.on)
  const [water, setWater] = useState(props.water)
  const [amounts, setAmounts] = useState<Amount[]>(props.amounts)
  const entry: Entry = {
    on: on ?? props.on,
    amounts: amounts.filter((one) => one.count > 0),
    water,
    poured: props.poured,
  }
  const { job, planting } = props.due
  const whatIf = useWhatIf(props.gardenId, {
    feeds: [
      {
        ...entry,
        id: job.key,
        planting: planting.id,
        job: job.key,
        outcome: 'given',
        planned: [],
        note: '',
      },
    ],
  })
  const faults = [
    ...faultsOf(props.error),
    ...whatIf.faults.filter((one) => one.field.startsWith('amounts') || one.field === 'on'),
  ]
  return (
    <div className="sheet stack" role="group" aria-label={t('What was given')}>
      <p className="small soft">{t('Level scoops in all: every can, tub or part together.')}</p>
      <Rows gardenId={props.gardenId} amounts={amounts} faults={faults} onChange={setAmounts} />
      <div className="fields">
        <DateField label={t('Day')} value={on} onChange={setOn} faults={faultsAt(faults, 'on')} />
        <MeasureField
          label={t('Water, if dissolved')}
          units={WATER_UNITS}
          value={water}
          onChange={setWater}
          faults={faultsAt(faults, 'water')}
        />
      </div>
      <Next was={nextAfter(kept, props.due)} is={nextAfter(whatIf.plan, props.due)} />
      <div className="row">
        <SaveButton loading={props.saving} disabled={!on} onClick={() => props.onSave(entry)} />
        <Button onClick={props.onBack}>{t('Cancel')}</Button>
      </div>
    </div>
  )
}

/** So many scoops of each product. */
function Rows(props: {
  gardenId: string
  amounts: readonly Amount[]
  faults: readonly FaultAt[]
  onChange: (amounts: Amount[]) => void
}) {
  const { products, scoops } = useGarden(props.gardenId).file.garden
  const change = (n: number, part: Partial<Amount>) =>
    props.onChange(props.amounts.map((one, m) => (m === n ? { ...one, ...part } : one)))
  const choices = (things: readonly { id: string; name: string }[]) =>
    things.map((thing) => ({ value: thing.id, label: thing.name }))
  const add = () =>
    props.onChange([...props.amounts, { product: products[0].id, scoop: scoops[0].id, count: 1 }])
  return (
    <>
      {props.amounts.map((amount, n) => (
        <div key={n} className="fields">
          <NumberField
            label={t('Scoops')}
            value={amount.count}
            faults={faultsAt(props.faults, `amounts.${n}.count`)}
            onChange={(count) => change(n, { count: count ?? 0 })}
          />
          <ChoiceField
            label={t('Scoop')}
            value={amount.scoop}
            options={choices(scoops)}
            onChange={(scoop) => change(n, { scoop })}
          />
          <ChoiceField
            label={t('Product')}
            value={amount.product}
            options={choices(products)}
            onChange={(product) => change(n, { product })}
          />
        </div>
      ))}
      <div className="row">
        <Button size="small" disabled={products.length === 0 || scoops.length === 0} onClick={add}>
          {t('Another product')}
        </Button>
      </div>
    </>
  )
}

/** What the next feed becomes by what is being typed, beside what it was. */
function Next({ was, is }: { was: Job | null; is: Job | null }) {
  if (!is) return null
  const main = NUTRIENTS.slice(0, 3)
  return (
    <p className="small follows">
      {t('The next feed, on {day}, then brings', { day: showDate(is.due_on) })}{' '}
      {main.map((nutrient) => {
        const before = was?.brings_g[nutrient] ?? 0
        const after = is.brings_g[nutrient]
        if (before < 0.05 && after < 0.05) return null
        return (
          <span key={nutrient} className="bring">
            <NutrientMark nutrient={nutrient} size={12} /> {nutrient}{' '}
            {Math.abs(before - after) > 0.05 && <s className="soft">{showNutrient(before)}</s>}{' '}
            <b>{showNutrient(after)}</b>{' '}
          </span>
        )
      })}
    </p>
  )
}
