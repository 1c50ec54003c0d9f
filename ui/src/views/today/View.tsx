import { Button, Segmented } from 'antd'
import { useMemo, useState } from 'react'
import { Link, useParams } from 'react-router'
import { useGarden, usePlan, useWrites } from '../../api/gardens'
import { useOutbox } from '../../api/outbox'
import { useWords } from '../../api/reference'
import { showDate, showDay, showDistance } from '../../lib/dates'
import { newId } from '../../lib/ids'
import { recall, remember } from '../../lib/memory'
import { plural, t } from '../../lib/words'
import { plantingName } from '../../parts/names'
import { Sentence } from '../../parts/Sentence'
import { useToast } from '../../parts/Toast'
import { JobCard } from './JobCard'
import { PlaceCard } from './PlaceCard'
import { Shared } from './Shared'
import { todayState, type Due, type LookFor, type TodayState, type Wait } from './state'
import { Tasks } from './Tasks'
import { Week } from './Week'
import './today.css'

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
          <h1>{headline(state.now.length, state.ask.length)}</h1>
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
        {form === 'week' ? (
          <Week gardenId={gardenId} plan={plan} />
        ) : (
          <DayForm gardenId={gardenId} state={state} today={plan.as_of} />
        )}
      </section>
      <aside className="today-aside stack">
        <p className="today-date">{showDay(plan.as_of)}</p>
        <Waits waits={state.waits} today={plan.as_of} gardenId={gardenId} />
        <Tasks gardenId={gardenId} tasks={state.tasks} today={plan.as_of} />
        <Looks looks={state.looks} today={plan.as_of} gardenId={gardenId} />
      </aside>
    </div>
  )
}

function DayForm({
  gardenId,
  state,
  today,
}: {
  gardenId: string
  state: TodayState
  today: string
}) {
  const later = state.places.filter(({ job }) => job.due_on > today)
  return (
    <>
      {state.now.length === 0 && <Rest next={state.week[0]?.job.due_on ?? state.nextDay} />}
      {state.places
        .filter(({ job }) => job.due_on <= today)
        .map((due) => (
          <PlaceCard key={due.job.key} due={due} gardenId={gardenId} today={today} />
        ))}
      {state.now.length > 2 && (
        <p className="small soft">{t('In the order of one walk through the garden.')}</p>
      )}
      {state.shared
        .filter((can) => can.on <= today)
        .map((can) => (
          <Shared key={can.pours[0].job} can={can} gardenId={gardenId} />
        ))}
      {state.now.map((due) => (
        <JobCard key={due.job.key} due={due} gardenId={gardenId} tone="now" />
      ))}
      {state.ask.map((due) => (
        <Asked key={due.job.key} due={due} gardenId={gardenId} />
      ))}
      {(state.week.length > 0 || later.length > 0) && <h2>{t('Within a week')}</h2>}
      {later.map((due) => (
        <PlaceCard key={due.job.key} due={due} gardenId={gardenId} today={today} />
      ))}
      {state.shared
        .filter((can) => can.on > today)
        .map((can) => (
          <Shared key={can.pours[0].job} can={can} gardenId={gardenId} />
        ))}
      {state.week.map((due) => (
        <JobCard key={due.job.key} due={due} gardenId={gardenId} tone="soon" />
      ))}
      {state.done.map((due) => (
        <Done key={due.job.key} due={due} gardenId={gardenId} />
      ))}
    </>
  )
}

function headline(now: number, ask: number): string {
  if (now > 0) return plural(now, 'One thing to feed today', '{n} things to feed today')
  return ask > 0 ? t('Nothing to feed today, something to confirm') : t('Nothing to feed today')
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

/** A feed that was due and has no entry: asked once, and counted as neither until answered. */
function Asked({ due, gardenId }: { due: Due; gardenId: string }) {
  const words = useWords()
  const { save } = useWrites(gardenId)
  const kept = useOutbox(gardenId).all.some((one) => one.key === due.job.key)
  const [open, setOpen] = useState(false)
  const missed = () =>
    save.mutate({
      kind: 'feeds',
      thing: {
        id: due.job.key,
        planting: due.planting.id,
        job: due.job.key,
        on: due.job.due_on,
        outcome: 'missed',
        note: '',
      },
    })
  if (open) return <JobCard due={due} gardenId={gardenId} tone="now" asking />
  return (
    <div className="sheet asked">
      <p>
        <Sentence
          say="{planting}: was the {kind} of {day} given?"
          of={{
            planting: <b>{plantingName(due.planting)}</b>,
            kind: words.terms[`kind.${due.job.kind}`],
            day: showDate(due.job.due_on),
          }}
        />
      </p>
      {kept ? (
        <p className="small soft">{t('Kept in this browser until Eznel answers.')}</p>
      ) : (
        <div className="row">
          <Button onClick={() => setOpen(true)}>{t('Yes, it was')}</Button>
          <Button loading={save.isPending} onClick={missed}>
            {t('No, it was missed')}
          </Button>
        </div>
      )}
    </div>
  )
}

function Done({ due, gardenId }: { due: Due; gardenId: string }) {
  const { remove } = useWrites(gardenId)
  return (
    <div className="sheet row done">
      <span>
        ✓{' '}
        <Sentence
          say="{planting} fed today"
          of={{ planting: <b>{plantingName(due.planting)}</b> }}
        />
      </span>
      <Button
        size="small"
        loading={remove.isPending}
        onClick={() => due.job.entry && remove.mutate({ kind: 'feeds', key: due.job.entry })}
      >
        {t('Take it back')}
      </Button>
    </div>
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
          <Button
            size="small"
            disabled={save.isPending}
            onClick={() => restarted({ planting, until })}
          >
            {t('Growth has restarted')}
          </Button>
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
          <Button size="small" disabled={save.isPending} onClick={() => seen(look)}>
            {t('Seen today')}
          </Button>
        </div>
      ))}
    </section>
  )
}
