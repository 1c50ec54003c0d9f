import type { Schemas } from '../../api/client'
import type { StripLane } from '../../drawing/SeasonStrip'
import { addDays, showDate, weekStart } from '../../lib/dates'
import { showMass } from '../../lib/numbers'
import { t } from '../../lib/words'
import { plantingName } from '../../parts/names'
import { NUTRIENTS, type Nutrient } from '../../theme/nutrients'

type Plan = Schemas['SeasonPlan']
export type Planting = Schemas['PlantingPlan']
export type RecordedPlanting = Schemas['Planting']
export type Job = Schemas['JobView']

const SKIPPED = ['missed', 'unconfirmed', 'past_stop']

/** Plantings of this season: what was picked long ago is left out. */
export function inSeason(plan: Plan): readonly Planting[] {
  return plan.plantings.filter((one) => !one.over)
}

export function lanes(
  plan: Plan,
  was: Plan | null,
  placeName: (id: string) => string,
  term: (key: string) => string,
): StripLane[] {
  const shown = inSeason(plan)
  const largest = Math.max(...shown.flatMap((p) => p.jobs.map((job) => amount(job))), 1e-9)
  const old = new Map(was?.plantings.map((one) => [one.id, one]))
  return shown.map((planting) => ({
    ghosts: ghosts(planting, old.get(planting.id), largest),
    id: planting.id,
    title: plantingName(planting),
    subtitle: t('{n} in {place}', { n: planting.plants, place: placeName(planting.place) }),
    hold: { from: holdFrom(planting), to: planting.hold_until },
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
        movable: job.status === 'planned',
        label: `${showDate(job.due_on)}: ${term(`kind.${job.kind}`)}, ${term(`status.${job.status}`)}; ${brings(job)}`,
      })),
  }))
}

/** Plain water begins with planting out; of what has stood for years, with its spring. */
function holdFrom(planting: Planting): string {
  const [first] = planting.stages
  return first.start > planting.planted_on ? first.start : planting.planted_on
}

function amount(job: Job): number {
  return job.brings_g.N + job.brings_g.P + job.brings_g.K
}

/** The nutrient of which a job brings most, compared with the season's need of it. */
export function leading(job: Job, planting: Planting) {
  const need = new Map(planting.needs.map((one) => [one.nutrient, one.total_g]))
  const share = (nutrient: Nutrient) =>
    (need.get(nutrient) ?? 0) > 0 ? job.brings_g[nutrient] / (need.get(nutrient) ?? 1) : 0
  return NUTRIENTS.slice(0, 3).reduce(
    (best, one) => (share(one) > share(best) ? one : best),
    NUTRIENTS[0],
  )
}

function brings(job: Job): string {
  const parts = NUTRIENTS.filter((nutrient) => job.brings_g[nutrient] > 0.05)
  return parts.map((n) => `${n} ${showMass(job.brings_g[n])}`).join(', ') || t('nothing')
}

const WORTH_A_GHOST = 0.1

/** Feeds of the old plan that are not, or not so large, in the new one; stages that have moved. */
function ghosts(
  planting: Planting,
  old: Planting | undefined,
  largest: number,
): StripLane['ghosts'] {
  if (!old) return { feeds: [], stages: [] }
  const now = new Map<string, number>()
  for (const job of planting.jobs) {
    now.set(job.due_on, (now.get(job.due_on) ?? 0) + amount(job))
  }
  const starts = new Map(planting.stages.map((stage) => [stage.key, stage.start]))
  return {
    feeds: old.jobs
      .filter((job) => {
        const was = amount(job)
        return Math.abs((now.get(job.due_on) ?? 0) - was) > WORTH_A_GHOST * was
      })
      .map((job) => ({ day: job.due_on, share: Math.max(amount(job) / largest, 0.08) })),
    stages: old.stages
      .filter((stage) => starts.get(stage.key) !== stage.start)
      .map((stage) => stage.start),
  }
}

const CHANGED_G = 0.05

/** Jobs to come that differ between two plans of a planting, in order of their days. */
export function comparedJobs(was: Planting, is: Planting): { before: Job; after: Job }[] {
  const old = new Map(was.jobs.map((job) => [job.key, job]))
  return is.jobs
    .flatMap((after) => {
      const before = old.get(after.key)
      return before ? [{ before, after }] : []
    })
    .filter(
      ({ before, after }) =>
        before.due_on !== after.due_on ||
        before.status !== after.status ||
        NUTRIENTS.some((x) => Math.abs(before.brings_g[x] - after.brings_g[x]) > CHANGED_G),
    )
    .sort((a, b) => a.after.due_on.localeCompare(b.after.due_on))
}

export interface Listed {
  job: Job
  planting: Planting
}

const LISTED = ['planned', 'given', 'missed', 'unconfirmed', 'covered']

/** Every job of every planting that there is something to say about, in order of days. */
export function listed(plan: Plan): Listed[] {
  return plan.plantings
    .flatMap((planting) => planting.jobs.map((job) => ({ job, planting })))
    .filter(({ job }) => LISTED.includes(job.status))
    .filter(({ job }) => !(job.kind === 'seedling' && job.status === 'unconfirmed'))
    .sort((a, b) => a.job.due_on.localeCompare(b.job.due_on))
}

/** The month to open on: this one, else the next with something in it, else the last. */
export function monthToOpen(days: readonly string[], today: string): string {
  const months = days.map((day) => day.slice(0, 7)).sort()
  const now = today.slice(0, 7)
  return months.find((month) => month >= now) ?? months.at(-1) ?? now
}

/** The weeks that a month touches, as days. */
export function weeksOf(month: string): string[][] {
  const first = weekStart(`${month}-01`)
  const weeks = Array.from({ length: 6 }, (_, week) =>
    Array.from({ length: 7 }, (_, day) => addDays(first, 7 * week + day)),
  )
  return weeks.filter((week) => week.some((day) => day.startsWith(month)))
}

/** A month some months later or earlier: "2026-07". */
export function monthAfter(month: string, by: number): string {
  const [year, number] = month.split('-').map(Number)
  const at = year * 12 + number - 1 + by
  return `${Math.floor(at / 12)}-${String((at % 12) + 1).padStart(2, '0')}`
}

/** What was wanted and is not there, by each day. */
export function missingOf(line: Schemas['BalanceLine']): number[] {
  return line.wanted.map((wanted, n) => Math.max(wanted - line.taken[n], 0))
}

/** Days on which it was fed or is to be. */
export function fedDays(planting: Planting): string[] {
  return planting.jobs
    .filter((job) => job.status === 'given' || job.status === 'planned')
    .map((job) => job.due_on)
}
