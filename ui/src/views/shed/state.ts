import type { Schemas } from '../../api/client'
import { newId } from '../../lib/ids'
import { t } from '../../lib/words'

export type Product = Schemas['Product']
export type Scoop = Schemas['Scoop']
export type Declared = Schemas['Declared']

/** The analysis fields in the order labels print them; each may be oxide or element. */
export const LABEL_LINES: readonly (readonly Declared['nutrient'][])[] = [
  ['N'],
  ['P2O5', 'P'],
  ['K2O', 'K'],
  ['CaO', 'Ca'],
  ['MgO', 'Mg'],
  ['S', 'SO3'],
]

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
}

/** An empty bag. */
export function newProduct(): Product {
  return {
    id: newId(),
    name: '',
    form: 'granular',
    declared: [],
    basis: 'w/w',
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
  const rest = product.declared.filter((one) => !line.includes(one.nutrient))
  return { ...product, declared: pct === null ? rest : [...rest, { nutrient, pct }] }
}
