import { Button, Empty, Segmented } from 'antd'
import { useMemo, useState } from 'react'
import type { Schemas } from '../../api/client'
import { useEditing } from '../../api/editing'
import { useGarden, usePlan, useWrites } from '../../api/gardens'
import { useWords } from '../../api/reference'
import { CropSketch } from '../../drawing/CropSketch'
import { DaysStrip } from '../../drawing/DaysStrip'
import { showDate } from '../../lib/dates'
import { newId } from '../../lib/ids'
import { showMass, showNumber } from '../../lib/numbers'
import { paper, system } from '../../lib/units'
import { useToast } from '../../lib/useToast'
import { t } from '../../lib/words'
import { unitName } from '../../parts/Field'
import { useWaitingPhotos } from '../../api/photoBox'
import { PickField } from '../../parts/Pick'
import { plantingName } from '../../parts/names'
import { NoteForm } from './NoteForm'
import { Shown, Waiting } from './Photos'
import { dayItems, linesOf, type DayItem } from './state'

type Log = Schemas['Log']

const FIRST = 40
const ALL = 'all'

const kinds = (): Record<DayItem['kind'], string> => ({
  note: t('noted'),
  lesson: t('lesson'),
  picked: t('picked'),
  fed: t('fed'),
  stage: t('seen'),
  seen: t('seen'),
  done: t('done'),
  sprayed: t('sprayed'),
  watered: t('watered'),
})

/** The garden's days: what was written down beside what was done, the latest first. */
export function Days({ gardenId }: { gardenId: string }) {
  const { file } = useGarden(gardenId)
  const plan = usePlan(gardenId)
  const words = useWords()
  const toast = useToast()
  const { remove } = useWrites(gardenId)
  const [looked, setLooked] = useState('')
  const [of, setOf] = useState(ALL)
  const editing = useEditing(gardenId, 'notes', {
    onSaved: (thing) =>
      toast({
        text: t('The note is written down.'),
        undo: () => remove.mutate({ kind: 'notes', key: thing.id }),
      }),
  })
  const names = useMemo(() => {
    const places = new Map(file.garden.places.map((one) => [one.id, one.name]))
    const plantings = new Map(plan.plantings.map((one) => [one.id, plantingName(one)]))
    return { places, plantings }
  }, [file.garden.places, plan.plantings])
  const items = useMemo(() => dayItems(file.log, telling(words.terms)), [file.log, words.terms])
  const place = new Map(file.garden.plantings.map((one) => [one.id, one.place]))
  const where = (one: DayItem) => one.place ?? place.get(one.planting ?? '') ?? ''
  const called = (one: DayItem) =>
    [names.plantings.get(one.planting ?? ''), names.places.get(where(one))]
      .filter(Boolean)
      .join(', ')
  const found = items.filter(
    (one) =>
      (of === ALL || one.planting === of || where(one) === of) &&
      `${one.text} ${called(one)}`.toLowerCase().includes(looked.trim().toLowerCase()),
  )
  return (
    <div className="book-days">
      <section className="stack">
        {editing.thing ? (
          <NoteForm gardenId={gardenId} editing={editing} />
        ) : (
          <div className="row">
            <Button
              type="primary"
              onClick={() => editing.begin({ id: newId(), on: plan.as_of, words: '', photos: [] })}
            >
              {t('Write something down')}
            </Button>
          </div>
        )}
        <div className="fields">
          <PickField
            label={t('Only of')}
            value={of}
            options={[
              { value: ALL, label: t('everything') },
              ...file.garden.places.map((one) => ({ value: one.id, label: one.name })),
              ...plan.plantings.map((one) => ({
                value: one.id,
                label: `${plantingName(one)}, ${names.places.get(one.place) ?? ''}`,
              })),
            ]}
            onChange={setOf}
          />
          <div className="field">
            <label htmlFor="book-looked">{t('Find words')}</label>
            <input
              id="book-looked"
              type="search"
              className="input"
              value={looked}
              onChange={(event) => setLooked(event.target.value)}
            />
          </div>
        </div>
      </section>
      <Listed
        gardenId={gardenId}
        items={found}
        year={Number(plan.as_of.slice(0, 4))}
        called={called}
        today={plan.as_of}
        onChange={(one) => {
          const known = file.log.notes.find((each) => each.id === one.key)
          if (known) editing.begin(known)
        }}
      />
    </div>
  )
}

/** The photos of a note, in a row. */
function Pictures({ of, gardenId }: { of: DayItem; gardenId: string }) {
  const waiting = useWaitingPhotos(gardenId).filter((one) => one.of === of.key)
  if (!of.photos?.length && waiting.length === 0) return null
  return (
    <span className="row">
      {of.photos?.map((one) => (
        <Shown key={one} gardenId={gardenId} photo={one} />
      ))}
      <Waiting of={waiting} />
    </span>
  )
}

const written = (one: DayItem) => one.kind === 'note' || one.kind === 'lesson'

