import { useQuery } from '@tanstack/react-query'
import { balanceQueries, type Balance } from '../../api/balance'
import { showDate } from '../../lib/dates'
import { showNumber, showNutrient } from '../../lib/numbers'
import { plural, t } from '../../lib/words'

type Line = Balance['lines'][number]

/** Less than this share of what came is not worth a word. */
const WORTH = 0.02

/** In words what matters in a balance, what trying changes, and nitrogen in many years. */
export function BalanceSaid(props: {
  gardenId: string
  planned: Balance
  would: Balance | undefined
  substance: Line['substance']
  tub: boolean
  /** Whether other rain or another year is tried: then not all comes of what is given. */
  otherDays: boolean
}) {
  const { planned, would, substance, tub } = props
  const line = lineOf(would ?? planned, substance)
  const before = lineOf(planned, substance)
  const said = substance === 'salts' ? saltsSaid(line, planned.bears_ds_m) : nutrientSaid(line, tub)
  return (
    <div className="stack small" role="note">
      <p>{said.join(' ')}</p>
      {would && substance !== 'salts' && (
        <p>{props.otherDays ? otherDaysSaid(before, line) : differenceSaid(before, line)}</p>
      )}
      {!planned.rain_known && (
        <p>
          {t(
            'What rain usually falls here is not known: rain to come counts as none. Type it under “This garden”, month by month.',
          )}
        </p>
      )}
      {substance === 'N' && (
        <InYears gardenId={props.gardenId} planting={planned.planting} tub={tub} />
      )}
    </div>
  )
}

function nutrientSaid(line: Line, tub: boolean): string[] {
  const came = last(line.came)
  const lost = last(line.lost)
  const said = [
    line.runs_out_on
      ? t('It runs out on {day}: {amount} are missing by the end.', {
          day: showDate(line.runs_out_on),
          amount: showNutrient(last(line.wanted) - last(line.taken)),
        })
      : last(line.left) > WORTH * came
        ? t('It lasts to the end; {amount} are left then.', {
            amount: showNutrient(last(line.left)),
          })
        : t('It lasts just to the end.'),
  ]
  if (lost > WORTH * came) {
    said.push(
      tub
        ? t('{amount} leave with what drains out of the tub.', { amount: showNutrient(lost) })
        : t('{amount} go below the roots with rain and watering.', { amount: showNutrient(lost) }),
    )
  }
  return said
}

function saltsSaid(line: Line, bears: number | null): string[] {
  const most = Math.max(...line.left)
  const numbers = { most: showNumber(most, 2), bears: showNumber(bears ?? 0, 2) }
  return [
    bears !== null && most > bears
      ? t(
          'The water in the mix gets up to {most} dS/m; the crop bears {bears}. Water through until a fifth runs out below, and let it drain.',
          numbers,
        )
      : t('The water in the mix gets up to {most} dS/m; the crop bears {bears}.', numbers),
  ]
}

/** What becomes of what was tried: taken up, lost or left. */
function differenceSaid(before: Line, now: Line): string {
  const more = last(now.came) - last(before.came)
  const taken = last(now.taken) - last(before.taken)
  const parts = {
    more: showNutrient(Math.abs(more)),
    taken: showNutrient(Math.max(taken, 0)),
    lost: showNutrient(Math.max(last(now.lost) - last(before.lost), 0)),
    left: showNutrient(Math.max(last(now.left) - last(before.left), 0)),
  }
  if (more > 0 && taken <= WORTH * more) {
    return t('{more} more would do nothing: {lost} are lost, {left} are left over.', parts)
  }
  if (more > 0) {
    return t('Of {more} more, {taken} are taken up, {lost} lost and {left} left over.', parts)
  }
  return takenSaid(taken)
}

function takenSaid(more: number): string {
  if (more < 0) {
    return t('{amount} less are taken up than planned.', { amount: showNutrient(-more) })
  }
  return more > 0
    ? t('{amount} more are taken up than planned.', { amount: showNutrient(more) })
    : t('As much is taken up as planned.')
}

/** What other days to come change. */
function otherDaysSaid(before: Line, now: Line): string {
  const lost = last(now.lost) - last(before.lost)
  const said = [takenSaid(last(now.taken) - last(before.taken))]
  if (Math.abs(lost) > WORTH * last(now.came)) {
    const amount = showNutrient(Math.abs(lost))
    said.push(
      lost > 0
        ? t('{amount} more are lost.', { amount })
        : t('{amount} less are lost.', { amount }),
    )
  }
  return said.join(' ')
}

/** How often nitrogen is short, and what is lost, in many years as they might come. */
function InYears(props: { gardenId: string; planting: string; tub: boolean }) {
  const { data } = useQuery(balanceQueries.years(props.gardenId, props.planting))
  if (!data) return <p role="status">{t('Going through many years …')}</p>
  const short = Math.round(10 * data.short_share)
  const amounts = { low: showNutrient(data.lost_low_g), high: showNutrient(data.lost_high_g) }
  return (
    <p>
      {short > 0
        ? plural(
            short,
            'Fed as planned, nitrogen is short in one year of ten.',
            'Fed as planned, nitrogen is short in {n} years of ten.',
          )
        : t('Fed as planned, nitrogen is enough in nearly every year.')}{' '}
      {props.tub
        ? t('Between {low} and {high} drain away in eight of ten years.', amounts)
        : t('Between {low} and {high} go below the roots in eight of ten years.', amounts)}{' '}
      <span className="soft">
        {t('By {n} simulated years of this site.', { n: showNumber(data.years) })}
      </span>
    </p>
  )
}

function lineOf(of: Balance, substance: Line['substance']): Line {
  return of.lines.find((one) => one.substance === substance) ?? of.lines[0]
}

function last(of: readonly number[]): number {
  return of[of.length - 1] ?? 0
}
