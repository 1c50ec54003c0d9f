import { Segmented } from 'antd'
import { useState } from 'react'
import { Link } from 'react-router'
import type { Schemas } from '../../api/client'
import type { HarvestBook } from '../../api/book'
import { useDevice } from '../../api/devices'
import { useEditing, type ThingEditing } from '../../api/editing'
import { useGarden, usePlan, useWrites } from '../../api/gardens'
import { useWords } from '../../api/reference'
import { CropSketch } from '../../drawing/CropSketch'
import { newId } from '../../lib/ids'
import { showMass } from '../../lib/numbers'
import { said } from '../../lib/units'
import { useToast } from '../../lib/useToast'
import { t } from '../../lib/words'
import { DateField } from '../../parts/DateField'
import { MASSES, MeasureField, NumberField, TextField, VOLUMES, faultsAt } from '../../parts/Field'
import { PickField } from '../../parts/Pick'
import { ReadDevice } from '../../parts/ReadDevice'
import { SaveBar } from '../../parts/SaveBar'
import { namesOf, plantingName } from '../../parts/names'
import { isNear, toPick } from './state'

type Harvest = Schemas['Harvest']
type Much = Harvest['much']
type How = 'scale' | 'count' | 'heap'
type Pieces = HarvestBook['pieces']

const FEW = 8

/** Weigh what was picked: touch the planting, type a number, save. */
export function Weigh({ gardenId, pieces }: { gardenId: string; pieces: Pieces }) {
  const plan = usePlan(gardenId)
  const toast = useToast()
  const { remove } = useWrites(gardenId)
  const names = namesOf(useGarden(gardenId).file.garden)
  const editing = useEditing(gardenId, 'harvests', {
    onSaved: (thing) =>
      toast({
        text: t('The picking is written down.'),
        undo: () => remove.mutate({ kind: 'harvests', key: thing.id }),
      }),
  })
  const all = toPick(plan)
  const near = all.filter((one) => isNear(one, plan.as_of)).slice(0, FEW)
  const { thing } = editing
  const begin = (planting: string) =>
    thing
      ? editing.change({ ...thing, planting })
      : editing.begin({
          id: newId(),
          planting,
          on: plan.as_of,
          much: ofKind('scale'),
          complete: false,
          note: '',
        })
  return (
    <section className="sheet stack" aria-label={t('Picked today')}>
      <h2>{t('Picked today')}</h2>
      {all.length === 0 && (
        <>
          <p>{t('Nothing grows that could be picked.')}</p>
          <Link to={`/g/${gardenId}/plot`}>{t('Plant something on the Plot')}</Link>
        </>
      )}
      <div className="row book-chips">
        {near.map((one) => (
          <button
            key={one.id}
            type="button"
            className="book-chip"
            aria-pressed={thing?.planting === one.id}
            onClick={() => begin(one.id)}
          >
            <CropSketch crop={one.crop} size={20} /> {plantingName(one)}
            <span className="soft small"> {names.places.get(one.place)}</span>
          </button>
        ))}
      </div>
      {all.length > near.length && (
        <PickField
          label={t('Another planting')}
          value={thing && !near.some((one) => one.id === thing.planting) ? thing.planting : ''}
          options={all.map((one) => ({
            value: one.id,
            label: `${plantingName(one)}, ${names.places.get(one.place) ?? ''}`,
          }))}
          onChange={begin}
        />
      )}
      {thing && <WeighForm gardenId={gardenId} editing={editing} pieces={pieces} />}
    </section>
  )
}

