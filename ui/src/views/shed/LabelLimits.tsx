import type { Schemas } from '../../api/client'
import { t } from '../../lib/words'
import {
  MeasureField,
  NumberField,
  faultsAt,
  type Measure,
  AMOUNT_UNITS,
  type AmountUnit,
} from '../../parts/Field'
import { bulk, type Bulk } from '../../api/measures'
import type { Typing } from './Analysis'

const AREAS = ['m2', 'ft2', 'yd2'] as const
const WATERS = ['L', 'gal_us', 'gal_imp', 'qt_us'] as const
const RATES = ['g/m2', 'kg/m2', 'kg/ha', 'oz/yd2', 'lb/100ft2', 'lb/1000ft2'] as const

/** A limit as a rate, or as so much of the product on so much ground or in so much water. */
type Stated<R extends string, O extends string> =
  Measure<R> | { product: Bulk; over: Measure<O> } | null

type OnGround = Schemas['AreaRate'] | Schemas['Spread'] | null
type InWater = Schemas['Strength'] | Schemas['Dilution'] | null

function ground(rate: OnGround | undefined): Stated<Schemas['AreaRate']['unit'], AreaUnit> {
  return rate && 'product' in rate ? { product: rate.product, over: rate.area } : (rate ?? null)
}

function water(rate: InWater | undefined): Stated<Schemas['Strength']['unit'], WaterUnit> {
  return rate && 'product' in rate ? { product: rate.product, over: rate.water } : (rate ?? null)
}

type AreaUnit = Schemas['Area']['unit']
type WaterUnit = Schemas['Volume']['unit']

const spread = (said: ReturnType<typeof ground>): OnGround =>
  said && 'product' in said ? { product: said.product, area: said.over } : said
const diluted = (said: ReturnType<typeof water>): InWater =>
  said && 'product' in said ? { product: said.product, water: said.over } : said

/** What the label allows at most, in any of the ways that labels print it, and how often. */
export function LabelLimits(props: Typing) {
  const { draft, faults, onChange } = props
  const wet = draft.form === 'soluble' || draft.form === 'liquid'
  return (
    <>
      {draft.form !== 'liquid' && (
        <Limit
          label={t('At most on the ground')}
          stated={ground(draft.max_rate)}
          units={RATES}
          overUnits={AREAS}
          overLabel={t('on')}
          faults={faultsAt(faults, 'max_rate')}
          onChange={(said) => onChange({ ...draft, max_rate: spread(said) })}
        />
      )}
      {wet && (
        <Limit
          label={t('At most in water')}
          stated={water(draft.max_strength)}
          units={['g/L', 'oz/gal_us']}
          overUnits={WATERS}
          overLabel={t('in')}
          faults={faultsAt(faults, 'max_strength')}
          onChange={(said) => onChange({ ...draft, max_strength: diluted(said) })}
        />
      )}
      {!wet && (
        <Limit
          label={t('At most in potting mix')}
          stated={water(draft.max_in_mix)}
          units={['g/L']}
          overUnits={WATERS}
          overLabel={t('in')}
          faults={faultsAt(faults, 'max_in_mix')}
          onChange={(said) => onChange({ ...draft, max_in_mix: diluted(said) })}
        />
      )}
      <MeasureField
        label={t('At most for a plant')}
        units={AMOUNT_UNITS}
        value={draft.max_per_plant}
        faults={faultsAt(faults, 'max_per_plant')}
        onChange={(most) => onChange({ ...draft, max_per_plant: most && bulk(most) })}
      />
      <NumberField
        label={t('Not again within')}
        suffix={t('days')}
        value={draft.interval_days}
        faults={faultsAt(faults, 'interval_days')}
        onChange={(interval_days) => onChange({ ...draft, interval_days })}
      />
      <NumberField
        label={t('Times a season, at most')}
        value={draft.max_times}
        faults={faultsAt(faults, 'max_times')}
        onChange={(max_times) => onChange({ ...draft, max_times })}
      />
    </>
  )
}

/** One limit; its unit says which of the two ways it is printed in. */
function Limit<R extends string, O extends string>(props: {
  label: string
  stated: Stated<R, O>
  units: readonly R[]
  overUnits: readonly O[]
  overLabel: string
  faults: ReturnType<typeof faultsAt>
  onChange: (said: Stated<R, O>) => void
}) {
  const { stated } = props
  const pair = stated && 'product' in stated ? stated : null
  const units: (R | Bulk['unit'])[] = pair
    ? [...AMOUNT_UNITS, ...props.units]
    : [...props.units, ...AMOUNT_UNITS]
  const change = (next: Measure<R | Bulk['unit']> | null) => {
    const rate = next && props.units.find((unit) => unit === next.unit)
    const amount = next && AMOUNT_UNITS.find((unit): unit is AmountUnit => unit === next.unit)
    if (next && rate) props.onChange({ value: next.value, unit: rate })
    const product = next && amount ? bulk({ value: next.value, unit: amount }) : null
    if (product) {
      props.onChange({ product, over: pair?.over ?? { value: 1, unit: props.overUnits[0] } })
    }
    if (!next) props.onChange(null)
  }
  return (
    <>
      <MeasureField
        label={props.label}
        units={units}
        value={stated && 'product' in stated ? stated.product : stated}
        faults={props.faults}
        onChange={change}
      />
      {pair && (
        <MeasureField
          label={props.overLabel}
          units={props.overUnits}
          value={pair.over}
          onChange={(over) => over && props.onChange({ ...pair, over })}
        />
      )}
    </>
  )
}
