import type { Schemas } from '../../api/client'
import { addDays, dayNumber } from '../../lib/dates'

type Plan = Schemas['SeasonPlan']
export type Job = Schemas['JobView']
export type Planting = Schemas['PlantingPlan']
export type Mix = Schemas['MixPlan']

export interface Due {
  job: Job
  planting: Planting
}

export interface Wait {
  planting: Planting
  until: string
}

export interface LookFor {
  planting: Planting
  stage: Planting['stages'][number]
}

/** What Today shows: one value, made from the plan alone. */
export interface TodayState {
  now: Due[]
  week: Due[]
  ask: Due[]
  waits: Wait[]
  looks: LookFor[]
  done: Due[]
  nextDay: string | null
}

const WEEK = 7
const ASK_BACK = 45
const LOOK_AHEAD = 10

/** Sorts a plan's jobs into what to do now, this week, what to ask about, and what to wait for. */
export function todayState(plan: Plan): TodayState {
  const today = plan.as_of
  const all = plan.plantings.flatMap((planting) =>
    planting.jobs.map((job): Due => ({ job, planting })),
  )
  const open = all
    .filter(({ job }) => ['planned', 'held'].includes(job.status))
    .sort((a, b) => a.job.due_on.localeCompare(b.job.due_on))
  const until = addDays(today, WEEK)
  const growing = plan.plantings.filter((p) => p.last_pick >= today)
  return {
    now: open.filter(({ job }) => job.due_on <= today),
    week: open.filter(({ job }) => job.due_on > today && job.due_on <= until),
    ask: all.filter(
      ({ job }) => job.status === 'unconfirmed' && job.due_on >= addDays(today, -ASK_BACK),
    ),
    waits: growing
      .filter((p) => p.planted_on <= today && p.hold_until > today)
      .map((planting) => ({ planting, until: planting.hold_until })),
    looks: growing.flatMap((planting) => nextStage(planting, today)),
    done: all.filter(({ job }) => job.status === 'given' && job.due_on === today),
    nextDay: open.find(({ job }) => job.due_on > until)?.job.due_on ?? null,
  }
}

/** The stage that should show next, if it is near: its day is a forecast until it is seen. */
function nextStage(planting: Planting, today: string): LookFor[] {
  const stage = planting.stages.find(
    (s) => !s.seen && s.end > today && s.start > planting.planted_on,
  )
  if (!stage) return []
  const near = Math.abs(dayNumber(stage.start) - dayNumber(today)) <= LOOK_AHEAD
  return near ? [{ planting, stage }] : []
}
