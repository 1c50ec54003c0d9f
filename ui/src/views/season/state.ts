import type { Schemas } from '../../api/client'
import type { StripLane } from '../../drawing/SeasonStrip'
import { addDays, showDate } from '../../lib/dates'
import { showMass } from '../../lib/numbers'
import { plantingName } from '../../parts/names'
import { NUTRIENTS } from '../../theme/nutrients'

type Plan = Schemas['SeasonPlan']
type Planting = Schemas['PlantingPlan']
type Job = Schemas['JobView']

const SKIPPED = ['missed', 'unconfirmed', 'past_stop']

/** The lanes of the strip: plantings that are growing or about to, earliest first. */
export function lanes(
  plan: Plan,
  placeName: (id: string) => string,
  term: (key: string) => string,
): StripLane[] {
  const shown = plan.plantings.filter((p) => p.last_pick >= addDays(plan.as_of, -120))
  const largest = Math.max(...shown.flatMap((p) => p.jobs.map((job) => amount(job))), 1e-9)
  return shown.map((planting) => ({
    id: planting.id,
    title: plantingName(planting),
    subtitle: `${planting.plants} in ${placeName(planting.place)}`,
    hold: { from: planting.planted_on, to: planting.hold_until },
    stages: planting.stages.map((stage) => ({
      key: stage.key,
      name: term(`stage.${stage.key}`),
      start: stage.start,
      end: stage.end,
      seen: stage.seen,
    })),
    stop: planting.stop_on,
    marks: planting.jobs
      .filter((job) => amount(job) > 0 || SKIPPED.includes(job.status))
      .map((job) => ({
        key: job.key,
        day: job.due_on,
        nutrient: leading(job, planting),
        share: Math.max(amount(job) / largest, 0.08),
        done: job.status === 'given',
        skipped: SKIPPED.includes(job.status),
        label: `${showDate(job.due_on)}: ${term(`kind.${job.kind}`)}, ${term(`status.${job.status}`)}; ${brings(job)}`,
      })),
  }))
}

function amount(job: Job): number {
  return job.brings_g.N + job.brings_g.P + job.brings_g.K
}

/** The nutrient of which a job brings most, compared with the season's need of it. */
function leading(job: Job, planting: Planting) {
  const need = new Map(planting.needs.map((one) => [one.nutrient, one.total_g]))
  const share = (nutrient: string) =>
    (need.get(nutrient) ?? 0) > 0 ? job.brings_g[nutrient] / (need.get(nutrient) ?? 1) : 0
  return NUTRIENTS.slice(0, 3).reduce(
    (best, one) => (share(one) > share(best) ? one : best),
    NUTRIENTS[0],
  )
}

function brings(job: Job): string {
  const parts = NUTRIENTS.filter((nutrient) => job.brings_g[nutrient] > 0.05)
  return parts.map((n) => `${n} ${showMass(job.brings_g[n])}`).join(', ') || 'nothing'
}
