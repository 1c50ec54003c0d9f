import { useQuery } from '@tanstack/react-query'
import { balanceQueries, type BalanceLine } from '../../api/balance'
import { faultsOf } from '../../api/client'
import { useGarden, usePlan } from '../../api/gardens'
import { BalanceTide } from '../../drawing/BalanceTide'
import { showDate } from '../../lib/dates'
import { showNutrient } from '../../lib/numbers'
import { t } from '../../lib/words'
import { Refused } from '../../parts/Field'
import { plantingName } from '../../parts/names'
import { MARKS, type Nutrient } from '../../theme/nutrients'
import { fedDays, missingOf } from './state'

/** All that grows in a place this year, added up: one tide for its ground. */
export function BalanceWhole(props: {
  gardenId: string
  place: string
  substance: Nutrient & BalanceLine['substance']
  name: string
}) {
  const { gardenId, substance } = props
  const plan = usePlan(gardenId)
  const { garden } = useGarden(gardenId).file
  const { data, error } = useQuery(balanceQueries.place(gardenId, props.place))
  const line = data?.lines.find((one) => one.substance === substance)
  if (error) return <Refused faults={faultsOf(error)} />
  if (!data || !line) return <p role="status">{t('Reckoning day by day …')}</p>
  const here = plan.plantings.filter((one) => data.plantings.includes(one.id))
  const place = garden.places.find((one) => one.id === props.place)?.name ?? ''
  const last = line.left.length - 1
  return (
    <>
      <BalanceTide
        days={data.days}
        left={line.left}
        low={line.low}
        high={line.high}
        missing={missingOf(line)}
        lost={line.lost}
        fed={here.flatMap(fedDays)}
        bears={null}
        was={null}
        colour={MARKS[substance].colour}
        today={plan.as_of}
        show={showNutrient}
        title={t('{substance} in reach of the roots in {place}, day by day', {
          substance: props.name,
          place,
        })}
      />
      <p className="small" role="note">
        {t(
          '{plantings}: {came} came in all, {taken} are taken up, {lost} lost, {left} left over.',
          {
            plantings: here.map(plantingName).join(', '),
            came: showNutrient(line.came[last]),
            taken: showNutrient(line.taken[last]),
            lost: showNutrient(line.lost[last]),
            left: showNutrient(line.left[last]),
          },
        )}{' '}
        {line.runs_out_on &&
          t('The first of them is short from {day} on.', {
            day: showDate(line.runs_out_on, plan.as_of),
          })}
      </p>
    </>
  )
}
