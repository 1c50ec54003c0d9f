import type { Schemas } from '../../api/client'
import { addDays, dayNumber, weekStart } from '../../lib/dates'

type Plan = Schemas['SeasonPlan']
export type Job = Schemas['JobView']
export type Planting = Schemas['PlantingPlan']
export type Mix = Schemas['MixPlan']

export interface Due {
  job: Job
  planting: Planting
}

export type PlaceJob = Schemas['PlaceJob']

export interface PlaceDue {
  job: PlaceJob
  place: Schemas['PlacePlan']
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
  /** In walking order. */
  now: Due[]
  week: Due[]
  ask: Due[]
  /** What is due now, and what was given today where it stood. */
  walk: Due[]
  /** The days of the week to come that have work, each with it. */
  days: Day[]
  waits: Wait[]
  looks: LookFor[]
  /** Lime, compost and new tests that are due now or within a week, in walking order. */
  places: PlaceDue[]
  /** Mixes that serve several plantings, today or within a week. */
  shared: Schemas['SharedCan'][]
  /** Jobs besides feeding, due now or within a week. */
  tasks: TaskDue[]
  nextDay: string | null
}

export interface TaskDue {
  task: Schemas['TaskView']
  planting: Planting
}

const WEEK = 7
const ASK_BACK = 45
/** A weak feed of seedlings is not worth a question for longer. */
const ASK_SEEDLINGS = 7
const TASK_BACK = 21
const LOOK_AHEAD = 10

function allOf(plan: Plan): Due[] {
  return plan.plantings.flatMap((planting) => planting.jobs.map((job): Due => ({ job, planting })))
}

/** In the order in which one walks past the places. */
function byWalk(plan: Plan) {
  const rank = new Map(plan.places.map((place) => [place.id, place.walk]))
  return (a: Due, b: Due) => (rank.get(a.planting.place) ?? 0) - (rank.get(b.planting.place) ?? 0)
}

function byDay(plan: Plan) {
  const walk = byWalk(plan)
  return (a: Due, b: Due) => a.job.due_on.localeCompare(b.job.due_on) || walk(a, b)
}

/** Sorts a plan's jobs into what to do now, this week, what to ask about, and what to wait for. */
export function todayState(plan: Plan): TodayState {
  const today = plan.as_of
  const all = allOf(plan)
  const open = all.filter(({ job }) => job.status === 'planned').sort(byDay(plan))
  const until = addDays(today, WEEK)
  const growing = plan.plantings.filter((p) => p.last_pick >= today)
  return {
    // What is overdue is done on the same walk as what is due today.
    now: open.filter(({ job }) => job.due_on <= today).sort(byWalk(plan)),
    week: open.filter(({ job }) => job.due_on > today && job.due_on <= until),
    ask: all.filter(
      ({ job }) =>
        job.status === 'unconfirmed' &&
        job.due_on >= addDays(today, -ASK_BACK) &&
        !(job.kind === 'seedling' && job.due_on < addDays(today, -ASK_SEEDLINGS)),
    ),
    shared: plan.shared.filter((can) => can.on <= until),
    tasks: growing
      .flatMap((planting) => nextTasks(planting))
      .filter(
        ({ task }) =>
          task.done == null && task.due_on <= until && task.due_on >= addDays(today, -TASK_BACK),
      )
      .sort((a, b) => a.task.due_on.localeCompare(b.task.due_on)),
    waits: growing
      .filter((p) => p.planted_on <= today && p.hold_until > today)
      .map((planting) => ({ planting, until: planting.hold_until })),
    looks: growing.flatMap((planting) => nextStage(planting, today)),
    places: placesDue(plan, until),
    walk: all
      .filter(
        ({ job }) =>
          (job.status === 'planned' && job.due_on <= today) ||
          (job.status === 'given' && job.due_on === today),
      )
      .sort(byWalk(plan)),
    days: daysOf(plan, today),
    nextDay: open.find(({ job }) => job.due_on > until)?.job.due_on ?? null,
  }
}

