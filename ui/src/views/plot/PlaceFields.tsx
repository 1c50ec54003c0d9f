import { Button } from 'antd'
import type { Schemas } from '../../api/client'
import {
  ChoiceField,
  DENSITIES,
  LENGTHS,
  MeasureField,
  NumberField,
  TextField,
  VOLUMES,
  faultsAt,
  type FaultAt,
} from '../../parts/Field'
import { t } from '../../lib/words'
import { warmth } from '../../lib/units'
import { Corners } from './Corners'
import { usualLength, type Bed, type Place, type Tub } from './state'

const textures = () => [
  { value: '', label: t('not known') },
  { value: 'sand', label: t('sand') },
  { value: 'sandy_loam', label: t('sandy loam') },
  { value: 'loam', label: t('loam') },
  { value: 'silt_loam', label: t('silt loam') },
  { value: 'clay_loam', label: t('clay loam') },
  { value: 'clay', label: t('clay') },
]

type Shape = Bed['shape']

const outlines = (): { value: Shape['kind']; label: string }[] => [
  { value: 'rectangle', label: t('rectangle') },
  { value: 'circle', label: t('circle') },
  { value: 'ellipse', label: t('oval') },
  { value: 'l_shape', label: t('L-shape') },
  { value: 'polygon', label: t('any outline') },
  { value: 'row', label: t('single row') },
]

/** Another shape of about the same size. */
function another(kind: string, was: Shape): Shape {
  const length = 'length' in was ? was.length : usualLength(2.4, 8)
  const width = 'width' in was ? was.width : usualLength(1.2, 4)
  const half = (side: { value: number; unit: string }) => ({ ...side, value: side.value / 2 })
  if (kind === 'circle')
    return { kind, diameter: 'length' in was ? width : usualLength(2, 6) } as Shape
  if (kind === 'l_shape') {
    return { kind, length, width, notch_length: half(length), notch_width: half(width) } as Shape
  }
  if (kind === 'row') return { kind, length, width: usualLength(0.4, 1.5) } as Shape
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
  return { kind, length, width } as Shape
}

const SIDES = (): Record<string, [string, string][]> => ({
  rectangle: [
    ['length', t('Length')],
    ['width', t('Width')],
  ],
  row: [
    ['length', t('Length')],
    ['width', t('Width that is fed')],
  ],
  ellipse: [
    ['length', t('Length')],
    ['width', t('Width')],
  ],
  l_shape: [
    ['length', t('Length')],
    ['width', t('Width')],
    ['notch_length', t('Missing corner: length')],
    ['notch_width', t('Missing corner: width')],
  ],
  circle: [['diameter', t('Across')]],
  trough: [
    ['length', t('Length')],
    ['width', t('Width')],
    ['height', t('Height')],
  ],
  frustum: [
    ['top', t('Across at the top')],
    ['bottom', t('Across at the bottom')],
    ['height', t('Height')],
  ],
  nominal: [],
  polygon: [],
})

/** The measured sides of a shape. */
function Sides<P extends Bed | Tub>(props: {
  place: P
  faults: FaultAt[]
  onChange: (place: P) => void
}) {
  const { place, faults, onChange } = props
  const shape = place.shape as unknown as Record<string, unknown>
  return SIDES()[place.shape.kind].map(([side, label]) => (
    <MeasureField
      key={side}
      label={label}
      units={LENGTHS}
      value={shape[side] as never}
      faults={faultsAt(faults, `shape.${side}`)}
      onChange={(size) => size && onChange({ ...place, shape: { ...place.shape, [side]: size } })}
    />
  ))
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
        value={bed.depth as never}
        faults={faultsAt(faults, 'depth')}
        onChange={(depth) => depth && onChange({ ...bed, depth })}
      />
      <ChoiceField
        label={t('Texture')}
        value={bed.texture ?? ''}
        options={textures()}
        onChange={(texture) =>
          onChange({
            ...bed,
            texture: (texture || null) as Bed['texture'],
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
      value={watering[field] as never}
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
          { value: 'can', label: t('can or hose') },
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
                }
              : { by: by as Watering['by'], emitter_l_h: null, emitter_gap: null, line_gap: null },
          )
        }
      />
      <NumberField
        label={t('Water in a week')}
        suffix="mm"
        hint={t('Empty: 25 mm, an inch.')}
        value={watering.week_mm}
        faults={faultsAt(faults, 'watering.week_mm')}
        onChange={(week_mm) => change({ week_mm })}
      />
      {watering.by === 'drip' && (
        <>
          <NumberField
            label={t('One emitter')}
            suffix="L/h"
            value={watering.emitter_l_h}
            faults={faultsAt(faults, 'watering.emitter_l_h')}
            onChange={(emitter_l_h) => change({ emitter_l_h })}
          />
          {gap('emitter_gap', t('Emitter to emitter'))}
          {gap('line_gap', t('Line to line'))}
        </>
      )}
    </>
  )
}

