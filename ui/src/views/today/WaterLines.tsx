import { Button } from 'antd'
import { useGarden, usePlan, useWrites } from '../../api/gardens'
import { useWaits } from '../../api/outbox'
import { showDay } from '../../lib/dates'
import { newId } from '../../lib/ids'
import { showLitres, showNumber } from '../../lib/numbers'
import { waterDepth } from '../../lib/units'
import { useAddress } from '../../lib/useAddress'
import { useToast } from '../../lib/useToast'
import { plural, t } from '../../lib/words'
import { watersOf } from '../../parts/names'
import { Sentence } from '../../parts/Sentence'
import { Why } from '../../parts/Why'
import { MayKeep } from '../../parts/MayKeep'
import { feedWaits, type PlaceWater } from './watering'

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

/** What is recorded of a place today: what it wanted, where that is known. */
export function watering(of: PlaceWater, on: string, outcome: Outcome) {
  const amount =
    outcome === 'given' && of.state === 'water'
      ? { value: Number((of.with_losses_l * of.times_a_day).toPrecision(4)), unit: 'L' }
      : null
  return { id: newId(), place: of.place, on, outcome, amount }
}

/** One place: what it wants, and what was done. */
export default function WaterLine(props: { gardenId: string; of: PlaceWater }) {
  const { of } = props
  const plan = usePlan(props.gardenId)
  const { garden } = useGarden(props.gardenId).file
  const name = garden.places.find((one) => one.id === of.place)?.name ?? ''
  const source = watersOf(garden).get(of.place)
  const [, go] = useAddress()
  const { save, remove } = useWrites(props.gardenId)
  const toast = useToast()
  const waits = useWaits(
    props.gardenId,
    ({ kind, thing }) => kind === 'watered' && thing?.place === of.place,
  )
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
          <b>{name}</b>
          {of.state === 'water' && <span className="soft small"> {t('water')}</span>}
          {source && <span className="soft small"> ({source})</span>}:{' '}
          <Says of={of} today={plan.as_of} />
        </p>
        <Button
          size="small"
          type="text"
          aria-label={t('See it: the water of {place}', { place: name })}
          onClick={() => go({ water: of.place })}
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
      {waits && <p className="small">{t('Kept in this browser until Eznel answers.')}</p>}
      {of.state !== 'later' && !waits && (
        <MayKeep kind="watered">
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
        </MayKeep>
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
