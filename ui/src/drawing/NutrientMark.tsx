import { MARKS, type Nutrient } from '../theme/nutrients'

/** A nutrient's own shape in its own colour; hollow for what is only planned. */
export function NutrientMark({
  nutrient,
  size = 14,
  hollow = false,
}: {
  nutrient: Nutrient
  size?: number
  hollow?: boolean
}) {
  const { colour, path } = MARKS[nutrient]
  return (
    <svg width={size} height={size} viewBox="0 0 16 16" aria-hidden focusable="false">
      <path d={path} fill={hollow ? 'var(--sheet)' : colour} stroke={colour} strokeWidth={2} />
    </svg>
  )
}
