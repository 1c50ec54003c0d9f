import { Button } from 'antd'
import { useState } from 'react'
import { faultsOf, type Schemas } from '../../api/client'
import { useWrites } from '../../api/gardens'
import { useOutbox } from '../../api/outbox'
import { useWords } from '../../api/reference'
import { showDate } from '../../lib/dates'
import { plural, t } from '../../lib/words'
import { Refused } from '../../parts/Field'
import { plantingName } from '../../parts/names'
import { Sentence } from '../../parts/Sentence'
import { useToast } from '../../lib/useToast'
import { MayKeep } from '../../parts/MayKeep'
import { amountsOf, waterOf } from './amounts'
import { JobCard } from './JobCard'
import type { Due } from './state'

/** From so many on there is one question for all of them. */
const SEVERAL = 3

/** Feeds that were due and have no entry: one question, and none of it counts until answered. */
export function Missed({ asked, gardenId }: { asked: readonly Due[]; gardenId: string }) {
  const [singly, setSingly] = useState(false)
  const { saveAll, removeAll } = useWrites(gardenId)
  const toast = useToast()
  const kept = useOutbox(gardenId).all
  const open = asked.filter((due) => !kept.some((one) => one.key === due.job.key))
  if (asked.length < SEVERAL || singly) {
    return asked.map((due) => <Asked key={due.job.key} due={due} gardenId={gardenId} />)
  }
  const first = open.reduce((day, { job }) => (job.due_on < day ? job.due_on : day), '9999')
  const all = (outcome: 'given' | 'missed') =>
    saveAll.mutate(
      { kind: 'feeds', things: open.map((due) => ({ ...entryOf(due, outcome) })) },
      {
        onSuccess: () =>
          toast({
            text: t('Recorded for all of them. The rest of the season is worked out again.'),
            undo: () =>
              removeAll(
                'feeds',
                open.map(({ job }) => job.key),
              ),
          }),
      },
    )
  if (open.length === 0) {
    return <p className="sheet small soft">{t('Kept in this browser until Eznel answers.')}</p>
  }
  return (
    <div className="sheet asked">
      <p>
        {plural(
          open.length,
          'One feed since {day} has no answer.',
          '{n} feeds since {day} have no answer. What was done with them?',
          { day: showDate(first) },
        )}
      </p>
      <MayKeep kind="feeds">
        <div className="row">
          <Button loading={saveAll.isPending} onClick={() => all('given')}>
            {t('All as planned')}
          </Button>
          <Button disabled={saveAll.isPending} onClick={() => all('missed')}>
            {t('None was given')}
          </Button>
          <Button onClick={() => setSingly(true)}>{t('Let me tick')}</Button>
        </div>
      </MayKeep>
      <Refused faults={faultsOf(saveAll.error)} />
    </div>
  )
}

/** What is recorded of a feed on the day it was due: as it was planned, or not at all. */
function entryOf({ job, planting }: Due, outcome: 'given' | 'missed'): Schemas['FeedEntry'] {
  const mix = outcome === 'given' ? job.mixes.at(0) : undefined
  return {
    id: job.key,
    planting: planting.id,
    job: job.key,
    on: job.due_on,
    outcome: mix ? 'given' : 'missed', // what had no amount was not given
    amounts: mix ? amountsOf(mix) : [],
    planned: mix ? amountsOf(mix) : [],
    water: waterOf(mix),
    poured: mix?.poured ?? 1,
    note: '',
  }
}

/** One feed that was due and has no entry. */
function Asked({ due, gardenId }: { due: Due; gardenId: string }) {
  const words = useWords()
  const { save } = useWrites(gardenId)
  const kept = useOutbox(gardenId).all.some((one) => one.key === due.job.key)
  const [open, setOpen] = useState(false)
  if (open) return <JobCard due={due} gardenId={gardenId} tone="now" asking />
  return (
    <div className="sheet asked">
      <p>
        <Sentence
          say="{planting}: {kind}, {day}. Was it given?"
          of={{
            planting: <b>{plantingName(due.planting)}</b>,
            kind: words.terms[`kind.${due.job.kind}`],
            day: showDate(due.job.due_on),
          }}
        />
      </p>
      {kept ? (
        <p className="small soft">{t('Kept in this browser until Eznel answers.')}</p>
      ) : (
        <MayKeep kind="feeds">
          <div className="row">
            <Button onClick={() => setOpen(true)}>{t('Yes, it was')}</Button>
            <Button
              loading={save.isPending}
              onClick={() => save.mutate({ kind: 'feeds', thing: entryOf(due, 'missed') })}
            >
              {t('No, it was missed')}
            </Button>
          </div>
        </MayKeep>
      )}
    </div>
  )
}
