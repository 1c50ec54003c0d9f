import { useId, useState, type ReactNode } from 'react'
import { readNumber, readOtherwise, typedNumber } from '../../lib/numbers'
import { inOrder } from '../../lib/units'
import { readWorded } from '../../lib/worded'
import { t } from '../../lib/words'
import { Ask } from '../Ask'
import './field.css'

export interface FaultAt {
  field: string
  problem: string
  remedy: string
}

/** Faults that belong to a field or to a part of it. */
export function faultsAt(faults: readonly FaultAt[], field: string): FaultAt[] {
  return faults.filter((f) => f.field === field || f.field.startsWith(`${field}.`))
}

/** Faults of the whole thing, which no field of a form shows. */
export function faultsOfWhole(faults: readonly FaultAt[]): FaultAt[] {
  return faults.filter((f) => f.field === '')
}

/** A labelled field with what is wrong with it below, and the way out. */
export function Field(props: {
  label: string
  hint?: string
  /** The word of the list that a question mark beside the label opens. */
  ask?: string
  faults?: readonly FaultAt[]
  note?: ReactNode
  children: (id: string, describedBy: string | undefined, invalid: boolean) => ReactNode
}) {
  const id = useId()
  const faults = props.faults ?? []
  return (
    <div className={faults.length ? 'field at-fault' : 'field'}>
      {props.ask ? (
        <span className="asked-label">
          <label htmlFor={id}>{props.label}</label>
          <Ask of={props.ask} word={props.label} />
        </span>
      ) : (
        <label htmlFor={id}>{props.label}</label>
      )}
      {props.children(id, faults.length ? `${id}-fault` : undefined, faults.length > 0)}
      {props.hint && <span className="hint">{props.hint}</span>}
      {props.note}
      {faults.length > 0 && (
        <p className="fault" id={`${id}-fault`} role="alert">
          {faults.map((f) => `${sentence(f.problem)} ${f.remedy}`).join(' ')}
        </p>
      )}
    </div>
  )
}

/** What was refused as a whole, in words with the way out. */
export function Refused({ faults }: { faults: readonly FaultAt[] }) {
  if (faults.length === 0) return null
  return (
    <span className="fault" role="alert">
      {faults.map((f) => `${sentence(f.problem)} ${f.remedy}`).join(' ')}
    </span>
  )
}

function sentence(text: string): string {
  return text.charAt(0).toUpperCase() + text.slice(1) + (/[.?!]$/.test(text) ? '' : '.')
}

interface Common {
  label: string
  hint?: string
  ask?: string
  faults?: readonly FaultAt[]
  note?: ReactNode
}

export function TextField(props: Common & { value: string; onChange: (value: string) => void }) {
  return (
    <Field {...props}>
      {(id, described, invalid) => (
        <input
          id={id}
          className="input"
          value={props.value}
          aria-describedby={described}
          aria-invalid={invalid}
          onChange={(event) => props.onChange(event.target.value)}
        />
      )}
    </Field>
  )
}

export interface Option<V extends string = string> {
  value: V
  label: string
}

/** One of several; what is chosen is one of the options by its type, too. */
export function ChoiceField<V extends string>(
  props: Common & {
    value: string
    options: readonly Option<V>[]
    onChange: (value: V) => void
  },
) {
  return (
    <Field {...props}>
      {(id, described, invalid) => (
        <select
          id={id}
          className="input"
          value={props.value}
          aria-describedby={described}
          aria-invalid={invalid}
          onChange={(event) => {
            const chosen = props.options.find((option) => option.value === event.target.value)
            if (chosen) props.onChange(chosen.value)
          }}
        >
          {props.options.map((option) => (
            <option key={option.value} value={option.value}>
              {option.label}
            </option>
          ))}
        </select>
      )}
    </Field>
  )
}

/** A number as people type it, decimal comma or point; what is typed stays as typed. */
export function NumberField(
  props: Common & {
    value: number | null | undefined
    suffix?: string
    onChange: (value: number | null) => void
  },
) {
  return (
    <Field {...props}>
      {(id, described, invalid) => (
        <span className="with-unit">
          <NumberInput
            id={id}
            value={props.value}
            describedBy={described}
            invalid={invalid}
            onChange={props.onChange}
          />
          {props.suffix && <span className="unit">{props.suffix}</span>}
        </span>
      )}
    </Field>
  )
}

function NumberInput(props: {
  id: string
  value: number | null | undefined
  describedBy?: string
  invalid: boolean
  onChange: (value: number | null) => void
  /** Reads what is no number, as "12 feet", and puts it down; what it was read as. */
  onWorded?: (text: string) => string | null
}) {
  const [worded, setWorded] = useState<string | null>(null)
  const [text, setText] = useState(props.value == null ? '' : typedNumber(props.value))
  const read = readNumber(text)
  // Another value from outside (another thing was chosen) replaces the text; our own does not.
  const shown = Object.is(read, props.value ?? null) || Number.isNaN(read) ? text : undefined
  const wrong = Number.isNaN(read) && worded === null
  return (
    <>
      <input
        id={props.id}
        className="input number"
        inputMode="decimal"
        autoComplete="off"
        value={shown ?? (props.value == null ? '' : typedNumber(props.value))}
        aria-describedby={props.describedBy}
        aria-invalid={props.invalid || wrong}
        data-wrong={wrong || undefined}
        onChange={(event) => {
          setText(event.target.value)
          const value = readNumber(event.target.value)
          if (!Number.isNaN(value)) props.onChange(value)
          setWorded(Number.isNaN(value) ? (props.onWorded?.(event.target.value) ?? null) : null)
        }}
        onBlur={() => {
          if (worded === null) return
          setText(typedNumber(props.value ?? NaN))
          setWorded(null)
        }}
      />
      {worded !== null && <span className="hint">{t('read as {number}', { number: worded })}</span>}
      {wrong && <span className="fault">{t('This is not a number.')}</span>}
      {!wrong && readOtherwise(text) && read !== null && (
        <span className="hint">{t('read as {number}', { number: String(read) })}</span>
      )}
    </>
  )
}

