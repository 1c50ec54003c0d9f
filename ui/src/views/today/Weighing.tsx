import { Segmented } from 'antd'
import { useMemo, type ReactNode } from 'react'
import { said } from '../../lib/units'
import type { Schemas } from '../../api/client'
import { useGarden, usePlan } from '../../api/gardens'
import { useWords } from '../../api/reference'
import { showDay } from '../../lib/dates'
import { showArea, showLitres, showMass } from '../../lib/numbers'
import { t } from '../../lib/words'
import { Findings } from '../../parts/Findings'
import { namesOf, plantingName, portionText, scoopName } from '../../parts/names'
import { WeighingCard } from '../../parts/WeighingCard'
import { NUTRIENTS } from '../../theme/nutrients'
import { LeftOver } from './Shared'
import type { Due, Mix } from './state'

/** A job with the answer that is chosen: what to weigh, where to put it, what it brings. */
export function Weighing(props: {
  due: Due
  gardenId: string
  tone: 'now' | 'soon'
  answer: number
  onAnswer: (answer: number) => void
  actions: ReactNode
}) {
  const { job, planting } = props.due
  const { garden } = useGarden(props.gardenId).file
  const plan = usePlan(props.gardenId)
  const words = useWords()
  const names = useMemo(() => namesOf(garden), [garden])
  const answer = Math.min(props.answer, job.mixes.length - 1)
  const mix = job.mixes.at(answer)
  const stage = job.stage ? `, ${words.terms[`stage.${job.stage}`]}` : ''
  const base = garden.plantings.find((one) => one.id === planting.id)?.base_by ?? 'broadcast'
  return (
    <WeighingCard
      tone={props.tone}
      kind={`${words.terms[`kind.${job.kind}`]}${stage}`}
      title={plantingName(planting)}
      place={names.places.get(planting.place) ?? ''}
      when={props.tone === 'now' && job.due_on <= plan.as_of ? t('today') : showDay(job.due_on)}
      portion={mix ? portionText(mix, names.waters.get(planting.place)) : ''}
      where={mix ? where(mix, planting, job.kind, base) : ''}
      lines={mix ? linesOf(mix, names, plan.scoops) : []}
      amounts={mix ? broughtBy(mix, job, answer) : []}
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
            onChange={props.onAnswer}
            options={job.mixes.map((one, n) => ({ value: n, label: titleOf(one, words.terms) }))}
          />
        )
      }
      notes={
        <>
          <Findings of={job.findings} words={words} />
          {mix && answer === 0 && <Concentrates tanks={job.concentrates} names={names.products} />}
          {mix && <LeftOver litres={mix.left_over_l} />}
        </>
      }
      cautions={job.cautions.map((key) => words.cautions[key])}
      actions={props.actions}
    />
  )
}

function linesOf(
  mix: Mix,
  names: ReturnType<typeof namesOf>,
  scoops: readonly { id: string; ml: number }[],
) {
  const ml = new Map(scoops.map((scoop) => [scoop.id, scoop.ml]))
  return mix.lines.map((line) => ({
    product: names.products.get(line.product) ?? '',
    scoop: scoopName(names.scoops.get(line.scoop) ?? '', line.count),
    scoopMl: ml.get(line.scoop) ?? 5,
    count: line.count,
    grams: line.grams,
    why: `scoop/${line.product}/${line.scoop}`,
  }))
}

function broughtBy(mix: Mix, job: Due['job'], answer: number) {
  return NUTRIENTS.map((nutrient) => ({
    nutrient,
    grams: mix.brings_g[nutrient],
    wanted: job.need_g[nutrient],
    why: `brings/${job.key}/${answer}/${nutrient}`,
  })).filter((one) => one.grams > 0.005)
}

/** What goes into the tanks of a proportioner instead of the can. */
function Concentrates(props: { tanks: Schemas['Concentrate'][]; names: Map<string, string> }) {
  if (props.tanks.length === 0) return null
  return (
    <div className="small">
      {props.tanks.map((tank) => (
        <p key={tank.name}>
          {t('Concentrate {name}: {list} in {water}', {
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
  if (mix.portion === 'tub') {
    return kind === 'base'
      ? t('mix evenly through it')
      : t('sprinkle over the mix, off the stems, and water in')
  }
  const ground = showArea(planting.area_m2)
  if (kind === 'base' && base === 'hole') {
    return t('an equal part into each of {n} holes, mixed in and off the roots', {
      n: planting.plants,
    })
  }
  if (kind === 'base' && base === 'band') {
    return t('in a band {away} beside the row, covered with soil', {
      away: said('5 cm', '2 in'),
    })
  }
  return kind === 'base'
    ? t('spread evenly over {ground} and work in', { ground })
    : t('spread over {ground}, off the leaves, and water in', { ground })
}
