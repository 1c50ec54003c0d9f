import type { Schemas } from '../../api/client'
import { newId } from '../../lib/ids'
import { t } from '../../lib/words'
import type { FaultAt } from '../../parts/Field'

export type Report = Schemas['SoilReport']
export type Value = Schemas['SoilValue']
export type Analyte = Value['analyte']
export type Unit = Value['unit']
export type Extractant = Report['extractant']
export type Place = Schemas['Bed'] | Schemas['Tub']

/** What every part of the form of a report takes. */
export interface FormProps {
  draft: Report
  faults: FaultAt[]
  onChange: (draft: Report) => void
}

export const MAIN: readonly Analyte[] = ['P', 'K', 'Ca', 'Mg', 'S']
export const OTHERS: readonly Analyte[] = ['Na', 'NO3-N', 'B', 'Cu', 'Fe', 'Mn', 'Mo', 'Zn']
const ANALYTES = [...MAIN, ...OTHERS]
export const CLASSES = ['very_low', 'low', 'medium', 'high', 'very_high'] as const
export type SoilClass = (typeof CLASSES)[number]

export const EXTRACTS: readonly Extractant[] = [
  'Mehlich-3',
  'Mehlich-1',
  'Olsen',
  'Bray P1',
  'Ammonium acetate',
  'Modified Morgan',
  'Morgan',
  'DTPA',
  'AB-DTPA',
  'CAL',
  'Colwell',
  'Hot water',
  'Calcium phosphate',
  'KCl or water',
  'SME',
  '1:1.5 water',
  '1:2 water',
  'PAA',
  '1:5 water',
  'Colour kit',
  'Unknown',
]

const WIDE: readonly Extractant[] = ['Mehlich-3', 'Mehlich-1', 'Modified Morgan', 'Morgan']
const CATIONS: readonly Extractant[] = [...WIDE, 'Ammonium acetate', 'SME', 'Colour kit', 'Unknown']
const TRACES: readonly Extractant[] = ['DTPA', 'AB-DTPA', 'Mehlich-3', 'Mehlich-1', 'Unknown']

/** Which extracts each nutrient is measured by; the usual one where the report's own does not fit. */
export const FITTING: Record<Analyte, readonly Extractant[]> = {
  P: [...WIDE, 'Olsen', 'Bray P1', 'CAL', 'Colwell', 'AB-DTPA', 'SME', 'Colour kit', 'Unknown'],
  K: [...CATIONS, 'CAL', 'Colwell', 'AB-DTPA'],
  Ca: CATIONS,
  Mg: CATIONS,
  S: ['Mehlich-3', 'Calcium phosphate', 'SME', 'Unknown'],
  Na: ['Ammonium acetate', 'Mehlich-3', 'Unknown'],
  'NO3-N': ['KCl or water', 'AB-DTPA', 'SME', 'Colour kit', 'Unknown'],
  B: ['Hot water', 'Mehlich-3', 'Unknown'],
  Cu: TRACES,
  Fe: TRACES,
  Mn: TRACES,
  Mo: ['Unknown'],
  Zn: TRACES,
}

const USUAL: Partial<Record<Analyte, Extractant>> = {
  K: 'Ammonium acetate',
  Ca: 'Ammonium acetate',
  Mg: 'Ammonium acetate',
}

/** The forms besides the element in which a nutrient may be printed. */
export const FORMS: Partial<Record<Analyte, NonNullable<Value['printed_as']>>> = {
  P: 'P2O5',
  K: 'K2O',
  Ca: 'CaO',
  Mg: 'MgO',
  'NO3-N': 'NO3',
}

export const UNITS: readonly Unit[] = [
  'mg/kg',
  'ppm',
  'mg/dm3',
  'mg/100g',
  'lb/acre',
  'kg/ha',
  'cmol/kg',
  'meq/100g',
  '% of CEC',
  'mg/L',
]

const CHARGED: readonly Analyte[] = ['Ca', 'Mg', 'K', 'Na']

/** The units that a nutrient can be printed in. */
export function unitsOf(analyte: Analyte): Unit[] {
  const charge: Unit[] = ['cmol/kg', 'meq/100g', '% of CEC']
  return UNITS.filter((unit) => !charge.includes(unit) || CHARGED.includes(analyte))
}

/** A report with nothing measured yet. */
export function newReport(
  place: string,
  today: string,
  extractant: Extractant = 'Mehlich-3',
): Report {
  return {
    id: newId(),
    lab: t('My soil test'),
    sampled_on: today,
    places: [place],
    depth: { value: 15, unit: 'cm' },
    extractant,
    ph: null,
    ph_in: 'water',
    organic_matter_pct: null,
    values: [],
    composite: false,
    note: '',
  }
}

/** The report with one nutrient changed; without a value and without a class it is dropped. */
export function withValue(report: Report, analyte: Analyte, change: Partial<Value>): Report {
  const known = report.values.find((one) => one.analyte === analyte)
  const fitting = FITTING[analyte]
  const usual = fitting.includes(report.extractant)
    ? report.extractant
    : (USUAL[analyte] ?? fitting[0])
  const start: Value = { analyte, value: null, unit: 'mg/kg', extractant: usual }
  const next: Value = { ...(known ?? start), ...change }
  const rest = report.values.filter((one) => one.analyte !== analyte)
  if (next.value == null && !next.lab_rating) return { ...report, values: rest }
  const values = [...rest, next].sort(
    (a, b) => ANALYTES.indexOf(a.analyte) - ANALYTES.indexOf(b.analyte),
  )
  return { ...report, values }
}

/** Other reports to compare with, the newest first. */
export function reportsFor(reports: readonly Report[], but: string | null): Report[] {
  return reports
    .filter((one) => one.id !== but && one.values.length > 0)
    .sort((a, b) => b.sampled_on.localeCompare(a.sampled_on))
}

/** What another report found of a nutrient, if it can be put on the same scale. */
export function comparable(
  report: Report | null,
  gauge: { analyte: string; extractant: string; printed_unit: string },
): number | undefined {
  const value = report?.values.find((one) => one.analyte === gauge.analyte)
  const extractant = value?.extractant ?? report?.extractant
  const unit = value?.unit === 'ppm' ? 'mg/kg' : value?.unit
  const ours = gauge.printed_unit === 'ppm' ? 'mg/kg' : gauge.printed_unit
  const same = value && !value.printed_as && extractant === gauge.extractant && unit === ours
  return same ? (value.value ?? undefined) : undefined
}

/** Two extracts are names in every language; others are substances, which have words. */
export function extractName(terms: Record<string, string>, value: string): string {
  return terms[`extract.${value}`] ?? value
}

/** A nutrient by its word, and by its sign where it has no word. */
export function analyteName(terms: Record<string, string>, analyte: string): string {
  return terms[`nutrient.${analyte}`] ?? terms[`analyte.${analyte}`] ?? analyte
}

/** A class by its word; where more is not better, by the word for a level. */
export function className(terms: Record<string, string>, one: string, scheme: string): string {
  const kind = scheme === 'mix' ? 'mix' : scheme === 'level' ? 'level' : 'class'
  return terms[`${kind}.${one}`] ?? one
}
