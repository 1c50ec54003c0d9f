import {
  ChoiceField,
  LENGTHS,
  MeasureField,
  NumberField,
  TextField,
  faultsAt,
  type FaultAt,
  type Option,
} from '../../parts/Field'
import { t } from '../../lib/words'
import { warmth } from '../../lib/units'
import { isLength } from '../../api/measures'
import type { Schemas } from '../../api/client'
import type { Bed, Place, Tub } from './state'

type Site = Schemas['Settings']['site']

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

const lengthOf = (side: unknown) => (isLength(side) ? side : null)

/** The measured sides of a shape. */
export function Sides<P extends Bed | Tub>(props: {
  place: P
  faults: FaultAt[]
  onChange: (place: P) => void
}) {
  const { place, faults, onChange } = props
  const shape = new Map<string, unknown>(Object.entries(place.shape))
  return SIDES()[place.shape.kind].map(([side, label]) => (
    <MeasureField
      key={side}
      label={label}
      units={LENGTHS}
      value={lengthOf(shape.get(side))}
      faults={faultsAt(faults, `shape.${side}`)}
      onChange={(size) => size && onChange({ ...place, shape: { ...place.shape, [side]: size } })}
    />
  ))
}

/** How much sun a place may have. */
export const suns = (): Option<NonNullable<Place['sun']>>[] => [
  { value: 'full', label: t('all day') },
  { value: 'half', label: t('half the day') },
  { value: 'shade', label: t('shade') },
]

/** How a place may be sheltered. */
export const shelters = (): Option<NonNullable<Place['shelter']>>[] => [
  { value: 'open', label: t('open to the wind') },
  { value: 'sheltered', label: t('sheltered') },
  { value: 'wall', label: t('against a wall') },
  { value: 'cover', label: t('under cover') },
]

/** What a place may be watered with: the garden's usual water, or another of its own. */
export const watersToChoose = (waters: Site['waters']): Option<string>[] =>
  (waters ?? []).map((one) => ({ value: one.id, label: one.name }))

/** Sun, shelter, warmth and what else is to be remembered about a place. */
export function SiteFields(props: {
  place: Place
  waters: Site['waters']
  faults: FaultAt[]
  onChange: (place: Place) => void
}) {
  const { place, onChange } = props
  const waters = watersToChoose(props.waters)
  return (
    <>
      {waters.length > 0 && (
        <ChoiceField
          label={t('Watered with')}
          value={place.water ?? ''}
          options={[{ value: '', label: t('the usual water') }, ...waters]}
          faults={faultsAt(props.faults, 'water')}
          onChange={(water) => onChange({ ...place, water: water || null })}
        />
      )}
      <ChoiceField
        label={t('Sun')}
        value={place.sun ?? ''}
        options={[{ value: '', label: t('not noted') }, ...suns()]}
        onChange={(sun) => onChange({ ...place, sun: sun || null })}
      />
      <ChoiceField
        label={t('Shelter')}
        value={place.shelter ?? ''}
        options={[{ value: '', label: t('not noted') }, ...shelters()]}
        onChange={(shelter) => onChange({ ...place, shelter: shelter || null })}
      />
      <NumberField
        label={t('Warmer than outside by')}
        hint={t('Under glass about {warmth}.', { warmth: `${warmth.step(4)} ${warmth.unit}` })}
        suffix={warmth.unit}
        value={warmth.step(place.warmer_by_c ?? 0)}
        faults={faultsAt(props.faults, 'warmer_by_c')}
        onChange={(value) => onChange({ ...place, warmer_by_c: warmth.typedStep(value ?? 0) })}
      />
      {place.shelter === 'cover' && (
        <NumberField
          label={t('Sun that comes through')}
          suffix="%"
          hint={t('Empty: 70 %, as of clean glass or film.')}
          value={place.light_pct}
          faults={faultsAt(props.faults, 'light_pct')}
          onChange={(light_pct) => onChange({ ...place, light_pct })}
        />
      )}
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