/** Shape, number, recipe and charge of tubs. */
export function TubFields(props: {
  tub: Tub
  faults: FaultAt[]
  products: readonly Schemas['Product'][]
  onChange: (tub: Tub) => void
}) {
  const { tub, faults, onChange } = props
  const { shape } = tub
  return (
    <>
      <ChoiceField
        label={t('Known by')}
        value={shape.kind}
        options={[
          { value: 'nominal', label: t('its volume') },
          { value: 'frustum', label: t('measures of a round tub') },
          { value: 'trough', label: t('measures of a trough') },
        ]}
        onChange={(kind) => onChange({ ...tub, shape: body(kind) })}
      />
      {shape.kind === 'nominal' && (
        <MeasureField
          label={t('Volume to the brim')}
          units={VOLUMES}
          value={shape.volume as never}
          faults={faultsAt(faults, 'shape.volume')}
          onChange={(volume) => volume && onChange({ ...tub, shape: { ...shape, volume } })}
        />
      )}
      <Sides place={tub} faults={faults} onChange={onChange} />
      <NumberField
        label={t('How many')}
        value={tub.count}
        faults={faultsAt(faults, 'count')}
        onChange={(count) => count !== null && onChange({ ...tub, count })}
      />
      {tub.count > 1 && (
        <NumberField
          label={t('In one line')}
          hint={t('Empty: all of them.')}
          value={tub.per_line}
          faults={faultsAt(faults, 'per_line')}
          onChange={(per_line) => onChange({ ...tub, per_line })}
        />
      )}
      <NumberField
        label={t('Water each gets in a season')}
        suffix="L"
        hint={t('From planting to the last feed; what the water carries is counted.')}
        value={tub.season_water_l}
        faults={faultsAt(faults, 'season_water_l')}
        onChange={(season_water_l) => onChange({ ...tub, season_water_l })}
      />
      <ChoiceField
        label={t('Watered')}
        value={tub.from_below ? 'below' : 'top'}
        options={[
          { value: 'top', label: t('from the top') },
          { value: 'below', label: t('from below, into a saucer or tray') },
        ]}
        onChange={(from) => onChange({ ...tub, from_below: from === 'below' })}
      />
      <ChargeField {...props} />
      <Recipe
        tub={tub}
        mixes={props.products.filter((one) => one.form === 'mix')}
        faults={faults}
        onChange={onChange}
      />
    </>
  )
}

/** What was mixed through the whole tub when it was filled. */
function ChargeField(props: {
  tub: Tub
  faults: FaultAt[]
  products: readonly Schemas['Product'][]
  onChange: (tub: Tub) => void
}) {
  const { tub, onChange } = props
  const [charge] = tub.charge
  return (
    <>
      <ChoiceField
        label={t('Feed in the mix')}
        value={charge?.product ?? ''}
        options={[
          { value: '', label: t('none, or not known') },
          ...props.products.map((p) => ({ value: p.id, label: p.name })),
        ]}
        onChange={(product) =>
          onChange({
            ...tub,
            charge: product
              ? [{ product, strength: charge?.strength ?? { value: 1, unit: 'g/L' } }]
              : [],
          })
        }
      />
      {charge && (
        <NumberField
          label={t('Of it')}
          suffix={t('g per litre of mix')}
          value={charge.strength.value}
          faults={faultsAt(props.faults, 'charge')}
          onChange={(value) =>
            onChange({
              ...tub,
              charge: [{ ...charge, strength: { value: value ?? 0, unit: 'g/L' } }],
            })
          }
        />
      )}
    </>
  )
}

