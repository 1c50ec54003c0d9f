import { createContext, useContext } from 'react'
import type { components } from '../../api/schema'
import { showDate } from '../../lib/dates'
import { showNumber } from '../../lib/numbers'
import { plural, t } from '../../lib/words'
import { unitName } from '../Field'
import { namesOf, scoopName } from '../names'

type Change = components['schemas']['ChangeView']
type Garden = components['schemas']['Garden']
type Terms = Record<string, string>
type Thing = Record<string, unknown>

/** What ids and keys stand for, so that a change is told in the names people know. */
export interface Known {
  terms: Terms
  names: ReturnType<typeof namesOf>
  plantings: Map<string, string>
  /** Crops and materials, by key. */
  called: Map<string, string>
}

const Names = createContext<Known | null>(null)
export const KnownProvider = Names.Provider

/** The names that changes of the open garden are told with. */
export function useKnown(): Known {
  const known = useContext(Names)
  if (!known) throw new Error('only inside of a garden')
  return known
}

interface Called {
  key: string
  name: string
}

/** Collects the names that changes of a garden are told with. */
export function knownOf(garden: Garden, listed: readonly Called[], terms: Terms): Known {
  const names = namesOf(garden)
  const called = new Map(listed.map((one) => [one.key, one.name]))
  const plantings = garden.plantings.map((one): [string, string] => [
    one.id,
    inPlace(
      `${called.get(one.crop) ?? one.crop} ${one.variety}`.trim(),
      names.places.get(one.place),
    ),
  ])
  return { terms, names, called, plantings: new Map(plantings) }
}

function inPlace(what: string, place: string | undefined): string {
  return place ? t('{what} in {place}', { what, place }) : what
}

/** A change in a sentence: "Tomato in Lean-to pots: fed June 19, 3 tablespoons Jib soluble". */
export function sentenceOf(change: Change, known: Known): string {
  const act = { write: '', undo: t('taken back: '), redo: t('done again: ') }[change.act]
  const told = TELLING[change.kind]?.(change.thing_as, known) ?? plainNameOf(change, known.terms)
  const what = {
    added: TELLING[change.kind] ? '' : ` · ${t('added')}`,
    changed: ` · ${t('changed')}`,
    removed: ` · ${t('removed')}`,
  }[change.what]
  const others = change.together - 1
  const more = others ? ` · ${plural(others, 'and one more with it', 'and {n} more with it')}` : ''
  return `${act}${told}${what}${more}`
}

function plainNameOf(change: Change, terms: Terms): string {
  const kind = terms[`things.${change.kind}`] ?? change.kind
  return `${kind} ${terms[`stage.${change.name}`] ?? change.name}`.trim()
}

const day = (thing: Thing, field = 'on') => showDate(String(thing[field]))
const planting = (thing: Thing, known: Known) =>
  known.plantings.get(String(thing.planting)) ?? t('a planting that is gone')
const of = (known: Known, key: string) => known.terms[key] ?? key.split('.')[1]

