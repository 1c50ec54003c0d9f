import type { Schemas } from '../api/client'
import { waterDepth } from '../lib/units'
import { locale, t } from '../lib/words'
import { MeasureField, NumberField, faultsAt } from '../parts/Field'
import { PasteWater } from './PasteWater'

type Water = Schemas['Water']
type Ion = 'nitrate_n_mg_l' | 'k_mg_l' | 'ca_mg_l' | 'mg_mg_l' | 'na_mg_l' | 'cl_mg_l'
type Figure = Ion | 'so4_mg_l' | 'b_mg_l'

export const NONE: Water = {
  nitrate_n_mg_l: 0,
  k_mg_l: 0,
  ca_mg_l: 0,
  mg_mg_l: 0,
  ph: null,
  alkalinity: null,
  hardness: null,
  na_mg_l: null,
  cl_mg_l: null,
  so4_mg_l: null,
  b_mg_l: null,
  rain_pct: 0,
  softened: false,
  season_mm: 0,
}

/** These are counted as none where nobody found any. */
const COUNTED: Figure[] = ['nitrate_n_mg_l', 'k_mg_l', 'ca_mg_l', 'mg_mg_l']

const HARDNESS = ['mg/L CaCO3', 'dH', 'fH', 'clark', 'gpg_us', 'meq/L'] as const
/** A country's own degrees first. */
const OWN: Partial<Record<string, (typeof HARDNESS)[number]>> = { de: 'dH', fr: 'fH', es: 'fH' }
const own = OWN[locale.slice(0, 2)]
const DEGREES = own ? [own, ...HARDNESS.filter((one) => one !== own)] : HARDNESS

const carried = (): [Figure, string][] => [
  ['ca_mg_l', t('Calcium in your water')],
  ['mg_mg_l', t('Magnesium in your water')],
  ['na_mg_l', t('Sodium in your water')],
  ['k_mg_l', t('Potassium in your water')],
  ['cl_mg_l', t('Chloride in your water')],
  ['so4_mg_l', t('Sulphate in your water')],
  ['nitrate_n_mg_l', t('Nitrate-N in your water')],
  ['b_mg_l', t('Boron in your water')],
]

const nameOf = (field: string): string =>
  ({
    ph: t('pH of your water'),
    ec: t('Conductivity of your water'),
    alkalinity: t('Alkalinity'),
    hardness: t('Hardness, as printed'),
    ...Object.fromEntries(carried()),
  })[field] ?? field

/** A water as its analysis has it, and its conductivity. [dS/m] */
export interface Analysed {
  water: Water
  ec: number | null
}

/** What an analysis or a strip says of a water. */
export function WaterFields(props: {
  gardenId: string
  of: Analysed
  /** The fields of its figures, and of its conductivity. */
  at: string
  ecAt: string
  faults: Schemas['FaultView'][]
  onChange: (of: Analysed) => void
}) {
  const { at, faults } = props
  const { water, ec } = props.of
  const set = (part: Partial<Water>) => props.onChange({ water: { ...water, ...part }, ec })
  const take = (read: Schemas['WaterReadView']) =>
    props.onChange({ water: { ...water, ...read.water }, ec: read.ec_ds_m ?? ec })
  const mg = ([name, label]: [Figure, string]) => (
    <NumberField
      key={name}
      label={label}
      suffix="mg/L"
      value={COUNTED.includes(name) ? water[name] || null : water[name]}
      faults={faultsAt(faults, `${at}.${name}`)}
      onChange={(value) => set({ [name]: COUNTED.includes(name) ? (value ?? 0) : value })}
    />
  )
  const degrees = (name: 'alkalinity' | 'hardness', label: string, hint: string) => (
    <MeasureField
      label={label}
      hint={hint}
      units={DEGREES}
      value={water[name]}
      faults={faultsAt(faults, `${at}.${name}`)}
      onChange={(value) => set({ [name]: value })}
    />
  )
  const onlyRain = water.rain_pct === 100
  const figures = (
    <>
      <NumberField
        ask="ec"
        label={t('Conductivity of your water')}
        suffix="dS/m"
        value={ec}
        faults={faultsAt(faults, props.ecAt)}
        onChange={(value) => props.onChange({ water, ec: value })}
      />
      <NumberField
        label={t('pH of your water')}
        value={water.ph}
        faults={faultsAt(faults, `${at}.ph`)}
        onChange={(ph) => set({ ph })}
      />
      {degrees('alkalinity', t('Alkalinity'), t('Also carbonate hardness, or acid capacity.'))}
      {degrees('hardness', t('Hardness, as printed'), '')}
      {carried().map(mg)}
    </>
  )
  return (
    <>
      {!onlyRain && <PasteWater gardenId={props.gardenId} nameOf={nameOf} onTake={take} />}
      <div className="fields">
        {!onlyRain && figures}
        <NumberField
          label={t('Rain water mixed in')}
          suffix="%"
          hint={
            onlyRain
              ? t('Nothing but rain: it carries hardly anything, and no salts.')
              : t('The analysis is of the rest.')
          }
          value={water.rain_pct || null}
          faults={faultsAt(faults, `${at}.rain_pct`)}
          onChange={(rain_pct) => set({ rain_pct: rain_pct ?? 0 })}
        />
        <NumberField
          label={t('Watered on beds in a season')}
          suffix={waterDepth.unit}
          value={waterDepth.shown(water.season_mm || null)}
          faults={faultsAt(faults, `${at}.season_mm`)}
          onChange={(typed) => set({ season_mm: waterDepth.typed(typed) ?? 0 })}
        />
      </div>
      {!onlyRain && (
        <label className="row">
          <input
            type="checkbox"
            checked={water.softened}
            onChange={(event) => set({ softened: event.target.checked })}
          />
          {t('It comes through a softener')}
        </label>
      )}
    </>
  )
}
