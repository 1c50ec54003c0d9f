import { Link } from 'react-router'
import { faultsOf, type Schemas } from '../api/client'
import { useGarden } from '../api/gardens'
import { useWords } from '../api/reference'
import { useSourceWater } from '../api/water'
import { showLitres, showNutrient } from '../lib/numbers'
import { waterDepth } from '../lib/units'
import { locale, t } from '../lib/words'
import { MeasureField, NumberField, faultsAt } from '../parts/Field'
import { Findings } from '../parts/Findings'
import { WorkingSteps } from '../parts/WorkingSteps'
import { PasteWater } from './PasteWater'

type Site = Schemas['Settings']['site']
type Water = Schemas['Water']
type View = Schemas['SourceWaterView']
type Ion = 'nitrate_n_mg_l' | 'k_mg_l' | 'ca_mg_l' | 'mg_mg_l' | 'na_mg_l' | 'cl_mg_l'
type Figure = Ion | 'so4_mg_l' | 'b_mg_l'

const NONE: Water = {
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

/** The garden's water: what an analysis or a strip says of it, and what follows. */
export function WaterPart(props: {
  gardenId: string
  site: Site
  faults: Schemas['FaultView'][]
  onChange: (part: Partial<Site>) => void
}) {
  const { site } = props
  const water = site.water ?? NONE
  const asked = { water, ec_ds_m: site.water_ec_ds_m ?? null }
  const found = useSourceWater(props.gardenId, asked, site.water !== null)
  const now = faultsOf(found.error).map((one) => ({ ...one, field: `site.${one.field}` }))
  const faults = props.faults.length > 0 ? props.faults : now
  const set = (part: Partial<Water>) => props.onChange({ water: { ...water, ...part } })
  const take = (read: Schemas['WaterReadView']) =>
    props.onChange({
      water: { ...water, ...read.water },
      water_ec_ds_m: read.ec_ds_m ?? site.water_ec_ds_m,
    })
  const mg = ([name, label]: [Figure, string]) => (
    <NumberField
      key={name}
      label={label}
      suffix="mg/L"
      value={COUNTED.includes(name) ? water[name] || null : water[name]}
      faults={faultsAt(faults, `site.water.${name}`)}
      onChange={(value) => set({ [name]: COUNTED.includes(name) ? (value ?? 0) : value })}
    />
  )
  const degrees = (name: 'alkalinity' | 'hardness', label: string, hint: string) => (
    <MeasureField
      label={label}
      hint={hint}
      units={DEGREES}
      value={water[name]}
      faults={faultsAt(faults, `site.water.${name}`)}
      onChange={(value) => set({ [name]: value })}
    />
  )
  return (
    <>
      <h2>{t('Water')}</h2>
      <PasteWater gardenId={props.gardenId} nameOf={nameOf} onTake={take} />
      <div className="fields">
        <NumberField
          ask="ec"
          label={t('Conductivity of your water')}
          suffix="dS/m"
          value={site.water_ec_ds_m}
          faults={faultsAt(faults, 'site.water_ec_ds_m')}
          onChange={(value) => props.onChange({ water_ec_ds_m: value })}
        />
        <NumberField
          label={t('pH of your water')}
          value={water.ph}
          faults={faultsAt(faults, 'site.water.ph')}
          onChange={(ph) => set({ ph })}
        />
        {degrees('alkalinity', t('Alkalinity'), t('Also carbonate hardness, or acid capacity.'))}
        {degrees('hardness', t('Hardness, as printed'), '')}
        {carried().map(mg)}
        <NumberField
          label={t('Rain water mixed in')}
          suffix="%"
          hint={t('The analysis is of the rest.')}
          value={water.rain_pct || null}
          faults={faultsAt(faults, 'site.water.rain_pct')}
          onChange={(rain_pct) => set({ rain_pct: rain_pct ?? 0 })}
        />
        <NumberField
          label={t('Watered on beds in a season')}
          suffix={waterDepth.unit}
          value={waterDepth.shown(water.season_mm || null)}
          faults={faultsAt(faults, 'site.water.season_mm')}
          onChange={(typed) => set({ season_mm: waterDepth.typed(typed) ?? 0 })}
        />
      </div>
      <label className="row">
        <input
          type="checkbox"
          checked={water.softened}
          onChange={(event) => set({ softened: event.target.checked })}
        />
        {t('It comes through a softener')}
      </label>
      <p className="small">
        <Link to="/sum?of=draw">
          {t('Does a proportioner draw right? Check it with a bucket.')}
        </Link>
      </p>
      {site.water && found.data && <Judged gardenId={props.gardenId} of={found.data} />}
    </>
  )
}

const figureNames = (): Record<View['figures'][number]['figure'], string> => ({
  hardness: t('Hardness of calcium and magnesium'),
  sodium_ratio: t('Sodium ratio'),
  adjusted_ratio: t('Sodium ratio, with the lime that falls out'),
  residual: t('Carbonate left over'),
  conductivity: t('Conductivity by its ions'),
  apart: t('The charges of both signs differ by'),
})

/** What follows of the figures, while they are typed. */
function Judged({ gardenId, of }: { gardenId: string; of: View }) {
  const words = useWords()
  return (
    <div className="stack" aria-live="polite">
      <Findings of={of.findings} words={words} />
      {of.figures.map(({ figure, shown }) => (
        <details key={figure}>
          <summary>
            {figureNames()[figure]}: <b>{shown.result}</b>
          </summary>
          <WorkingSteps of={shown.steps} />
        </details>
      ))}
      <Brought gardenId={gardenId} of={of.brings} />
    </div>
  )
}

/** Nothing is also what nobody measured. */
const some = (grams: number) => (grams > 0 ? showNutrient(grams) : '–')

/** What the water brings to each place in a season. */
function Brought(props: { gardenId: string; of: View['brings'] }) {
  const { garden } = useGarden(props.gardenId).file
  const names = new Map(garden.places.map((one) => [one.id, one.name]))
  if (props.of.length === 0) return null
  const columns = ['N', 'K', 'Ca', 'Mg'] as const
  return (
    <div className="water-brings small">
      <table>
        <caption>{t('What it brings in a season')}</caption>
        <thead>
          <tr>
            <th scope="col">{t('Place')}</th>
            <th scope="col">{t('Water')}</th>
            {columns.map((one) => (
              <th key={one} scope="col">
                {one}
              </th>
            ))}
            <th scope="col">{t('as lime')}</th>
          </tr>
        </thead>
        <tbody>
          {props.of.map((row) => (
            <tr key={row.place}>
              <th scope="row">{names.get(row.place)}</th>
              <td>{showLitres(row.litres)}</td>
              {columns.map((one) => (
                <td key={one}>{some(row.nutrients_g[one])}</td>
              ))}
              <td>{some(row.lime_g)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  )
}
