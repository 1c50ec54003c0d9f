import { Button, Segmented } from 'antd'
import { useMemo, useState } from 'react'
import { useGarden, usePlan, useWrites } from '../../api/gardens'
import { useWords } from '../../api/reference'
import { faultsOf, type Schemas } from '../../api/client'
import { addDays, showDate, showDay } from '../../lib/dates'
import { newId } from '../../lib/ids'
import { showLitres, showNumber } from '../../lib/numbers'
import { DateField, Refused } from '../../parts/Field'
import { Findings } from '../../parts/Findings'
import { namesOf, plantingName } from '../../parts/names'
import { useToast } from '../../parts/Toast'
import { WeighingCard } from '../../parts/WeighingCard'
import { NUTRIENTS } from '../../theme/nutrients'
import { Differently } from './Differently'
import type { Due, Mix } from './state'

type Entry = Omit<Schemas['FeedEntry'], 'note'>

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
  const names = useMemo(() => namesOf(file.garden), [file.garden])
  const ml = new Map(plan.scoops.map((scoop) => [scoop.id, scoop.ml]))
  const [answer, setAnswer] = useState(0)
  const [mode, setMode] = useState<'card' | 'differently' | 'later'>(
    props.asking ? 'differently' : 'card',
  )
  const mix = job.mixes[Math.min(answer, job.mixes.length - 1)] as Mix | undefined
  const title = plantingName(planting)

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
      ...entry,
    }
    save.mutate(
      { kind: 'feeds', thing: whole },
      {
        onSuccess: () =>
          toast({
            text:
              whole.outcome === 'given'
                ? `${title}: recorded as given. The rest of the season is worked out again.`
                : `${title}: recorded as missed. It will not be doubled.`,
            undo: () => remove.mutate({ kind: 'feeds', key: job.key }),
          }),
      },
    )
  }
  const move = (to: string) => {
    const known = file.garden.pins.find((pin) => pin.job === job.key)
    save.mutate(
      { kind: 'pins', thing: { id: known?.id ?? newId(), job: job.key, to } },
      { onSuccess: () => toast({ text: `${title}: moved to ${showDate(to)}.` }) },
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
        when={props.tone === 'now' && job.due_on <= plan.as_of ? 'today' : showDay(job.due_on)}
        portion={mix ? portion(mix) : ''}
        where={mix ? where(mix, planting, job.kind) : ''}
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
            ? NUTRIENTS.map((nutrient, n) => ({
                nutrient,
                grams: mix.brings_g[n],
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
        notes={<Findings of={job.findings} words={words} />}
        cautions={job.cautions.map((key) => words.cautions[key])}
        actions={
          mode === 'card' && (
            <>
              {mix && (
                <Button
                  type={props.tone === 'now' ? 'primary' : 'default'}
                  loading={save.isPending}
                  onClick={() => log({})}
                >
                  Done
                </Button>
              )}
              <Button onClick={() => setMode('differently')}>Done differently</Button>
              <Button onClick={() => setMode('later')}>Not today</Button>
              <Refused faults={faultsOf(save.error)} />
            </>
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
          garden={file.garden}
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

/** Another day for a job, or none. */
function Later(props: {
  today: string
  onMove: (to: string) => void
  onMissed: () => void
  onBack: () => void
}) {
  const [day, setDay] = useState<string | null>(null)
  return (
    <div className="sheet row later" role="group" aria-label="When instead?">
      <Button onClick={() => props.onMove(addDays(props.today, 1))}>Tomorrow</Button>
      <Button onClick={() => props.onMove(addDays(props.today, 3))}>In three days</Button>
      <DateField label="On another day" value={day} onChange={setDay} />
      <Button disabled={!day || day < props.today} onClick={() => day && props.onMove(day)}>
        Move it
      </Button>
      <Button onClick={props.onMissed}>It will not be given</Button>
      <Button type="text" onClick={props.onBack}>
        Back
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

function scoopName(name: string, count: number): string {
  return count === 1 ? name : name.replace(/(spoon|cup|mug|scoop)$/, '$1s')
}

function titleOf(mix: Mix, terms: Record<string, string>): string {
  return mix.titles.map((title) => terms[`title.${title}`]).join(', ')
}

function portion(mix: Mix): string {
  const water = mix.water_l > 0 ? ` of ${showLitres(mix.water_l)}` : ''
  if (mix.portion === 'can') {
    return mix.portions === 1 ? `In one can${water}` : `In each of ${mix.portions} cans${water}`
  }
  if (mix.portion === 'tub')
    return mix.portions === 1 ? 'For the tub' : `For each of ${mix.portions} tubs`
  if (mix.portion === 'part') return `For each of ${mix.portions} equal parts of the bed`
  return 'For the whole bed'
}

function where(mix: Mix, planting: Due['planting'], kind: string): string {
  if (mix.portion === 'can') {
    return `${showLitres(mix.per_plant_l)} to each of ${planting.plants} plants, on moist soil`
  }
  if (mix.portion === 'tub') return 'mix evenly through it'
  const ground = `${showNumber(planting.area_m2)} m²`
  return kind === 'base'
    ? `spread evenly over ${ground} and work in`
    : `spread over ${ground}, off the leaves, and water in`
}
