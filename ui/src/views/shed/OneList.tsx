import { useQuery } from '@tanstack/react-query'
import { Button } from 'antd'
import { useState } from 'react'
import { faultsOf, type Schemas } from '../../api/client'
import { useGarden, usePlan, useWrites, type Plan } from '../../api/gardens'
import { LIST_DAYS, shedQueries } from '../../api/shed'
import { addDays, showDate } from '../../lib/dates'
import { newId } from '../../lib/ids'
import { recall, remember } from '../../lib/memory'
import { showAmount, showArea, showLitres, showMass, showPrice } from '../../lib/numbers'
import { paper, system } from '../../lib/units'
import { useToast } from '../../lib/useToast'
import { plural, t } from '../../lib/words'
import { DateField } from '../../parts/DateField'
import { Refused } from '../../parts/Field'
import { plainly } from '../../parts/SaveBar'
import { plantingName } from '../../parts/names'
import { MayKeep } from '../../parts/MayKeep'

type Item = Schemas['ListItem']
type Aisle = Item['aisle']

const AISLES = ['feed', 'ground', 'mix', 'raising', 'tools'] as const

const aisleName = (aisle: Aisle): string =>
  ({
    feed: t('Feeds'),
    ground: t('For the ground'),
    mix: t('For pots and tubs'),
    raising: t('For raising'),
    tools: t('Stakes, nets and the like'),
  })[aisle]

/** All that the plan needs to a day, by where one gets it; ticked in the shop, in this browser. */
export function OneList({ gardenId }: { gardenId: string }) {
  const plan = usePlan(gardenId)
  const { currency } = useGarden(gardenId).file.garden.preferences
  const [until, setUntil] = useState(addDays(plan.as_of, LIST_DAYS))
  const { data, error } = useQuery(shedQueries.list(gardenId, until))
  const [got, tick] = useTicks(gardenId)
  return (
    <section className="sheet stack one-list" aria-label={t('One list')}>
      <div className="row">
        <h2>{t('One list')}</h2>
        <span className="spacer" />
        <DateField
          label={t('For all that is needed by')}
          value={until}
          onChange={(day) => day && setUntil(day)}
        />
      </div>
      <Refused faults={faultsOf(error)} />
      {data?.items.length === 0 && <p>{t('Nothing is missing until then.')}</p>}
      <div className="one-list-aisles">
        {AISLES.map((aisle) => {
          const items = data?.items.filter((one) => one.aisle === aisle) ?? []
          return (
            items.length > 0 && (
              <div key={aisle}>
                <h3>{aisleName(aisle)}</h3>
                <ul>
                  {items.map((one) => (
                    <Line
                      key={one.key}
                      of={one}
                      got={got.includes(one.key)}
                      onTick={() => tick(one.key)}
                      {...{ gardenId, currency }}
                    />
                  ))}
                </ul>
              </div>
            )
          )
        })}
      </div>
      {data && data.items.length > 0 && (
        <p className="small">
          {data.cost > 0 && <b>{showPrice(data.cost, currency)}</b>}{' '}
          {data.weight_kg > 0 &&
            t('About {weight} to carry.', { weight: showMass(data.weight_kg * 1000) })}{' '}
          {data.unpriced > 0 &&
            plural(
              data.unpriced,
              'One thing has no price yet.',
              '{n} things have no price yet.',
            )}{' '}
          <Button
            size="small"
            download
            href={`/api/gardens/${gardenId}/shed/list.pdf?until=${until}&paper=${paper()}&units=${system}`}
          >
            {t('Save it to print (PDF)')}
          </Button>{' '}
          <span className="soft">{t('Ticks are kept in this browser.')}</span>
        </p>
      )}
    </section>
  )
}

/** What was ticked in the shop: kept in this browser, with or without a connection. */
function useTicks(gardenId: string): [readonly string[], (key: string) => void] {
  const name = `list.${gardenId}`
  const [got, setGot] = useState<readonly string[]>(() => recall(name, '').split('\n'))
  return [
    got,
    (key) => {
      const next = got.includes(key) ? got.filter((one) => one !== key) : [...got, key]
      setGot(next)
      remember(name, next.join('\n'))
    },
  ]
}

