import type { Schemas } from './client'

export type Mass = Schemas['Mass']
export type Volume = Schemas['Volume']
export type Length = Schemas['Length']
/** An amount of a product, weighed or poured. */
export type Bulk = Mass | Volume

interface Typed<U extends string> {
  value: number
  unit: U
}

const isMass = (typed: Typed<Bulk['unit']>): typed is Typed<Mass['unit']> =>
  ['g', 'kg', 'mg', 'oz', 'lb'].includes(typed.unit)
const isVolume = (typed: Typed<Bulk['unit']>): typed is Typed<Volume['unit']> => !isMass(typed)

/** A measure as the mass or the volume that its unit makes it. */
export function bulk(typed: Typed<Bulk['unit']>): Bulk | null {
  if (isMass(typed)) return typed
  return isVolume(typed) ? typed : null
}

/** Whether something that a shape holds is a length. */
export function isLength(value: unknown): value is Length {
  return typeof value === 'object' && value !== null && 'unit' in value && 'value' in value
}
