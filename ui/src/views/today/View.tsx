import { Button, Segmented } from 'antd'
import { Fragment, lazy, useMemo, useState } from 'react'
import { Link, useParams } from 'react-router'
import { useGarden, usePlan, useWrites } from '../../api/gardens'
import { useWords } from '../../api/reference'
import { showDate, showDay, showDistance } from '../../lib/dates'
import { newId } from '../../lib/ids'
import { recall, remember } from '../../lib/memory'
import { plural, t } from '../../lib/words'
import { plantingName } from '../../parts/names'
import { Sentence } from '../../parts/Sentence'
import { useToast } from '../../lib/useToast'
import { Ahead } from './Ahead'
import { DayLine, DoneLine, JobLine } from './Lines'
import { Better } from './Better'
import { Lessons } from './Lessons'
import { Missed } from './Missed'
import { NotToPick } from './NotToPick'
import { Pace } from './Pace'
import { Places } from './Places'
import { Shared } from './Shared'
import { byWalk, feedWaits, type PlaceWater } from './watering'
import {
  shows,
  showsPlace,
  todayState,
  type Due,
  type LookFor,
  type Only,
  type TodayState,
  type Wait,
} from './state'
import { Tasks } from './Tasks'
import { Week } from './Week'
import './today.css'
import { Later } from '../../parts/Later'
import { MayKeep } from '../../parts/MayKeep'

const Filter = lazy(() => import('./Filter'))
const Water = lazy(() => import('./Water'))
const LookAgain = lazy(() => import('./LookAgain'))
const LookBack = lazy(() => import('./LookBack'))
const WaterLine = lazy(() => import('./WaterLines'))

/** From so many jobs on, a day is worth narrowing. */
const MANY = 9

type Form = 'day' | 'week'

/** What to do now and this week, what to wait for, what to look for. */
export function View() {
  const { gardenId = '' } = useParams()
  const plan = usePlan(gardenId)
  const [form, setForm] = useState<Form>(recall('today', 'day') === 'week' ? 'week' : 'day')
  const state = useMemo(() => todayState(plan), [plan])
  if (plan.plantings.length === 0 && state.places.length === 0) {
    return <Nothing gardenId={gardenId} />
  }
  return (
    <div className="today">
      <section className="today-jobs stack" aria-label={t('What to do')}>
        <div className="row today-head">
          <h1>{headline(state, plan.as_of)}</h1>
          <span className="spacer" />
          <Segmented<Form>
            value={form}
            aria-label={t('Show')}
            onChange={(next) => {
              remember('today', next)
              setForm(next)
            }}
            options={[
              { value: 'day', label: t('Day') },
              { value: 'week', label: t('Week') },
            ]}
          />
        </div>
        <Pace gardenId={gardenId} />
        <Ahead plan={plan} />
        {form === 'week' ? (
          <Week gardenId={gardenId} plan={plan} />
        ) : (
          <DayForm gardenId={gardenId} state={state} today={plan.as_of} />
        )}
      </section>
      <aside className="today-aside stack">
        <p className="today-date">{showDay(plan.as_of)}</p>
        {plan.waters.length > 0 && (
          <Later>
            <Water gardenId={gardenId} plan={plan} />
          </Later>
        )}
        <NotToPick gardenId={gardenId} />
        <Lessons gardenId={gardenId} />
        {plan.looks.some((one) => one.again_on <= plan.as_of) && (
          <Later>
            <LookAgain gardenId={gardenId} />
          </Later>
        )}
        {plan.aims.length > 0 && (
          <Later>
            <LookBack gardenId={gardenId} />
          </Later>
        )}
        <Waits waits={state.waits} today={plan.as_of} gardenId={gardenId} />
        <Tasks gardenId={gardenId} tasks={state.tasks} today={plan.as_of} />
        <Looks looks={state.looks} today={plan.as_of} gardenId={gardenId} />
        <Better gardenId={gardenId} plan={plan} />
      </aside>
    </div>
  )
}

