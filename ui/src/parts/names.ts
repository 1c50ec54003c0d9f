import type { components } from '../api/schema'
import { showLitres } from '../lib/numbers'
import { language, locale, plural, t } from '../lib/words'

type Garden = components['schemas']['Garden']
type Catalogue = components['schemas']['CatalogueView']
type PlantingPlan = components['schemas']['PlantingPlan']

/** What the grower calls things, by id. */
export function namesOf(garden: Garden) {
  const of = (things: readonly { id: string; name: string }[]) =>
    new Map(things.map((thing) => [thing.id, thing.name]))
  return {
    places: of(garden.places),
    products: of(garden.products),
    scoops: of(garden.scoops),
    waters: watersOf(garden),
  }
}

/** What the water of a place is called, where it is not the usual one: by place. */
export function watersOf(garden: Garden): Map<string, string> {
  const names = new Map((garden.site.waters ?? []).map((one) => [one.id, one.name]))
  return new Map(garden.places.map((one) => [one.id, names.get(one.water ?? '') ?? '']))
}

/** Crop and variety: "Kale Blackquay". */
export function plantingName(planting: Pick<PlantingPlan, 'crop_name' | 'variety'>): string {
  return `${planting.crop_name} ${planting.variety}`.trim()
}

/** All crops, by name, to be found by any other name of theirs. */
export function cropChoices(crops: Catalogue['crops']) {
  return crops
    .map((one) => ({ value: one.key, label: one.name, also: one.also_called ?? [] }))
    .sort((a, b) => a.label.localeCompare(b.label, locale))
}

/** All programmes that can be chosen: the garden's own and those of the release. */
export function programmesOf(garden: Garden, catalogue: Catalogue) {
  const own = new Set(garden.programmes.map((p) => p.key))
  return [...garden.programmes, ...catalogue.programmes.filter((p) => !own.has(p.key))]
}

/** What a field of a thing is called. */
export function termOf(terms: Record<string, string>, field: string): string {
  return terms[`field.${field}`] ?? field.replace(/_/g, ' ')
}

/** A kitchen scoop's name, one or several of it; only an English name takes an s. */
export function scoopName(name: string, count: number): string {
  return count === 1 || language !== 'en' ? name : name.replace(/(spoon|cup|mug|scoop)$/, '$1s')
}

/** "3 level tablespoons". */
export function levelScoops(count: number, name: string): string {
  return t('{n} level {scoop}', { n: count, scoop: scoopName(name, count) })
}

type Mix = components['schemas']['MixPlan']

/** What one portion of a mix is, and how many there are: "In each of 4 cans of 9 L". */
export function portionText(mix: Mix, source = ''): string {
  const n = mix.portions
  const water = source ? `${showLitres(mix.water_l)} (${source})` : showLitres(mix.water_l)
  if (mix.portion === 'can') {
    return mix.water_l > 0
      ? plural(n, 'In one can of {water}', 'In each of {n} cans of {water}', { water })
      : plural(n, 'In one can', 'In each of {n} cans')
  }
  if (mix.portion === 'tub') return plural(n, 'For the tub', 'For each of {n} tubs')
  if (mix.portion === 'plants') return t('Round these plants')
  if (mix.portion === 'part') return t('For each of {n} equal parts of their ground', { n })
  return t('For the whole bed')
}

/** A mix in one sentence: "In each of 4 cans of 9 L: 6 level teaspoons Feed; 2 L to each plant". */
export function mixText(mix: Mix, names: ReturnType<typeof namesOf>, place: string): string {
  const scoops = new Map<string, string[]>() // of one product in two sizes, its name once
  for (const line of mix.lines) {
    const level = levelScoops(line.count, names.scoops.get(line.scoop) ?? '')
    scoops.set(line.product, [...(scoops.get(line.product) ?? []), level])
  }
  const lines = [...scoops].map(([product, levels]) =>
    t('{scoops} {product}', {
      scoops: levels.join(` ${t('and')} `), // a plus stands between products
      product: names.products.get(product) ?? '',
    }),
  )
  const each =
    mix.water_l > 0 && mix.per_plant_l > 0
      ? `; ${t('{water} to each plant', { water: showLitres(mix.per_plant_l) })}`
      : ''
  return `${portionText(mix, names.waters.get(place))}: ${lines.join(' + ')}${each}`
}
