import { showAmount } from './numbers'

export interface Told {
  key: string
  numbers: { name: string; value: number; unit: string }[]
  names: string[]
}

/** Puts a finding's numbers and names into its sentence. */
export function fill(template: string, told: Told, term: (key: string) => string): string {
  const numbers = new Map(
    told.numbers.map((n) => [n.name, showAmount(n.value, unitOf(n.value, n.unit, term))]),
  )
  const names = told.names.map((name) => term(`nutrient.${name}`))
  return template.replace(/\{(\w+)\}/g, (_, name: string) => {
    if (name === 'names') return names.join(', ')
    return /^\d+$/.test(name) ? (names[Number(name)] ?? '') : (numbers.get(name) ?? '')
  })
}

const COUNTED = ['days', 'plants', 'years']

/** A unit that is a word, in the reader's language: one day, two days. */
function unitOf(value: number, unit: string, term: (key: string) => string): string {
  if (!COUNTED.includes(unit)) return unit
  return term(`unit.${value === 1 ? unit.replace(/s$/, '') : unit}`)
}
