import factors from './factors.json'
import { readings, type Mark } from './typed'
import { system, warmth } from './units'
import { readFraction } from './worded'
import { locale } from './words'

/** Formats a number with three significant digits, as the reader's language writes it. */
export function showNumber(value: number, digits = 3): string {
  if (Math.abs(value) >= 1000) return Math.round(value).toLocaleString(locale)
  return value.toLocaleString(locale, { maximumSignificantDigits: digits })
}

const G_OZ = factors.oz
const G_LB = factors.lb
const M_FT = factors.ft
const L = {
  us: { gal: factors.gal_us, qt: factors.qt_us, floz: factors.fl_oz_us },
  imperial: { gal: factors.gal_imp, qt: null, floz: factors.fl_oz_imp },
}

/** Formats a mass in grams as finely as a scoop is, in the reader's units. */
export function showMass(grams: number): string {
  const size = Math.abs(grams)
  if (system !== 'metric') {
    if (size === 0) return '0 oz'
    return size >= G_LB ? `${showNumber(grams / G_LB)} lb` : `${showNumber(grams / G_OZ, 2)} oz`
  }
  return showNutrient(grams)
}

/** Formats grams of a nutrient: everybody who weighs weighs it in grams. */
export function showNutrient(grams: number): string {
  const size = Math.abs(grams)
  if (size === 0) return '0 g'
  if (size < 0.1) return `${showNumber(grams * 1000, 2)} mg`
  if (size >= 1000) return `${showNumber(grams / 1000)} kg`
  const digits = size < 10 ? 1 : 0
  return `${grams.toLocaleString(locale, { maximumFractionDigits: digits })} g`
}

/** From here on fluid ounces are whole. */
const WHOLE_FL_OZ = 4

/** Formats litres; little of it in the smaller unit. */
export function showLitres(litres: number): string {
  if (system !== 'metric') {
    const { gal, qt, floz } = L[system]
    const tenths = (unit: number) => showNumber(Math.round((litres / unit) * 10) / 10)
    if (litres >= gal) return `${tenths(gal)} gal`
    if (qt !== null && litres >= qt) return `${tenths(qt)} qt`
    const ounces = litres / floz
    return `${ounces >= WHOLE_FL_OZ ? Math.round(ounces) : showNumber(ounces, 2)} fl oz`
  }
  return litres > 0 && litres < 0.1 ? `${showNumber(litres * 1000)} mL` : `${showNumber(litres)} L`
}

/** Formats ground in square metres. */
export function showArea(m2: number): string {
  return system === 'metric' ? `${showNumber(m2)} m²` : `${showNumber(m2 / M_FT ** 2)} ft²`
}

/** Formats a length in metres. */
export function showLength(metres: number): string {
  if (system === 'metric') return `${showNumber(metres)} m`
  const feet = metres / M_FT
  return Math.abs(feet) >= 2 ? `${showNumber(feet)} ft` : `${showNumber(feet * 12)} in`
}

/** Formats soil below a square metre, in kilograms. */
export function showSoil(kgM2: number): string {
  if (system === 'metric') return `${showNumber(kgM2)} kg/m²`
  return `${showNumber((kgM2 * 1000 * M_FT ** 2) / G_LB)} lb/ft²`
}

/** Formats money. */
export function showPrice(amount: number, currency: string): string {
  return amount.toLocaleString(locale, { style: 'currency', currency })
}

const GALLON = L[system === 'imperial' ? 'imperial' : 'us'].gal

/** A rate in the reader's unit, where that is another one. */
function rated(unit: string, each: number, customary: string) {
  return (value: number) =>
    system === 'metric'
      ? `${showNumber(value)} ${unit}`
      : `${showNumber(value / each)} ${customary}`
}

/** Grams on a square metre as the reader's rate, for a scale whose unit is said once. */
export const groundRate =
  system === 'metric'
    ? { unit: 'g/m²', shown: (gM2: number) => gM2 }
    : { unit: 'oz/yd²', shown: (gM2: number) => gM2 / (G_OZ / factors.yd2) }

const SHOWN: Record<string, (value: number) => string> = {
  g: showMass,
  kg: (value) => showMass(value * 1000),
  L: showLitres,
  m: showLength,
  'm²': showArea,
  'kg/m²': showSoil,
  mL: (value) => (system === 'metric' ? `${showNumber(value)} mL` : showLitres(value / 1000)),
  'g/m²': (value) => `${showNumber(groundRate.shown(value))} ${groundRate.unit}`,
  'L/m²': rated('L/m²', GALLON / factors.yd2, 'gal/yd²'),
  'g/L': rated('g/L', G_OZ / GALLON, 'oz/gal'),
  'g/mL': rated('g/mL', G_LB / (factors.ft3 * 1000), 'lb/ft³'),
  '°C': (value) => `${showNumber(warmth.shown(value))} ${warmth.unit}`,
}

/** Formats a number of the core with its unit, in the reader's units. */
export function showAmount(value: number, unit: string): string {
  return SHOWN[unit]?.(value) ?? `${showNumber(value)} ${unit}`.trim()
}

/** Metres in one of the reader's larger units of length, and its name, for a drawing's scale. */
export const scale =
  system === 'metric'
    ? { metres: 1, unit: 'm', each: 1 }
    : { metres: M_FT * 3, unit: 'ft', each: 3 }

/** The mark before decimals in the reader's language. */
const MARK: Mark = (1.5).toLocaleString(locale).includes(',') ? ',' : '.'

/**
 * Reads a number as people type it. What could be read in two ways is read as the reader's
 * language has it; NaN where it is no number, null where nothing was typed.
 */
export function readNumber(text: string): number | null {
  return text.trim() === '' ? null : (readings(text, MARK)[0] ?? readFraction(text))
}

/** Whether elsewhere a number would be read otherwise: then it is said how it was read. */
export function readOtherwise(text: string): boolean {
  return readings(text, null).length > 1
}

/** A number as the reader's language types it, digits kept. */
export function typedNumber(value: number): string {
  return String(value).replace('.', MARK)
}
