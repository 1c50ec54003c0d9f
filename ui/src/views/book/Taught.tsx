import { Button, Checkbox, Empty } from 'antd'
import { useTaught, type TaughtBook } from '../../api/book'
import { faultsOf, type Schemas } from '../../api/client'
import { useGarden, usePlan, useWrites } from '../../api/gardens'
import { useCatalogue } from '../../api/reference'
import { CropSketch } from '../../drawing/CropSketch'
import { NutrientMark } from '../../drawing/NutrientMark'
import { TaughtBar } from '../../drawing/TaughtBar'
import { showDate } from '../../lib/dates'
import { showNumber } from '../../lib/numbers'
import { useToast } from '../../lib/useToast'
import { plural, t } from '../../lib/words'
import { Refused } from '../../parts/Field'
import { Waiting } from '../../parts/Waiting'
import { WorkingSteps } from '../../parts/WorkingSteps'
import { namesOf, plantingName } from '../../parts/names'
import { MayKeep, useKeeps } from '../../parts/MayKeep'

type Factor = TaughtBook['factors'][number]
type Learning = Schemas['Preferences']['learning']

/** What the garden's own records made of what is usual: before, after, by what, and for whom. */
export function Taught({ gardenId }: { gardenId: string }) {
  const { data } = useTaught(gardenId)
  if (!data) return <Waiting />
  return (
    <div className="stack book-taught">
      <p>
        {t(
          'What is usual elsewhere is where a plan begins. Each season written down moves it towards this garden: a little at first, more with every year.',
        )}
      </p>
      <Choices gardenId={gardenId} of={data} />
      {data.factors.length === 0 ? (
        <Empty
          image={<CropSketch crop="tomato" size={48} />}
          description={t(
            'Nothing yet. Note when a crop flowers or is first picked, weigh a whole season, test the same bed again: each teaches something.',
          )}
        />
      ) : (
        <div className="book-taught-cards">
          {data.factors.map((one) => (
            <Card key={`${one.kind} ${one.of}`} gardenId={gardenId} of={one} used={data.state} />
          ))}
        </div>
      )}
    </div>
  )
}

/** Whether it is used, and since when: both are settings of the garden, and can be taken back. */
function Choices({ gardenId, of }: { gardenId: string; of: TaughtBook }) {
  const garden = useGarden(gardenId)
  const { as_of: today } = usePlan(gardenId)
  const { saveSettings } = useWrites(gardenId)
  const keeps = useKeeps('settings')
  const toast = useToast()
  const { name, site, preferences, stands_on = null } = garden.file.garden
  const save = (learning: Learning, basedOn: number, then?: (revision: number) => void) =>
    saveSettings.mutate(
      { settings: { name, site, stands_on, preferences: { ...preferences, learning } }, basedOn },
      { onSuccess: ({ revision }) => then?.(revision) },
    )
  const choose = (learning: Learning, text: string) =>
    save(learning, garden.settings_revision, (revision) =>
      toast({ text, undo: () => save(preferences.learning, revision) }),
    )
  const on = of.state === 'on'
  const since = of.since ?? null
  return (
    <div className="row">
      <Checkbox
        checked={on}
        disabled={saveSettings.isPending || !keeps}
        onChange={() =>
          choose(
            { on: !on, since },
            on
              ? t('The plan reckons with what is usual again.')
              : t('The plan reckons with what this garden taught.'),
          )
        }
      >
        {t('Reckon with it')}
      </Checkbox>
      {of.since ? (
        <>
          <span className="small soft">
            {t('What was written down before {day} is forgotten here.', {
              day: showDate(of.since, today),
            })}
          </span>
          <MayKeep kind="settings">
            <Button
              size="small"
              disabled={saveSettings.isPending}
              onClick={() => choose({ on, since: null }, t('All of it counts again.'))}
            >
              {t('Let all of it count')}
            </Button>
          </MayKeep>
        </>
      ) : (
        <MayKeep kind="settings">
          <Button
            size="small"
            disabled={saveSettings.isPending}
            onClick={() => choose({ on, since: today }, t('What was learned so far is forgotten.'))}
          >
            {t('Forget what was learned')}
          </Button>
        </MayKeep>
      )}
      <span className="spacer" />
      <Button size="small" href={`/api/gardens/${gardenId}/book/taught.csv`} download>
        {t('As a table')}
      </Button>
      <Refused faults={faultsOf(saveSettings.error)} />
    </div>
  )
}

