import { Button } from 'antd'
import { useMoveJob, useWrites } from '../../api/gardens'
import { useWaits } from '../../api/outbox'
import { useCatalogue, useWords } from '../../api/reference'
import { addDays, showDistance } from '../../lib/dates'
import { newId } from '../../lib/ids'
import { showAmount } from '../../lib/numbers'
import { plural, t } from '../../lib/words'
import { Findings } from '../../parts/Findings'
import { plantingName } from '../../parts/names'
import { useToast } from '../../lib/useToast'
import { MayKeep } from '../../parts/MayKeep'
import { takenAlong, type TaskDue } from './state'

const LATER_DAYS = 7
/** More plantings than this are folded. */
const MANY = 4

/** Jobs besides feeding, each for all plantings that want it, and what to take along. */
export function Tasks(props: { gardenId: string; tasks: TaskDue[]; today: string }) {
  const { tasks, today } = props
  if (tasks.length === 0) return null
  const due = tasks.filter(({ task }) => task.due_on <= today)
  const soon = tasks.filter(({ task }) => task.due_on > today)
  const take = takenAlong(due)
  return (
    <section className="sheet stack tasks">
      <h2>{t('Besides feeding')}</h2>
      {take.length > 0 && (
        <p className="small">
          <b>{t('Take along:')}</b>{' '}
          {take.map((one) => `${showAmount(one.amount, one.unit)} ${one.name}`).join(', ')}
        </p>
      )}
      <Kinds {...props} tasks={due} />
      {soon.length > 0 && (
        <details open={due.length === 0}>
          <summary>
            {plural(soon.length, 'One job within a week', '{n} jobs within a week')}
          </summary>
          <Kinds {...props} tasks={soon} />
        </details>
      )}
    </section>
  )
}

/** Each kind of job once, with the plantings that want it. */
function Kinds({ gardenId, tasks, today }: { gardenId: string; tasks: TaskDue[]; today: string }) {
  const catalogue = useCatalogue()
  const known = new Map(catalogue.tasks.map((one) => [one.key, one]))
  const kinds = [...new Set(tasks.map(({ task }) => task.task))]
  return kinds.map((kind) => {
    const mine = tasks.filter(({ task }) => task.task === kind)
    return (
      <div key={kind} className="look">
        <h3>{mine[0].task.name}</h3>
        <p className="small">{known.get(kind)?.say}</p>
        {mine.length > MANY ? (
          <Many tasks={mine} {...{ gardenId, today }} />
        ) : (
          <Lines tasks={mine} {...{ gardenId, today }} />
        )}
      </div>
    )
  })
}

function Lines({ gardenId, tasks, today }: { gardenId: string; tasks: TaskDue[]; today: string }) {
  return (
    <ul className="task-lines">
      {tasks.map((due) => (
        <Line key={due.task.key} due={due} {...{ gardenId, today }} />
      ))}
    </ul>
  )
}

/** One kind of job for many plantings: done for all of them at once, or one by one. */
function Many(props: { gardenId: string; tasks: TaskDue[]; today: string }) {
  const { gardenId, tasks, today } = props
  const toast = useToast()
  const { saveAll, removeAll } = useWrites(gardenId)
  const what = tasks[0].task.name
  const all = () => {
    const things = tasks.map(({ task, planting }) => ({
      id: newId(),
      planting: planting.id,
      task: task.task,
      on: today,
    }))
    saveAll.mutate(
      { kind: 'tasks', things },
      {
        onSuccess: () =>
          toast({
            text: t('{what}: recorded for all.', { what }),
            undo: () =>
              removeAll(
                'tasks',
                things.map((one) => one.id),
              ),
          }),
      },
    )
  }
  return (
    <>
      <MayKeep kind="tasks">
        <Button
          size="small"
          aria-label={t('All done: {what}', { what })}
          loading={saveAll.isPending}
          onClick={all}
        >
          {t('All done')}
        </Button>
      </MayKeep>
      <details>
        <summary>{t('{n} plantings', { n: tasks.length })}</summary>
        <Lines {...props} />
      </details>
    </>
  )
}

function Line({ due, gardenId, today }: { due: TaskDue; gardenId: string; today: string }) {
  const { task, planting } = due
  const words = useWords()
  const toast = useToast()
  const { save, remove } = useWrites(gardenId)
  const { move, pending } = useMoveJob(gardenId)
  const name = plantingName(planting)
  const waits = useWaits(
    gardenId,
    ({ kind, thing }) =>
      (kind === 'tasks' && thing?.planting === planting.id && thing.task === task.task) ||
      (kind === 'pins' && thing?.job === task.key),
  )
  const done = () => {
    const id = newId()
    save.mutate(
      { kind: 'tasks', thing: { id, planting: planting.id, task: task.task, on: today } },
      {
        onSuccess: () =>
          toast({
            text: t('{planting}: recorded.', { planting: name }),
            undo: () => remove.mutate({ kind: 'tasks', key: id }),
          }),
      },
    )
  }
  const later = () =>
    move(task.key, addDays(today, LATER_DAYS), (undo) =>
      toast({ text: t('{planting}: again in a week.', { planting: name }), undo }),
    )
  return (
    <li>
      <span>
        {name} <span className="soft small">({showDistance(task.due_on, today)})</span>
      </span>
      {waits ? (
        <span className="small soft">{t('Kept in this browser until Eznel answers.')}</span>
      ) : (
        <span className="row">
          <MayKeep kind="tasks">
            <Button
              size="small"
              aria-label={t('Done: {what}, {planting}', { what: task.name, planting: name })}
              disabled={save.isPending}
              onClick={done}
            >
              {t('Done')}
            </Button>
          </MayKeep>
          <MayKeep kind="pins">
            <Button
              size="small"
              type="text"
              aria-label={t('Not yet: {what}, {planting}', { what: task.name, planting: name })}
              disabled={pending}
              onClick={later}
            >
              {t('Not yet')}
            </Button>
          </MayKeep>
        </span>
      )}
      {task.notes.map((one) => (
        <Findings key={one.key} of={[one]} words={words} />
      ))}
    </li>
  )
}
