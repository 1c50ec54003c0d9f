import type { Schemas } from '../../api/client'
import { useWords } from '../../api/reference'
import { NutrientMark } from '../../drawing/NutrientMark'
import { showMass, showNumber, showPrice } from '../../lib/numbers'
import { t } from '../../lib/words'
import { Sentence } from '../../parts/Sentence'
import { Why } from '../../parts/Why'
import { MARKS, NUTRIENTS } from '../../theme/nutrients'
import type { Product } from './state'

/** What one level scoop of a product weighs, and what each scoop brings, drawn side by side. */
export function ScoopGives(props: {
  product: Product
  facts: Schemas['ProductPlan']
  /** As it was before what is being typed. */
  before?: Schemas['ProductPlan']
  garden: Schemas['Garden']
}) {
  const { product, facts, garden, before } = props
  const was = (scoop: string, nutrient: string, now: number) => {
    const old = before?.scoops.find((one) => one.scoop === scoop)?.nutrients_g[nutrient]
    return old !== undefined && Math.abs(old - now) > 0.005 ? (
      <s className="soft">{showMass(old)}</s>
    ) : null
  }
  const words = useWords()
  const names = new Map(garden.scoops.map((scoop) => [scoop.id, scoop.name]))
  const most = Math.max(...facts.scoops.flatMap((s) => Object.values(s.nutrients_g)), 1e-9)
  const holds = NUTRIENTS.filter((nutrient) => facts.fractions[nutrient] > 0)
  return (
    <div className="sheet stack">
      <h3>{t('One level scoop gives')}</h3>
      {facts.scoops.length === 0 && <p className="soft">{t('Add a scoop of yours to see it.')}</p>}
      {facts.scoops.map((scoop) => (
        <div key={scoop.scoop} className="scoop-gives">
          <span>
            <b>{names.get(scoop.scoop)}</b>{' '}
            <Why
              of={`scoop/${product.id}/${scoop.scoop}`}
              assumed={facts.density_origin === 'assumed'}
            >
              {showMass(scoop.grams)}
            </Why>
          </span>
          <span className="bars">
            {holds.map((nutrient) => (
              <span key={nutrient} className="bar-row">
                <NutrientMark nutrient={nutrient} size={12} />
                <span className="bar-name">{nutrient}</span>
                <span
                  className="bar-fill"
                  style={{
                    width: `${Math.max((55 * scoop.nutrients_g[nutrient]) / most, 0.6)}%`,
                    background: MARKS[nutrient].colour,
                  }}
                />
                {was(scoop.scoop, nutrient, scoop.nutrients_g[nutrient])}
                <Why of={`scoop/${product.id}/${scoop.scoop}/${nutrient}`}>
                  {showMass(scoop.nutrients_g[nutrient])}
                </Why>
              </span>
            ))}
          </span>
        </div>
      ))}
      {facts.density_origin === 'assumed' && (
        <p className="small">
          {t(
            'Its density of {density} g/mL is assumed, good to about 15 %. Weigh one level cup and type it in: every amount follows.',
            {
              density: showNumber(facts.density_g_ml),
            },
          )}
        </p>
      )}
      {facts.first_season_n < 1 && (
        <p className="small">
          <Sentence
            say="Of its nitrogen {share} works in the first season."
            of={{
              share: (
                <Why of={`share/${product.id}`}>{showNumber(facts.first_season_n * 100)} %</Why>
              ),
            }}
          />
        </p>
      )}
      {facts.price_per_g != null && (
        <p className="small soft">
          {holds.map((nutrient, n) => (
            <span key={nutrient}>
              {n > 0 && ' · '}
              {nutrient}{' '}
              {t('{price} for 100 g', {
                price: showPrice(
                  ((facts.price_per_g ?? 0) / facts.fractions[nutrient]) * 100,
                  garden.preferences.currency,
                ),
              })}
            </span>
          ))}
        </p>
      )}
      <ul className="small cautions-list">
        {facts.cautions.map((key) => (
          <li key={key}>{words.cautions[key]}</li>
        ))}
      </ul>
    </div>
  )
}
