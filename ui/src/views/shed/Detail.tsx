import { useQuery } from '@tanstack/react-query'
import { Button, Segmented } from 'antd'
import { useState } from 'react'
import type { Schemas } from '../../api/client'
import { usePlan } from '../../api/gardens'
import { useWords } from '../../api/reference'
import { shedQueries } from '../../api/shed'
import { t } from '../../lib/words'
import { HistoryButton } from '../../parts/History'
import { plantingName } from '../../parts/names'
import { Refusals } from '../../parts/Refusals'
import { FromLabel } from './FromLabel'
import { Instead } from './Instead'
import { ScoopGives } from './ScoopGives'
import { StockPanel } from './StockPanel'
import type { Product } from './state'

type Tab = 'gives' | 'stock' | 'instead'

/** One bag or bottle: what it gives, what is left of it, and what could stand in for it. */
export function Detail(props: {
  gardenId: string
  product: Product
  facts: Schemas['ProductPlan']
  onEdit: () => void
}) {
  const { gardenId, product, facts } = props
  const words = useWords()
  const [tab, setTab] = useState<Tab>('gives')
  const mixed = product.form === 'mix'
  return (
    <>
      <div className="row">
        <div>
          <h2>{product.name}</h2>
          <p className="soft small">
            {words.terms[`form.${product.form}`]} ·{' '}
            {t('figures from {source}', { source: words.terms[`proof.${product.proof}`] })}
          </p>
        </div>
        <span className="spacer" />
        <HistoryButton of={product.id} name={product.name} />
        <Button onClick={props.onEdit}>{t('Change what the label says')}</Button>
      </div>
      <NotUsed gardenId={gardenId} product={product} everywhere={facts.refused ?? null} />
      {!mixed && (
        <Segmented<Tab>
          className="shed-tabs"
          value={tab}
          aria-label={t('Show')}
          options={[
            { value: 'gives', label: t('What a scoop gives') },
            { value: 'stock', label: t('What is left') },
            { value: 'instead', label: t('Without this bag') },
          ]}
          onChange={setTab}
        />
      )}
      {!mixed && tab === 'gives' && (
        <ScoopGives gardenId={gardenId} product={product} facts={facts} />
      )}
      {(mixed || tab === 'stock') && (
        <StockPanel gardenId={gardenId} product={product} facts={facts} />
      )}
      {!mixed && tab === 'instead' && <Instead gardenId={gardenId} product={product.id} />}
      <FromLabel gardenId={gardenId} product={product} />
      <ul className="small cautions-list">
        {facts.cautions.map((key) => (
          <li key={key}>{words.cautions[key]}</li>
        ))}
      </ul>
    </>
  )
}

/** For whom it may not be used, and why. What is only of another kind is not worth a word. */
function NotUsed(props: { gardenId: string; product: Product; everywhere: string | null }) {
  const { gardenId, product, everywhere } = props
  const plan = usePlan(gardenId)
  const words = useWords()
  const { data } = useQuery(shedQueries.refused(gardenId))
  const found = plan.plantings.flatMap((planting) =>
    (data?.refused[planting.id] ?? [])
      .filter((one) => one.product === product.id && !QUIET.includes(one.reason))
      .map((one) => ({ reason: one.reason, who: plantingName(planting) })),
  )
  if (everywhere) {
    const said = () => t('Not used in this garden.')
    return <Refusals of={[{ reason: everywhere, who: '' }]} said={said} words={words} />
  }
  const said = (names: string) => t('Not for {names}.', { names })
  return <Refusals of={found} said={said} words={words} />
}

const QUIET = ['form_fits_no_job', 'lime_is_no_feed']
