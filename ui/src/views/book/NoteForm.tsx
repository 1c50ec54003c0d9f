import { Button } from 'antd'
import type { Schemas } from '../../api/client'
import type { ThingEditing } from '../../api/editing'
import { useGarden, usePlan } from '../../api/gardens'
import { useCatalogue, useWords } from '../../api/reference'
import { t } from '../../lib/words'
import { DateField } from '../../parts/DateField'
import { ChoiceField, Field, LENGTHS, MeasureField, NumberField, faultsAt } from '../../parts/Field'
import { PickField } from '../../parts/Pick'
import { SaveBar } from '../../parts/SaveBar'
import { cropChoices, plantingName } from '../../parts/names'
import { PhotosOf } from './Photos'

type Note = Schemas['Noted']

const WHOLE = 'all'

/** Words of a day, what they are of, a count or a height, and whether they are a lesson. */
export function NoteForm(props: { gardenId: string; editing: ThingEditing<Note> }) {
  const { gardenId, editing } = props
  const { thing, faults, change } = editing
  const words = useWords()
  const { file } = useGarden(gardenId)
  const plan = usePlan(gardenId)
  if (!thing) return null
  const about = thing.planting ?? thing.place ?? WHOLE
  const planting = plan.plantings.find((one) => one.id === thing.planting)
  const stored = file.log.notes.some((one) => one.id === thing.id)
  const of = (id: string) => {
    const isPlace = file.garden.places.some((one) => one.id === id)
    change({ ...thing, planting: isPlace || id === WHOLE ? null : id, place: isPlace ? id : null })
  }
  return (
    <section className="sheet stack" aria-label={t('Write something down')}>
      <Field label={t('Words')} faults={faultsAt(faults, 'words')}>
        {(id, described, invalid) => (
          <textarea
            id={id}
            className="input"
            rows={3}
            value={thing.words ?? ''}
            aria-describedby={described}
            aria-invalid={invalid}
            onChange={(event) => change({ ...thing, words: event.target.value })}
          />
        )}
      </Field>
      <div className="fields">
        <PickField
          label={t('Of')}
          value={about}
          faults={faultsAt(faults, 'planting')}
          options={[
            { value: WHOLE, label: t('the whole garden') },
            ...plan.plantings.map((one) => ({ value: one.id, label: plantingName(one) })),
            ...file.garden.places.map((one) => ({ value: one.id, label: one.name })),
          ]}
          onChange={of}
        />
        <DateField
          label={t('On')}
          value={thing.on}
          faults={faultsAt(faults, 'on')}
          onChange={(on) => on && change({ ...thing, on })}
        />
        <NumberField
          label={t('Counted')}
          value={thing.count}
          faults={faultsAt(faults, 'count')}
          onChange={(count) =>
            change({ ...thing, count: count == null ? null : Math.round(count) })
          }
        />
        <MeasureField
          label={t('Height')}
          units={LENGTHS}
          value={thing.height}
          faults={faultsAt(faults, 'height')}
          onChange={(height) => change({ ...thing, height })}
        />
      </div>
      <PhotosOf
        gardenId={gardenId}
        of={{ kind: 'notes', id: thing.id }}
        photos={thing.photos ?? []}
        onChange={(photos) => change({ ...thing, photos })}
      />
      <label>
        <input
          type="checkbox"
          checked={thing.lesson != null}
          onChange={(event) =>
            change({
              ...thing,
              lesson: event.target.checked ? { crop: planting?.crop ?? null } : null,
            })
          }
        />{' '}
        {t('A lesson: tell me again next year')}
      </label>
      {thing.lesson && <LessonFields of={thing} faults={faults} onChange={change} />}
      <SaveBar editing={editing} terms={words.terms}>
        {stored && (
          <Button type="text" danger onClick={() => editing.remove(thing.id)}>
            {t('Remove')}
          </Button>
        )}
      </SaveBar>
    </section>
  )
}

/** Of which crop it is, and at which of its stages it comes back. */
function LessonFields(props: {
  of: Note
  faults: ThingEditing<Note>['faults']
  onChange: (note: Note) => void
}) {
  const { of, faults, onChange } = props
  const { terms } = useWords()
  const { crops, stages } = useCatalogue()
  const lesson = of.lesson ?? {}
  const mine = stages[lesson.crop ?? ''] ?? []
  return (
    <div className="fields">
      <PickField
        label={t('Comes back with')}
        value={lesson.crop ?? WHOLE}
        faults={faultsAt(faults, 'lesson.crop')}
        options={[{ value: WHOLE, label: t('the whole garden') }, ...cropChoices(crops)]}
        onChange={(crop) =>
          onChange({ ...of, lesson: { crop: crop === WHOLE ? null : crop, stage: null } })
        }
      />
      {lesson.crop && (
        <ChoiceField
          label={t('When')}
          value={lesson.stage ?? ''}
          faults={faultsAt(faults, 'lesson.stage')}
          options={[
            { value: '', label: t('around planting') },
            ...mine.map((one) => ({ value: one.key, label: terms[`stage.${one.key}`] ?? one.key })),
          ]}
          onChange={(stage) => onChange({ ...of, lesson: { ...lesson, stage: stage || null } })}
        />
      )}
    </div>
  )
}
