import type { Schemas } from '../../api/client'
import { newId } from '../../lib/ids'
import { recall, remember } from '../../lib/memory'
import { showNumber } from '../../lib/numbers'
import { system } from '../../lib/units'
import { language, locale, t } from '../../lib/words'

export type Preset = Schemas['Preset']
export type Held = Schemas['Held']
export type Bag = Schemas['Bag']
export type Country = Schemas['Country']
type Catalogue = Schemas['CatalogueView']
type Preferences = Schemas['Preferences']

/** What is told; what is not asked stays as it usually is. */
export type Said = Omit<Schemas['Beginning'], 'preferences' | 'measures'> & {
  preferences: Pick<Preferences, 'kitchen' | 'can' | 'organic_only'> & { currency?: string }
}

/** What was said so far; kept in this browser until the garden is there. */
export interface Draft {
  id: string
  step: number
  country: string
  said: Said
}

const CANS = {
  metric: { value: 9, unit: 'L' as const },
  us: { value: 2, unit: 'gal_us' as const },
  imperial: { value: 2, unit: 'gal_imp' as const },
}

const KEPT_AS = 'beginning'

/** The conversation as it was left, or a new one that guesses the country from the browser. */
export function kept(catalogue: Catalogue): Draft {
  try {
    const found = JSON.parse(recall(KEPT_AS, '')) as Draft
    if (found.id && found.said.held) return found
  } catch {
    // Nothing was kept, or nothing that can be read.
  }
  const region = locale.split('-').at(-1)
  const guessed = catalogue.countries.find((one) => one.code === region)
  const empty: Draft = {
    id: newId(),
    step: 0,
    country: '',
    said: {
      name: t('My garden'),
      climate: catalogue.climates[0].key,
      time_zone: Intl.DateTimeFormat().resolvedOptions().timeZone || 'Etc/UTC',
      preferences: {
        kitchen: system === 'us' ? 'us' : 'metric',
        can: CANS[system],
        organic_only: false,
      },
      held: [],
      bags: [],
      materials: [],
    },
  }
  return guessed ? livingIn(empty, guessed) : empty
}

/** Keeps the conversation; nothing of it once the garden is there. */
export function keep(draft: Draft | null): void {
  remember(KEPT_AS, draft ? JSON.stringify(draft) : '')
}

/** The draft with what is usual in a country. */
export function livingIn(draft: Draft, country: Country): Draft {
  const { said } = draft
  return {
    ...draft,
    country: country.code,
    said: {
      ...said,
      climate: country.climate,
      bags: said.bags.map((bag) => ({ ...bag, means: country.grade })),
      preferences: {
        ...said.preferences,
        kitchen: country.kitchen,
        currency: country.currency,
        can: CANS[country.system],
      },
    },
  }
}

/** Countries by their name in the reader's language. */
export function countryChoices(countries: readonly Country[]) {
  const names = new Intl.DisplayNames([language], { type: 'region' })
  return countries
    .map((one) => ({ value: one.code, label: names.of(one.code) ?? one.code, also: [one.code] }))
    .sort((a, b) => a.label.localeCompare(b.label, locale))
}

/** What one of a preset is called. */
export function called(drawn: Preset['drawn']): string {
  return {
    bed: t('Bed'),
    bucket: t('Bucket'),
    bag: t('Grow bag'),
    pot: t('Pot'),
    trough: t('Window box'),
  }[drawn]
}

const UNITS: Record<string, string> = { gal_us: 'gal', gal_imp: 'gal' }
const unit = (name: string) => UNITS[name] ?? name

/** A preset's size, in the measures it is sold in. */
export function sizeOf({ shape }: Preset): string {
  switch (shape.kind) {
    case 'rectangle':
      return `${showNumber(shape.length.value)} × ${showNumber(shape.width.value)} ${unit(shape.length.unit)}`
    case 'nominal':
      return `${showNumber(shape.volume.value)} ${unit(shape.volume.unit)}`
    case 'frustum':
      return t('{size} across', { size: `${showNumber(shape.top.value)} ${unit(shape.top.unit)}` })
    case 'trough':
      return t('{size} long', {
        size: `${showNumber(shape.length.value)} ${unit(shape.length.unit)}`,
      })
  }
}

/** The draft with so many of a preset; none of it when there are none. */
export function holding(said: Said, preset: Preset, count: number): Said {
  const held = said.held.filter((one) => one.preset !== preset.key || count > 0)
  const at = held.findIndex((one) => one.preset === preset.key)
  if (count <= 0) return { ...said, held }
  const more = { preset: preset.key, name: called(preset.drawn), count, crops: [] }
  return {
    ...said,
    held: at < 0 ? [...held, more] : held.with(at, { ...held[at], count }),
  }
}

/** What is sent: kitchen measures by their names in the reader's language. */
export function toSend(said: Said) {
  return {
    ...said,
    measures: [
      { name: t('quarter teaspoon'), of: 'tsp', times: 0.25 },
      { name: t('teaspoon'), of: 'tsp', times: 1 },
      { name: t('tablespoon'), of: 'tbsp', times: 1 },
      { name: t('cup'), of: 'cup', times: 1 },
    ],
  }
}
