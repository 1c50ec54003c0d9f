import { Button } from 'antd'
import type { Schemas } from '../../api/client'
import { NutrientMark } from '../../drawing/NutrientMark'
import { showMass, showNumber, showPrice } from '../../lib/numbers'
import { t } from '../../lib/words'
import { MARKS, NUTRIENTS } from '../../theme/nutrients'
import type { Product } from './state'

/** Several products side by side: what they hold as elements, how strong, and what it costs. */
export function Beside(props: {
  products: readonly Product[]
  plan: Schemas['SeasonPlan']
  garden: Schemas['Garden']
  onClose: () => void
}) {
  const shown = props.products.flatMap((product) => {
    const facts = props.plan.products.find((one) => one.id === product.id)
    return facts ? [{ product, facts }] : []
  })
  const held = NUTRIENTS.filter((n) => shown.some(({ facts }) => facts.fractions[n] > 0))
  const most = Math.max(...shown.flatMap(({ facts }) => held.map((n) => facts.fractions[n])), 1e-9)
  const { currency } = props.garden.preferences
  return (
    <div className="sheet stack beside-table">
      <div className="row">
        <h2>{t('Side by side')}</h2>
        <span className="spacer" />
        <Button size="small" type="text" onClick={props.onClose}>
          {t('Close')}
        </Button>
      </div>
      <table>
        <thead>
          <tr>
            <td />
            {shown.map(({ product }) => (
              <th key={product.id} scope="col">
                {product.name}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {held.map((nutrient) => (
            <tr key={nutrient}>
              <th scope="row">
                <NutrientMark nutrient={nutrient} size={12} /> {nutrient}
              </th>
              {shown.map(({ product, facts }) => (
                <td key={product.id}>
                  <span
                    className="bar-fill"
                    style={{
                      width: `${(60 * facts.fractions[nutrient]) / most}%`,
                      background: MARKS[nutrient].colour,
                    }}
                  />{' '}
                  {showNumber(facts.fractions[nutrient] * 100)} %
                  {facts.price_per_g != null && facts.fractions[nutrient] > 0 && (
                    <span className="soft small beside-price">
                      {t('{price} for 100 g', {
                        price: showPrice(
                          (facts.price_per_g / facts.fractions[nutrient]) * 100,
                          currency,
                        ),
                      })}
                    </span>
                  )}
                </td>
              ))}
            </tr>
          ))}
          <tr>
            <th scope="row">{t('1 g in a litre')}</th>
            {shown.map(({ product, facts }) => (
              <td key={product.id}>EC {showNumber(facts.ec_of_1g_l_ds_m, 2)} dS/m</td>
            ))}
          </tr>
          <tr>
            <th scope="row">{t('left')}</th>
            {shown.map(({ product, facts }) => (
              <td key={product.id}>
                {facts.left_g == null ? t('not counted') : showMass(facts.left_g)}
              </td>
            ))}
          </tr>
        </tbody>
      </table>
    </div>
  )
}
