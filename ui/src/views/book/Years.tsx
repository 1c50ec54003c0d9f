import { Empty } from 'antd'
import { useState } from 'react'
import { useYearsBeside, type TwoSeasons } from '../../api/book'
import { usePlan } from '../../api/gardens'
import { useCatalogue, useWords } from '../../api/reference'
import { CropSketch } from '../../drawing/CropSketch'
import { TwoYears, type YearDrawn } from '../../drawing/TwoYears'
import { showMass, showNumber } from '../../lib/numbers'
import { waterDepth, warmth } from '../../lib/units'
import { plural, t } from '../../lib/words'
import { ChoiceField } from '../../parts/Field'
import { Waiting } from '../../parts/Waiting'

type Season = TwoSeasons['before']

/** A crop's season beside the one before: stages, feeds, picking, and what the warmth explains. */
export function Years({ gardenId }: { gardenId: string }) {
  const { data } = useYearsBeside(gardenId)
  const { crops } = useCatalogue()
  const [chosen, setChosen] = useState('0')
  if (!data) return <Waiting />
  const name = (key: string) => crops.find((one) => one.key === key)?.name ?? key
  const titles = data.map((one) =>
    t('{crop}, {after} beside {before}', {
      crop: name(one.crop),
      after: one.after.year,
      before: one.before.year,
    }),
  )
  const two = data.at(Number(chosen)) ?? data.at(0)
  if (!two) {
    return (
      <Empty
        image={<CropSketch crop="tomato" size={48} />}
        description={t('A crop that grew in two years is drawn here, one year beside the other.')}
      />
    )
  }
  return (
    <div className="stack">
      {data.length > 1 && (
        <ChoiceField
          label={t('Which')}
          value={chosen}
          options={titles.map((label, n) => ({ value: String(n), label }))}
          onChange={setChosen}
        />
      )}
      <Beside gardenId={gardenId} of={two} title={titles[data.indexOf(two)]} />
    </div>
  )
}

function Beside(props: { gardenId: string; of: TwoSeasons; title: string }) {
  const { of, title } = props
  const words = useWords()
  const plan = usePlan(props.gardenId)
  const term = (key: string) => words.terms[`stage.${key}`] ?? key
  return (
    <article className="sheet stack" aria-label={title}>
      <h2>{title}</h2>
      <TwoYears
        years={[of.before, of.after].map((one) => drawn(one, term, plan.as_of))}
        label={t('{title}: stages, feeds and what a plant gave', { title })}
        show={(kg) => showMass(kg * 1000)}
      />
      {of.apart.length === 0 && (
        <p className="soft">
          {t('No stage was seen in both years, so nothing can be said of how far they are apart.')}
        </p>
      )}
      {of.apart.map((one) => (
        <p key={one.key}>
          <b>{term(one.key)}</b>: {apartOf(one)}
        </p>
      ))}
      <table className="small columns book-two">
        <thead>
          <tr>
            <td />
            <th scope="col">{of.before.year}</th>
            <th scope="col">{of.after.year}</th>
          </tr>
        </thead>
        <tbody>
          {rows(of).map(([what, before, after]) => (
            <tr key={what}>
              <th scope="row">{what}</th>
              <td>{before}</td>
              <td>{after}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </article>
  )
}

const days = (n: number) => plural(Math.abs(n), 'one day', '{n} days')

/** How far apart a stage was, and how much of that is the warmth. */
function apartOf(of: TwoSeasons['apart'][number]): string {
  const rest = of.days - of.by_warmth_days
  const came =
    of.days === 0
      ? t('as many days after planting as the year before.')
      : of.days < 0
        ? t('{days} sooner after planting than the year before.', { days: days(of.days) })
        : t('{days} later after planting than the year before.', { days: days(of.days) })
  const warm =
    of.by_warmth_days === 0
      ? t('The warmth explains none of it.')
      : of.by_warmth_days < 0
        ? t('By warmth it should have come {days} sooner.', { days: days(of.by_warmth_days) })
        : t('By warmth it should have come {days} later.', { days: days(of.by_warmth_days) })
  const left = rest === 0 ? '' : t('{days} are left for other causes.', { days: days(rest) })
  return [came, warm, left].filter(Boolean).join(' ')
}

function rows({ before, after }: TwoSeasons): [string, string, string][] {
  const both = (what: string, say: (one: Season) => string): [string, string, string] => [
    what,
    say(before),
    say(after),
  ]
  return [
    both(t('Feeds'), (one) =>
      one.fed_on.length > 0 ? showNumber(one.fed_on.length) : t('none written down'),
    ),
    both(t('A plant gave'), (one) =>
      one.picked.length === 0
        ? t('not weighed')
        : `${showMass(one.kg_plant * 1000)}${one.complete ? '' : ` ${t('so far')}`}`,
    ),
    both(t('Warmth above its base'), (one) =>
      t('{n} degree days', { n: showNumber(warmth.step(one.warmth_dd)) }),
    ),
    both(t('Rain'), (one) =>
      one.rain_mm == null
        ? t('not measured')
        : `${showNumber(waterDepth.shown(one.rain_mm) ?? 0)} ${waterDepth.unit}`,
    ),
  ]
}

function drawn(one: Season, term: (key: string) => string, today: string): YearDrawn {
  const plants = one.picked.length > 0 ? one.picked[one.picked.length - 1].so_far_kg : 1
  return {
    year: one.year,
    plantedOn: one.planted_on,
    stages: one.stages.map((stage) => ({
      key: stage.key,
      name: term(stage.key),
      begins: stage.begins,
      ends: stage.ends > one.last_pick ? one.last_pick : stage.ends,
      seen: stage.seen,
    })),
    fedOn: one.fed_on,
    picked: one.picked.map((each) => ({
      on: each.on,
      kgPlant: (each.so_far_kg / plants) * one.kg_plant,
    })),
    known: today,
  }
}
