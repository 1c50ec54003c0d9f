import { Button } from 'antd'
import { lazy, useState } from 'react'
import { useGarden, useWrites, type Plan } from '../../api/gardens'
import { useAddress } from '../../lib/useAddress'
import { useToast } from '../../lib/useToast'
import { plural, t } from '../../lib/words'
import { Later } from '../../parts/Later'
import { MayKeep } from '../../parts/MayKeep'
import { byWalk, type PlaceWater } from './watering'
import WaterLine, { watering } from './WaterLines'

const RainGauge = lazy(() => import('./RainGauge'))
const WaterDrawer = lazy(() => import('./WaterDrawer'))

/** How many places want water today, which have no record, and which can wait. */
export default function Water({ gardenId, plan }: { gardenId: string; plan: Plan }) {
  const [gauge, setGauge] = useState(false)
  const [address, go] = useAddress()
  const { file } = useGarden(gardenId)
  const opened = address.get('water')
  const ordered = byWalk(plan)
  const of = (...states: PlaceWater['state'][]) =>
    ordered.filter((one) => states.includes(one.state))
  const [now, unknown, rest] = [of('water'), of('unknown'), of('rain', 'later', 'put_off')]
  const line = (one: PlaceWater) => <WaterLine key={one.place} of={one} gardenId={gardenId} />
  if (ordered.length === 0) return null
  return (
    <section className="sheet stack waters" aria-label={t('Watering')}>
      <h2>
        {now.length > 0
          ? plural(now.length, 'One place wants water', '{n} places want water')
          : t('Watering')}
      </h2>
      {now.length > 0 && <p className="small soft">{t('In the walk, before the feeds there.')}</p>}
      <All of={now} gardenId={gardenId} today={plan.as_of} />
      {unknown.length > 0 && (
        <details open={now.length === 0 && unknown.length < MANY}>
          <summary>
            {plural(unknown.length, 'One place without a record', '{n} places without a record')}
          </summary>
          <p className="small soft">
            {t(
              'Nobody has recorded a watering there for a while. Say once that it was watered, and the next day is reckoned.',
            )}
          </p>
          {unknown.map(line)}
          <All of={unknown} gardenId={gardenId} today={plan.as_of} />
        </details>
      )}
      {rest.length > 0 && (
        <details>
          <summary>{plural(rest.length, 'One place has enough', '{n} places have enough')}</summary>
          {rest.map(line)}
        </details>
      )}
      <MayKeep kind="weather">
        {gauge ? (
          <Later>
            <RainGauge gardenId={gardenId} today={plan.as_of} onDone={() => setGauge(false)} />
          </Later>
        ) : (
          <div>
            <Button size="small" type="text" onClick={() => setGauge(true)}>
              {t('Rain in the gauge …')}
            </Button>
          </div>
        )}
      </MayKeep>
      {opened && (
        <Later>
          <WaterDrawer
            of={ordered.find((one) => one.place === opened)}
            place={opened}
            name={file.garden.places.find((one) => one.id === opened)?.name ?? ''}
            onClose={() => go({ water: null })}
            {...{ gardenId, plan }}
          />
        </Later>
      )}
    </section>
  )
}

/** From so many places on they are ticked together, too. */
const MANY = 3

/** What somebody did in all of some places. */
function All(props: { of: readonly PlaceWater[]; gardenId: string; today: string }) {
  const { of, today } = props
  const { saveAll, removeAll } = useWrites(props.gardenId)
  const toast = useToast()
  if (of.length < MANY) return null
  const things = () => of.map((one) => watering(one, today, 'given'))
  const record = () => {
    const made = things()
    saveAll.mutate(
      { kind: 'watered', things: made },
      {
        onSuccess: () =>
          toast({
            text: t('{n} places: recorded.', { n: made.length }),
            undo: () =>
              removeAll(
                'watered',
                made.map(({ id }) => id),
              ),
          }),
      },
    )
  }
  return (
    <MayKeep kind="watered">
      <div>
        <Button size="small" disabled={saveAll.isPending} onClick={record}>
          {t('All {n} were watered', { n: of.length })}
        </Button>
      </div>
    </MayKeep>
  )
}
