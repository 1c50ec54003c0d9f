import type { Schemas } from '../../api/client'
import { typedWater } from '../../lib/units'
import type { Mix, PlaceDue } from './state'

/** What a mix comes to in the log: scoops of all its portions together. */
export function amountsOf(mix: Mix): Schemas['ScoopOf'][] {
  return mix.lines.map((line) => ({
    product: line.product,
    scoop: line.scoop,
    count: line.count * mix.portions,
  }))
}

/** The water of all its portions, where there is any. */
export function waterOf(mix: Mix | null | undefined): Schemas['FeedEntry']['water'] {
  return mix?.water_l ? typedWater(mix.water_l * mix.portions) : null
}

type Preparation = Schemas['Preparation']

/** Work on a place as it is recorded when it is done: what was planned, or as much as was due. */
export function doneOn(due: PlaceDue, known: Preparation | undefined, on: string): Preparation {
  if (known) return { ...known, done: true, on }
  const { job, place } = due
  return {
    id: job.key,
    place: place.id,
    product: job.product,
    material: job.material,
    how: { by: 'total', amount: { value: Math.round(job.grams), unit: 'g' } },
    on,
    done: true,
    mulch: false,
    hot: false,
    note: '',
  }
}
