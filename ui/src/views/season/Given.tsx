import { Button } from 'antd'
import type { Schemas } from '../../api/client'
import { useEditing } from '../../api/editing'
import { useGarden, usePlan, useWrites } from '../../api/gardens'
import { useWords } from '../../api/reference'
import { showDate } from '../../lib/dates'
import { newId } from '../../lib/ids'
import { showNumber } from '../../lib/numbers'
import { useToast } from '../../lib/useToast'
import { t } from '../../lib/words'
import { DateField } from '../../parts/DateField'
import {
  AMOUNT_UNITS,
  ChoiceField,
  MeasureField,
  NumberField,
  WATER_UNITS,
  faultsAt,
  type FaultAt,
  unitName,
} from '../../parts/Field'
import { SaveBar } from '../../parts/SaveBar'
import { TakeBack } from './TakeBack'
import { Changed } from './Changed'
import type { Planting } from './state'

type Feed = Schemas['FeedEntry']
type Weighed = Schemas['WeighedOf']
type Rough = Schemas['Rough']

/** A feed that no job planned: what it changes is shown before it is recorded. */
export function Given({ gardenId, planting }: { gardenId: string; planting: Planting }) {
  const words = useWords()
  const toast = useToast()
  const plan = usePlan(gardenId)
  const { products } = useGarden(gardenId).file.garden
  const { remove } = useWrites(gardenId)
  const editing = useEditing(gardenId, 'feeds', {
    name: `feeds.${planting.id}`,
    changes: (thing) => (isWhole(thing) ? { feeds: [thing] } : null),
    onSaved: (thing) =>
      toast({
        text: t('Recorded. The rest of the season is worked out again.'),
        undo: () => remove.mutate({ kind: 'feeds', key: thing.id }),
      }),
  })
  const { thing } = editing
  const then = editing.before && editing.plan.plantings.find((one) => one.id === planting.id)
  const begin = () => editing.begin(empty(planting.id, products[0].id, plan.as_of))
  const ahead: FaultAt[] =
    thing && thing.on > plan.as_of
      ? [{ field: 'on', problem: t('This day is still to come.'), remedy: '' }]
      : []
  return (
    <div className="stack">
      <GivenBefore gardenId={gardenId} planting={planting} />
      {!thing && products.length > 0 && (
        <div className="row">
          <Button onClick={begin}>{t('Something else was fed')}</Button>
        </div>
      )}
      {thing && (
        <>
          <FeedFields
            gardenId={gardenId}
            planting={planting}
            feed={thing}
            faults={[...editing.faults, ...ahead]}
            onChange={editing.change}
          />
          {then && <Changed was={planting} is={then} />}
          <SaveBar
            editing={{
              ...editing,
              blocked: editing.blocked || !isWhole(thing) || ahead.length > 0,
            }}
            terms={words.terms}
          />
        </>
      )}
    </div>
  )
}

const empty = (planting: string, product: string, on: string): Feed => ({
  id: newId(),
  planting,
  job: null,
  on,
  outcome: 'given',
  amounts: [{ product, amount: { value: 0, unit: 'g' }, up_to: null }],
  water: null,
  poured: 1,
  planned: [],
  plants: null,
  note: '',
})

const weighedOf = (feed: Feed): Weighed => feed.amounts[0] as Weighed

const isWhole = (feed: Feed) => weighedOf(feed).amount.value > 0

/** Feeds of this planting that no job planned, the newest first. */
function GivenBefore({ gardenId, planting }: { gardenId: string; planting: Planting }) {
  const plan = usePlan(gardenId)
  const { file } = useGarden(gardenId)
  const names = new Map(file.garden.products.map((one) => [one.id, one.name]))
  const before = file.log.feeds
    .filter((one) => one.planting === planting.id && !one.job)
    .sort((a, b) => b.on.localeCompare(a.on))
  return before.map((one) => (
    <p key={one.id} className="small row">
      <span>
        {showDate(one.on, plan.as_of)}:{' '}
        <b>{one.amounts.map((amount) => names.get(amount.product)).join(', ')}</b>{' '}
        {one.amounts.map((amount) => ('amount' in amount ? showWeighed(amount) : '')).join(', ')}
        {one.plants && one.plants < planting.plants
          ? `, ${t('{n} of {all} plants', { n: showNumber(one.plants), all: showNumber(planting.plants) })}`
          : ''}
      </span>
      <span className="spacer" />
      <TakeBack gardenId={gardenId} kind="feeds" of={one.id} />
    </p>
  ))
}

