import type { Plan } from '../../api/gardens'
import { showDate } from '../../lib/dates'
import { showAmount, showNumber } from '../../lib/numbers'
import { waterDepth, windSpeed } from '../../lib/units'
import { t } from '../../lib/words'
import { plantingName } from '../../parts/names'

type One = Plan['ahead'][number]

/** So many plantings are named; of more it is said how many. */
const NAMED = 4

/** What the forecast brings, and what to do before. */
export function Ahead({ plan }: { plan: Plan }) {
  if (plan.ahead.length === 0) return null
  return (
    <div className="findings" role="group" aria-label={t('Forecast')}>
      {plan.ahead.map((one) => {
        const { text, wayOut } = said(one, plan)
        return (
          <p key={one.kind} className="finding warning">
            {text} <span className="way-out">{wayOut}</span>
          </p>
        )
      })}
    </div>
  )
}

function said(one: One, plan: Plan): { text: string; wayOut: string } {
  const day = showDate(one.on, plan.as_of)
  if (one.kind === 'frost') {
    return {
      text: t('{degrees} is forecast for the night to {day}. To cover: {plantings}.', {
        degrees: showAmount(one.worst, one.unit),
        day,
        plantings: namesOf(one, plan),
      }),
      wayOut: t('Fleece or a sheet over hoops before dusk, tubs to the house wall; off by day.'),
    }
  }
  if (one.kind === 'heat') {
    return {
      text: t('{degrees} is forecast for {day}.', {
        degrees: showAmount(one.worst, one.unit),
        day,
      }),
      wayOut: t('Water in the morning, shade and open what is under glass, feed no dry plant.'),
    }
  }
  if (one.kind === 'storm') {
    return {
      text: t('A storm is forecast for {day}: {wind} on average, gusts about twice that.', {
        day,
        wind: `${showNumber(windSpeed.shown(one.worst) ?? 0, 2)} ${windSpeed.unit}`,
      }),
      wayOut: t('Tie in what is tall, weigh down covers and tubs, take nets off or fasten them.'),
    }
  }
  const depth = waterDepth.shown(one.worst) ?? 0
  return {
    text: t('{depth} of rain is forecast for {day}.', {
      depth: `${showNumber(depth)} ${waterDepth.unit}`,
      day,
    }),
    wayOut: t('What is due on open ground waits until after; tie in what is tall.'),
  }
}

function namesOf(one: One, plan: Plan): string {
  const named = plan.plantings.filter((planting) => one.plantings.includes(planting.id))
  if (named.length > NAMED) return t('{n} plantings', { n: named.length })
  return named.map(plantingName).join(', ')
}