function Line(props: {
  gardenId: string
  of: Item
  currency: string
  got: boolean
  onTick: () => void
}) {
  const { gardenId, of } = props
  const plan = usePlan(gardenId)
  const { garden } = useGarden(gardenId).file
  const whom = [
    ...plan.plantings.filter((one) => of.plantings.includes(one.id)).map(plantingName),
    ...garden.places.filter((one) => of.places.includes(one.id)).map((one) => one.name),
  ]
  const packs = [
    ...of.packs.map((one) => `${one.count} × ${plainly(one.size)}`),
    ...(of.bags && of.bag_l
      ? [plural(of.bags, 'one bag of {size}', '{n} bags of {size}', { size: showLitres(of.bag_l) })]
      : []),
  ]
  return (
    <li className={props.got ? 'is-got' : ''}>
      <label>
        <input type="checkbox" checked={props.got} onChange={props.onTick} />{' '}
        <b>{showAmount(of.amount, of.unit)}</b> {of.name}
        {packs.length > 0 && ` (${packs.join(' + ')})`}
        {of.cost != null && of.cost > 0 && ` ${showPrice(of.cost, props.currency)}`}
        {of.weighs_kg != null && of.unit !== 'g' && (
          <span className="soft">
            {' '}
            {t('about {weight}', { weight: showMass(of.weighs_kg * 1000) })}
          </span>
        )}
      </label>
      <span className="soft small">
        {' '}
        {t('by {day}', { day: showDate(of.needed_on, plan.as_of) })}
        {whom.length > 0 && `, ${whom.join(', ')}`}
      </span>
      {of.reckoned.length > 0 && <HowMany of={of} plan={plan} />}
      {of.product && of.packs.length > 0 && props.got && <Bought gardenId={gardenId} of={of} />}
    </li>
  )
}

/** How many of something, planting by planting. */
function HowMany({ of, plan }: { of: Item; plan: Plan }) {
  const says: Record<string, (each: string, times: number) => string> = {
    plant: (each, n) =>
      plural(n, '{each} for one plant', '{each} for each of {n} plants', { each }),
    m2: (each, m2) => t('{each} a square metre, on {area}', { each, area: showArea(m2) }),
    line: (each, n) => t('{each} at each of {n} places along its lines', { each, n }),
    planting: (each) => each,
  }
  return (
    <details className="small soft">
      <summary>{t('How many')}</summary>
      <ul>
        {of.reckoned.map((one) => {
          const planting = plan.plantings.find((each) => each.id === one.planting)
          const each = showAmount(one.each, of.unit)
          return (
            <li key={one.planting}>
              {planting && plantingName(planting)}: {says[one.per]?.(each, one.times)}
            </li>
          )
        })}
      </ul>
    </details>
  )
}

/** What was bought enters the stock, pack by pack. */
function Bought({ gardenId, of }: { gardenId: string; of: Item }) {
  const plan = usePlan(gardenId)
  const { saveAll, removeAll } = useWrites(gardenId)
  const toast = useToast()
  const record = () => {
    const things = of.packs.map((one) => ({
      id: newId(),
      product: of.product,
      on: plan.as_of,
      kind: 'bought',
      amount: { ...one.size, value: one.size.value * one.count },
      note: '',
    }))
    saveAll.mutate(
      { kind: 'stock_moves', things },
      {
        onSuccess: () =>
          toast({
            text: t('{product}: entered into the stock.', { product: of.name }),
            undo: () =>
              removeAll(
                'stock_moves',
                things.map((one) => one.id),
              ),
          }),
      },
    )
  }
  return (
    <MayKeep kind="stock_moves">
      <Button size="small" loading={saveAll.isPending} onClick={record}>
        {t('Into the stock')}
      </Button>
    </MayKeep>
  )
}
