import type { Schemas } from '../../api/client'
import type { Length } from '../../api/measures'
import type { PlotFeature, PlotPlace, Shaping, Tone } from '../../drawing/plot/shapes'
import { addDays, showDate } from '../../lib/dates'
import factors from '../../lib/factors.json'
import { newId } from '../../lib/ids'
import { showLitres } from '../../lib/numbers'
import { system } from '../../lib/units'
import { t } from '../../lib/words'

export type Place = Schemas['Bed'] | Schemas['Tub']
export type Bed = Schemas['Bed']
export type Tub = Schemas['Tub']
export type Feature = Schemas['Feature']
type Plan = Schemas['SeasonPlan']
type Facts = Plan['places'][number]
type Standing = Schemas['PlaceMeasures']
export type Trial = Schemas['Trial']

/** The one question that the drawing's colour answers. */
export const QUESTIONS = ['feed', 'water', 'nitrogen', 'ph', 'test', 'family', 'room'] as const
export type Question = (typeof QUESTIONS)[number]

const SOON = 7
const LATER = 60

/** Places as the sheet draws them: measures from the core, plants where the core put them. */
export function sheetPlaces(
  places: readonly Place[],
  plan: Plan,
  drawn: Standing | null,
  question: Question,
  trials: readonly Trial[] = [],
): PlotPlace[] {
  const known = new Map(plan.places.map((one) => [one.id, one]))
  const growing = new Map<string, Plan['plantings']>()
  const later = new Map<string, Plan['plantings']>()
  for (const p of plan.plantings) {
    if (p.last_pick < plan.as_of) continue
    if (p.planted_on > plan.as_of) later.set(p.place, [...(later.get(p.place) ?? []), p])
    if (p.planted_on > addDays(plan.as_of, LATER)) continue
    growing.set(p.place, [...(growing.get(p.place) ?? []), p])
  }
  return places.flatMap((place) => {
    const live = drawn?.place.id === place.id ? drawn : null
    const facts = live?.place ?? known.get(place.id)
    if (!facts) return []
    const grows = growing.get(place.id) ?? []
    const trial = running(grows, plan.as_of, trials)
    const drawnOne = one(place, facts, grows, { live, trial }, plan.as_of, question)
    const next = nextOf(later.get(place.id) ?? [], plan.as_of)
    const tone = question === 'water' ? { tone: waterTone(place.id, plan) } : {}
    return [{ ...drawnOne, ...tone, next }]
  })
}

/** The same with one place as it is just now, under a hand; the others stay what they are. */
export function withLive(
  still: readonly PlotPlace[],
  places: readonly Place[],
  plan: Plan,
  live: Standing,
  question: Question,
  trials: readonly Trial[] = [],
): PlotPlace[] {
  const drawn = new Map(still.map((one) => [one.id, one]))
  const held = places.filter((place) => place.id === live.place.id)
  for (const one of sheetPlaces(held, plan, live, question, trials)) drawn.set(one.id, one)
  return places.flatMap((place) => drawn.get(place.id) ?? [])
}

function one(
  place: Place,
  facts: Facts,
  growing: Plan['plantings'],
  { live, trial }: { live: Standing | null; trial: Trial | undefined },
  today: string,
  question: Question,
): PlotPlace {
  const { shape } = place
  const sideOf = lotsOf(trial)
  const standing = new Map(live?.standing.map((s) => [s.planting, s]))
  return {
    id: place.id,
    name: place.name,
    x: place.x_m,
    y: place.y_m,
    turn: place.turn_deg,
    length: facts.length_m,
    width: facts.width_m,
    round: facts.round,
    outline: facts.outline.map((spot) => ({ x: spot.x_m, y: spot.y_m })),
    handles: handles(place),
    notch:
      shape.kind === 'l_shape'
        ? { length: metresOf(shape.notch_length), width: metresOf(shape.notch_width) }
        : null,
    tubs: facts.tubs,
    perLine: facts.per_line,
    tone: tone(facts, growing, today, question),
    plants: growing.flatMap((p) =>
      (standing.get(p.id) ?? p).points.map((point, n, all) => ({
        x: point.x_m,
        y: point.y_m,
        later: p.planted_on > today,
        sides: Array.from({ length: facts.tubs || 1 }, (_, tub) =>
          sideOf(p.id, tub * all.length + n),
        ),
        across: Math.min(
          Math.sqrt((standing.get(p.id) ?? p).plant_area_m2) * 0.82,
          facts.tubs ? facts.width_m * 0.42 : 9,
        ),
      })),
    ),
    crops: growing
      .filter((p) => p.planted_on <= today)
      .map((p) => ({ crop: p.crop, name: p.crop_name })),
    next: '',
    sides: trial ? `● ${trial.treatments[0].name}  ○ ${trial.treatments[1].name}` : '',
    note: facts.tubs
      ? t('{n} × {litres} of mix', { n: facts.tubs, litres: showLitres(facts.filled_l) })
      : growing.map((p) => `${p.plants} ${p.crop_name.toLowerCase()}`).join(', ') || t('empty'),
  }
}

