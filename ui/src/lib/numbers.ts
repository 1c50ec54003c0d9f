/** Formats a number with three significant digits, as the reader's language writes it. */
export function showNumber(value: number, digits = 3): string {
  if (Math.abs(value) >= 1000) return Math.round(value).toLocaleString()
  return value.toLocaleString(undefined, { maximumSignificantDigits: digits })
}

/** Formats a mass in grams; from 1000 g on in kilograms. */
export function showMass(grams: number): string {
  return Math.abs(grams) >= 1000 ? `${showNumber(grams / 1000)} kg` : `${showNumber(grams)} g`
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
