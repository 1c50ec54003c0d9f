import {
  ChoiceField,
  DENSITIES,
  MeasureField,
  NumberField,
  faultsAt,
  type FaultAt,
  type Option,
} from '../../parts/Field'
import { flow, flowMinute, said, waterDepth } from '../../lib/units'
import { type Length } from '../../api/measures'
import { t } from '../../lib/words'
import { Corners } from './Corners'
import { Sides } from './PlaceFields'
import { usualLength, type Bed } from './state'

/** The textures of soil that are told apart. */
export const textures = (): Option<Texture>[] => [
  { value: 'sand', label: t('sand') },
  { value: 'sandy_loam', label: t('sandy loam') },
  { value: 'loam', label: t('loam') },
  { value: 'silt_loam', label: t('silt loam') },
  { value: 'clay_loam', label: t('clay loam') },
  { value: 'clay', label: t('clay') },
]

type Shape = Bed['shape']
type Texture = NonNullable<Bed['texture']>

const outlines = (): { value: Shape['kind']; label: string }[] => [
  { value: 'rectangle', label: t('rectangle') },
  { value: 'circle', label: t('circle') },
  { value: 'ellipse', label: t('oval') },
  { value: 'l_shape', label: t('L-shape') },
  { value: 'polygon', label: t('any outline') },
  { value: 'row', label: t('single row') },
]

/** Another shape of about the same size. */
function another(kind: Shape['kind'], was: Shape): Shape {
  const length = 'length' in was ? was.length : usualLength(2.4, 8)
  const width = 'width' in was ? was.width : usualLength(1.2, 4)
  const half = (side: Length) => ({ ...side, value: side.value / 2 })
  if (kind === 'circle') return { kind, diameter: 'length' in was ? width : usualLength(2, 6) }
  if (kind === 'l_shape') {
    return { kind, length, width, notch_length: half(length), notch_width: half(width) }
  }
  if (kind === 'row') return { kind, length, width: usualLength(0.4, 1.5) }
  if (kind === 'polygon') {
    const corners = [
      { x_m: -1.2, y_m: -0.6 },
      { x_m: 1.2, y_m: -0.6 },
      { x_m: 1.2, y_m: 0.6 },
      { x_m: 0, y_m: 1 },
      { x_m: -1.2, y_m: 0.6 },
    ]
    return { kind, corners }
  }
  return { kind, length, width }
}

/** Shape, depth, density and texture of a bed. */
export function BedFields(props: { bed: Bed; faults: FaultAt[]; onChange: (bed: Bed) => void }) {
  const { bed, faults, onChange } = props
  const { shape } = bed
  return (
    <>
      <ChoiceField
        label={t('Shape')}
        value={shape.kind}
        options={outlines()}
        onChange={(kind) => onChange({ ...bed, shape: another(kind, shape) })}
      />
      <Sides place={bed} faults={faults} onChange={onChange} />
      {shape.kind === 'polygon' && (
        <Corners
          title={t('Corners')}
          corners={shape.corners}
          least={3}
          faults={faultsAt(faults, 'shape.corners')}
          onChange={(corners) => onChange({ ...bed, shape: { ...shape, corners } })}
        />
      )}
      <MeasureField
        label={t('Depth of soil for the roots')}
        units={['cm', 'in', 'm']}
        value={bed.depth}
        faults={faultsAt(faults, 'depth')}
        onChange={(depth) => depth && onChange({ ...bed, depth })}
      />
      <ChoiceField
        label={t('Texture')}
        value={bed.texture ?? ''}
        options={[{ value: '', label: t('not known') }, ...textures()]}
        onChange={(texture) =>
          onChange({
            ...bed,
            texture: texture || null,
            texture_by_feel: false,
          })
        }
      />
      <MeasureField
        label={t('Bulk density')}
        hint={t('Empty: typical of the texture.')}
        units={DENSITIES}
        value={bed.density}
        faults={faultsAt(faults, 'density')}
        onChange={(density) => onChange({ ...bed, density })}
      />
      <NumberField
        label={t('Water it holds when full')}
        suffix={t('% of its volume')}
        hint={t('Field capacity, if it was measured. Empty: typical of the texture.')}
        value={bed.field_capacity_pct}
        faults={faultsAt(faults, 'field_capacity_pct')}
        onChange={(field_capacity_pct) => onChange({ ...bed, field_capacity_pct })}
      />
      {(bed.field_capacity_pct != null || bed.wilting_point_pct != null) && (
        <NumberField
          label={t('Water it holds when plants wilt')}
          suffix={t('% of its volume')}
          value={bed.wilting_point_pct}
          faults={faultsAt(faults, 'wilting_point_pct')}
          onChange={(wilting_point_pct) => onChange({ ...bed, wilting_point_pct })}
        />
      )}
      <WateringFields bed={bed} faults={faults} onChange={onChange} />
    </>
  )
}