function DayForm(props: { gardenId: string; state: TodayState; today: string }) {
  const { gardenId, state, today } = props
  const [only, setOnly] = useState<Only>('')
  const [narrowing, setNarrowing] = useState(false) // its list is loaded when it is asked for
  const places = state.places.filter(({ job }) => job.due_on <= today)
  const later = state.shared.filter((can) => can.on > today)
  const alone = state.now.length + places.length === 1
  const dry = byWalk(usePlan(gardenId)).filter((one) => one.state === 'water')
  return (
    <>
      {state.now.length === 0 && <Rest next={state.week[0]?.job.due_on ?? state.nextDay} />}
      <Missed asked={state.ask} gardenId={gardenId} />
      {state.walk.length + places.length >= MANY && !narrowing && (
        <div>
          <Button size="small" onClick={() => setNarrowing(true)}>
            {t('Show only …')}
          </Button>
        </div>
      )}
      {narrowing && (
        <Later>
          <Filter walk={state.walk} value={only} onChange={setOnly} {...{ gardenId, places }} />
        </Later>
      )}
      <Places
        due={places.filter((due) => showsPlace(only, due))}
        gardenId={gardenId}
        today={props.today}
        opened={alone}
      />
      <Walk
        gardenId={gardenId}
        jobs={state.walk.filter((due) => shows(only, due))}
        dry={only === '' || only.startsWith('place:') ? dry.filter((one) => isAt(only, one)) : []}
        alone={alone}
      />
      {state.shared
        .filter((can) => can.on <= today)
        .map((can) => (
          <Shared key={can.pours[0].job} can={can} gardenId={gardenId} />
        ))}
      {state.now.length + dry.length > 2 && (
        <p className="small soft">{t('In the order of one walk through the garden.')}</p>
      )}
      {(state.days.length > 0 || later.length > 0) && <h2>{t('Within a week')}</h2>}
      {later.map((can) => (
        <Shared key={can.pours[0].job} can={can} gardenId={gardenId} />
      ))}
      {state.days.map((day) => (
        <DayLine key={day.date} day={day} gardenId={gardenId} />
      ))}
    </>
  )
}

const isAt = (only: Only, of: PlaceWater) => only === '' || only === `place:${of.place}`

/** Feeds and what wants water, place by place: water first, as feed wants moist ground. */
function Walk(props: {
  gardenId: string
  jobs: readonly Due[]
  dry: readonly PlaceWater[]
  alone: boolean
}) {
  const { gardenId, dry, alone } = props
  const plan = usePlan(gardenId)
  const at = new Map(plan.places.map((one) => [one.id, one.walk]))
  const stops = [...new Set([...dry.map((one) => one.place), ...props.jobs.map(placeOf)])].sort(
    (a, b) => (at.get(a) ?? 0) - (at.get(b) ?? 0),
  )
  return stops.map((place) => (
    <Fragment key={place}>
      {dry
        .filter((one) => one.place === place)
        .map((one) => (
          <WaterStop key="water" of={one} gardenId={gardenId} />
        ))}
      {props.jobs
        .filter((due) => placeOf(due) === place)
        .map((due) =>
          due.job.status === 'given' ? (
            <DoneLine key={due.job.key} due={due} gardenId={gardenId} />
          ) : (
            <JobLine key={due.job.key} due={due} gardenId={gardenId} tone="now" opened={alone} />
          ),
        )}
    </Fragment>
  ))
}

const placeOf = (due: Due) => due.planting.place

/** A place of the walk that wants water; what follows it stays where it is as it arrives. */
function WaterStop(props: { gardenId: string; of: PlaceWater }) {
  const { places } = useGarden(props.gardenId).file.garden
  const plan = usePlan(props.gardenId)
  const name = places.find((one) => one.id === props.of.place)?.name ?? ''
  const waits = feedWaits(props.of, plan) ? 'water-waits with-feed' : 'water-waits'
  return (
    <article className="job-line water-stop" aria-label={t('{place}, water', { place: name })}>
      <Later waiting={<b className={waits}>{name}</b>}>
        <WaterLine {...props} />
      </Later>
    </article>
  )
}

/** What the day asks for: feeds, and whatever else is due. */
function headline(state: TodayState, today: string): string {
  const feeds = state.now.length
  const others =
    state.places.filter(({ job }) => job.due_on <= today).length +
    state.tasks.filter(({ task }) => task.due_on <= today).length
  const fed =
    feeds > 0
      ? plural(feeds, 'One thing to feed today', '{n} things to feed today')
      : state.ask.length > 0
        ? t('Nothing to feed today, something to confirm')
        : t('Nothing to feed today')
  return others > 0 ? `${fed}, ${plural(others, 'one other job', '{n} other jobs')}` : fed
}

function Rest({ next }: { next: string | null }) {
  return (
    <p className="sheet">
      {t('Water as usual and leave the feed in the shed.')}
      {next && ` ${t('The next feed is on {day}.', { day: showDate(next) })}`}
    </p>
  )
}

