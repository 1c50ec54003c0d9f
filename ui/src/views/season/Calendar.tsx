import { Button, Tooltip } from 'antd'
import { useMemo, useState } from 'react'
import type { Schemas } from '../../api/client'
import { useWords } from '../../api/reference'
import { NutrientMark } from '../../drawing/NutrientMark'
import { showDay, showMonth, showWeekday } from '../../lib/dates'
import { t } from '../../lib/words'
import { plantingName } from '../../parts/names'
import { leading, listed, monthAfter, monthToOpen, weeksOf } from './state'

/** The season month by month: what is given on each day; a day's line chooses its planting. */
export function Calendar(props: {
  plan: Schemas['SeasonPlan']
  chosen: string | null
  onChoose: (planting: string) => void
}) {
  const { plan } = props
  const words = useWords()
  const [turned, setMonth] = useState<string | null>(null)
  const byDay = useMemo(() => {
    const found = new Map<string, ReturnType<typeof listed>>()
    for (const one of listed(plan)) {
      found.set(one.job.due_on, [...(found.get(one.job.due_on) ?? []), one])
    }
    return found
  }, [plan])
  const month = turned ?? monthToOpen([...byDay.keys()], plan.as_of)
  const weeks = weeksOf(month)
  return (
    <div className="stack month">
      <div className="row">
        <Button size="small" onClick={() => setMonth(monthAfter(month, -1))}>
          {t('The month before')}
        </Button>
        <h2>
          {showMonth(Number(month.slice(5)) - 1)} {month.slice(0, 4)}
        </h2>
        <Button size="small" onClick={() => setMonth(monthAfter(month, 1))}>
          {t('The month after')}
        </Button>
      </div>
      <table className="month-table">
        <thead>
          <tr>
            {weeks[0].map((day) => (
              <th key={day} scope="col">
                {showWeekday(day)}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {weeks.map((week) => (
            <tr key={week[0]}>
              {week.map((day) => (
                <td
                  key={day}
                  className={[
                    day.startsWith(month) ? '' : 'other-month',
                    day === plan.as_of ? 'this-day' : '',
                  ].join(' ')}
                >
                  <span className="day-number">{Number(day.slice(8))}</span>
                  {(byDay.get(day) ?? []).map(({ job, planting }) => (
                    <Tooltip
                      key={job.key}
                      title={`${showDay(day)}: ${words.terms[`kind.${job.kind}`]}, ${words.terms[`status.${job.status}`]}`}
                    >
                      <button
                        aria-label={`${plantingName(planting)}, ${showDay(day)}: ${words.terms[`kind.${job.kind}`]}, ${words.terms[`status.${job.status}`]}`}
                        type="button"
                        className={`day-job ${job.status}`}
                        aria-pressed={planting.id === props.chosen}
                        onClick={() => props.onChoose(planting.id)}
                      >
                        <NutrientMark nutrient={leading(job, planting)} size={12} />
                        <span className="day-name">{plantingName(planting)}</span>
                      </button>
                    </Tooltip>
                  ))}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  )
}
