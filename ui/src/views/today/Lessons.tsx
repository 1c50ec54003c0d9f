import { Button } from 'antd'
import { useGarden, usePlan, useWrites } from '../../api/gardens'
import { useToast } from '../../lib/useToast'
import { t } from '../../lib/words'
import { plantingName } from '../../parts/names'
import { MayKeep } from '../../parts/MayKeep'

/** What was learned in another year and is to be thought of now, until it is known by heart. */
export function Lessons({ gardenId }: { gardenId: string }) {
  const plan = usePlan(gardenId)
  const { notes } = useGarden(gardenId).file.log
  const { save } = useWrites(gardenId)
  const toast = useToast()
  if (plan.lessons.length === 0) return null
  const learned = (id: string) => {
    const note = notes.find((one) => one.id === id)
    if (!note?.lesson) return
    const thing = { ...note, lesson: { ...note.lesson, learned_on: plan.as_of } }
    save.mutate(
      { kind: 'notes', thing },
      {
        onSuccess: () =>
          toast({
            text: t('It comes back no more.'),
            undo: () => save.mutate({ kind: 'notes', thing: { ...note } }),
          }),
      },
    )
  }
  return (
    <section className="sheet stack" aria-label={t('Learned before')}>
      <h2>{t('Learned before')}</h2>
      {plan.lessons.map((one) => (
        <div key={one.note} className="look">
          <p>
            {one.words}{' '}
            <span className="soft small">
              (
              {plan.plantings
                .filter((planting) => one.plantings.includes(planting.id))
                .map(plantingName)
                .join(', ')}
              )
            </span>
          </p>
          <MayKeep kind="notes">
            <Button
              size="small"
              disabled={save.isPending}
              aria-label={t('I know it by heart: {what}', { what: one.words })}
              onClick={() => learned(one.note)}
            >
              {t('I know it by heart')}
            </Button>
          </MayKeep>
        </div>
      ))}
    </section>
  )
}
