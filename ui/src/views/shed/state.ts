import type { Schemas } from '../../api/client'
import { newId } from '../../lib/ids'
import { t } from '../../lib/words'

export type Product = Schemas['Product']
export type Scoop = Schemas['Scoop']
export type Declared = Schemas['Declared']
export type Move = Schemas['StockMove']

/** The analysis fields in the order labels print them; each may be oxide or element. */
export const LABEL_LINES: readonly (readonly Declared['nutrient'][])[] = [
  ['N'],
  ['P2O5', 'P'],
  ['K2O', 'K'],
  ['CaO', 'Ca'],
  ['MgO', 'Mg'],
  ['S', 'SO3'],
]

/** What some labels print besides. */
export const TRACE_LINES: readonly (readonly Declared['nutrient'][])[] = [
  ['B'],
  ['Cu'],
  ['Fe'],
  ['Mn'],
  ['Mo'],
  ['Zn'],
  ['Cl'],
  ['Na'],
]

export const FORMS = ['granular', 'soluble', 'liquid', 'organic', 'coated', 'mix'] as const

export const SHOWN: Record<Declared['nutrient'], string> = {
  N: 'N',
  P2O5: 'P₂O₅',
  P: 'P',
  K2O: 'K₂O',
  K: 'K',
  CaO: 'CaO',
  Ca: 'Ca',
  MgO: 'MgO',
  Mg: 'Mg',
  SO3: 'SO₃',
  S: 'S',
  B: 'B',
  Cu: 'Cu',
  Fe: 'Fe',
  Mn: 'Mn',
  Mo: 'Mo',
  Zn: 'Zn',
  Cl: 'Cl',
  Na: 'Na',
}

/** How a label prints what it declares; as it stands where it is none of the usual lines. */
export function shownAs(declared: string): string | undefined {
  return new Map<string, string>(Object.entries(SHOWN)).get(declared)
}

/** An empty bag. */
export function newProduct(): Product {
  return {
    id: newId(),
    name: '',
    form: 'granular',
    declared: [],
    basis: 'w/w',
    proof: 'label',
    added: [],
    for_seed: false,
    may_use: false,
    other_packs: [],
    note: '',
  }
}

/** A new measure, to be corrected by the grower. */
export function newScoop(): Scoop {
  return { id: newId(), name: t('my scoop'), volume: { value: 30, unit: 'mL' } }
}

/** The product with one line of its label changed; an empty line is dropped. */
export function withDeclared(
  product: Product,
  line: readonly Declared['nutrient'][],
  nutrient: Declared['nutrient'],
  pct: number | null,
): Product {
  const at = product.declared.findIndex((one) => line.includes(one.nutrient))
  if (pct === null) {
    return { ...product, declared: product.declared.filter((one) => !line.includes(one.nutrient)) }
  }
  const next = { nutrient, pct }
  const declared = at < 0 ? [...product.declared, next] : product.declared.with(at, next)
  return { ...product, declared }
}

/** A product as another kind: a mix has no percentages, and nothing else has a charge. */
export function asForm(product: Product, form: Product['form']): Product {
  if (form === 'mix') return { ...product, form, declared: [], nitrogen: null, basis: 'w/w' }
  return { ...product, form, added: [], for_seed: false }
}

/** A label in one line: its kind and what it declares. */
export function labelOf(product: Product, terms: Record<string, string>): string {
  const lines = product.declared.map((one) => `${SHOWN[one.nutrient]} ${one.pct}`)
  const added = product.added.map((one) => `${SHOWN[one.nutrient]} ${one.mg_l} mg/L`)
  const none = product.for_seed ? t('unfertilised, for sowing') : t('nothing declared')
  return `${terms[`form.${product.form}`]}: ${[...lines, ...added].join(' · ') || none}`
}

/** Where a label is remembered while it is typed. */
export const labelDraft = (gardenId: string) => `${gardenId}.label`

/** The pages of the shed. */
export const PAGES = ['shelf', 'table', 'compare', 'mixes', 'buy'] as const
/** The table is the shelf in another form, not a tab of its own. */
export const TABS = ['shelf', 'compare', 'mixes', 'buy'] as const
export type Page = (typeof PAGES)[number]
