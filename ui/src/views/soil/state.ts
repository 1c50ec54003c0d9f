import type { Schemas } from '../../api/client'
import { newId } from '../../lib/ids'
import { t } from '../../lib/words'

export type Report = Schemas['SoilReport']
export type Analyte = Schemas['SoilValue']['analyte']
export type Unit = Schemas['SoilValue']['unit']
export type Extractant = Report['extractant']

export const ANALYTES: readonly Analyte[] = ['P', 'K', 'Ca', 'Mg', 'S']
export const CLASSES = ['very_low', 'low', 'medium', 'high', 'very_high'] as const

/** Which extractants each analyte is measured by here. */
export const EXTRACTANTS: Record<Analyte, readonly Extractant[]> = {
  P: ['Mehlich-3', 'Olsen'],
  K: ['Mehlich-3', 'Ammonium acetate'],
  Ca: ['Mehlich-3', 'Ammonium acetate'],
  Mg: ['Mehlich-3', 'Ammonium acetate'],
  S: ['Mehlich-3'],
}

/** A report with nothing measured yet. */
export function newReport(place: string, today: string): Report {
  return {
    id: newId(),
    lab: t('My soil test'),
    sampled_on: today,
    places: [place],
    depth: { value: 15, unit: 'cm' },
    extractant: 'Mehlich-3',
    ph: null,
    ph_in: 'water',
    organic_matter_pct: null,
    values: [],
    note: '',
  }
}

/** The report with one analyte's value, unit or extractant changed; without a value it is dropped. */
export function withValue(
  report: Report,
  analyte: Analyte,
  change: { value?: number | null; unit?: Unit; extractant?: Extractant },
): Report {
  const known = report.values.find((one) => one.analyte === analyte)
  const value = change.value === undefined ? known?.value : change.value
  const rest = report.values.filter((one) => one.analyte !== analyte)
  if (value === null || value === undefined) return { ...report, values: rest }
  const fitting = EXTRACTANTS[analyte]
  const usual = fitting.includes(report.extractant)
    ? report.extractant
    : fitting[fitting.length - 1]
  const one: Schemas['SoilValue'] = {
    analyte,
    value,
    unit: change.unit ?? known?.unit ?? 'mg/kg',
    extractant: change.extractant ?? known?.extractant ?? usual,
    lab_rating: known?.lab_rating ?? null,
  }
  const values = [...rest, one].sort(
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

/** What another report found of an analyte, if it can be put on the same scale. */
export function comparable(
  report: Report | null,
  gauge: { analyte: string; extractant: string; printed_unit: string },
): number | undefined {
  const value = report?.values.find((one) => one.analyte === gauge.analyte)
  const extractant = value?.extractant ?? report?.extractant
  const unit = value?.unit === 'ppm' ? 'mg/kg' : value?.unit
  const ours = gauge.printed_unit === 'ppm' ? 'mg/kg' : gauge.printed_unit
  return value && extractant === gauge.extractant && unit === ours ? value.value : undefined
}
