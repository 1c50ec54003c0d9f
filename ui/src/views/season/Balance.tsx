import { useQuery } from '@tanstack/react-query'
import { Drawer, Segmented } from 'antd'
import { useState } from 'react'
import {
  balanceQueries,
  useTriedBalance,
  type Balance as Found,
  type TriedOut,
} from '../../api/balance'
import { faultsOf } from '../../api/client'
import { usePlan } from '../../api/gardens'
import { useWords } from '../../api/reference'
import { BalanceTide } from '../../drawing/BalanceTide'
import { NutrientMark } from '../../drawing/NutrientMark'
import { showNumber, showNutrient } from '../../lib/numbers'
import { t } from '../../lib/words'
import { Refused } from '../../parts/Field'
import { plantingName } from '../../parts/names'
import { MARKS } from '../../theme/nutrients'
import { BalanceSaid } from './BalanceSaid'
import { BalanceSources } from './BalanceSources'
import { AS_PLANNED, BalanceTry, isTried } from './BalanceTry'
import type { Planting } from './state'

type Line = Found['lines'][number]
type Substance = Line['substance']

/** A planting's nutrients and salts by day: what is in reach, missing and lost, and what if. */
export default function Balance(props: {
  gardenId: string
  planting: Planting
  onClose: () => void
}) {
  const { gardenId, planting } = props
  const words = useWords()
  const plan = usePlan(gardenId)
  const [substance, setSubstance] = useState<Substance>('N')
  const [tried, setTried] = useState<TriedOut>(AS_PLANNED)
  const { data: planned, error } = useQuery(balanceQueries.planned(gardenId, planting.id))
  const would = useTriedBalance(gardenId, planting.id, isTried(tried) ? tried : null)
  const name = (x: Substance) => (x === 'salts' ? t('Salts') : words.terms[`nutrient.${x}`])
  const line = lineOf(planned, substance)
  const now = lineOf(would, substance) ?? line
  return (
    <Drawer
      open
      onClose={props.onClose}
      size={860}
      title={t('Balance by day: {planting}', { planting: plantingName(planting) })}
    >
      <div className="stack">
        <p className="small soft">
          {t(
            'What is in reach of the roots each evening: what came, less what was taken up and what went below. The band is how far it may be off; arrows above are feeds, red ones below what is lost.',
          )}
        </p>
        <Refused faults={faultsOf(error)} />
        {!planned && !error && <p role="status">{t('Reckoning day by day …')}</p>}
        {planned && line && now && (
          <>
            <Segmented<Substance>
              value={substance}
              onChange={setSubstance}
              aria-label={t('Of what')}
              options={planned.lines.map((one) => ({
                value: one.substance,
                label:
                  one.substance === 'salts' ? (
                    t('Salts')
                  ) : (
                    <>
                      <NutrientMark nutrient={one.substance} size={12} /> {one.substance}
                    </>
                  ),
              }))}
            />
            <BalanceTide
              days={(would ?? planned).days}
              left={now.left}
              low={now.low}
              high={now.high}
              missing={substance === 'salts' ? [] : missingOf(now)}
              lost={now.lost}
              fed={fedDays(planting)}
              bears={substance === 'salts' ? planned.bears_ds_m : null}
              was={would ? { days: planned.days, left: line.left } : null}
              colour={substance === 'salts' ? 'var(--soft)' : MARKS[substance].colour}
              today={plan.as_of}
              show={substance === 'salts' ? showSalts : showNutrient}
              title={t('{substance} in reach of the roots, day by day', {
                substance: name(substance),
              })}
            />
            <BalanceSaid
              gardenId={gardenId}
              planned={planned}
              would={would}
              substance={substance}
              tub={planting.method === 'tub'}
            />
            <BalanceTry planting={planting} tried={tried} onChange={setTried} />
            <BalanceSources gardenId={gardenId} of={would ?? planned} substance={substance} />
          </>
        )}
      </div>
    </Drawer>
  )
}

function lineOf(of: Found | undefined, substance: Substance): Line | undefined {
  return of?.lines.find((one) => one.substance === substance)
}

/** What was wanted and is not there, by each day. */
function missingOf(line: Line): number[] {
  return line.wanted.map((wanted, n) => Math.max(wanted - line.taken[n], 0))
}

function fedDays(planting: Planting): string[] {
  return planting.jobs
    .filter((job) => job.status === 'given' || job.status === 'planned')
    .map((job) => job.due_on)
}

function showSalts(value: number): string {
  return `${showNumber(value, 2)} dS/m`
}
