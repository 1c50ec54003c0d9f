import { Button, Segmented } from 'antd'
import { useMemo, useState } from 'react'
import { useGarden, useMoveJob, usePlan, useWrites } from '../../api/gardens'
import { useOutbox } from '../../api/outbox'
import { useWords } from '../../api/reference'
import { faultsOf, type Schemas } from '../../api/client'
import { addDays, showDate, showDay } from '../../lib/dates'
import { showArea, showLitres, showMass } from '../../lib/numbers'
import { t } from '../../lib/words'
import { DateField, Refused } from '../../parts/Field'
import { Findings } from '../../parts/Findings'
import { namesOf, plantingName, portionText, scoopName } from '../../parts/names'
import { useToast } from '../../parts/Toast'
import { WeighingCard } from '../../parts/WeighingCard'
import { NUTRIENTS } from '../../theme/nutrients'
import { Differently } from './Differently'
import { LeftOver } from './Shared'
import type { Due, Mix } from './state'

type Entry = Schemas['FeedEntry']

/** A job as a weighing card, with its other answers and what can be done about it. */
export function JobCard(props: {
  due: Due
  gardenId: string
  tone: 'now' | 'soon'
  asking?: boolean
}) {
  const { due, gardenId } = props
  const { job, planting } = due
  const { file } = useGarden(gardenId)
  const plan = usePlan(gardenId)
  const words = useWords()
  const toast = useToast()
  const { save, remove } = useWrites(gardenId)
  const moving = useMoveJob(gardenId)
  const names = useMemo(() => namesOf(file.garden), [file.garden])
  const ml = new Map(plan.scoops.map((scoop) => [scoop.id, scoop.ml]))
  const [answer, setAnswer] = useState(0)
  const [mode, setMode] = useState<'card' | 'differently' | 'later'>(
    props.asking ? 'differently' : 'card',
  )
  const mix = job.mixes.at(Math.min(answer, job.mixes.length - 1))
  const title = plantingName(planting)

  const kept = useOutbox(gardenId).all.some((one) => one.key === job.key)

  const log = (entry: Partial<Entry>) => {
    const whole = {
      id: job.key,
      planting: planting.id,
      job: job.key,
      on: plan.as_of,
      outcome: 'given' as const,
      amounts: mix ? amountsOf(mix) : [],
      planned: job.mixes[0] ? amountsOf(job.mixes[0]) : [],
      water: mix?.water_l ? litres(mix) : null,
      note: '',
      ...entry,
    }
    save.mutate(
      { kind: 'feeds', thing: whole },
      {
        onSuccess: (sent) =>
          toast({
            text: recorded(title, whole.outcome, sent.kept),
            undo: () => remove.mutate({ kind: 'feeds', key: job.key }),
          }),
      },
    )
  }
  const move = (to: string) => {
    moving.move(job.key, to, (undo) =>
      toast({
        text: t('{planting}: moved to {day}.', { planting: title, day: showDate(to) }),
        undo,
      }),
    )
    setMode('card')
  }

  return (
    <>
      <WeighingCard
        tone={props.tone}
        kind={`${words.terms[`kind.${job.kind}`]}${job.stage ? `, ${words.terms[`stage.${job.stage}`]}` : ''}`}
        title={title}
        place={names.places.get(planting.place) ?? ''}
        when={props.tone === 'now' && job.due_on <= plan.as_of ? t('today') : showDay(job.due_on)}
        portion={mix ? portionText(mix) : ''}
        where={mix ? where(mix, planting, job.kind, baseOf(file.garden, planting.id)) : ''}
        lines={(mix?.lines ?? []).map((line) => ({
          product: names.products.get(line.product) ?? '',
          scoop: scoopName(names.scoops.get(line.scoop) ?? '', line.count),
          scoopMl: ml.get(line.scoop) ?? 5,
          count: line.count,
          grams: line.grams,
          why: `scoop/${line.product}/${line.scoop}`,
        }))}
        amounts={
          mix
            ? NUTRIENTS.map((nutrient) => ({
                nutrient,
                grams: mix.brings_g[nutrient],
                wanted: job.need_g[nutrient],
                why: `brings/${job.key}/${answer}/${nutrient}`,
              })).filter((one) => one.grams > 0.005)
            : []
        }
        strength={
          mix && mix.water_l > 0
            ? { n: mix.n_mg_l, ec: mix.ec_ds_m, why: `strength/${job.key}/${answer}` }
            : undefined
        }
        choices={
          job.mixes.length > 1 && (
            <Segmented
              size="small"
              value={answer}
              onChange={setAnswer}
              options={job.mixes.map((one, n) => ({ value: n, label: titleOf(one, words.terms) }))}
            />
          )
        }
        notes={
          <>
            <Findings of={job.findings} words={words} />
            {mix && answer === 0 && <Stock tanks={job.stock} names={names.products} />}
            {mix && <LeftOver litres={mix.left_over_l} />}
          </>
        }
        cautions={job.cautions.map((key) => words.cautions[key])}
        actions={
          kept ? (
            <p className="small">{t('Kept in this browser until Eznel answers.')}</p>
          ) : (
            mode === 'card' && (
              <>
                {mix && (
                  <Button
                    type={props.tone === 'now' ? 'primary' : 'default'}
                    loading={save.isPending}
                    onClick={() => log({})}
                  >
                    {t('Done')}
                  </Button>
                )}
                <Button onClick={() => setMode('differently')}>{t('Done differently')}</Button>
                <Button onClick={() => setMode('later')}>{t('Not today')}</Button>
                <Refused faults={faultsOf(save.error)} />
              </>
            )
          )
        }
      />
      {mode === 'later' && (
        <Later
          today={plan.as_of}
          onMove={move}
          onMissed={() => log({ outcome: 'missed', amounts: [], water: null })}
          onBack={() => setMode('card')}
        />
      )}
      {mode === 'differently' && (
        <Differently
          gardenId={gardenId}
          due={due}
          on={props.asking ? job.due_on : plan.as_of}
          amounts={mix ? amountsOf(mix) : []}
          waterL={mix ? mix.water_l * mix.portions : 0}
          error={save.error}
          saving={save.isPending}
          onSave={(entry) => log(entry)}
          onBack={() => setMode('card')}
        />
      )}
    </>
  )
}