function Recipe(props: {
  tub: Tub
  mixes: readonly Schemas['Product'][]
  faults: FaultAt[]
  onChange: (tub: Tub) => void
}) {
  const { tub, onChange } = props
  const change = (n: number, part: Partial<Schemas['Ingredient']>) =>
    onChange({ ...tub, recipe: tub.recipe.map((one, m) => (m === n ? { ...one, ...part } : one)) })
  return (
    <div className="recipe stack">
      <b className="small">{t('Mix, by parts')}</b>
      {tub.recipe.map((one, n) => (
        <div key={n} className="fields">
          <TextField
            label={t('Ingredient')}
            value={one.name}
            faults={faultsAt(props.faults, `recipe.${n}.name`)}
            onChange={(name) => change(n, { name })}
          />
          {props.mixes.length > 0 && (
            <ChoiceField
              label={t('Bag out of the shed')}
              hint={t('What its maker added is counted.')}
              value={one.product ?? ''}
              options={[
                { value: '', label: t('none') },
                ...props.mixes.map((mix) => ({ value: mix.id, label: mix.name })),
              ]}
              onChange={(product) => change(n, { product: product || null })}
            />
          )}
          <NumberField
            label={t('Parts')}
            value={one.parts}
            faults={faultsAt(props.faults, `recipe.${n}.parts`)}
            onChange={(parts) => change(n, { parts: parts ?? 0 })}
          />
          <MeasureField
            label={t('Sold in bags of')}
            hint={t('Empty where it is not bought.')}
            units={VOLUMES}
            value={one.bag as never}
            faults={faultsAt(props.faults, `recipe.${n}.bag`)}
            onChange={(bag) => change(n, { bag })}
          />
          {one.bag && (
            <NumberField
              label={t('A bag costs')}
              value={one.bag_price}
              faults={faultsAt(props.faults, `recipe.${n}.bag_price`)}
              onChange={(bag_price) => change(n, { bag_price })}
            />
          )}
        </div>
      ))}
      <div className="row">
        <Button
          size="small"
          onClick={() =>
            onChange({ ...tub, recipe: [...tub.recipe, { name: t('Compost'), parts: 1 }] })
          }
        >
          {t('Another ingredient')}
        </Button>
        {tub.recipe.length > 0 && (
          <Button
            size="small"
            onClick={() => onChange({ ...tub, recipe: tub.recipe.slice(0, -1) })}
          >
            {t('Remove the last')}
          </Button>
        )}
      </div>
    </div>
  )
}

/** Sun, shelter, warmth and what else is to be remembered about a place. */
export function SiteFields(props: {
  place: Place
  faults: FaultAt[]
  onChange: (place: Place) => void
}) {
  const { place, onChange } = props
  return (
    <>
      <ChoiceField
        label={t('Sun')}
        value={place.sun ?? ''}
        options={[
          { value: '', label: t('not noted') },
          { value: 'full', label: t('all day') },
          { value: 'half', label: t('half the day') },
          { value: 'shade', label: t('shade') },
        ]}
        onChange={(sun) => onChange({ ...place, sun: (sun || null) as Place['sun'] })}
      />
      <ChoiceField
        label={t('Shelter')}
        value={place.shelter ?? ''}
        options={[
          { value: '', label: t('not noted') },
          { value: 'open', label: t('open to the wind') },
          { value: 'sheltered', label: t('sheltered') },
          { value: 'wall', label: t('against a wall') },
          { value: 'cover', label: t('under cover') },
        ]}
        onChange={(shelter) =>
          onChange({ ...place, shelter: (shelter || null) as Place['shelter'] })
        }
      />
      <NumberField
        label={t('Warmer than outside by')}
        hint={t('Under glass about {warmth}.', { warmth: `${warmth.step(4)} ${warmth.unit}` })}
        suffix={warmth.unit}
        value={warmth.step(place.warmer_by_c ?? 0)}
        faults={faultsAt(props.faults, 'warmer_by_c')}
        onChange={(value) => onChange({ ...place, warmer_by_c: warmth.typedStep(value ?? 0) })}
      />
      <NumberField
        label={t('Turned by')}
        suffix="°"
        value={place.turn_deg}
        faults={faultsAt(props.faults, 'turn_deg')}
        onChange={(turn_deg) => onChange({ ...place, turn_deg: turn_deg ?? 0 })}
      />
      <TextField
        label={t('Note')}
        value={place.note ?? ''}
        faults={faultsAt(props.faults, 'note')}
        onChange={(note) => onChange({ ...place, note })}
      />
    </>
  )
}

/** A tub of a usual size, known in another way. */
function body(kind: string): Tub['shape'] {
  if (kind === 'nominal') return { kind, volume: { value: 30, unit: 'L' } }
  if (kind === 'trough') {
    const [length, width] = [usualLength(0.8, 2.5), usualLength(0.2, 0.75)]
    return { kind, length, width, height: usualLength(0.2, 0.75) }
  }
  const [top, bottom] = [usualLength(0.4, 1.25), usualLength(0.32, 1)]
  return { kind: 'frustum', top, bottom, height: usualLength(0.35, 1.1) }
}
