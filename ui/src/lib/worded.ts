/** Words that people type for a unit; of several sizes of a kind the one that a field offers. */
const WORDS: readonly (readonly [RegExp, readonly string[]])[] = [
  [/^(ft|foot|feet|['’′])$/i, ['ft']],
  [/^(in|inch|inches|["”″]|zoll|pulgadas?)$/i, ['in']],
  [/^(cm|centimet(re|er)s?|zentimeter|centímetros?)$/i, ['cm']],
  [/^(m|met(re|er)s?|metros?)$/i, ['m']],
  [/^(l|lit(re|er)s?|litros?)$/i, ['L']],
  [/^(ml|cc|millilit(re|er)s?|mililitros?)$/i, ['mL']],
  [/^(gal|gallons?|gallonen|galones|galón)$/i, ['gal_us', 'gal_imp']],
  [/^(qt|quarts?)$/i, ['qt_us', 'qt_imp']],
  [/^(pt|pints?)$/i, ['pt_us', 'pt_imp']],
  [/^(fl\.? ?oz|fluid ounces?)$/i, ['fl_oz_us', 'fl_oz_imp']],
  [/^(g|gr|grams?|grammes?|gramm|gramos?)$/i, ['g']],
  [/^(kg|kilos?|kilograms?|kilogramm|kilogramos?)$/i, ['kg']],
  [/^(oz|ounces?|unzen?|onzas?)$/i, ['oz']],
  [/^(lbs?|pounds?|pfund|libras?)$/i, ['lb']],
  [/^(tsp|teaspoons?|teelöffel|cucharaditas?)$/i, [...spoon('tsp')]],
  [/^(tbsp|tablespoons?|esslöffel|cucharadas?)$/i, [...spoon('tbsp')]],
  [/^(cups?|tassen?|tazas?)$/i, [...spoon('cup')]],
]

function spoon(of: string): string[] {
  return ['us', 'metric', 'au', 'imperial'].map((kitchen) => `${of}_${kitchen}`)
}

const FEET_AND_INCHES =
  /^(\d+)\s*(?:'|’|′|ft\.?|feet|foot)\s*(?:and\s*)?(\S.*?)\s*(?:"|”|″|''|in\.?|inch(?:es)?)$/i
const WITH_WORD = /^(.*\d)\s*([^\d\s][^\d]*?)\.?$/

/**
 * Reads a number with its unit in words: "12 feet", "12'", "3' 6\"", "1 1/2 cups". `units` are
 * those that a field offers, the likelier first; null where the text says none of them.
 */
export function readWorded<U extends string>(
  text: string,
  units: readonly U[],
  number: (text: string) => number | null,
): { value: number; unit: U } | null {
  const said = text.trim()
  const feet = FEET_AND_INCHES.exec(said)
  const foot = units.find((unit) => unit === 'ft')
  if (feet && foot) {
    const inches = number(feet[2])
    const whole = inches === null || Number.isNaN(inches) || inches >= 12
    return whole ? null : { value: round(Number(feet[1]) + inches / 12), unit: foot }
  }
  const worded = WITH_WORD.exec(said)
  if (!worded) return null
  const value = number(worded[1])
  const names = WORDS.find(([form]) => form.test(worded[2].trim()))?.[1] ?? []
  const unit = units.find((one) => names.includes(one))
  return value === null || Number.isNaN(value) || !unit ? null : { value, unit }
}

/** Reads "1/2" and "1 1/2"; NaN where it is none. */
export function readFraction(text: string): number {
  const found = /^(?:(\d{1,6})\s+)?(\d{1,4})\s*[/⁄]\s*(\d{1,4})$/.exec(text.trim())
  if (!found || Number(found[3]) === 0) return NaN
  return round(Number(found[1] ?? 0) + Number(found[2]) / Number(found[3]))
}

function round(value: number): number {
  return Math.round(value * 10_000) / 10_000
}
