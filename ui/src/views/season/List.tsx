import { useMemo } from 'react'
import { faultsOf, type Schemas } from '../../api/client'
import { useGarden, useMoveJob } from '../../api/gardens'
import { useWords } from '../../api/reference'
import { NutrientMark } from '../../drawing/NutrientMark'
import { showDate, showMonth } from '../../lib/dates'
import { showNutrient } from '../../lib/numbers'
import { t } from '../../lib/words'
import { Refused } from '../../parts/Field'
import { mixText, namesOf, plantingName } from '../../parts/names'
import { useToast } from '../../parts/Toast'
import { NUTRIENTS } from '../../theme/nutrients'
import { listed, type Listed } from './state'

/** Every feed of the season in order of days; what is planned can be given another day. */
export function List({ gardenId, plan }: { gardenId: string; plan: Schemas['SeasonPlan'] }) {
  const { file } = useGarden(gardenId)
  const words = useWords()
  const toast = useToast()
  const moving = useMoveJob(gardenId)
  const names = namesOf(file.garden)
  const [past, ahead] = useMemo(() => {
    const all = listed(plan)
    return [
      byMonth(all.filter(({ job }) => job.due_on < plan.as_of)),
      byMonth(all.filter(({ job }) => job.due_on >= plan.as_of)),
    ]
  }, [plan])
  const move = (one: Listed, to: string) =>
    moving.move(one.job.key, to, (undo) =>
      toast({
        text: t('{planting}: moved to {day}.', {
          planting: plantingName(one.planting),
          day: showDate(to),
        }),
        undo,
      }),
    )
  const section = ([month, jobs]: [string, Listed[]]) => (
    <section key={month}>
      <h2>
        {showMonth(Number(month.slice(5)) - 1)} {month.slice(0, 4)}
      </h2>
      <ul>
        {jobs.map((one) => {
          const { job, planting } = one
          const [mix] = job.mixes
          return (
            <li key={job.key} className={job.status}>
              {job.status === 'planned' ? (
                <input
                  type="date"
                  className="input list-day"
                  aria-label={t('Day of the feed for {planting}', {
                    planting: plantingName(planting),
                  })}
                  value={job.due_on}
                  onChange={(event) =>
                    event.target.value >= plan.as_of && move(one, event.target.value)
                  }
                />
              ) : (
                <span className="list-day">{showDate(job.due_on, plan.as_of)}</span>
              )}
              <span>
                <b>{plantingName(planting)}</b>{' '}
                <span className="soft small">
                  {names.places.get(planting.place)} · {words.terms[`kind.${job.kind}`]} ·{' '}
                  {words.terms[`status.${job.status}`]}
                </span>
                {mix && <span className="small list-mix">{mixText(mix, names)}</span>}
              </span>
              <span className="list-brings small">
                {NUTRIENTS.slice(0, 3)
                  .filter((x) => job.brings_g[x] > 0.05)
                  .map((x) => (
                    <span key={x}>
                      <NutrientMark nutrient={x} size={12} /> {showNutrient(job.brings_g[x])}
                    </span>
                  ))}
              </span>
            </li>
          )
        })}
      </ul>
    </section>
  )
  return (
    <div className="stack season-list">
      <Refused faults={faultsOf(moving.error)} />
      {ahead.map(section)}
      {past.length > 0 && (
        <details>
          <summary>{t('Before today')}</summary>
          {past.map(section)}
        </details>
      )}
    </div>
  )
}

function byMonth(jobs: Listed[]): [string, Listed[]][] {
  const found = new Map<string, Listed[]>()
  for (const one of jobs) {
    const month = one.job.due_on.slice(0, 7)
    found.set(month, [...(found.get(month) ?? []), one])
  }
  return [...found]
}
