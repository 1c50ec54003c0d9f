import type { Schemas } from '../../api/client'
import { addDays } from '../../lib/dates'
import { plantingName } from '../../parts/names'

type Plan = Schemas['SeasonPlan']
type Planting = Schemas['PlantingPlan']
type Log = Schemas['Log']

/** From so many days before its first picking on, and after its last, a planting is offered. */
const AROUND_DAYS = 21

/** Plantings that may be picked now, those in their picking first. */
export function toPick(plan: Plan): Planting[] {
  const ripe = (one: Planting) => one.stage_now === 'harvest'
  return plan.plantings
    .filter((one) => one.planted_on <= plan.as_of)
    .filter((one) => one.last_pick >= addDays(plan.as_of, -AROUND_DAYS))
    .sort((a, b) => Number(ripe(b)) - Number(ripe(a)) || byName(a, b))
}

/** Whether a planting is in its picking, or nearly. */
export function isNear(one: Planting, today: string): boolean {
  const harvest = one.stages.find((stage) => stage.key === 'harvest')
  return harvest !== undefined && harvest.start <= addDays(today, AROUND_DAYS)
}

const byName = (a: Planting, b: Planting) => plantingName(a).localeCompare(plantingName(b))

/** Something of a day: when, what kind, of which planting or place, in words. */
export interface DayItem {
  key: string
  on: string
  kind: 'note' | 'lesson' | 'picked' | 'fed' | 'stage' | 'seen' | 'done' | 'sprayed' | 'watered'
  planting: string | null
  place: string | null
  text: string
  photos?: readonly string[]
}

/** What is told alike of a day, in one line. */
export interface DayLine {
  items: DayItem[]
  kind: DayItem['kind']
  text: string
}

/** A day's items, those of one kind with the same words together. */
export function linesOf(items: readonly DayItem[]): DayLine[] {
  const lines: DayLine[] = []
  for (const one of items) {
    const same = lines.find((line) => line.kind === one.kind && line.text === one.text)
    if (same && one.kind !== 'note' && one.kind !== 'lesson') same.items.push(one)
    else lines.push({ items: [one], kind: one.kind, text: one.text })
  }
  return lines
}

/** How the items of a log are told. */
export interface Telling {
  terms: Record<string, string>
  fed: (given: boolean) => string
  picked: (one: Log['harvests'][number]) => string
  note: (one: Log['notes'][number]) => string
  looked: (one: Log['looks'][number]) => string
  watered: (outcome: string) => string
}

/** All that happened, the latest day first; what was written down stands first in its day. */
export function dayItems(log: Log, telling: Telling): DayItem[] {
  const { terms } = telling
  const place = null
  const items: DayItem[] = [
    ...log.notes.map((one) => ({
      key: one.id,
      on: one.on,
      kind: one.lesson ? ('lesson' as const) : ('note' as const),
      planting: one.planting ?? null,
      place: one.place ?? null,
      text: telling.note(one),
      photos: one.photos ?? [],
    })),
    ...log.harvests.map((one) => ({
      ...of(one, 'picked'),
      text: telling.picked(one),
    })),
    ...log.feeds.map((one) => ({ ...of(one, 'fed'), text: telling.fed(one.outcome === 'given') })),
    ...log.stages.map((one) => ({
      ...of(one, 'stage'),
      text: terms[`stage.${one.stage}`] ?? one.stage,
    })),
    ...log.observed.map((one) => ({
      ...of(one, 'seen'),
      text: [terms[`sight.${one.kind}`] ?? one.kind, one.note].filter(Boolean).join('. '),
    })),
    ...log.looks.map((one) => ({
      ...of(one, 'seen'),
      text: telling.looked(one),
      photos: one.photos ?? [],
    })),
    ...log.tasks.map((one) => ({
      ...of(one, 'done'),
      text: terms[`task.${one.task}`] ?? one.task,
    })),
    ...log.sprays.map((one) => ({ ...of(one, 'sprayed'), text: one.name })),
    ...log.watered.map((one) => ({
      key: one.id,
      on: one.on,
      kind: 'watered' as const,
      planting: null,
      place: one.place,
      text: telling.watered(one.outcome ?? 'given'),
    })),
  ]
  const written = (one: DayItem) => Number(one.kind === 'note' || one.kind === 'lesson')
  return items.sort((a, b) => b.on.localeCompare(a.on) || written(b) - written(a))

  function of<K extends DayItem['kind']>(
    one: { id: string; on: string; planting: string },
    kind: K,
  ) {
    return { key: one.id, on: one.on, kind, planting: one.planting, place }
  }
}
