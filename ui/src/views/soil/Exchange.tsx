import type { Schemas } from '../../api/client'
import { useWords } from '../../api/reference'
import { Shares } from '../../drawing/Shares'
import { showNumber } from '../../lib/numbers'
import { t } from '../../lib/words'
import { Findings } from '../../parts/Findings'
import { Sentence } from '../../parts/Sentence'
import { Why } from '../../parts/Why'
import { analyteName } from './state'

/** Exchange capacity and its shares as a picture; salts as a number against where harm begins. */
export function Exchange({ facts }: { facts: Schemas['PlacePlan'] }) {
  const words = useWords()
  const { exchange, salts } = facts
  return (
    <div className="sheet stack">
      {exchange ? (
        <>
          <p>
            <Sentence
              say="Exchange capacity {cec} cmol/kg: how much this soil can hold on to."
              of={{
                cec: (
                  <Why of={`cec/${facts.id}`} assumed={exchange.estimated}>
                    {showNumber(exchange.cmol_kg)}
                  </Why>
                ),
              }}
            />
          </p>
          <Shares
            shares={Object.entries(exchange.shares_pct).map(([nutrient, pct]) => ({
              nutrient,
              name: analyteName(words.terms, nutrient),
              pct,
              wanted: exchange.wanted_pct[nutrient] as [number, number] | undefined,
            }))}
            rest={t('acid')}
            label={t('Shares of the exchange sites: {list}', {
              list: Object.entries(exchange.shares_pct)
                .map(([nutrient, pct]) => `${nutrient} ${showNumber(pct, 2)} %`)
                .join(', '),
            })}
          />
          <p className="small soft">
            {t(
              'The thick part is what the school of balanced cations asks for. Trials rarely find that yields gain by it.',
            )}
          </p>
          <Findings of={exchange.findings} words={words} />
        </>
      ) : (
        <p className="soft">
          {t(
            'No exchange capacity: a laboratory prints it, or it follows from calcium, magnesium and potassium by Mehlich-3 or ammonium acetate.',
          )}
        </p>
      )}
      {salts ? (
        <>
          <p>
            <Sentence
              say="Salts {ec} dS/m; harm begins at {threshold}."
              of={{
                ec: <Why of={`salts/${facts.id}`}>{showNumber(salts.ds_m)}</Why>,
                threshold: showNumber(salts.threshold_ds_m),
              }}
            />
          </p>
          <Findings of={salts.findings} words={words} />
        </>
      ) : (
        <p className="small soft">{t('Salts were not measured.')}</p>
      )}
    </div>
  )
}