export interface Measure<U extends string> {
  value: number
  unit: U
}

/** A number with its unit; changing the unit keeps the number that was typed. */
export function MeasureField<U extends string>(
  props: Common & {
    value: Measure<U> | null | undefined
    units: readonly U[]
    names?: Partial<Record<U, string>>
    onChange: (value: Measure<U> | null) => void
  },
) {
  const listed = inOrder(props.units)
  const unit = props.value?.unit ?? listed[0]
  const [empty, setEmpty] = useState<U>(unit)
  const chosen = props.value ? unit : empty
  // What was typed elsewhere in a unit that is not offered here keeps it.
  const units = listed.includes(chosen) ? listed : [...listed, chosen]
  const nameOf = (one: U) => props.names?.[one] ?? unitName(one)
  return (
    <Field {...props}>
      {(id, described, invalid) => (
        <span className="with-unit">
          <NumberInput
            id={id}
            value={props.value?.value ?? null}
            describedBy={described}
            invalid={invalid}
            onChange={(value) => props.onChange(value === null ? null : { value, unit: chosen })}
            onWorded={(text) => {
              const read = readWorded(text, units, readNumber)
              if (!read) return null
              setEmpty(read.unit)
              props.onChange(read)
              return `${typedNumber(read.value)} ${nameOf(read.unit)}`
            }}
          />
          <select
            className="input unit-choice"
            aria-label={t('{field}: unit', { field: props.label })}
            value={chosen}
            onChange={(event) => {
              const next = units.find((one) => one === event.target.value) ?? chosen
              setEmpty(next)
              if (props.value) props.onChange({ value: props.value.value, unit: next })
            }}
          >
            {units.map((one) => (
              <option key={one} value={one}>
                {nameOf(one)}
              </option>
            ))}
          </select>
        </span>
      )}
    </Field>
  )
}

const unitNames = (): Record<string, string> => ({
  'g/m2': 'g/m²',
  'kg/m2': 'kg/m²',
  'mg/dm3': 'mg/dm³',
  'oz/yd2': 'oz/yd²',
  'lb/100ft2': 'lb/100 ft²',
  'lb/ft3': 'lb/ft³',
  'mg/L CaCO3': 'mg/L CaCO₃',
  dH: '°dH',
  fH: '°fH',
  clark: '°Clark',
  gpg_us: t('grains/gal'),
  ft3: 'ft³',
  yd3: 'yd³',
  gal_us: t('US gal'),
  gal_imp: t('imp. gal'),
  qt_us: t('US quart'),
  qt_imp: t('imp. quart'),
  pt_us: t('US pint'),
  pt_imp: t('imp. pint'),
  fl_oz_us: t('US fl oz'),
  fl_oz_imp: t('imp. fl oz'),
  tsp_us: t('tsp (US)'),
  tbsp_us: t('tbsp (US)'),
  cup_us: t('cup (US)'),
  tsp_metric: t('tsp (5 mL)'),
  tbsp_metric: t('tbsp (15 mL)'),
  cup_metric: t('cup (250 mL)'),
  tsp_au: t('tsp (AU)'),
  tbsp_au: t('tbsp (AU, 20 mL)'),
  cup_au: t('cup (AU)'),
  tsp_imperial: t('tsp (imp.)'),
  tbsp_imperial: t('tbsp (imp.)'),
  cup_imperial: t('cup (imp.)'),
  'oz/gal_us': t('oz/US gal'),
})

/** How a unit is written. */
export const unitName = (unit: string): string => unitNames()[unit] ?? unit

export const LENGTHS = ['m', 'cm', 'ft', 'in'] as const
export const VOLUMES = ['L', 'mL', 'ft3', 'yd3', 'gal_us', 'gal_imp', 'qt_us'] as const
export const MASSES = ['g', 'kg', 'oz', 'lb'] as const
export const DENSITIES = ['g/mL', 'kg/L', 'lb/ft3'] as const
export const SCOOP_VOLUMES = [
  'mL',
  'tsp_metric',
  'tbsp_metric',
  'cup_metric',
  'tsp_us',
  'tbsp_us',
  'cup_us',
  'tsp_au',
  'tbsp_au',
  'cup_au',
  'tsp_imperial',
  'tbsp_imperial',
  'cup_imperial',
  'fl_oz_us',
  'L',
] as const

/** Units that a bag or bottle is counted in. */
export const BULK_UNITS = [...MASSES, 'L', 'mL'] as const
/** Units that a label measures a product in. */
export const AMOUNT_UNITS = [...MASSES, ...SCOOP_VOLUMES] as const
export type AmountUnit = (typeof AMOUNT_UNITS)[number]
/** Units of what a can holds. */
export const WATER_UNITS = ['L', 'gal_us', 'gal_imp'] as const
/** Units that compost and the like are heaped in. */
export const HEAP_UNITS = [...MASSES, ...VOLUMES] as const
