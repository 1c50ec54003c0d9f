import type { Schemas } from '../../api/client'
import { useCatalogue } from '../../api/reference'
import { newId } from '../../lib/ids'
import { system } from '../../lib/units'
import { t } from '../../lib/words'
import { DateField } from '../../parts/DateField'
import {
  ChoiceField,
  LENGTHS,
  MeasureField,
  NumberField,
  VOLUMES,
  faultsAt,
  type FaultAt,
  HEAP_UNITS,
} from '../../parts/Field'
import { bulk } from '../../api/measures'

type Preparation = Schemas['Preparation']
type How = Preparation['how']

const ways = (): { value: How['by']; label: string }[] => [
  { value: 'layer', label: t('a layer over the whole bed') },
  { value: 'holes', label: t('a share of the planting holes') },
  { value: 'plant', label: t('a volume for each plant') },
  { value: 'nitrogen', label: t('sized by the nitrogen it gives') },
  { value: 'total', label: t('an amount for the whole place') },
]

/** A layer of compost, to begin with. */
export function newPreparation(place: string, today: string): Preparation {
  return {
    id: newId(),
    place,
    product: null,
    material: 'garden_compost',
    how: another('layer'),
    on: today,
    done: false,
    mulch: false,
    hot: false,
    note: '',
  }
}

/** Another way of measuring, with a usual amount. */
function another(by: How['by']): How {
  const length = (cm: number, inches: number) =>
    system === 'metric'
      ? { value: cm, unit: 'cm' as const }
      : { value: inches, unit: 'in' as const }
  if (by === 'holes') {
    return { by, share_pct: 30, width: length(30, 12), depth: length(25, 10), holes: null }
  }
  if (by === 'plant') return { by, volume: { value: 2, unit: 'L' } }
  if (by === 'nitrogen') return { by, available: { value: 3, unit: 'g/m2' } }
  if (by === 'total') return { by, amount: { value: 10, unit: 'kg' } }
  return { by: 'layer', thickness: length(2, 0.75) }
}

/** What is worked in, how much of it, and when. */
export function PreparationForm(props: {
  draft: Preparation
  garden: Schemas['Garden']
  faults: FaultAt[]
  onChange: (draft: Preparation) => void
}) {
  const { draft, faults, onChange } = props
  const { materials } = useCatalogue()
  const shed = props.garden.products.filter((one) => one.form === 'organic')
  const general = materials.filter((one) => one.bulk || one.liming || one.key === 'gypsum')
  const chosen = draft.material
    ? materials.find((one) => one.key === draft.material)
    : materials.find(
        (one) => one.key === props.garden.products.find((p) => p.id === draft.product)?.material,
      )
  return (
    <div className="fields">
      <ChoiceField
        label={t('What')}
        value={draft.product ?? draft.material ?? ''}
        options={[
          ...shed.map((one) => ({ value: one.id, label: one.name })),
          ...general.map((one) => ({ value: one.key, label: one.name })),
        ]}
        faults={[...faultsAt(faults, 'product'), ...faultsAt(faults, 'material')]}
        onChange={(key) => {
          const own = shed.some((one) => one.id === key)
          onChange({ ...draft, product: own ? key : null, material: own ? null : key })
        }}
      />
      <ChoiceField
        label={t('How much')}
        value={draft.how.by ?? 'layer'}
        options={ways()}
        onChange={(by) => onChange({ ...draft, how: another(by) })}
      />
      <Amount {...props} />
      <DateField
        label={t('On')}
        value={draft.on}
        faults={faultsAt(faults, 'on')}
        onChange={(day) => day && onChange({ ...draft, on: day })}
      />
      <Tick
        label={t('It is done')}
        value={draft.done ?? false}
        onChange={(done) => onChange({ ...draft, done })}
      />
      {chosen?.bulk && (
        <Tick
          label={t('Left on top as mulch')}
          value={draft.mulch ?? false}
          onChange={(mulch) => onChange({ ...draft, mulch })}
        />
      )}
      {chosen?.raw === 'until_hot' && (
        <Tick
          label={t('The heap was hot throughout, and turned')}
          value={draft.hot ?? false}
          onChange={(hot) => onChange({ ...draft, hot })}
        />
      )}
    </div>
  )
}

function Tick(props: { label: string; value: boolean; onChange: (value: boolean) => void }) {
  return (
    <label className="row small tick">
      <input
        type="checkbox"
        checked={props.value}
        onChange={(event) => props.onChange(event.target.checked)}
      />
      {props.label}
    </label>
  )
}

function Amount(props: {
  draft: Preparation
  faults: FaultAt[]
  onChange: (draft: Preparation) => void
}) {
  const { draft, onChange } = props
  const { how } = draft
  const faults = (field: string) => faultsAt(props.faults, `how.${field}`)
  const set = (next: How) => onChange({ ...draft, how: next })
  if (how.by === 'holes') {
    return (
      <>
        <NumberField
          label={t('Share of the hole')}
          suffix="%"
          value={how.share_pct}
          faults={faults('share_pct')}
          onChange={(value) => set({ ...how, share_pct: value ?? 0 })}
        />
        <MeasureField
          label={t('Hole: across')}
          units={LENGTHS}
          value={how.width}
          faults={faults('width')}
          onChange={(width) => width && set({ ...how, width })}
        />
        <MeasureField
          label={t('Hole: depth')}
          units={LENGTHS}
          value={how.depth}
          faults={faults('depth')}
          onChange={(depth) => depth && set({ ...how, depth })}
        />
        <NumberField
          label={t('Holes')}
          hint={t('Empty: one for each plant.')}
          value={how.holes}
          faults={faults('holes')}
          onChange={(holes) => set({ ...how, holes })}
        />
      </>
    )
  }
  if (how.by === 'plant') {
    return (
      <MeasureField
        label={t('For each plant')}
        units={VOLUMES}
        value={how.volume}
        faults={faults('volume')}
        onChange={(volume) => volume && set({ ...how, volume })}
      />
    )
  }
  if (how.by === 'nitrogen') {
    return (
      <MeasureField
        label={t('Nitrogen wanted this season')}
        hint={t('Held back where its phosphorus would be too much.')}
        units={['g/m2', 'kg/ha', 'oz/yd2', 'lb/1000ft2']}
        value={how.available}
        faults={faults('available')}
        onChange={(available) => available && set({ ...how, available })}
      />
    )
  }
  if (how.by === 'total') {
    return (
      <MeasureField
        label={t('Amount')}
        units={HEAP_UNITS}
        value={how.amount}
        faults={faults('amount')}
        onChange={(typed) => {
          const amount = typed && bulk(typed)
          if (amount) set({ ...how, amount })
        }}
      />
    )
  }
  return (
    <MeasureField
      label={t('Thickness')}
      units={['cm', 'mm', 'in']}
      value={how.thickness}
      faults={faults('thickness')}
      onChange={(thickness) => thickness && set({ ...how, thickness })}
    />
  )
}