/** The trial that runs with plants of a bed, if one does. */
function running(
  growing: Plan['plantings'],
  today: string,
  trials: readonly Trial[],
): Trial | undefined {
  const here = new Set(growing.map((one) => one.id))
  return trials.find(
    (one) =>
      one.on <= today &&
      (one.ended_on == null || one.ended_on >= today) &&
      one.plants.some((plant) => here.has(plant.planting)),
  )
}

/** Which treatment a plant has; a whole planting may have one. */
function lotsOf(trial: Trial | undefined): (planting: string, plant: number) => number | null {
  const sides = new Map(
    trial?.plants.map((each) => [`${each.planting} ${each.plant ?? 'all'}`, each.side]),
  )
  return (planting, plant) =>
    sides.get(`${planting} ${plant}`) ?? sides.get(`${planting} all`) ?? null
}

/** Whether a place wants water, is not known, or has enough. */
function waterTone(place: string, plan: Plan): Tone {
  const water = plan.waters.find((one) => one.place === place)
  if (!water) return 'bare'
  if (water.state === 'water') return 'now'
  return water.state === 'unknown' ? 'wait' : 'calm'
}

/** What is planned next for a place, the first of it. */
function nextOf(later: Plan['plantings'], today: string): string {
  const [first] = [...later].sort((a, b) => a.planted_on.localeCompare(b.planted_on))
  if (!first) return ''
  return t('then {crop}, {day}', {
    crop: first.crop_name,
    day: showDate(first.planted_on, today),
  })
}

function handles(place: Place): PlotPlace['handles'] {
  const { kind } = place.shape
  if (place.kind === 'tub') return kind === 'trough' && place.count === 1 ? 'sides' : 'none'
  return kind === 'circle' ? 'across' : kind === 'polygon' ? 'corners' : 'sides'
}

function metresOf(measure: Length): number {
  return measure.value * factors[measure.unit]
}

const STEPS: Partial<Record<Length['unit'], number>> = { m: 0.01, ft: 0.1, yd: 0.1 }

/** A measure pulled by hand, in the unit in which it was typed before, as fine as a tape shows. */
function remeasured(was: Length, metres: number): Length {
  const step = STEPS[was.unit] ?? 1
  const value = metres / factors[was.unit]
  return { ...was, value: Number((Math.round(value / step) * step).toFixed(3)) }
}

/** The place as a hand has left it. */
export function reshaped(place: Place, by: Shaping): Place {
  const moved = { x_m: by.x, y_m: by.y, turn_deg: by.turn }
  if (place.kind === 'tub') return { ...place, ...moved, shape: resized(place.shape, by) }
  return { ...place, ...moved, shape: resized(place.shape, by) }
}

type Shape = Place['shape']

function resized<S extends Shape>(shape: S, by: Shaping): S {
  if (shape.kind === 'polygon') {
    return by.corners
      ? { ...shape, corners: by.corners.map((c) => ({ x_m: c.x, y_m: c.y })) }
      : shape
  }
  if (shape.kind === 'circle') return { ...shape, diameter: remeasured(shape.diameter, by.length) }
  if (shape.kind === 'nominal' || shape.kind === 'frustum') return shape
  return {
    ...shape,
    length: remeasured(shape.length, by.length),
    width: remeasured(shape.width, by.width),
  }
}

