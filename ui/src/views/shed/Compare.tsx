import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { faultsOf, type Schemas } from '../../api/client'
import { useGarden, usePlan } from '../../api/gardens'
import { useWords } from '../../api/reference'
import { shedQueries } from '../../api/shed'
import { Match } from '../../drawing/Match'
import { showMass, showNumber, showNutrient, showPrice } from '../../lib/numbers'
import { t } from '../../lib/words'
import { ChoiceField, Refused } from '../../parts/Field'
import { plantingName } from '../../parts/names'
import { recall, remember } from '../../lib/memory'

const FEWEST = 2
const MOST = 5

/** Two to five products for what one planting still needs, drawn side by side. */
export function Compare({ gardenId }: { gardenId: string }) {
  const { garden } = useGarden(gardenId).file
  const plan = usePlan(gardenId)
  const name = `${gardenId}.compare`
  const [chosen, setChosen] = useState<string[]>(() => begin(recall(name, ''), garden, plan))
  const [planting, setPlanting] = useState(() => hungriest(plan))
  const known = chosen.filter((id) => garden.products.some((one) => one.id === id))
  const ready = planting !== '' && known.length >= FEWEST
  const { data, error } = useQuery({
    ...shedQueries.compare(gardenId, planting, known),
    enabled: ready,
  })
  const mark = (id: string, on: boolean) => {
    const next = on ? [...known, id].slice(-MOST) : known.filter((one) => one !== id)
    remember(name, next.join(' '))
    setChosen(next)
  }
  if (plan.plantings.length === 0) {
    return <p className="sheet">{t('Nothing is planted yet: there is no need to compare for.')}</p>
  }
  return (
    <div className="stack">
      <div className="row compare-asked">
        <ChoiceField
          label={t('For what is still to be given to')}
          value={planting}
          options={plan.plantings.map((one) => ({
            value: one.id,
            label: `${plantingName(one)}, ${garden.places.find((p) => p.id === one.place)?.name}`,
          }))}
          onChange={setPlanting}
        />
        <fieldset className="choices">
          <legend className="small">{t('Two to five of')}</legend>
          {garden.products
            .filter((one) => one.form !== 'mix')
            .map((one) => (
              <label key={one.id} className="small">
                <input
                  type="checkbox"
                  checked={known.includes(one.id)}
                  onChange={(event) => mark(one.id, event.target.checked)}
                />{' '}
                {one.name}
              </label>
            ))}
        </fieldset>
      </div>
      <Refused faults={faultsOf(error)} />
      {!ready && <p className="soft">{t('Choose at least two.')}</p>}
      {ready && data && (
        <div className="contenders">
          {data.contenders.map((one) => (
            <Contender key={one.product} gardenId={gardenId} of={one} need={data.need_g} />
          ))}
        </div>
      )}
      <p className="small soft">
        {t(
          'Each product by itself, in the amount that comes nearest to the need. The outline is the need, the filled part works this season, the hatched part comes with it though nothing needs it.',
        )}
      </p>
    </div>
  )
}

/** The planting with the most jobs ahead: there is most to choose for. */
function hungriest(plan: Schemas['SeasonPlan']): string {
  const ahead = (planting: Schemas['PlantingPlan']) =>
    planting.jobs.filter((job) => job.status === 'planned').length
  const sorted = [...plan.plantings].sort((a, b) => ahead(b) - ahead(a))
  return sorted[0]?.id ?? ''
}

/** What was compared last, else the first products that the season uses. */
function begin(kept: string, garden: Schemas['Garden'], plan: Schemas['SeasonPlan']): string[] {
  const known = kept.split(' ').filter((id) => garden.products.some((one) => one.id === id))
  if (known.length >= FEWEST) return known
  const first = hungriest(plan)
  const mine = (one: Schemas['ProductPlan']) =>
    one.uses.filter((use) => use.planting === first).length
  const used = plan.products.filter((one) => one.uses.length > 0)
  return [...used]
    .sort((a, b) => mine(b) - mine(a))
    .map((one) => one.id)
    .slice(0, 3)
}

function Contender(props: {
  gardenId: string
  of: Schemas['Contender']
  need: Record<string, number>
}) {
  const { of } = props
  const { garden } = useGarden(props.gardenId).file
  const words = useWords()
  const product = garden.products.find((one) => one.id === of.product)
  const { currency } = garden.preferences
  const shares = Object.entries(of.first_season).filter(([, share]) => share < 1)
  const why = of.refused ? words.findings[of.refused] : null
  if (!product) return null
  return (
    <section className={why ? 'sheet stack contender barred' : 'sheet stack contender'}>
      <h2>{product.name}</h2>
      <p>
        <b className="big">{showMass(of.weight_g)}</b>{' '}
        {of.cost != null && <span>{showPrice(of.cost, currency)}</span>}
      </p>
      <Match
        need={props.need}
        brings={of.brings_g}
        unasked={of.unasked_g}
        title={t('{name}: {share} % of the need met', {
          name: product.name,
          share: showNumber(of.match * 100, 2),
        })}
        amount={showNutrient}
      />
      <dl className="facts small">
        <dt>{t('Match')}</dt>
        <dd>{showNumber(of.match * 100, 2)} %</dd>
        {Object.entries(of.cost_per_g).map(([nutrient, price]) => (
          <Fact key={nutrient} name={t('10 g of {nutrient}', { nutrient })}>
            {showPrice(price * 10, currency)}
          </Fact>
        ))}
        {shares.length > 0 && (
          <Fact name={t('Works this season')}>
            {shares.map(([n, share]) => `${n} ${showNumber(share * 100, 2)} %`).join(' · ')}
          </Fact>
        )}
        <Fact name={t('Salt')}>{showNumber(of.salt_ds_m, 2)} dS/m</Fact>
        <Fact name={t('In the shed')}>
          {of.left_g == null ? t('not counted') : showMass(of.left_g)}
        </Fact>
      </dl>
      {why && (
        <p className="small finding warning">
          {why.text} <span className="way-out">{why.remedy}</span>
        </p>
      )}
      <details className="small">
        <summary>{t('Cautions')}</summary>
        <ul className="cautions-list">
          {of.cautions.map((key) => (
            <li key={key}>{words.cautions[key]}</li>
          ))}
        </ul>
      </details>
    </section>
  )
}

function Fact({ name, children }: { name: string; children: React.ReactNode }) {
  return (
    <>
      <dt>{name}</dt>
      <dd>{children}</dd>
    </>
  )
}
