/** The nutrients, in the order they are always shown. */
export const NUTRIENTS = ['N', 'P', 'K', 'Ca', 'Mg', 'S'] as const
export type Nutrient = (typeof NUTRIENTS)[number]

/** Whether what was measured, or sits on exchange sites, is one of the six. */
export function isNutrient(name: string): name is Nutrient {
  return NUTRIENTS.some((one) => one === name)
}

/** Each nutrient has one colour and one shape, the same everywhere; shapes tell without colour. */
export const MARKS: Record<Nutrient, { colour: string; path: string }> = {
  N: { colour: '#2f8f5b', path: 'M8 1.5 14.5 14h-13z' },
  P: { colour: '#8a5cc0', path: 'M8 1 15 8l-7 7-7-7z' },
  K: { colour: '#c98212', path: 'M8 1.5a6.5 6.5 0 1 0 0 13 6.5 6.5 0 0 0 0-13z' },
  Ca: { colour: '#3b82c4', path: 'M2 2h12v12H2z' },
  Mg: { colour: '#c04a7c', path: 'M4.6 1.8h6.8L15 8l-3.6 6.2H4.6L1 8z' },
  S: { colour: '#85813a', path: 'M6 1h4v5h5v4h-5v5H6v-5H1V6h5z' },
}
