import { Button } from 'antd'
import { lazy, useState } from 'react'
import { faultsOf, type Schemas } from '../../api/client'
import { useDevice } from '../../api/devices'
import { useMoveJob, usePlan, useWrites } from '../../api/gardens'
import { useOutbox } from '../../api/outbox'
import { addDays, showDate } from '../../lib/dates'
import { t } from '../../lib/words'
import { DateField } from '../../parts/DateField'
import { Later as LaterPart } from '../../parts/Later'
import { Refused } from '../../parts/Field'
import { plantingName } from '../../parts/names'
import { useToast } from '../../lib/useToast'
import { MayKeep } from '../../parts/MayKeep'
import { amountsOf, waterOf } from './amounts'
import { Differently } from './Differently'
import type { Due, Mix } from './state'
import { Weighing } from './Weighing'

const WeighOut = lazy(() => import('./WeighOut'))

type Entry = Schemas['FeedEntry']
type Mode = 'card' | 'differently' | 'later' | 'weigh'

/** A job as a weighing card, with its other answers and what can be done about it. */
export function JobCard(props: {
  due: Due
  gardenId: string
  tone: 'now' | 'soon'
  asking?: boolean
  /** Makes it a line again. */
  onFold?: () => void
}) {
  const { due, gardenId, tone } = props
  const { job } = due
  const plan = usePlan(gardenId)
  const [answer, setAnswer] = useState(0)
  const [mode, setMode] = useState<Mode>(props.asking ? 'differently' : 'card')
  const mix = job.mixes.at(Math.min(answer, job.mixes.length - 1))
  const recording = useRecording(gardenId, due, mix)
  const move = useMove(gardenId, due)
  const scale = useDevice(gardenId, 'scale')
  const back = () => setMode('card')
  const waits = useOutbox(gardenId).all.some((one) => one.key === job.key)
  const actions = (
    <Actions
      {...{ mix, tone, recording }}
      weighs={scale.there}
      onMode={setMode}
      onFold={props.onFold}
    />
  )
  return (
    <>
      <Weighing
        {...{ due, gardenId, tone, answer }}
        onAnswer={setAnswer}
        actions={
          waits ? (
            <p className="small">{t('Kept in this browser until Eznel answers.')}</p>
          ) : (
            mode === 'card' && actions
          )
        }
      />
      {mode === 'later' && (
        <Later
          today={plan.as_of}
          onMove={(to) => {
            move(to)
            back()
          }}
          onMissed={() => recording.record({ outcome: 'missed', amounts: [], water: null })}
          onBack={back}
        />
      )}
      <LaterPart>
        {mode === 'weigh' && mix && (
          <WeighOut
            place={due.planting.place}
            gardenId={gardenId}
            mix={mix}
            simulated={scale.simulated}
            onDone={(amounts) => {
              recording.record({ amounts })
              back()
            }}
            onType={() => setMode('differently')}
            onClose={back}
          />
        )}
      </LaterPart>
      {mode === 'differently' && (
        <Differently
          gardenId={gardenId}
          due={due}
          on={props.asking ? job.due_on : plan.as_of}
          amounts={mix ? amountsOf(mix) : []}
          water={waterOf(mix)}
          poured={mix?.poured ?? 1}
          error={recording.error}
          saving={recording.saving}
          onSave={recording.record}
          onBack={back}
        />
      )}
    </>
  )
}

/** What can be done about a job. */
function Actions(props: {
  mix: Mix | undefined
  tone: 'now' | 'soon'
  recording: ReturnType<typeof useRecording>
  /** Whether a scale is at hand. */
  weighs: boolean
  onMode: (mode: Mode) => void
  onFold?: () => void
}) {
  const { mix, tone, recording, onMode } = props
  return (
    <>
      <MayKeep kind="feeds">
        {mix && (
          <Button
            type={tone === 'now' ? 'primary' : 'default'}
            loading={recording.saving}
            onClick={() => recording.record({})}
          >
            {t('Done')}
          </Button>
        )}
        {mix && mix.lines.length > 0 && props.weighs && (
          <Button onClick={() => onMode('weigh')}>{t('Weigh out')}</Button>
        )}
        <Button onClick={() => onMode('differently')}>{t('Done differently')}</Button>
        <Button onClick={() => onMode('later')}>{t('Not today')}</Button>
      </MayKeep>
      {props.onFold && (
        <Button type="text" onClick={props.onFold}>
          {t('Fold up')}
        </Button>
      )}
      <Refused faults={faultsOf(recording.error)} />
    </>
  )
}

/** Records what was done about a job, by default just what the mix says. */
export function useRecording(gardenId: string, { job, planting }: Due, mix: Mix | undefined) {
  const plan = usePlan(gardenId)
  const toast = useToast()
  const { save, remove } = useWrites(gardenId)
  const record = (entry: Partial<Entry>) => {
    const thing = {
      id: job.key,
      planting: planting.id,
      job: job.key,
      on: plan.as_of,
      outcome: 'given' as const,
      amounts: mix ? amountsOf(mix) : [],
      planned: job.mixes[0] ? amountsOf(job.mixes[0]) : [],
      water: waterOf(mix),
      poured: mix?.poured ?? 1,
      note: '',
      ...entry,
    }
    save.mutate(
      { kind: 'feeds', thing },
      {
        onSuccess: (sent) =>
          toast({
            text: recorded(plantingName(planting), thing.outcome, sent.kept),
            undo: () => remove.mutate({ kind: 'feeds', key: job.key }),
          }),
      },
    )
  }
  return { record, saving: save.isPending, error: save.error }
}

/** Moves a job to another day. */
function useMove(gardenId: string, { job, planting }: Due) {
  const toast = useToast()
  const moving = useMoveJob(gardenId)
  return (to: string) => {
    const said = { planting: plantingName(planting), day: showDate(to) }
    moving.move(job.key, to, (undo) =>
      toast({ text: t('{planting}: moved to {day}.', said), undo }),
    )
  }
}

/** Another day for a job, or none. */
function Later(props: {
  today: string
  onMove: (to: string) => void
  onMissed: () => void
  onBack: () => void
}) {
  const [day, setDay] = useState<string | null>(null)
  return (
    <div className="sheet row later" role="group" aria-label={t('When instead?')}>
      <MayKeep kind="pins">
        <Button onClick={() => props.onMove(addDays(props.today, 1))}>{t('Tomorrow')}</Button>
        <Button onClick={() => props.onMove(addDays(props.today, 3))}>{t('In three days')}</Button>
        <DateField label={t('On another day')} value={day} onChange={setDay} />
        <Button disabled={!day || day < props.today} onClick={() => day && props.onMove(day)}>
          {t('Move it')}
        </Button>
      </MayKeep>
      <Button onClick={props.onMissed}>{t('It will not be given')}</Button>
      <Button type="text" onClick={props.onBack}>
        {t('Cancel')}
      </Button>
    </div>
  )
}

function recorded(planting: string, outcome: 'given' | 'missed', kept: boolean): string {
  if (kept) return t('{planting}: kept here, and recorded when Eznel answers.', { planting })
  return outcome === 'given'
    ? t('{planting}: recorded as given. The rest of the season is worked out again.', { planting })
    : t('{planting}: recorded as missed. It will not be doubled.', { planting })
}