type Watering = NonNullable<Bed['watering']>

/** How a bed is watered: litres and minutes of a week follow from it. */
function WateringFields(props: { bed: Bed; faults: FaultAt[]; onChange: (bed: Bed) => void }) {
  const { bed, faults } = props
  const watering: Watering = bed.watering ?? { by: 'can', week_mm: null }
  const change = (part: Partial<Watering>) =>
    props.onChange({ ...bed, watering: { ...watering, ...part } })
  const gap = (field: 'emitter_gap' | 'line_gap', label: string) => (
    <MeasureField
      label={label}
      units={['cm', 'in', 'm']}
      value={watering[field]}
      faults={faultsAt(faults, `watering.${field}`)}
      onChange={(value) => change({ [field]: value })}
    />
  )
  return (
    <>
      <ChoiceField
        label={t('Watered by')}
        value={watering.by}
        options={[
          { value: 'can', label: t('can') },
          { value: 'hose', label: t('hose') },
          { value: 'drip', label: t('drip line') },
          { value: 'sprinkler', label: t('sprinkler') },
        ]}
        onChange={(by) =>
          change(
            by === 'drip'
              ? {
                  by,
                  emitter_l_h: watering.emitter_l_h ?? 2,
                  emitter_gap: watering.emitter_gap ?? { value: 30, unit: 'cm' },
                  line_gap: watering.line_gap ?? { value: 40, unit: 'cm' },
                  flow_l_min: null,
                }
              : { by, emitter_l_h: null, emitter_gap: null, line_gap: null },
          )
        }
      />
      <NumberField
        label={t('Water in a week')}
        suffix={waterDepth.unit}
        hint={t('Empty: {depth}.', { depth: said('25 mm', '1 in') })}
        value={waterDepth.shown(watering.week_mm)}
        faults={faultsAt(faults, 'watering.week_mm')}
        onChange={(typed) => change({ week_mm: waterDepth.typed(typed) })}
      />
      {(watering.by === 'hose' || watering.by === 'sprinkler') && (
        <NumberField
          label={t('It lets out')}
          suffix={flowMinute.unit}
          hint={t('Time how long a bucket takes; minutes are said then.')}
          value={flowMinute.shown(watering.flow_l_min)}
          faults={faultsAt(faults, 'watering.flow_l_min')}
          onChange={(typed) => change({ flow_l_min: flowMinute.typed(typed) })}
        />
      )}
      {watering.by === 'drip' && (
        <>
          <NumberField
            label={t('One emitter')}
            suffix={flow.unit}
            value={flow.shown(watering.emitter_l_h)}
            faults={faultsAt(faults, 'watering.emitter_l_h')}
            onChange={(typed) => change({ emitter_l_h: flow.typed(typed) })}
          />
          {gap('emitter_gap', t('Emitter to emitter'))}
          {gap('line_gap', t('Line to line'))}
        </>
      )}
    </>
  )
}
