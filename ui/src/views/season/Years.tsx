import { useQuery } from '@tanstack/react-query'
import { planningQueries } from '../../api/planning'
import { showDate } from '../../lib/dates'
import { showNumber } from '../../lib/numbers'
import { plural, t } from '../../lib/words'
import type { Planting } from './state'

/** Less than this is not worth a worry. */
const WORTH_SHARE = 0.02

/** When it may be picked, and what frost may do, in many years as they might come. */
export function Years({ gardenId, planting }: { gardenId: string; planting: Planting }) {
  const { data } = useQuery(planningQueries.years(gardenId, planting.id))
  if (!data) return null
  const day = (on: string) => showDate(on, planting.planted_on)
  const lines = [
    data.first_pick &&
      t('First picking between {early} and {late} in eight of ten years, {middle} in the middle.', {
        early: day(data.first_pick.early),
        middle: day(data.first_pick.middle),
        late: day(data.first_pick.late),
      }),
    data.not_picked_share >= WORTH_SHARE &&
      t('In {n} of 100 years nothing ripens.', { n: inHundred(data.not_picked_share) }),
    data.frost_share >= WORTH_SHARE &&
      plural(
        inHundred(data.frost_share),
        'In one of 100 years a night soon after planting out is too cold without a cover.',
        'In {n} of 100 years a night soon after planting out is too cold without a cover.',
      ),
  ].filter((line) => line !== false && line !== null)
  if (lines.length === 0) return null
  return (
    <p className="small years" role="note">
      {lines.join(' ')}{' '}
      <span className="soft">
        {t('By {n} simulated years of this site.', { n: showNumber(data.years) })}
      </span>
    </p>
  )
}

function inHundred(share: number): number {
  return Math.max(Math.round(100 * share), 1)
}
