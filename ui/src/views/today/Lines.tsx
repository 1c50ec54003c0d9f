import { Button } from 'antd'
import { useState, type ReactNode } from 'react'
import { useGarden, usePlan, useWrites } from '../../api/gardens'
import { useOutbox } from '../../api/outbox'
import { useWords } from '../../api/reference'
import { showDate, showDay } from '../../lib/dates'
import { plural, t } from '../../lib/words'
import { showBulk } from '../../parts/heaps'
import { mixText, namesOf, plantingName } from '../../parts/names'
import { Sentence } from '../../parts/Sentence'
import { MayKeep } from '../../parts/MayKeep'
import { JobCard, useRecording } from './JobCard'
import { PlaceCard } from './PlaceCard'
import type { Day, Due, PlaceDue } from './state'

/** One line of the walk: place, what, how much; touching it opens the whole card. */
function Line(props: {
  label: string
  where: string
  what: string
  amount: string
  when?: string
  onOpen: () => void
  children?: ReactNode
}) {
  return (
    <article className="job-line" aria-label={props.label}>
      <button type="button" className="job-line-what" aria-expanded={false} onClick={props.onOpen}>
        <span className="row job-line-head">
          <b>{props.where}</b>
          <span className="soft small">{props.what}</span>
          {props.when && <span className="soft small">{props.when}</span>}
        </span>
        <span className="job-line-amount">{props.amount}</span>
      </button>
      {props.children}
    </article>
  )
}

/** A feed as a line, with its tick; open at once where it is the only one. */
export function JobLine(props: {
  due: Due
  gardenId: string
  tone: 'now' | 'soon'
  opened: boolean
}) {
  const { due, gardenId, tone } = props
  const { job, planting } = due
  const { garden } = useGarden(gardenId).file
  const plan = usePlan(gardenId)
  const words = useWords()
  const [open, setOpen] = useState(props.opened)
  const [mix] = job.mixes
  const recording = useRecording(gardenId, due, mix)
  const waits = useOutbox(gardenId).all.some((one) => one.key === job.key)
  if (open)
    return <JobCard due={due} gardenId={gardenId} tone={tone} onFold={() => setOpen(false)} />
  const names = namesOf(garden)
  const kind = words.terms[`kind.${job.kind}`]
  const overdue = tone === 'now' && job.due_on < plan.as_of
  return (
    <Line
      label={`${plantingName(planting)}, ${kind}`}
      where={names.places.get(planting.place) ?? ''}
      what={`${plantingName(planting)} · ${kind}`}
      amount={
        mix
          ? mixText(mix, names, planting.place)
          : t('No amount: open it to see why, and what helps.')
      }
      when={overdue ? t('since {day}', { day: showDate(job.due_on) }) : undefined}
      onOpen={() => setOpen(true)}
    >
      {tone === 'now' && mix && !waits && (
        <MayKeep kind="feeds">
          <Button type="primary" loading={recording.saving} onClick={() => recording.record({})}>
            {t('Done')}
          </Button>
        </MayKeep>
      )}
      {waits && (
        <span className="small soft job-line-waits">
          {t('Kept in this browser until Eznel answers.')}
        </span>
      )}
    </Line>
  )
}

/** Work on a whole place as a line. */
export function PlaceLine(props: { due: PlaceDue; gardenId: string; opened: boolean }) {
  const { due, gardenId } = props
  const { job, place } = due
  const { garden } = useGarden(gardenId).file
  const { as_of: today } = usePlan(gardenId)
  const words = useWords()
  const [open, setOpen] = useState(props.opened)
  if (open) return <PlaceCard due={due} gardenId={gardenId} today={today} />
  const name = namesOf(garden).places.get(place.id) ?? ''
  const kind = words.terms[`kind.${job.kind}`] ?? job.kind
  const size = showBulk(job.litres, job.grams)
  return (
    <Line
      label={`${name}, ${kind}`}
      where={name}
      what={kind}
      amount={job.kind === 'retest' ? t('Measure pH again') : `${size} ${job.name}`}
      when={job.due_on < today ? t('since {day}', { day: showDate(job.due_on) }) : undefined}
      onOpen={() => setOpen(true)}
    />
  )
}

/** A feed that was given today, where it stood, with undo beside it. */
export function DoneLine({ due, gardenId }: { due: Due; gardenId: string }) {
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
      <MayKeep kind="feeds">
        <Button
          size="small"
          loading={remove.isPending}
          onClick={() => due.job.entry && remove.mutate({ kind: 'feeds', key: due.job.entry })}
        >
          {t('Take it back')}
        </Button>
      </MayKeep>
    </div>
  )
}

/** A day to come in one line; touching it shows its jobs. */
export function DayLine({ day, gardenId }: { day: Day; gardenId: string }) {
  const [open, setOpen] = useState(false)
  const { garden } = useGarden(gardenId).file
  const names = namesOf(garden)
  const list = [
    ...day.places.map(({ place }) => names.places.get(place.id) ?? ''),
    ...day.jobs.map(({ planting }) => plantingName(planting)),
  ]
  return (
    <section className="stack day-line" aria-label={showDay(day.date)}>
      <button
        type="button"
        className="job-line job-line-what"
        aria-expanded={open}
        onClick={() => setOpen(!open)}
      >
        <span className="row job-line-head">
          <b>{showDay(day.date)}</b>
          <span className="soft small">{plural(list.length, 'one job', '{n} jobs')}</span>
        </span>
        <span className="job-line-amount">{list.join(', ')}</span>
      </button>
      {open &&
        day.places.map((due) => (
          <PlaceLine key={due.job.key} due={due} gardenId={gardenId} opened={false} />
        ))}
      {open &&
        day.jobs.map((due) => (
          <JobLine key={due.job.key} due={due} gardenId={gardenId} tone="soon" opened={false} />
        ))}
    </section>
  )
}