/** Work on whole places that is due by a day, or was and nobody said that it was done. */
function placesDue(plan: Plan, until: string): PlaceDue[] {
  return plan.places
    .flatMap((place) => place.jobs.map((job): PlaceDue => ({ job, place })))
    .filter(
      ({ job }) =>
        (job.status === 'planned' && job.due_on <= until) ||
        (job.status === 'unconfirmed' && job.due_on >= addDays(plan.as_of, -ASK_BACK)),
    )
    .sort((a, b) => a.job.due_on.localeCompare(b.job.due_on) || a.place.walk - b.place.walk)
}

/** The same work on several places together, and what stands alone by itself. */
export function alike(places: readonly PlaceDue[]): PlaceDue[][] {
  const groups = new Map<string, PlaceDue[]>()
  for (const due of places) {
    const { kind, name, key } = due.job
    const of = kind === 'retest' ? key : `${kind} ${name}`
    groups.set(of, [...(groups.get(of) ?? []), due])
  }
  return [...groups.values()]
}

/** What is shown alone: everything, or what goes to a place, takes a product, or is of a kind. */
export type Only = '' | `place:${string}` | `product:${string}` | `kind:${string}`

/** The products that a feed takes. */
export const productsOf = ({ job }: Due): string[] =>
  (job.mixes[0]?.lines ?? []).map((line) => line.product)

/** Whether a feed is shown. */
export function shows(only: Only, due: Due): boolean {
  const [by, what] = only.split(':')
  if (by === 'place') return due.planting.place === what
  if (by === 'product') return productsOf(due).includes(what ?? '')
  return by === 'kind' ? due.job.kind === what : true
}

/** Whether work on a whole place is shown. */
export function showsPlace(only: Only, { job, place }: PlaceDue): boolean {
  const [by, what] = only.split(':')
  if (by === 'place') return place.id === what
  if (by === 'product') return job.product === what
  return by === 'kind' ? job.kind === what : true
}

export interface Day {
  date: string
  jobs: Due[]
  places: PlaceDue[]
}

/** The days of the next week on which something is to be done. */
function daysOf(plan: Plan, today: string): Day[] {
  return Array.from({ length: WEEK }, (_, n) => addDays(today, n + 1))
    .map((date) => ({
      date,
      jobs: allOf(plan)
        .filter(({ job }) => job.status === 'planned' && job.due_on === date)
        .sort(byWalk(plan)),
      places: placesDue(plan, date).filter(({ job }) => job.due_on === date),
    }))
    .filter(({ jobs, places }) => jobs.length + places.length > 0)
}

/** The seven days of a week, from its first one, with what is given or to be given on each. */
export function weekOf(plan: Plan, day: string): Day[] {
  const first = weekStart(day)
  const shown = ['planned', 'given', 'missed', 'unconfirmed']
  const all = allOf(plan)
    .filter(({ job }) => shown.includes(job.status))
    .sort(byDay(plan))
  return Array.from({ length: 7 }, (_, n) => {
    const date = addDays(first, n)
    return {
      date,
      jobs: all.filter(({ job }) => job.due_on === date),
      places: plan.places
        .flatMap((place) => place.jobs.map((job): PlaceDue => ({ job, place })))
        .filter(({ job }) => job.due_on === date),
    }
  })
}

/** The next feed of a planting after another, for showing what a change does to it. */
export function nextAfter(plan: Plan | undefined, due: Due): Job | null {
  const planting = plan?.plantings.find((one) => one.id === due.planting.id)
  const later = planting?.jobs.filter(
    (job) => job.status === 'planned' && job.key !== due.job.key && job.due_on >= due.job.due_on,
  )
  return later?.sort((a, b) => a.due_on.localeCompare(b.due_on))[0] ?? null
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

/** Of each job that comes again, only the next. */
function nextTasks(planting: Planting): TaskDue[] {
  const open = planting.tasks.filter((task) => task.done == null)
  return open
    .filter((task, n) => open.findIndex((one) => one.task === task.task) === n)
    .map((task) => ({ task, planting }))
}

/** What several jobs take, added up by name. */
export function takenAlong(tasks: TaskDue[]): Schemas['TakenAlong'][] {
  const found = new Map<string, Schemas['TakenAlong']>()
  for (const one of tasks.flatMap(({ task }) => task.takes)) {
    found.set(one.name, { ...one, amount: (found.get(one.name)?.amount ?? 0) + one.amount })
  }
  return [...found.values()]
}