const LANES: readonly (readonly DayItem['kind'][])[] = [
  ['note', 'lesson'],
  ['picked'],
  ['fed'],
  ['watered'],
  ['stage', 'seen', 'done', 'sprayed'],
]
const laneOf = (one: DayItem) => LANES.findIndex((kinds) => kinds.includes(one.kind))
const laneNames = () => [t('noted'), t('picked'), t('fed'), t('watered'), t('seen, done')]

/** Day by day, the latest first; what was written down can be changed. */
function Listed(props: {
  gardenId: string
  items: readonly DayItem[]
  called: (one: DayItem) => string
  /** This one; earlier ones that have something can be chosen. */
  year: number
  today: string
  onChange: (one: DayItem) => void
}) {
  const { items, called, today } = props
  const [shown, setShown] = useState(FIRST)
  const [year, setYear] = useState(props.year)
  const [month, setMonth] = useState<string | null>(null)
  const years = [...new Set([props.year, ...items.map((one) => Number(one.on.slice(0, 4)))])]
  const looked = items.filter((one) =>
    one.on.startsWith(month ?? (year === props.year ? '' : `${year}-`)),
  )
  const days = [...new Set(looked.map((one) => one.on))].slice(0, shown)
  return (
    <section className="stack" aria-label={t('Days')}>
      {years.length > 1 && (
        <Segmented
          value={year}
          aria-label={t('Year')}
          options={years.sort((a, b) => a - b).map((one) => ({ value: one, label: String(one) }))}
          onChange={(next) => {
            setYear(next)
            setMonth(null)
          }}
        />
      )}
      <p>
        <a
          className="small"
          href={`/api/gardens/${props.gardenId}/book/year.pdf?year=${year}&paper=${paper()}&units=${system}`}
          download
        >
          {t('Save {year} to print (PDF)', { year })}
        </a>
      </p>
      <p>
        <a className="small" href={`/api/gardens/${props.gardenId}/photos.zip`} download>
          {t('Save all photos (zip)')}
        </a>
      </p>
      <DaysStrip
        year={year}
        lanes={laneNames()}
        marks={items
          .filter((one) => one.on.startsWith(`${year}-`))
          .map((one) => ({ on: one.on, lane: laneOf(one), written: written(one) }))}
        chosen={month}
        onChoose={setMonth}
      />
      {days.length === 0 && (
        <Empty
          image={<CropSketch crop="leek" size={48} />}
          description={t('Nothing is written down of this.')}
        />
      )}
      {days.map((day) => (
        <article key={day} className="book-day">
          <h2>{showDate(day, today)}</h2>
          <ul>
            {linesOf(looked.filter((one) => one.on === day)).map((line) => (
              <li key={`${line.kind}${line.items[0].key}`} className={`is-${line.kind}`}>
                <span className="book-kind small">{kinds()[line.kind]}</span>{' '}
                <span>
                  <b>{line.items.map(called).filter(Boolean).join('; ')}</b> {line.text}
                  <Pictures of={line.items[0]} gardenId={props.gardenId} />
                  {written(line.items[0]) && (
                    <Button
                      size="small"
                      type="text"
                      aria-label={t('Change: {what}', { what: line.text })}
                      onClick={() => props.onChange(line.items[0])}
                    >
                      {t('Change')}
                    </Button>
                  )}
                </span>
              </li>
            ))}
          </ul>
        </article>
      ))}
      {days.length === shown && (
        <div>
          <Button onClick={() => setShown(shown + FIRST)}>{t('Earlier days')}</Button>
        </div>
      )}
    </section>
  )
}

/** How the log is told in words. */
function telling(terms: Record<string, string>) {
  const measure = (one: { value: number; unit: string }) =>
    `${showNumber(one.value)} ${unitName(one.unit)}`
  return {
    terms,
    fed: (given: boolean) => (given ? '' : t('not fed')),
    picked: ({ much }: Log['harvests'][number]) => {
      if ('volume' in much) return measure(much.volume)
      if ('gross' in much && !much.tare) return measure(much.gross)
      if ('gross' in much) {
        return `${measure(much.gross)} − ${much.tare ? measure(much.tare) : showMass(0)}`
      }
      return t('{n} pieces', { n: much.pieces })
    },
    note: (one: Log['notes'][number]) =>
      [
        one.words ?? '',
        one.count != null ? t('{n} counted', { n: one.count }) : '',
        one.height ? t('{height} high', { height: measure(one.height) }) : '',
      ]
        .filter(Boolean)
        .join(' · '),
    looked: (one: Log['looks'][number]) =>
      [t('something was the matter'), one.came && terms[`came.${one.came}`], one.note]
        .filter(Boolean)
        .join(' · '),
    watered: (outcome: string) =>
      ({ rained: t('rain'), not_today: t('put off'), found: t('ground looked at') })[outcome] ?? '',
  }
}
