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
import { type Hands } from '../../drawing/BalanceHands'
import { BalanceTide } from '../../drawing/BalanceTide'
import { NutrientMark } from '../../drawing/NutrientMark'
import { showDate } from '../../lib/dates'
import { showNumber, showNutrient } from '../../lib/numbers'
import { t } from '../../lib/words'
import { Refused } from '../../parts/Field'
import { plantingName } from '../../parts/names'
import { MARKS } from '../../theme/nutrients'
import { BalanceSaid } from './BalanceSaid'
import { BalanceSources } from './BalanceSources'
import { AS_PLANNED, BalanceTry, isTried, triedSaid } from './BalanceTry'
import { fedDays, missingOf, type Planting } from './state'
import { BalanceWhole } from './BalanceWhole'

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
  const [whole, setWhole] = useState(false)
  const beside = plan.plantings.filter(
    (one) => one.place === planting.place && one.last_pick >= `${plan.as_of.slice(0, 4)}-01-01`,
  )
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
            {beside.length > 1 && substance !== 'salts' && (
              <Segmented
                value={whole ? 'place' : 'planting'}
                onChange={(of) => setWhole(of === 'place')}
                aria-label={t('Of which plants')}
                options={[
                  { value: 'planting', label: t('this planting') },
                  { value: 'place', label: t('the whole place') },
                ]}
              />
            )}
            {whole && substance !== 'salts' ? (
              <BalanceWhole
                place={planting.place}
                name={name(substance)}
                {...{ gardenId, substance }}
              />
            ) : (
              <Alone
                {...{ gardenId, planting, planned, would, line, now, substance, tried }}
                name={name(substance)}
                onTry={setTried}
              />
            )}
          </>
        )}
      </div>
    </Drawer>
  )
}

/** One planting's tide, what there is to say of it, and what may be tried. */
function Alone(props: {
  gardenId: string
  planting: Planting
  planned: Found
  would: Found | undefined
  line: Line
  now: Line
  substance: Substance
  name: string
  tried: TriedOut
  onTry: (tried: TriedOut) => void
}) {
  const { gardenId, planting, planned, would, line, now, substance, tried } = props
  const plan = usePlan(gardenId)
  const words = useWords()
  return (
    <>
      <p className="small soft pulled" role="status">
        {triedSaid(tried) ||
          (planned.rained_on
            ? t(
                'Pull a feed sideways for its day, up or down for its dose; the drop is rain to come, the heap is compost.',
              )
            : t('Pull a feed sideways for its day, up or down for its dose; the heap is compost.'))}
      </p>
      <BalanceTide
        hands={handsOf(planting, planned, tried, words, (part) =>
          props.onTry({ ...tried, ...part }),
        )}
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
        title={t('{substance} in reach of the roots, day by day', { substance: props.name })}
      />
      <BalanceSaid
        gardenId={gardenId}
        planned={planned}
        would={would}
        substance={substance}
        tub={planting.method === 'tub'}
        otherDays={tried.rain_share !== 1 || tried.year !== 'usual'}
      />
      <BalanceTry
        planting={planting}
        tried={tried}
        rains={planned.rained_on}
        onChange={props.onTry}
      />
      <BalanceSources gardenId={gardenId} of={would ?? planned} substance={substance} />
    </>
  )
}

function lineOf(of: Found | undefined, substance: Substance): Line | undefined {
  return of?.lines.find((one) => one.substance === substance)
}

function handsOf(
  planting: Planting,
  planned: Found,
  tried: TriedOut,
  words: ReturnType<typeof useWords>,
  onPull: (part: Partial<TriedOut>) => void,
): Hands {
  const feeds = planting.jobs.filter((job) => job.status === 'planned')
  return {
    ...tried,
    feeds: feeds.map((job) => ({
      key: job.key,
      due: job.due_on,
      label: `${showDate(job.due_on)}: ${words.terms[`kind.${job.kind}`]}`,
    })),
    rains: planned.rained_on,
    labels: { rain: t('Rain from today on'), compost: t('Garden compost spread today') },
    onPull,
  }
}

function showSalts(value: number): string {
  return `${showNumber(value, 2)} dS/m`
}
