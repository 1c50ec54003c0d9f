import type { Balance } from '../../api/balance'
import { useGarden } from '../../api/gardens'
import { showNutrient } from '../../lib/numbers'
import { t } from '../../lib/words'

type Source = Balance['sources'][number]

/** Where a nutrient comes from over the season. */
export function BalanceSources(props: {
  gardenId: string
  of: Balance
  substance: Balance['lines'][number]['substance']
}) {
  const { products } = useGarden(props.gardenId).file.garden
  const { substance } = props
  if (substance === 'salts') return null
  const rows = props.of.sources
    .map((one) => ({ name: nameOf(one, products), grams: one.grams[substance] ?? 0 }))
    .filter((one) => one.grams > 0)
  const removed = props.of.removed_g[substance] ?? 0
  if (rows.length === 0) return null
  return (
    <table className="small balance-sources">
      <caption>{t('Where it comes from')}</caption>
      <tbody>
        {rows.map((one) => (
          <tr key={one.name}>
            <th scope="row">{one.name}</th>
            <td>{showNutrient(one.grams)}</td>
          </tr>
        ))}
        {removed > 0 && (
          <tr>
            <th scope="row">{t('taken away with the harvest')}</th>
            <td>−{showNutrient(removed)}</td>
          </tr>
        )}
      </tbody>
    </table>
  )
}

function nameOf(of: Source, products: readonly { id: string; name: string }[]): string {
  switch (of.kind) {
    case 'ground':
      return t('ground, compost and the crop before')
    case 'nitrate_test':
      return t('nitrate that a test found')
    case 'mix':
      return t('the mix and what is mixed through it')
    case 'water':
      return t('the water')
    case 'before':
      return t('given before the log was kept')
    case 'air':
      return t('the air, by the roots of legumes')
    case 'tried':
      return t('compost, tried')
    default:
      return products.find((one) => one.id === of.product)?.name ?? t('feeds')
  }
}