function Card(props: { gardenId: string; of: Factor; used: TaughtBook['state'] }) {
  const { of } = props
  const { crops } = useCatalogue()
  const { garden } = useGarden(props.gardenId).file
  const plan = usePlan(props.gardenId)
  const names = namesOf(garden)
  const plantings = new Map(plan.plantings.map((one) => [one.id, plantingName(one)]))
  const title = titleOf(of, (key) => crops.find((one) => one.key === key)?.name ?? key)
  const called = (id: string) => plantings.get(id) ?? names.places.get(id) ?? ''
  const users = [...new Set(of.used_by.map(called))].join(', ')
  return (
    <article className="sheet stack" aria-label={title}>
      <div className="row">
        {of.kind === 'buffer' && (of.of === 'P' || of.of === 'K') && (
          <NutrientMark nutrient={of.of} />
        )}
        {of.kind === 'nitrogen' && <NutrientMark nutrient="N" />}
        {(of.kind === 'pace' || of.kind === 'yield') && <CropSketch crop={of.of ?? ''} size={22} />}
        <h2>{title}</h2>
      </div>
      <p>{sentenceOf(of)}</p>
      <TaughtBar
        usual={of.before.value}
        own={of.after.value}
        low={of.low.value}
        high={of.high.value}
        names={{ usual: t('usual'), own: t('here') }}
        label={t('Usually {usual}, here {own}, within {low} and {high} in eight cases of ten', {
          usual: figure(of, 'before'),
          own: figure(of, 'after'),
          low: figure(of, 'low'),
          high: figure(of, 'high'),
        })}
      />
      <p className="small soft">
        {t('Between {low} and {high} in eight cases of ten. Your own records weigh {share} %.', {
          low: figure(of, 'low'),
          high: figure(of, 'high'),
          share: showNumber(100 * of.weight, 2),
        })}
      </p>
      {of.apart.length > 0 && (
        <p className="small">
          {t('Too far off to be believed, so look at it again:')}{' '}
          {of.apart.map((one) => told(called(one.of), one, plan.as_of)).join('; ')}
        </p>
      )}
      <p className="small">
        {users
          ? t('Reckoned with now: {plantings}.', { plantings: users })
          : props.used === 'on'
            ? t('No planting of now is reckoned with it; the next one is.')
            : t('It is switched off: nothing is reckoned with it.')}
      </p>
      <details className="small">
        <summary>
          {plural(of.seen.length, 'It rests on one thing seen', 'It rests on {n} things seen')}
        </summary>
        <ul>
          {of.seen.map((one, n) => (
            <li key={n}>{told(called(one.of), one, plan.as_of)}</li>
          ))}
        </ul>
        <WorkingSteps of={of.after.steps} />
      </details>
    </article>
  )
}

function told(where: string, one: Factor['seen'][number], today: string): string {
  return t('{where}, {day}: {times} times the usual', {
    where,
    day: showDate(one.on, today),
    times: showNumber(one.factor, 3),
  })
}

function titleOf(of: Factor, crop: (key: string) => string): string {
  if (of.kind === 'pace') return t('{crop}: to the first harvest', { crop: crop(of.of ?? '') })
  if (of.kind === 'yield') return t('{crop}: yield', { crop: crop(of.of ?? '') })
  if (of.kind === 'nitrogen') return t('Nitrogen out of the ground and compost')
  return of.of === 'P' ? t('Phosphorus that tests show') : t('Potassium that tests show')
}

/** A figure in the reader's units; of days, whole ones. */
function figure(of: Factor, which: 'before' | 'after' | 'low' | 'high'): string {
  const shown = of[which]
  return of.kind === 'pace' ? plural(Math.round(shown.value), 'one day', '{n} days') : shown.result
}

function sentenceOf(of: Factor): string {
  const [usual, own] = [figure(of, 'before'), figure(of, 'after')]
  if (of.kind === 'pace') {
    return t('Usually {usual} from planting, here about {own}.', { usual, own })
  }
  if (of.kind === 'yield') {
    return of.before.unit === 'kg'
      ? t('Usually {usual} of a plant, here about {own}.', { usual, own })
      : t('Usually {usual}, here about {own}.', { usual, own })
  }
  if (of.kind === 'nitrogen') {
    return t('The ground frees about {share} % of what it usually does.', {
      share: showNumber(100 * of.after.value, 2),
    })
  }
  return t('For a gram more in the test, usually {usual} g are given; here about {own} g.', {
    usual: showNumber(of.before.value, 2),
    own: showNumber(of.after.value, 2),
  })
}