/** What goes into the tanks of a proportioner instead of the can. */
function Stock(props: { tanks: Schemas['StockTank'][]; names: Map<string, string> }) {
  if (props.tanks.length === 0) return null
  return (
    <div className="small">
      {props.tanks.map((tank) => (
        <p key={tank.name}>
          {t('Stock {name}: {list} in {water}', {
            name: tank.name,
            list: Object.entries(tank.grams)
              .map(([product, grams]) => `${showMass(grams)} ${props.names.get(product) ?? ''}`)
              .join(' + '),
            water: showLitres(tank.litres),
          })}{' '}
          {tank.dissolves === false && (
            <b>{t('That much does not dissolve: a smaller ratio, or more feeds.')}</b>
          )}
          {tank.dissolves === null && (
            <span className="soft">
              {t('Nobody knows whether it dissolves: try a little first.')}
            </span>
          )}
        </p>
      ))}
    </div>
  )
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
      <Button onClick={() => props.onMove(addDays(props.today, 1))}>{t('Tomorrow')}</Button>
      <Button onClick={() => props.onMove(addDays(props.today, 3))}>{t('In three days')}</Button>
      <DateField label={t('On another day')} value={day} onChange={setDay} />
      <Button disabled={!day || day < props.today} onClick={() => day && props.onMove(day)}>
        {t('Move it')}
      </Button>
      <Button onClick={props.onMissed}>{t('It will not be given')}</Button>
      <Button type="text" onClick={props.onBack}>
        {t('Cancel')}
      </Button>
    </div>
  )
}

function amountsOf(mix: Mix): Schemas['ScoopOf'][] {
  return mix.lines.map((line) => ({
    product: line.product,
    scoop: line.scoop,
    count: line.count * mix.portions,
  }))
}

function litres(mix: Mix): { value: number; unit: 'L' } {
  return { value: Math.round(mix.water_l * mix.portions * 10) / 10, unit: 'L' }
}

function titleOf(mix: Mix, terms: Record<string, string>): string {
  return mix.titles.map((title) => terms[`title.${title}`]).join(', ')
}

function where(mix: Mix, planting: Due['planting'], kind: string, base: string): string {
  if (mix.portion === 'can') {
    return t('{water} to each of {n} plants, on moist soil', {
      water: showLitres(mix.per_plant_l),
      n: planting.plants,
    })
  }
  if (mix.portion === 'tub') return t('mix evenly through it')
  const ground = showArea(planting.area_m2)
  if (kind === 'base' && base === 'hole') {
    return t('an equal part into each of {n} holes, mixed in and off the roots', {
      n: planting.plants,
    })
  }
  if (kind === 'base' && base === 'band') {
    return t('in a band 5 cm (2 in) beside the row, covered with soil')
  }
  return kind === 'base'
    ? t('spread evenly over {ground} and work in', { ground })
    : t('spread over {ground}, off the leaves, and water in', { ground })
}

function recorded(planting: string, outcome: 'given' | 'missed', kept: boolean): string {
  if (kept) return t('{planting}: kept here, and recorded when Eznel answers.', { planting })
  return outcome === 'given'
    ? t('{planting}: recorded as given. The rest of the season is worked out again.', { planting })
    : t('{planting}: recorded as missed. It will not be doubled.', { planting })
}

function baseOf(garden: Schemas['Garden'], planting: string): string {
  return garden.plantings.find((one) => one.id === planting)?.base_by ?? 'broadcast'
}
