import type { Schemas } from '../../api/client'
import { useGarden, usePlan } from '../../api/gardens'
import { litresOf } from '../../lib/units'
import { t } from '../../lib/words'

/** What can stand in a blank, and what it is called in the garden. */
export interface Suggestion {
  text: string
  name: string
}

export type Own = Partial<Record<Schemas['BlankView']['kind'], Suggestion[]>>

/** A garden's beds, bags, spoons and cans, as they would be typed into a blank. */
export function useOwn(gardenId: string): Own {
  const { file } = useGarden(gardenId)
  const plan = usePlan(gardenId)
  const { garden } = file
  const names = new Map(garden.places.map((one) => [one.id, one.name]))
  return {
    area: plan.places
      .filter((one) => one.area_m2 > 0)
      .map((one) => ({ text: `${digits(one.area_m2)} m2`, name: names.get(one.id) ?? '' })),
    grade: garden.products.flatMap((one) => {
      const text = gradeOf(one)
      return text ? [{ text, name: one.name }] : []
    }),
    scoop: garden.scoops.map((one) => ({
      text: `${digits(litresOf(one.volume) * 1000)} mL`,
      name: one.name,
    })),
    volume: [{ text: `${digits(litresOf(garden.preferences.can))} L`, name: t('one can') }],
  }
}

/** Blanks that hold a can of the garden's. */
const CANS = ['can_l', 'into_l']

/** What of a garden stands in a blank before anything is typed: its first bed, bag, spoon, can. */
export function filledIn(own: Own, blank: Schemas['BlankView']): string | undefined {
  if (blank.kind === 'volume' && !CANS.includes(blank.name)) return undefined
  if (/_[23]$|small/.test(blank.name)) return undefined
  return own[blank.kind]?.[0]?.text
}

/** A point before decimals is read in every language where nothing else stands in the number. */
const digits = (value: number) => String(Math.round(value * 100) / 100)

/** The three numbers of a bag that declares oxides; empty for what declares otherwise. */
function gradeOf(product: Schemas['Product']): string {
  const of = (nutrient: string) =>
    product.declared.find((one) => one.nutrient === nutrient)?.pct ?? 0
  if (of('P') > 0 || of('K') > 0) return ''
  const three = [of('N'), of('P2O5'), of('K2O')]
  return three.some((one) => one > 0) ? three.map(digits).join('-') : ''
}
