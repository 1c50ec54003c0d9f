import { Button } from 'antd'
import { useMemo, useState } from 'react'
import { Link, useParams } from 'react-router'
import { useGarden, usePlan, useWrites } from '../../api/gardens'
import { useWords } from '../../api/reference'
import { showDate, showDay, showDistance } from '../../lib/dates'
import { newId } from '../../lib/ids'
import { plantingName } from '../../parts/names'
import { useToast } from '../../parts/Toast'
import { JobCard } from './JobCard'
import { todayState, type Due, type LookFor, type Wait } from './state'
import './today.css'

/** What to do now and this week, what to wait for, what to look for. */
export function View() {
  const { gardenId = '' } = useParams()
  const plan = usePlan(gardenId)
  const state = useMemo(() => todayState(plan), [plan])
  if (plan.plantings.length === 0) return <Nothing gardenId={gardenId} />
  return (
    <div className="today">
      <section className="today-jobs stack" aria-label="What to do">
        <h1>{headline(state.now.length, state.ask.length)}</h1>
        {state.now.length === 0 && <Rest next={state.week[0]?.job.due_on ?? state.nextDay} />}
        {state.now.map((due) => (
          <JobCard key={due.job.key} due={due} gardenId={gardenId} tone="now" />
        ))}
        {state.ask.map((due) => (
          <Asked key={due.job.key} due={due} gardenId={gardenId} />
        ))}
        {state.week.length > 0 && <h2>Within a week</h2>}
        {state.week.map((due) => (
          <JobCard key={due.job.key} due={due} gardenId={gardenId} tone="soon" />
        ))}
        {state.done.map((due) => (
          <Done key={due.job.key} due={due} gardenId={gardenId} />
        ))}
      </section>
      <aside className="today-aside stack">
        <p className="today-date">{showDay(plan.as_of)}</p>
        <Waits waits={state.waits} today={plan.as_of} />
        <Looks looks={state.looks} today={plan.as_of} gardenId={gardenId} />
      </aside>
    </div>
  )
}

function headline(now: number, ask: number): string {
  if (now > 0) return now === 1 ? 'One thing to feed today' : `${now} things to feed today`
  return ask > 0 ? 'Nothing to feed today, something to confirm' : 'Nothing to feed today'
}

function Rest({ next }: { next: string | null }) {
  return (
    <p className="sheet">
      Water as usual and leave the feed in the shed.
      {next && ` The next feed is on ${showDate(next)}.`}
    </p>
  )
}

function Nothing({ gardenId }: { gardenId: string }) {
  return (
    <section className="stack today-empty">
      <h1>Nothing is planted yet</h1>
      <p>Three things, in any order, and the first amounts appear here.</p>
      <ol>
        <li>
          <Link to={`/g/${gardenId}/plot`}>Draw a bed or a tub, and plant it</Link>
        </li>
        <li>
          <Link to={`/g/${gardenId}/soil`}>Type in a soil test, if you have one</Link>
        </li>
        <li>
          <Link to={`/g/${gardenId}/shed`}>Type in what your bags say</Link>
        </li>
      </ol>
    </section>
  )
}

/** A feed that was due and has no entry: asked once, and counted as neither until answered. */
function Asked({ due, gardenId }: { due: Due; gardenId: string }) {
  const words = useWords()
  const { save } = useWrites(gardenId)
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
      },
    })
  if (open) return <JobCard due={due} gardenId={gardenId} tone="now" asking />
  return (
    <div className="sheet asked">
      <p>
        <b>{plantingName(due.planting)}</b>: was the{' '}
        {words.terms[`kind.${due.job.kind}`].toLowerCase()} of {showDate(due.job.due_on)} given?
      </p>
      <div className="row">
        <Button onClick={() => setOpen(true)}>Yes, it was</Button>
        <Button loading={save.isPending} onClick={missed}>
          No, it was missed
        </Button>
      </div>
    </div>
  )
}

function Done({ due, gardenId }: { due: Due; gardenId: string }) {
  const { remove } = useWrites(gardenId)
  return (
    <div className="sheet row done">
      <span>
        ✓ <b>{plantingName(due.planting)}</b> fed today
      </span>
      <Button
        size="small"
        loading={remove.isPending}
        onClick={() => due.job.entry && remove.mutate({ kind: 'feeds', key: due.job.entry })}
      >
        Take it back
      </Button>
    </div>
  )
}

function Waits({ waits, today }: { waits: Wait[]; today: string }) {
  if (waits.length === 0) return null
  return (
    <section className="sheet stack waits">
      <h2>Water only</h2>
      {waits.map(({ planting, until }) => (
        <p key={planting.id}>
          <b>{plantingName(planting)}</b> until {showDate(until)}{' '}
          <span className="soft small">({showDistance(until, today)})</span>
        </p>
      ))}
      <p className="small soft">
        Just transplanted roots cannot use feed yet. If a new leaf opens sooner, say so under “Look
        for”.
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
            text: `${plantingName(planting)}: ${words.terms[`stage.${stage.key}`]} seen. Later dates follow it.`,
            undo: () => remove.mutate({ kind: 'stages', key: id }),
          }),
      },
    )
  }
  return (
    <section className="sheet stack">
      <h2>Look for</h2>
      {props.looks.map((look) => (
        <div key={look.planting.id} className="look">
          <p>
            <b>{plantingName(look.planting)}</b>: {words.terms[`stage.${look.stage.key}`]}{' '}
            <span className="soft small">
              (expected {showDistance(look.stage.start, props.today)})
            </span>
          </p>
          <p className="small">{look.stage.recognise_by}</p>
          <Button size="small" disabled={save.isPending} onClick={() => seen(look)}>
            Seen today
          </Button>
        </div>
      ))}
    </section>
  )
}