function WeighForm(props: { gardenId: string; editing: ThingEditing<Harvest>; pieces: Pieces }) {
  const { gardenId, editing } = props
  const { thing, faults, change } = editing
  const words = useWords()
  const plan = usePlan(gardenId)
  const [how, setHow] = useState<How>(thing ? howOf(thing.much) : 'scale')
  if (!thing) return null
  const crop = plan.plantings.find((one) => one.id === thing.planting)?.crop
  const piece = props.pieces.find((one) => one.crop === crop)
  const choose = (next: How) => {
    setHow(next)
    change({ ...thing, much: ofKind(next) })
  }
  const of = (much: Much) => change({ ...thing, much })
  return (
    <>
      <Segmented<How>
        value={how}
        aria-label={t('How it was measured')}
        onChange={choose}
        options={[
          { value: 'scale', label: t('On a scale') },
          { value: 'count', label: t('Counted') },
          { value: 'heap', label: t('In a bucket') },
        ]}
      />
      <div className="fields">
        <Measured
          gardenId={gardenId}
          much={thing.much}
          piece={piece}
          faults={faults}
          onChange={of}
        />
        <DateField
          label={t('On')}
          value={thing.on}
          faults={faultsAt(faults, 'on')}
          onChange={(on) => on && change({ ...thing, on })}
        />
      </div>
      <label>
        <input
          type="checkbox"
          checked={thing.complete ?? false}
          onChange={(event) => change({ ...thing, complete: event.target.checked })}
        />{' '}
        {t('It was the last, and everything before is written down')}
      </label>
      <TextField
        label={t('Note')}
        value={thing.note ?? ''}
        faults={faultsAt(faults, 'note')}
        onChange={(note) => change({ ...thing, note })}
      />
      <SaveBar editing={editing} terms={words.terms} />
    </>
  )
}

/** A scale, a count, or a container, whichever it was. */
function Measured(props: {
  gardenId: string
  much: Much
  piece: Pieces[number] | undefined
  faults: ThingEditing<Harvest>['faults']
  onChange: (much: Much) => void
}) {
  const { much, piece, onChange } = props
  const { terms } = useWords()
  const scale = useDevice(props.gardenId, 'scale')
  const faults = (field: string) => faultsAt(props.faults, `much.${field}`)
  const counted = piece ? (terms[`piece.${piece.piece}`] ?? '') : ''
  const many = t('How many {pieces}', { pieces: counted || t('pieces') })
  const whole = (value: number | null) => (value == null ? null : Math.round(value))
  if ('volume' in much) {
    return (
      <MeasureField
        label={t('So much of it, loosely filled')}
        units={VOLUMES}
        value={much.volume}
        faults={faults('volume')}
        onChange={(volume) => volume && onChange({ volume })}
      />
    )
  }
  if (!('gross' in much)) {
    return (
      <>
        <NumberField
          label={many}
          value={much.pieces}
          faults={faults('pieces')}
          onChange={(pieces) => onChange({ ...much, pieces: whole(pieces) ?? 0 })}
        />
        <MeasureField
          label={t('One weighs')}
          hint={piece && t('Empty: {usual}, the usual.', { usual: showMass(piece.piece_g) })}
          units={MASSES}
          value={much.each}
          faults={faults('each')}
          onChange={(each) => onChange({ ...much, each })}
        />
      </>
    )
  }
  return (
    <>
      <MeasureField
        label={t('On the scale')}
        units={MASSES}
        value={much.gross}
        faults={faults('gross')}
        onChange={(gross) => onChange({ ...much, gross: gross ?? { ...much.gross, value: 0 } })}
      />
      <ReadDevice
        of={scale}
        label={t('Read the scale')}
        onRead={({ value, settled }) =>
          settled && value > 0 && onChange({ ...much, gross: { value, unit: 'g' } })
        }
      />
      <MeasureField
        label={t('Less the empty container')}
        units={MASSES}
        value={much.tare}
        faults={faults('tare')}
        onChange={(tare) => onChange({ ...much, tare })}
      />
      <NumberField
        label={many}
        hint={t('Where they were counted too: later ones need no scale.')}
        value={much.pieces}
        faults={faults('pieces')}
        onChange={(pieces) => onChange({ ...much, pieces: whole(pieces) })}
      />
    </>
  )
}

function howOf(much: Much): How {
  if ('volume' in much) return 'heap'
  return 'gross' in much ? 'scale' : 'count'
}

function ofKind(how: How): Much {
  const metric = said('kg', 'lb') === 'kg'
  if (how === 'heap')
    return { volume: metric ? { value: 10, unit: 'L' } : { value: 2, unit: 'gal_us' } }
  if (how === 'count') return { pieces: 1, each: null }
  return {
    gross: metric ? { value: 0, unit: 'g' } : { value: 0, unit: 'lb' },
    tare: null,
    pieces: null,
  }
}
