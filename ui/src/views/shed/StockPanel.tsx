import { useQuery } from '@tanstack/react-query'
import { Button } from 'antd'
import { SaveButton } from '../../parts/SaveButton'
import { useState } from 'react'
import { faultsOf, type Schemas } from '../../api/client'
import { useGarden, usePlan, useWrites } from '../../api/gardens'
import { useWords } from '../../api/reference'
import { shedQueries } from '../../api/shed'
import { Course } from '../../drawing/Course'
import { showDate } from '../../lib/dates'
import { newId } from '../../lib/ids'
import { showMass } from '../../lib/numbers'
import { t } from '../../lib/words'
import { MeasureField, Refused, type Measure, BULK_UNITS } from '../../parts/Field'
import { bulk, type Bulk } from '../../api/measures'
import { plainly } from '../../parts/SaveBar'
import { MayKeep } from '../../parts/MayKeep'
import type { Move, Product } from './state'

type Typed = { kind: Move['kind']; amount: Measure<Bulk['unit']> | null } | null

/** What is left of a bag, how the season takes it, and what comes and goes besides feeds. */
export function StockPanel(props: {
  gardenId: string
  product: Product
  facts: Schemas['ProductPlan']
}) {
  const { gardenId, product, facts } = props
  const plan = usePlan(gardenId)
  const { data } = useQuery(shedQueries.shopping(gardenId))
  const line = data?.lines.find((one) => one.product === product.id)
  const wanted = line?.wanted_g ?? 0
  return (
    <div className="sheet stack">
      <p>
        {facts.left_g == null
          ? t('Nobody has counted what is in the shed.')
          : t('{amount} are left.', { amount: showMass(facts.left_g) })}{' '}
        {wanted > 0
          ? t('The rest of the season would take {amount}.', { amount: showMass(wanted) })
          : t('The rest of the season takes none of it.')}{' '}
        {line?.runs_out_on && (
          <b className="runs-out">
            {t('It runs out on {day}; {amount} are missing.', {
              day: showDate(line.runs_out_on, plan.as_of),
              amount: showMass(line.short_g),
            })}
          </b>
        )}
      </p>
      {facts.left_g != null && line && line.uses.length > 0 && (
        <Course
          left={facts.left_g}
          uses={line.uses}
          today={plan.as_of}
          title={t('What is left of {name} over the season', { name: product.name })}
          amount={showMass}
        />
      )}
      <Moves gardenId={gardenId} product={product} />
    </div>
  )
}

/** Bought, opened, written off: each a thing of its own, with its undo. */
function Moves({ gardenId, product }: { gardenId: string; product: Product }) {
  const { file } = useGarden(gardenId)
  const plan = usePlan(gardenId)
  const words = useWords()
  const { save, remove } = useWrites(gardenId)
  const [typed, setTyped] = useState<Typed>(null)
  const mine = file.log.stock_moves
    .filter((one) => one.product === product.id)
    .sort((a, b) => b.on.localeCompare(a.on))
  const pack = product.price?.pack ?? null
  const keep = (kind: Move['kind'], amount: Move['amount']) => {
    const move = { id: newId(), product: product.id, on: plan.as_of, kind, amount, note: '' }
    save.mutate({ kind: 'stock_moves', thing: move }, { onSuccess: () => setTyped(null) })
  }
  return (
    <>
      <MayKeep kind="stock_moves">
        <div className="row">
          <Button
            onClick={() => setTyped({ kind: 'bought', amount: pack ?? { value: 1, unit: 'kg' } })}
          >
            {t('Bought more')}
          </Button>
          <Button loading={save.isPending} onClick={() => keep('opened', null)}>
            {t('Opened today')}
          </Button>
          <Button onClick={() => setTyped({ kind: 'written_off', amount: null })}>
            {t('Write off')}
          </Button>
        </div>
      </MayKeep>
      {typed && (
        <div className="fields">
          <MeasureField
            label={
              typed.kind === 'bought' ? t('How much was bought') : t('How much is written off')
            }
            hint={typed.kind === 'bought' ? undefined : t('Empty: all of it.')}
            units={BULK_UNITS}
            value={typed.amount}
            onChange={(amount) => setTyped({ ...typed, amount })}
          />
          <div className="row">
            <SaveButton
              loading={save.isPending}
              onClick={() => keep(typed.kind, typed.amount && bulk(typed.amount))}
            ></SaveButton>
            <Button onClick={() => setTyped(null)}>{t('Cancel')}</Button>
          </div>
        </div>
      )}
      <Refused faults={faultsOf(save.error ?? remove.error)} />
      {mine.length > 0 && (
        <ul className="small moves">
          {mine.map((move) => (
            <li key={move.id}>
              {showDate(move.on, plan.as_of)}: {words.terms[`move.${move.kind}`]}{' '}
              {move.amount ? plainly(move.amount) : move.kind === 'written_off' ? t('all') : ''}
              <MayKeep kind="stock_moves">
                <Button
                  type="text"
                  size="small"
                  aria-label={t('Remove: {what}', { what: words.terms[`move.${move.kind}`] })}
                  onClick={() => remove.mutate({ kind: 'stock_moves', key: move.id })}
                >
                  {t('Remove')}
                </Button>
              </MayKeep>
            </li>
          ))}
        </ul>
      )}
    </>
  )
}