const TELLING: Record<string, (thing: Thing, known: Known) => string> = {
  feeds: (thing, known) => {
    const given = amounts(thing.amounts, known)
    const told = { planting: planting(thing, known), day: day(thing), given }
    if (thing.outcome === 'missed') return t('{planting}: not fed on {day}', told)
    return given
      ? t('{planting}: fed on {day}, {given}', told)
      : t('{planting}: fed on {day}', told)
  },
  stages: (thing, known) =>
    t('{planting}: {seen} seen on {day}', {
      planting: planting(thing, known),
      seen: of(known, `stage.${thing.stage}`),
      day: day(thing),
    }),
  observed: (thing, known) =>
    t('{planting}: {seen} seen on {day}', {
      planting: planting(thing, known),
      seen: of(known, `sight.${thing.kind}`),
      day: day(thing),
    }),
  tasks: (thing, known) =>
    t('{planting}: {task} done on {day}', {
      planting: planting(thing, known),
      task: of(known, `task.${thing.task}`),
      day: day(thing),
    }),
  harvests: (thing, known) =>
    t('{planting}: picked on {day}', { planting: planting(thing, known), day: day(thing) }),
  notes: (thing) =>
    t('Note of {day}: {words}', { day: day(thing), words: String(thing.words ?? '') }),
  looks: (thing, known) =>
    t('{planting}: looked at on {day}', { planting: planting(thing, known), day: day(thing) }),
  trials: (thing) => t('Trial: {name}', { name: String(thing.name) }),
  aims: (thing) =>
    t('Aim of {year}: {words}', { year: Number(thing.year), words: String(thing.words) }),
  walks: (thing) =>
    t('A walk of {n} minutes on {day}', { n: Number(thing.minutes), day: day(thing) }),
  plantings: (thing, known) => {
    const crop = known.called.get(String(thing.crop)) ?? String(thing.crop)
    const what = `${crop} ${typeof thing.variety === 'string' ? thing.variety : ''}`.trim()
    return t('{planting}: planted on {day}', {
      planting: inPlace(what, known.names.places.get(String(thing.place))),
      day: day(thing, 'planted_on'),
    })
  },
  preparations: (thing, known) =>
    t('{place}: {material} on {day}', {
      place: known.names.places.get(String(thing.place)) ?? t('a place that is gone'),
      material: known.called.get(String(thing.material)) ?? String(thing.material),
      day: day(thing),
    }),
  reports: (thing, known) => {
    const places = Array.isArray(thing.places) ? thing.places : []
    return t('Soil test of {places}, {day}', {
      places: places.map((id) => known.names.places.get(String(id)) ?? '?').join(', '),
      day: day(thing, 'sampled_on'),
    })
  },
  watered: (thing, known) => {
    const said = {
      place: known.names.places.get(String(thing.place)) ?? t('a place that is gone'),
      day: day(thing),
    }
    if (thing.outcome === 'rained') return t('{place}: rain on {day}', said)
    if (thing.outcome === 'not_today') return t('{place}: watering put off on {day}', said)
    if (thing.outcome === 'found') return t('{place}: ground looked at on {day}', said)
    const amount = measure(thing.amount)
    return `${t('{place}: watered on {day}', said)}${amount ? ` (${amount})` : ''}`
  },
  stock_moves: (thing, known) => {
    const amount = measure(thing.amount)
    return t('{product}: {move} on {day}', {
      product: known.names.products.get(String(thing.product)) ?? '?',
      move: `${of(known, `move.${thing.kind}`)}${amount ? ` (${amount})` : ''}`,
      day: day(thing),
    })
  },
  pins: (thing) => t('A feed was moved to {day}', { day: day(thing, 'to') }),
}

/** Amounts of a recorded feed: "3 tablespoons Jib soluble and 20 g Ebb potash". */
function amounts(value: unknown, known: Known): string {
  if (!Array.isArray(value)) return ''
  return value
    .map((one: Thing) => {
      const product = known.names.products.get(String(one.product)) ?? '?'
      const n = Number(one.count)
      const much = one.scoop
        ? `${showNumber(n)} ${scoopName(known.names.scoops.get(String(one.scoop)) ?? '?', n)}`
        : measure(one.amount)
      return `${much} ${product}`
    })
    .join(` ${t('and')} `)
}

function measure(value: unknown): string {
  if (typeof value !== 'object' || value === null || !('value' in value) || !('unit' in value)) {
    return ''
  }
  return `${showNumber(Number(value.value))} ${unitName(String(value.unit))}`
}

const PREFIXES = ['form', 'stage', 'method', 'outcome', 'kind', 'texture', 'school', 'move']

/** A value of any field in the words that people know. */
export function wordsOf(value: unknown, known: Known): string {
  if (value === null || value === undefined || value === '') return '–'
  if (typeof value === 'boolean') return value ? t('yes') : t('no')
  if (typeof value === 'number') return showNumber(value)
  if (Array.isArray(value)) {
    const listed = value.map((one) => wordsOf(one, known)).filter((one) => one !== '–')
    return listed.length > MOST_LISTED
      ? plural(listed.length, '{n} entry', '{n} entries')
      : listed.join('; ') || '–'
  }
  if (typeof value === 'string') return wordOf(value, known)
  const said = measure(value)
  if (said) return said
  return (
    Object.entries(value)
      .filter(([name, one]) => one !== null && name !== 'id')
      .map(([, one]) => wordsOf(one, known))
      .join(' · ') || '–'
  )
}

const MOST_LISTED = 6

function wordOf(text: string, known: Known): string {
  const { places, products, scoops } = known.names
  const named =
    places.get(text) ?? products.get(text) ?? scoops.get(text) ?? known.plantings.get(text)
  if (named) return named
  if (/^\d{4}-\d\d-\d\d$/.test(text)) return showDate(text, '')
  const prefix = PREFIXES.find((one) => `${one}.${text}` in known.terms)
  return known.called.get(text) ?? (prefix ? known.terms[`${prefix}.${text}`] : text)
}
