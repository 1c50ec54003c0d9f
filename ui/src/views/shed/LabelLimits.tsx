import { t } from '../../lib/words'
import { MASSES, MeasureField, NumberField, SCOOP_VOLUMES, faultsAt } from '../../parts/Field'
import type { Typing } from './Analysis'

const AMOUNTS = [...MASSES, ...SCOOP_VOLUMES] as const
type Amount = { value: number; unit: (typeof AMOUNTS)[number] }
const AREAS = ['m2', 'ft2', 'yd2'] as const
const WATERS = ['L', 'gal_us', 'gal_imp', 'qt_us'] as const
const RATES = ['g/m2', 'kg/m2', 'kg/ha', 'oz/yd2', 'lb/100ft2', 'lb/1000ft2'] as const

type Over = 'area' | 'water'
type Pair = { product: Amount } & Partial<Record<Over, { value: number; unit: string }>>
type Rate = { value: number; unit: string } | Pair | null | undefined

const isPair = (rate: Rate): rate is Pair => Boolean(rate && 'product' in rate)

/** What the label allows at most, in any of the ways that labels print it, and how often. */
export function LabelLimits(props: Typing) {
  const { draft, faults, onChange } = props
  const wet = draft.form === 'soluble' || draft.form === 'liquid'
  return (
    <>
      {draft.form !== 'liquid' && (
        <Limit
          label={t('At most on the ground')}
          rate={draft.max_rate as Rate}
          units={RATES}
          over="area"
          overUnits={AREAS}
          overLabel={t('on')}
          typing={{ ...props, field: 'max_rate' }}
          onChange={(max_rate) => onChange({ ...draft, max_rate: max_rate as never })}
        />
      )}
      {wet && (
        <Limit
          label={t('At most in water')}
          rate={draft.max_strength as Rate}
          units={['g/L', 'oz/gal_us']}
          over="water"
          overUnits={WATERS}
          overLabel={t('in')}
          typing={{ ...props, field: 'max_strength' }}
          onChange={(max_strength) => onChange({ ...draft, max_strength: max_strength as never })}
        />
      )}
      {!wet && (
        <Limit
          label={t('At most in potting mix')}
          rate={draft.max_in_mix as Rate}
          units={['g/L']}
          over="water"
          overUnits={WATERS}
          overLabel={t('in')}
          typing={{ ...props, field: 'max_in_mix' }}
          onChange={(max_in_mix) => onChange({ ...draft, max_in_mix: max_in_mix as never })}
        />
      )}
      <MeasureField
        label={t('At most for a plant')}
        units={AMOUNTS}
        value={(draft.max_per_plant ?? null) as never}
        faults={faultsAt(faults, 'max_per_plant')}
        onChange={(max_per_plant) => onChange({ ...draft, max_per_plant: max_per_plant as never })}
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

/** One limit: a rate, or so much of the product on so much ground or in so much water. */
function Limit(props: {
  label: string
  rate: Rate
  units: readonly string[]
  over: Over
  overUnits: readonly string[]
  overLabel: string
  typing: Typing & { field: string }
  onChange: (rate: Rate) => void
}) {
  const { rate, over, typing } = props
  const faults = faultsAt(typing.faults, typing.field)
  if (!isPair(rate)) {
    return (
      <MeasureField
        label={props.label}
        units={[...props.units, ...AMOUNTS]}
        value={rate as never}
        faults={faults}
        onChange={(next) => {
          const amount = (AMOUNTS as readonly string[]).includes(next?.unit ?? '')
          props.onChange(
            next && amount
              ? { product: next as Amount, [over]: { value: 1, unit: props.overUnits[0] } }
              : next,
          )
        }}
      />
    )
  }
  return (
    <>
      <MeasureField
        label={props.label}
        units={[...AMOUNTS, ...props.units]}
        value={rate.product as never}
        faults={faults}
        onChange={(next) => {
          const amount = next && (AMOUNTS as readonly string[]).includes(next.unit)
          props.onChange(amount ? { ...rate, product: next as Amount } : next)
        }}
      />
      <MeasureField
        label={props.overLabel}
        units={props.overUnits}
        value={(rate[over] ?? null) as never}
        onChange={(next) => next && props.onChange({ ...rate, [over]: next })}
      />
    </>
  )
}
