import type { Schemas } from '../../api/client'
import type { PlotPlace } from '../../drawing/PlotSheet'
import { addDays } from '../../lib/dates'
import { newId } from '../../lib/ids'
import { showLitres } from '../../lib/numbers'

export type Place = Schemas['Bed'] | Schemas['Tub']
export type Bed = Schemas['Bed']
export type Tub = Schemas['Tub']
type Plan = Schemas['SeasonPlan']

/** The one question that the drawing's colour answers. */
export const QUESTIONS = ['feed', 'test', 'room'] as const
export type Question = (typeof QUESTIONS)[number]

const SOON = 7

/** Places as the sheet draws them: measures from the core, plants where the core put them. */
export function sheetPlaces(places: readonly Place[], plan: Plan, question: Question): PlotPlace[] {
  return places.flatMap((place) => {
    const facts = plan.places.find((one) => one.id === place.id)
    if (!facts) return []
    const growing = plan.plantings.filter(
      (p) =>
        p.place === place.id &&
        p.last_pick >= plan.as_of &&
        p.planted_on <= addDays(plan.as_of, 60),
    )
    return [
      {
        id: place.id,
        name: place.name,
        x: place.x_m,
        y: place.y_m,
        turn: place.turn_deg,
        length: facts.length_m,
        width: facts.width_m,
        round: facts.round,
        tubs: facts.tubs,
        tone: tone(facts, growing, plan.as_of, question),
        plants: growing.flatMap((p) =>
          p.points.map((point) => ({
            x: point.x_m,
            y: point.y_m,
            across: Math.min(
              Math.sqrt(p.plant_area_m2) * 0.82,
              facts.tubs ? facts.width_m * 0.42 : 9,
            ),
          })),
        ),
        note: facts.tubs
          ? `${facts.tubs} × ${showLitres(facts.filled_l)} of mix`
          : growing.map((p) => `${p.plants} ${p.crop_name.toLowerCase()}`).join(', ') || 'empty',
      },
    ]
  })
}

type Facts = Plan['places'][number]

function tone(
  facts: Facts,
  growing: Plan['plantings'],
  today: string,
  question: Question,
): PlotPlace['tone'] {
  if (question === 'test') {
    if (facts.tubs) return 'bare'
    if (!facts.report) return 'now'
    return facts.ph && (facts.ph.ph < facts.ph.low || facts.ph.ph > facts.ph.high) ? 'wait' : 'calm'
  }
  if (question === 'room') {
    if (growing.length === 0) return 'bare'
    const tight = growing.some((p) =>
      p.findings.some((f) => ['crowded', 'tub_tight', 'tub_too_small'].includes(f.key)),
    )
    return tight ? 'now' : 'calm'
  }
  const jobs = growing.flatMap((p) => p.jobs.filter((job) => job.status === 'planned'))
  if (jobs.some((job) => job.due_on <= today)) return 'now'
  if (growing.some((p) => p.hold_until > today && p.planted_on <= today)) return 'wait'
  if (jobs.some((job) => job.due_on <= addDays(today, SOON))) return 'calm'
  return 'bare'
}

/** What each tone means for a question, for the legend. */
export const LEGEND: Record<Question, Partial<Record<PlotPlace['tone'], string>>> = {
  feed: { now: 'feed today', wait: 'water only', calm: 'feed within a week', bare: 'nothing soon' },
  test: { now: 'no soil test', wait: 'pH to mend', calm: 'tested', bare: 'tub' },
  room: { now: 'plants are tight', calm: 'room enough', bare: 'empty' },
}

function freeSpot(places: readonly Place[]): { x_m: number; y_m: number } {
  const lowest = Math.max(0, ...places.map((place) => place.y_m))
  return { x_m: 2, y_m: places.length ? Math.round((lowest + 1.8) * 10) / 10 : 1.2 }
}

/** A new bed of a common size, below what is there. */
export function newBed(places: readonly Place[]): Bed {
  return {
    kind: 'bed',
    id: newId(),
    name: `Bed ${places.length + 1}`,
    ...freeSpot(places),
    turn_deg: 0,
    warmer_by_c: 0,
    note: '',
    shape: {
      kind: 'rectangle',
      length: { value: 2.4, unit: 'm' },
      width: { value: 1.2, unit: 'm' },
    },
    depth: { value: 20, unit: 'cm' },
  }
}

/** A new tub by its nominal volume. */
export function newTub(places: readonly Place[]): Tub {
  return {
    kind: 'tub',
    id: newId(),
    name: `Tub ${places.length + 1}`,
    ...freeSpot(places),
    turn_deg: 0,
    warmer_by_c: 0,
    note: '',
    shape: { kind: 'nominal', volume: { value: 30, unit: 'L' } },
    count: 1,
    recipe: [],
    charge: [],
  }
}

/** A new planting of a crop, planted today. */
export function newPlanting(place: string, crop: string, today: string): Schemas['Planting'] {
  return {
    id: newId(),
    place,
    crop,
    variety: '',
    programme: 'leaf_then_fruit',
    planted_on: today,
    sown_in_place: false,
    note: '',
  }
}