function tone(facts: Facts, growing: Plan['plantings'], today: string, question: Question): Tone {
  if (question === 'test') {
    if (facts.tubs) return 'bare'
    if (!facts.report) return 'now'
    return facts.tested === 'stale' ? 'wait' : 'calm'
  }
  if (question === 'ph') {
    if (!facts.ph) return 'bare'
    return facts.ph.ph < facts.ph.low ? 'now' : facts.ph.ph > facts.ph.high ? 'wait' : 'calm'
  }
  if (growing.length === 0) return 'bare'
  if (question === 'nitrogen') {
    if (growing.some((p) => p.nitrogen_now === 'short')) return 'now'
    return growing.some((p) => p.nitrogen_now === 'ample') ? 'wait' : 'calm'
  }
  if (question === 'family') return growing.some((p) => p.family_before) ? 'now' : 'calm'
  if (question === 'room') {
    const tight = ['crowded', 'tub_tight', 'tub_too_small']
    return growing.some((p) => p.findings.some((f) => tight.includes(f.key))) ? 'now' : 'calm'
  }
  const jobs = growing.flatMap((p) => p.jobs.filter((job) => job.status === 'planned'))
  if (jobs.some((job) => job.due_on <= today)) return 'now'
  if (growing.some((p) => p.hold_until > today && p.planted_on <= today)) return 'wait'
  return jobs.some((job) => job.due_on <= addDays(today, SOON)) ? 'calm' : 'bare'
}

/** What each question is called, and what each tone means for it. */
export function legend(question: Question): Partial<Record<Tone, string>> {
  return {
    feed: {
      now: t('feed today'),
      wait: t('water only'),
      calm: t('feed within a week'),
      bare: t('nothing soon'),
    },
    water: {
      now: t('wants water'),
      wait: t('no watering recorded'),
      calm: t('has enough water'),
      bare: t('empty'),
    },
    nitrogen: {
      now: t('short of nitrogen so far'),
      calm: t('keeps pace with need'),
      wait: t('more than it needs so far'),
      bare: t('empty'),
    },
    ph: {
      now: t('too acid for its crops'),
      calm: t('within their range'),
      wait: t('too alkaline for its crops'),
      bare: t('not tested'),
    },
    test: {
      now: t('no soil test'),
      wait: t('older than three years'),
      calm: t('tested'),
      bare: t('tub'),
    },
    family: {
      now: t('the same family stood here lately'),
      calm: t('rested from this family'),
      bare: t('empty'),
    },
    room: { now: t('plants are tight'), calm: t('room enough'), bare: t('empty') },
  }[question]
}

/** Names of the questions. */
export function questionName(question: Question): string {
  return {
    feed: t('Next feed'),
    water: t('Water'),
    nitrogen: t('Nitrogen'),
    ph: 'pH',
    test: t('Soil test'),
    family: t('Family'),
    room: t('Room'),
  }[question]
}

export const FEATURES = ['path', 'wall', 'fence', 'hedge', 'water'] as const

/** What a line on the sheet is called. */
export function featureKind(kind: Feature['kind']): string {
  return {
    path: t('path'),
    wall: t('wall'),
    fence: t('fence'),
    hedge: t('hedge'),
    water: t('water'),
  }[kind]
}

/** Lines as the sheet draws them. */
export function sheetFeatures(features: readonly Feature[]): PlotFeature[] {
  return features.map((one) => ({
    id: one.id,
    kind: one.kind,
    name: one.name ?? '',
    points: one.points.map((spot) => ({ x: spot.x_m, y: spot.y_m })),
    width: metresOf(one.width),
  }))
}

function freeSpot(places: readonly Place[]): { x_m: number; y_m: number } {
  const lowest = Math.max(0, ...places.map((place) => place.y_m))
  return { x_m: 2, y_m: places.length ? Math.round((lowest + 1.8) * 10) / 10 : 1.2 }
}

