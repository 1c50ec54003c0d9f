import { useMutation, useQueryClient } from '@tanstack/react-query'
import { Button, Steps } from 'antd'
import { Suspense, useEffect, useRef, useState } from 'react'
import { Link, useNavigate } from 'react-router'
import { faultsOf, write } from '../../api/client'
import { useCatalogue, useWords } from '../../api/reference'
import { gardenQueries } from '../../api/gardens'
import { BRAND, t } from '../../lib/words'
import { Refused, type FaultAt } from '../../parts/Field'
import { termOf } from '../../parts/names'
import { Feeds } from './Feeds'
import { Grows } from './Grows'
import { Holds } from './Holds'
import { Measures } from './Measures'
import { keep, kept, toSend, type Draft } from './state'
import { Where } from './Where'
import './begin.css'

const STEPS = [Where, Holds, Grows, Feeds, Measures] as const
const OF_STEP: readonly (readonly string[])[] = [
  ['name', 'climate', 'latitude_deg', 'time_zone'],
  [],
  ['held'],
  ['bags', 'materials'],
  ['preferences'],
]

const titles = () => [
  [t('Where'), t('Where is it?')],
  [t('Beds and tubs'), t('What holds the plants?')],
  [t('Crops'), t('What grows there?')],
  [t('Bags'), t('What is in the shed?')],
  [t('Measures'), t('What is it measured with?')],
]

/** My garden in five questions; it opens at any of them with what was said so far. */
export function View() {
  return (
    <main className="welcome stack begin">
      <Suspense>
        <Conversation />
      </Suspense>
    </main>
  )
}

function Conversation() {
  const catalogue = useCatalogue()
  const words = useWords()
  const [draft, setDraft] = useState(() => kept(catalogue))
  const [open, creating] = useOpening(draft)
  const faults: FaultAt[] = faultsOf(creating.error)
  const wrong = stepOf(faults)
  useEffect(() => {
    document.title = `${t('My garden')} · ${BRAND}`
    return () => {
      document.title = BRAND
    }
  }, [])
  const change = (next: Draft) => {
    keep(next)
    setDraft(next)
  }
  const go = (step: number) => change({ ...draft, step })
  const Now = STEPS[draft.step] ?? Where
  const last = draft.step === STEPS.length - 1
  return (
    <>
      <div className="row">
        <h1>{t('My garden')}</h1>
        <span className="spacer" />
        <Link to="/">{t('To the gardens')}</Link>
      </div>
      <Steps
        size="small"
        current={draft.step}
        onChange={go}
        responsive={false}
        items={titles().map(([title], n) => ({ title, status: n === wrong ? 'error' : undefined }))}
      />
      <h2>{titles()[draft.step]?.[1]}</h2>
      <Now draft={draft} faults={faults} onChange={change} />
      <Refused
        faults={faults
          .filter((one) => stepOf([one]) !== draft.step)
          .map((one) => ({ ...one, problem: `${termOf(words.terms, one.field)}: ${one.problem}` }))}
      />
      <div className="row begin-on">
        {draft.step > 0 && <Button onClick={() => go(draft.step - 1)}>{t('Back')}</Button>}
        {!last && (
          <Button type="primary" onClick={() => go(draft.step + 1)}>
            {t('Next')}
          </Button>
        )}
        <Button type={last ? 'primary' : 'text'} loading={creating.isPending} onClick={open}>
          {last ? t('Show what to weigh') : t('Enough: open the garden')}
        </Button>
      </div>
    </>
  )
}

/** The step that a fault belongs to; -1 where there is none. */
function stepOf(faults: readonly FaultAt[]): number {
  return OF_STEP.findIndex((fields) =>
    faults.some((one) => fields.includes(one.field.split('.')[0])),
  )
}

/** Makes the garden, once; then to its first amounts, or to the Plot where nothing grows yet. */
function useOpening(draft: Draft) {
  const client = useQueryClient()
  const navigate = useNavigate()
  const begun = useRef(false)
  const creating = useMutation({
    mutationFn: () => write('POST', `/api/gardens/${draft.id}/begin`, toSend(draft.said)),
    onSuccess: async () => {
      keep(null)
      await client.invalidateQueries({ queryKey: gardenQueries.list.queryKey })
      const grows = draft.said.held.some((one) => one.crops.length > 0)
      await navigate(`/g/${draft.id}/${grows ? 'today' : 'plot'}`)
    },
    onError: () => {
      begun.current = false
    },
  })
  const open = () => {
    if (begun.current) return
    begun.current = true
    creating.mutate()
  }
  return [open, creating] as const
}