function Nothing({ gardenId }: { gardenId: string }) {
  const { file } = useGarden(gardenId)
  const { places, reports, products } = file.garden
  const steps = [
    { to: 'plot', done: false, text: t('Draw a bed or a tub, and plant it') },
    { to: 'soil', done: reports.length > 0, text: t('Type in a soil test, if you have one') },
    { to: 'shed', done: products.length > 0, text: t('Type in what your bags say') },
  ]
  return (
    <section className="stack today-empty">
      <h1>{t('Nothing is planted yet')}</h1>
      <p>{t('Three things, in any order, and the first amounts appear here.')}</p>
      <ol className="first-steps">
        {steps.map((step) => (
          <li key={step.to} className={step.done ? 'done' : undefined}>
            <Link to={`/g/${gardenId}/${step.to}`}>{step.text}</Link>
            {step.done && <span aria-label={t('done')}> ✓</span>}
            {step.to === 'plot' && places.length > 0 && (
              <span className="soft small">
                {' '}
                {plural(places.length, 'one place is drawn', '{n} places are drawn')}
              </span>
            )}
          </li>
        ))}
      </ol>
    </section>
  )
}

function Waits(props: { waits: Wait[]; today: string; gardenId: string }) {
  const { waits, today } = props
  const { save, remove } = useWrites(props.gardenId)
  const toast = useToast()
  if (waits.length === 0) return null
  const restarted = ({ planting }: Wait) => {
    const id = newId()
    const sight = { planting: planting.id, on: today, kind: 'growth_restarted', note: '' }
    save.mutate(
      { kind: 'observed', thing: { id, ...sight } },
      {
        onSuccess: () =>
          toast({
            text: t('{planting}: growth has restarted. Feeding may begin.', {
              planting: plantingName(planting),
            }),
            undo: () => remove.mutate({ kind: 'observed', key: id }),
          }),
      },
    )
  }
  return (
    <section className="sheet stack waits">
      <h2>{t('Water only')}</h2>
      {waits.map(({ planting, until }) => (
        <div key={planting.id} className="look">
          <p>
            <Sentence
              say="{planting} until {day}"
              of={{ planting: <b>{plantingName(planting)}</b>, day: showDate(until) }}
            />{' '}
            <span className="soft small">({showDistance(until, today)})</span>
          </p>
          <MayKeep kind="observed">
            <Button
              size="small"
              disabled={save.isPending}
              onClick={() => restarted({ planting, until })}
            >
              {t('Growth has restarted')}
            </Button>
          </MayKeep>
        </div>
      ))}
      <p className="small soft">
        {t('Just transplanted roots cannot use feed yet. A new leaf that opens ends the wait.')}
      </p>
    </section>
  )
}

function Looks(props: { looks: LookFor[]; today: string; gardenId: string }) {
  const words = useWords()
  const { save, remove } = useWrites(props.gardenId)
  const { file } = useGarden(props.gardenId)
  const toast = useToast()
  if (props.looks.length === 0) return null
  const seen = ({ planting, stage }: LookFor) => {
    const known = file.log.stages.find((s) => s.planting === planting.id && s.stage === stage.key)
    const id = known?.id ?? newId()
    save.mutate(
      {
        kind: 'stages',
        thing: { id, planting: planting.id, stage: stage.key, on: props.today },
      },
      {
        onSuccess: () =>
          toast({
            text: t('{planting}: {stage} seen. Later dates follow it.', {
              planting: plantingName(planting),
              stage: words.terms[`stage.${stage.key}`],
            }),
            undo: () => remove.mutate({ kind: 'stages', key: id }),
          }),
      },
    )
  }
  return (
    <section className="sheet stack">
      <h2>{t('Look for')}</h2>
      {props.looks.map((look) => (
        <div key={look.planting.id} className="look">
          <p>
            <b>{plantingName(look.planting)}</b>: {words.terms[`stage.${look.stage.key}`]}{' '}
            <span className="soft small">
              ({t('expected {when}', { when: showDistance(look.stage.start, props.today) })})
            </span>
          </p>
          <p className="small">{look.stage.recognise_by}</p>
          <MayKeep kind="stages">
            <Button size="small" disabled={save.isPending} onClick={() => seen(look)}>
              {t('Seen today')}
            </Button>
          </MayKeep>
        </div>
      ))}
    </section>
  )
}
