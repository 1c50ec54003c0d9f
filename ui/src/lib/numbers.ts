/** Formats a number with three significant digits, as the reader's language writes it. */
export function showNumber(value: number, digits = 3): string {
  if (Math.abs(value) >= 1000) return Math.round(value).toLocaleString()
  return value.toLocaleString(undefined, { maximumSignificantDigits: digits })
}

/** Formats a mass in grams as finely as a scoop is: milligrams, grams or kilograms. */
export function showMass(grams: number): string {
  const size = Math.abs(grams)
  if (size === 0) return '0 g'
  if (size < 0.1) return `${showNumber(grams * 1000, 2)} mg`
  if (size >= 1000) return `${showNumber(grams / 1000)} kg`
  const digits = size < 10 ? 1 : 0
  return `${grams.toLocaleString(undefined, { maximumFractionDigits: digits })} g`
}

/** Formats litres; below a tenth in millilitres. */
export function showLitres(litres: number): string {
  return litres > 0 && litres < 0.1 ? `${showNumber(litres * 1000)} mL` : `${showNumber(litres)} L`
}

/**
 * Reads a number as people type it: "1.5", "1,5", " 1 200 ".
 * A single comma is a decimal comma; NaN where it is no number, null where nothing was typed.
 */
export function readNumber(text: string): number | null {
  const plain = text.replace(/[\s\u00a0']/g, '')
  if (plain === '') return null
  const comma = plain.includes(',') && !plain.includes('.') ? plain.replace(',', '.') : plain
  const whole = plain.includes('.') ? plain.replace(/,/g, '') : comma
  return /^-?\d*\.?\d+$|^-?\d+\.$/.test(whole) ? Number(whole) : NaN
}