/** A length of a common size: in metres, or in feet where those are used. */
export function usualLength(metres: number, feet: number) {
  return system === 'metric'
    ? { value: metres, unit: 'm' as const }
    : { value: feet, unit: 'ft' as const }
}

/** Another place like one, named on and below what is there. */
export function anotherOf(place: Place, places: readonly Place[]): Place {
  const stem = place.name.replace(/\s*\d+$/, '')
  const names = new Set(places.map((one) => one.name))
  let n = 2
  while (names.has(`${stem} ${n}`)) n += 1
  return { ...place, id: newId(), name: `${stem} ${n}`, ...freeSpot(places) }
}

/** A planting again, from today and without what happened to the first. */
export function againOf(planting: Schemas['Planting'], today: string): Schemas['Planting'] {
  const anew = { sown_on: null, planted_on: today, ends_on: null, kept_since: null, had: null }
  return { ...planting, ...anew, raising: null, id: newId() }
}

/** A new bed as big as the last rectangle, or of a common size, below what is there. */
export function newBed(places: readonly Place[]): Bed {
  const last = places.findLast(
    (one): one is Bed => one.kind === 'bed' && one.shape.kind === 'rectangle',
  )
  const usual = {
    shape: {
      kind: 'rectangle' as const,
      length: usualLength(2.4, 8),
      width: usualLength(1.2, 4),
    },
    depth:
      system === 'metric' ? { value: 20, unit: 'cm' as const } : { value: 8, unit: 'in' as const },
  }
  const { shape, depth } = last ?? usual
  return {
    kind: 'bed',
    id: newId(),
    name: t('Bed {n}', { n: places.length + 1 }),
    ...freeSpot(places),
    turn_deg: 0,
    warmer_by_c: 0,
    note: '',
    shape,
    depth,
    texture_by_feel: false,
    school: 'sufficiency',
    lower_ph: false,
  }
}

/** A new tub as big as the last one, or by a nominal volume. */
export function newTub(places: readonly Place[]): Tub {
  const last = places.findLast((one) => one.kind === 'tub')
  const volume = {
    metric: { value: 30, unit: 'L' as const },
    us: { value: 8, unit: 'gal_us' as const },
    imperial: { value: 7, unit: 'gal_imp' as const },
  }[system]
  return {
    kind: 'tub',
    id: newId(),
    name: t('Tub {n}', { n: places.length + 1 }),
    ...freeSpot(places),
    turn_deg: 0,
    warmer_by_c: 0,
    note: '',
    shape: last?.shape ?? { kind: 'nominal', volume },
    count: 1,
    recipe: [],
    charge: [],
    from_below: false,
  }
}

/** A new path across the sheet, below what is there. */
export function newFeature(places: readonly Place[]): Feature {
  const { x_m, y_m } = freeSpot(places)
  return {
    id: newId(),
    name: '',
    kind: 'path',
    points: [
      { x_m: x_m - 1.5, y_m },
      { x_m: x_m + 1.5, y_m },
    ],
    width: usualLength(0.6, 2),
  }
}

/** A line moved over the sheet. */
export function movedFeature(feature: Feature, dx: number, dy: number): Feature {
  const to = (metres: number, by: number) => Math.round((metres + by) * 100) / 100
  const points = feature.points.map((p) => ({ x_m: to(p.x_m, dx), y_m: to(p.y_m, dy) }))
  return { ...feature, points }
}

/** Whether a crop is usually grown on before it is planted out. */
export function isPlantedOut(stages: readonly Schemas['Stage'][]): boolean {
  return stages.some((stage) => stage.key === 'transplant_establishment')
}

/** A new planting of a crop, planted or sown today. */
export function newPlanting(
  place: string,
  crop: string,
  stages: readonly Schemas['Stage'][],
  today: string,
): Schemas['Planting'] {
  return {
    id: newId(),
    place,
    crop,
    variety: '',
    programme: 'leaf_then_fruit',
    planted_on: today,
    sown_in_place: !isPlantedOut(stages),
    base_by: 'broadcast',
    note: '',
  }
}
