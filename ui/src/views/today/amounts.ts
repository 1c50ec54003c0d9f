import type { Schemas } from '../../api/client'
import type { Mix } from './state'

/** What a mix comes to in the log: scoops of all its portions together. */
export function amountsOf(mix: Mix): Schemas['ScoopOf'][] {
  return mix.lines.map((line) => ({
    product: line.product,
    scoop: line.scoop,
    count: line.count * mix.portions,
  }))
}

/** The water of all its portions. */
export function litres(mix: Mix): { value: number; unit: 'L' } {
  return { value: Math.round(mix.water_l * mix.portions * 10) / 10, unit: 'L' }
}
