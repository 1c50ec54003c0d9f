import { Button } from 'antd'
import { useWrites } from '../../api/gardens'
import { useCatalogue, useWords } from '../../api/reference'
import { showDistance } from '../../lib/dates'
import { newId } from '../../lib/ids'
import { showAmount } from '../../lib/numbers'
import { t } from '../../lib/words'
import { Findings } from '../../parts/Findings'
import { plantingName } from '../../parts/names'
import { useToast } from '../../lib/useToast'
import { takenAlong, type TaskDue } from './state'

/** Jobs besides feeding that the grower wants to be told of, and what to take along. */
export function Tasks(props: { gardenId: string; tasks: TaskDue[]; today: string }) {
  const { gardenId, tasks, today } = props
  const catalogue = useCatalogue()
  const words = useWords()
  const toast = useToast()
  const { save, remove } = useWrites(gardenId)
  const known = new Map(catalogue.tasks.map((one) => [one.key, one]))
  if (tasks.length === 0) return null
  const take = takenAlong(tasks.filter(({ task }) => task.due_on <= today))
  const done = ({ task, planting }: TaskDue) => {
    const id = newId()
    save.mutate(
      { kind: 'tasks', thing: { id, planting: planting.id, task: task.task, on: today } },
      {
        onSuccess: () =>
          toast({
            text: t('{planting}: recorded.', { planting: plantingName(planting) }),
            undo: () => remove.mutate({ kind: 'tasks', key: id }),
          }),
      },
    )
  }
  return (
    <section className="sheet stack tasks">
      <h2>{t('Besides feeding')}</h2>
      {take.length > 0 && (
        <p className="small">
          <b>{t('Take along:')}</b>{' '}
          {take.map((one) => `${showAmount(one.amount, one.unit)} ${one.name}`).join(', ')}
        </p>
      )}
      {tasks.map((due) => {
        const row = known.get(due.task.task)
        return (
          <div key={`${due.planting.id} ${due.task.task} ${due.task.ordinal}`} className="look">
            <p>
              <b>{due.task.name}</b>: {plantingName(due.planting)}{' '}
              <span className="soft small">({showDistance(due.task.due_on, today)})</span>
            </p>
            {due.task.notes.map((one) => (
              <Findings key={one.key} of={[one]} words={words} />
            ))}
            <p className="small">{row?.say}</p>
            <Button size="small" disabled={save.isPending} onClick={() => done(due)}>
              {t('Done')}
            </Button>
          </div>
        )
      })}
    </section>
  )
}
