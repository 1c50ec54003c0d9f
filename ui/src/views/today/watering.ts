import type { Plan } from '../../api/gardens'
import { addDays } from '../../lib/dates'

export type PlaceWater = Plan['waters'][number]

/** Whether something is to be fed today or tomorrow where the ground is dry. */
export function feedWaits(of: PlaceWater, plan: Plan): boolean {
  if (of.state !== 'water') return false
  const until = addDays(plan.as_of, 1)
  return plan.plantings.some(
    (planting) =>
      of.plantings.includes(planting.id) &&
      planting.jobs.some((job) => job.status === 'planned' && job.due_on <= until),
  )
}

/** What every place wants, in the order in which one walks past them. */
export function byWalk(plan: Plan): PlaceWater[] {
  const walk = new Map(plan.places.map((one) => [one.id, one.walk]))
  return [...plan.waters].sort((a, b) => (walk.get(a.place) ?? 0) - (walk.get(b.place) ?? 0))
}
