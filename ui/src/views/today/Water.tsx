import { Button } from 'antd'
import { lazy, useState } from 'react'
import type { Plan } from '../../api/gardens'
import { useGarden, useWrites } from '../../api/gardens'
import { showDay } from '../../lib/dates'
import { newId } from '../../lib/ids'
import { showLitres, showNumber } from '../../lib/numbers'
import { waterDepth } from '../../lib/units'
import { useToast } from '../../lib/useToast'
import { plural, t } from '../../lib/words'
import { Sentence } from '../../parts/Sentence'
import { Why } from '../../parts/Why'
import { feedWaits, type PlaceWater } from './watering'
import { Later } from '../../parts/Later'

const RainGauge = lazy(() => import('./RainGauge'))
const WaterDrawer = lazy(() => import('./WaterDrawer'))

/** Less rain than this has done nothing worth a word. [mm] */
const RAIN_SAID_MM = 3

const OUTCOMES = ['given', 'rained', 'not_today'] as const
type Outcome = (typeof OUTCOMES)[number]

/** What may be said of a place: no rain under a cover, and nothing is put off twice. */
function offered(of: PlaceWater): readonly Outcome[] {
  if (of.state === 'put_off') return ['given']
  return OUTCOMES.filter((one) => one !== 'rained' || of.rained_on)
}

function outcomeName(outcome: Outcome): string {
  if (outcome === 'given') return t('Watered today')
  return outcome === 'rained' ? t('Rain did it') : t('Not today')
}

/** Which places want water today, how much, and which can wait. */
export default function Water({ gardenId, plan }: { gardenId: string; plan: Plan }) {
  const { file } = useGarden(gardenId)
  const [opened, setOpened] = useState<string | null>(null)
  const [gauge, setGauge] = useState(false)
  const names = new Map(file.garden.places.map((one) => [one.id, one.name]))
  const walk = new Map(plan.places.map((one) => [one.id, one.walk]))
  const ordered = [...plan.waters].sort(
    (a, b) => (walk.get(a.place) ?? 0) - (walk.get(b.place) ?? 0),
  )
  const of = (...states: PlaceWater['state'][]) =>
    ordered.filter((one) => states.includes(one.state))
  const [now, unknown, rest] = [of('water'), of('unknown'), of('rain', 'later', 'put_off')]
  const line = (one: PlaceWater) => (
    <Line
      key={one.place}
      of={one}
      name={names.get(one.place) ?? ''}
      onOpen={() => setOpened(one.place)}
      {...{ gardenId, plan }}
    />
  )
  if (ordered.length === 0) return null
  return (
    <section className="sheet stack waters" aria-label={t('Watering')}>
      <h2>
        {now.length > 0
          ? plural(now.length, 'One place wants water', '{n} places want water')
          : t('Watering')}
      </h2>
      {now.map(line)}
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
      {opened && (
        <Later>
          <WaterDrawer
            of={ordered.find((one) => one.place === opened)}
            place={opened}
            name={names.get(opened) ?? ''}
            onClose={() => setOpened(null)}
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
    <div>
      <Button size="small" disabled={saveAll.isPending} onClick={record}>
        {t('All {n} were watered', { n: of.length })}
      </Button>
    </div>
  )
}

/** What is recorded of a place today: what it wanted, where that is known. */
function watering(of: PlaceWater, on: string, outcome: Outcome) {
  const amount =
    outcome === 'given' && of.state === 'water'
      ? { value: Number((of.with_losses_l * of.times_a_day).toPrecision(4)), unit: 'L' }
      : null
  return { id: newId(), place: of.place, on, outcome, amount }
}

interface LineProps {
  gardenId: string
  plan: Plan
  of: PlaceWater
  name: string
  onOpen: () => void
}

/** One place: what it wants, and what was done. */
function Line(props: LineProps) {
  const { of, name, plan } = props
  const { save, remove } = useWrites(props.gardenId)
  const toast = useToast()
  const record = (outcome: Outcome) => {
    const thing = watering(of, plan.as_of, outcome)
    save.mutate(
      { kind: 'watered', thing },
      {
        onSuccess: () =>
          toast({
            text: t('{place}: recorded.', { place: name }),
            undo: () => remove.mutate({ kind: 'watered', key: thing.id }),
          }),
      },
    )
  }
  return (
    <div className="look">
      <div className="row look-head">
        <p>
          <b>{name}</b>: <Says of={of} today={plan.as_of} />
        </p>
        <Button
          size="small"
          type="text"
          aria-label={t('See it: the water of {place}', { place: name })}
          onClick={props.onOpen}
        >
          {t('See it')}
        </Button>
      </div>
      {feedWaits(of, plan) && (
        <p className="small">{t('Feed is due there: water first, feed the day after.')}</p>
      )}
      {of.sodden && (
        <p className="small">
          {t('Water ran off below on most days of this week: roots want air. Give less.')}
        </p>
      )}
      {of.state !== 'later' && (
        <div className="row small">
          {offered(of).map((outcome) => (
            <Button
              key={outcome}
              size="small"
              disabled={save.isPending}
              onClick={() => record(outcome)}
            >
              {outcomeName(outcome)}
            </Button>
          ))}
        </div>
      )}
    </div>
  )
}

/** What a place wants, in the grower's own way of watering. */
function Says({ of, today }: { of: PlaceWater; today: string }) {
  const much = <Why of={`moist/${of.place}`}>{inOwnWay(of)}</Why>
  const often = plural(of.every_days, 'every day', 'every {n} days')
  const rain = `${showNumber(waterDepth.shown(of.rain_mm) ?? 0, 2)} ${waterDepth.unit}`
  if (of.state === 'unknown') {
    return <Sentence say="about {much} {often} at this weather" of={{ much, often }} />
  }
  if (of.state === 'rain') {
    return <>{t('{rain} of rain is forecast; wait for it.', { rain })}</>
  }
  if (of.state === 'put_off') return <>{t('put off to tomorrow')}</>
  if (of.state === 'later') {
    const next = of.next_on
      ? t('next on {day}', { day: showDay(of.next_on) })
      : t('enough for a week')
    return (
      <>
        {next}
        {of.rain_mm >= RAIN_SAID_MM && of.next_on !== today && (
          <span className="soft"> ({t('{rain} of rain counted', { rain })})</span>
        )}
      </>
    )
  }
  if (of.times_a_day > 1) {
    return <Sentence say="{much}, {times} times today" of={{ much, times: of.times_a_day }} />
  }
  return much
}

/** "run it 38 min (27 L)", "4 cans (36 L)", "1.5 L". */
function inOwnWay(of: PlaceWater): string {
  const litres = showLitres(of.with_losses_l)
  if (of.minutes != null) {
    return t('run it {minutes} min ({litres})', {
      minutes: showNumber(Math.max(of.minutes, 1), of.minutes < 100 ? 2 : 3),
      litres,
    })
  }
  const halves = Math.round(2 * of.cans) / 2
  if (halves < 1) return litres
  return t('{cans} cans ({litres})', { cans: showNumber(halves), litres })
}