/** A mass or a volume: which of the two its unit says. */
const asSaid = (amount: { value: number; unit: string } | null) =>
  amount as Weighed['amount'] | null

/** "40 to 80 mL", as it was said. */
function showWeighed({ amount, up_to: most }: Weighed): string {
  const least = `${showNumber(amount.value)} ${unitName(amount.unit)}`
  if (!most) return least
  return t('{least} to {most}', { least, most: `${showNumber(most.value)} ${unitName(most.unit)}` })
}

/** A word for an amount, as the core knows it. */
const roughName = (said: string) =>
  ({
    pinch: t('a pinch'),
    handful: t('a handful'),
    double_handful: t('both hands full'),
    cup: t('about a cup'),
    half_can: t('half a can'),
    can: t('a can'),
  })[said]

function FeedFields(props: {
  gardenId: string
  planting: Planting
  feed: Feed
  faults: FaultAt[]
  onChange: (feed: Feed) => void
}) {
  const { feed, faults, onChange } = props
  const { products } = useGarden(props.gardenId).file.garden
  const plan = usePlan(props.gardenId)
  const all = props.planting.plants
  const weighed = weighedOf(feed)
  const rough = plan.products.find((one) => one.id === weighed.product)?.rough ?? []
  const change = (part: Partial<Weighed>) =>
    onChange({ ...feed, amounts: [{ ...weighed, ...part }] })
  const say = ({ amount, water }: Rough) =>
    onChange({ ...feed, amounts: [amount], water: water ?? feed.water })
  return (
    <>
      <div className="fields">
        <DateField
          label={t('On')}
          value={feed.on}
          faults={faultsAt(faults, 'on')}
          onChange={(on) => on && onChange({ ...feed, on })}
        />
        <ChoiceField
          label={t('Product')}
          value={weighed.product}
          options={products.map((one) => ({ value: one.id, label: one.name }))}
          onChange={(product) => change({ product })}
        />
        <MeasureField
          label={t('How much, at least')}
          hint={t('For all plants that got it, together.')}
          units={AMOUNT_UNITS}
          value={weighed.amount.value > 0 ? weighed.amount : null}
          faults={faultsAt(faults, 'amounts.0.amount')}
          onChange={(amount) => change({ amount: asSaid(amount) ?? { value: 0, unit: 'g' } })}
        />
        <MeasureField
          label={t('And at most')}
          hint={t('Only where it was a guess: limits reckon with the most.')}
          units={AMOUNT_UNITS}
          value={weighed.up_to}
          faults={faultsAt(faults, 'amounts.0.up_to')}
          onChange={(most) => change({ up_to: asSaid(most) })}
        />
        <NumberField
          label={t('Plants that got it')}
          hint={t(
            'Where not all did, the others are still due theirs; limits reckon as if all had so much.',
          )}
          suffix={t('of {n}', { n: showNumber(all) })}
          value={feed.plants ?? all}
          faults={faultsAt(faults, 'plants')}
          onChange={(plants) => onChange({ ...feed, plants: plants === all ? null : plants })}
        />
        <MeasureField
          label={t('Water, if dissolved')}
          units={WATER_UNITS}
          value={feed.water}
          faults={faultsAt(faults, 'water')}
          onChange={(water) => onChange({ ...feed, water })}
        />
      </div>
      <div className="row">
        {rough.map((one) => (
          <Button key={one.said} size="small" onClick={() => say(one)}>
            {roughName(one.said)}
          </Button>
        ))}
      </div>
      {rough.some((one) => one.water) && (
        <p className="small soft">
          {t('A can that somebody made is taken as half to all of the strength on its label.')}
        </p>
      )}
      <p className="small soft">
        {t('Nobody knows what it was? Record it under “Something else was seen”.')}
      </p>
    </>
  )
}
