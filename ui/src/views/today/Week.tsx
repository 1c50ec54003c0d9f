import { Button } from 'antd'
import { useMemo, useState } from 'react'
import type { Schemas } from '../../api/client'
import { useGarden } from '../../api/gardens'
import { useWords } from '../../api/reference'
import { NutrientMark } from '../../drawing/NutrientMark'
import { addDays, showDate, showWeekday } from '../../lib/dates'
import { showMass, showNutrient } from '../../lib/numbers'
import { t } from '../../lib/words'
import { mixText, namesOf, plantingName } from '../../parts/names'
import { NUTRIENTS } from '../../theme/nutrients'
import { JobCard } from './JobCard'
import { weekOf, type Due } from './state'

const MAIN = NUTRIENTS.slice(0, 3)

/** Seven days, each in walking order; a line opens the whole card. */
export function Week({ gardenId, plan }: { gardenId: string; plan: Schemas['SeasonPlan'] }) {
  const [from, setFrom] = useState(plan.as_of)
  const [open, setOpen] = useState<string | null>(null)
  const { file } = useGarden(gardenId)
  const words = useWords()
  const names = useMemo(() => namesOf(file.garden), [file.garden])
  const days = useMemo(() => weekOf(plan, from), [plan, from])
  return (
    <div className="week">
      <div className="row">
        <Button size="small" onClick={() => setFrom(addDays(from, -7))}>
          {t('The week before')}
        </Button>
        <Button size="small" onClick={() => setFrom(addDays(from, 7))}>
          {t('The week after')}
        </Button>
        {from !== plan.as_of && (
          <Button size="small" type="text" onClick={() => setFrom(plan.as_of)}>
            {t('This week')}
          </Button>
        )}
      </div>
      <ol className="week-days">
        {days.map(({ date, jobs, places }) => (
          <li key={date} className={date === plan.as_of ? 'today-day' : undefined}>
            <h2 className="week-day">
              <span>{showWeekday(date)}</span>
              <span className="soft small">{showDate(date)}</span>
            </h2>
            <div className="stack week-jobs">
              {jobs.length + places.length === 0 && (
                <p className="soft small">{t('nothing to feed')}</p>
              )}
              {places.map(({ job, place }) => (
                <p key={job.key} className="week-line">
                  <span>
                    <b>{names.places.get(place.id)}</b>{' '}
                    <span className="soft small">
                      {words.terms[`kind.${job.kind}`]}
                      {job.status === 'done' && ` · ${words.terms['status.done']}`}
                    </span>
                    {job.grams > 0 && (
                      <span className="small week-mix">
                        {showMass(job.grams)} {job.name}
                      </span>
                    )}
                  </span>
                </p>
              ))}
              {jobs.map((due) =>
                open === due.job.key && due.job.status === 'planned' ? (
                  <JobCard
                    key={due.job.key}
                    due={due}
                    gardenId={gardenId}
                    tone={date <= plan.as_of ? 'now' : 'soon'}
                  />
                ) : (
                  <Line
                    key={due.job.key}
                    due={due}
                    gardenId={gardenId}
                    onOpen={() => setOpen(due.job.key)}
                  />
                ),
              )}
            </div>
          </li>
        ))}
      </ol>
    </div>
  )
}

function Line({ due, gardenId, onOpen }: { due: Due; gardenId: string; onOpen: () => void }) {
  const { job, planting } = due
  const { file } = useGarden(gardenId)
  const words = useWords()
  const names = namesOf(file.garden)
  const [mix] = job.mixes
  const open = job.status === 'planned'
  const inside = (
    <>
      <span>
        <b>{plantingName(planting)}</b>{' '}
        <span className="soft small">
          {names.places.get(planting.place)} ·{' '}
          {open ? words.terms[`kind.${job.kind}`] : words.terms[`status.${job.status}`]}
        </span>
        {open && mix && (
          <span className="small week-mix">{mixText(mix, names, planting.place)}</span>
        )}
      </span>
      <span className="week-brings small">
        {MAIN.filter((nutrient) => job.brings_g[nutrient] > 0.05).map((nutrient) => (
          <span key={nutrient}>
            <NutrientMark nutrient={nutrient} size={12} /> {showNutrient(job.brings_g[nutrient])}
          </span>
        ))}
      </span>
    </>
  )
  if (!open) return <p className="week-line">{inside}</p>
  return (
    <button type="button" className="week-line" aria-expanded={false} onClick={onOpen}>
      {inside}
    </button>
  )
}
