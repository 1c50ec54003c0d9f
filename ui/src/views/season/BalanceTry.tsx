import { Button, Segmented, Slider } from 'antd'
import type { TriedOut } from '../../api/balance'
import { useWords } from '../../api/reference'
import { showDate } from '../../lib/dates'
import { showNumber } from '../../lib/numbers'
import { waterDepth } from '../../lib/units'
import { plural, t } from '../../lib/words'
import { ChoiceField, Field } from '../../parts/Field'
import type { Planting } from './state'

export const AS_PLANNED: TriedOut = {
  job: null,
  dose_share: 1,
  later_days: 0,
  compost_mm: 0,
  rain_share: 1,
  year: 'usual',
}

export function isTried(tried: TriedOut): boolean {
  return (
    tried.dose_share !== 1 ||
    tried.later_days !== 0 ||
    tried.compost_mm !== 0 ||
    tried.rain_share !== 1 ||
    tried.year !== 'usual'
  )
}

/** What can be dragged: a dose, its day, a layer of compost, and the weather of the year. */
export function BalanceTry(props: {
  planting: Planting
  tried: TriedOut
  /** Whether rain falls there, as far as anybody knows. */
  rains: boolean
  onChange: (tried: TriedOut) => void
}) {
  const { tried } = props
  const words = useWords()
  const set = (part: Partial<TriedOut>) => props.onChange({ ...tried, ...part })
  const jobs = props.planting.jobs.filter((job) => job.status === 'planned')
  const years = [
    { value: 'usual', label: t('usual') },
    { value: 'cool', label: t('cool') },
    { value: 'warm', label: t('warm') },
    { value: 'wet', label: t('rainy') },
    { value: 'dry', label: t('dry') },
  ] as const
  return (
    <section className="sheet stack" aria-label={t('What if')}>
      <div className="row">
        <h2>{t('What if')}</h2>
        <span className="spacer" />
        {isTried(tried) && (
          <Button size="small" onClick={() => props.onChange({ ...AS_PLANNED, job: tried.job })}>
            {t('As planned')}
          </Button>
        )}
      </div>
      {jobs.length > 0 && (
        <>
          <ChoiceField
            label={t('Which feed')}
            value={tried.job ?? ''}
            options={[
              { value: '', label: t('all that are still to come') },
              ...jobs.map((job) => ({
                value: job.key,
                label: `${showDate(job.due_on)}: ${words.terms[`kind.${job.kind}`]}`,
              })),
            ]}
            onChange={(job) => set({ job: job || null })}
          />
          <Drag
            label={t('Dose')}
            shown={t('{share} % of the plan', { share: showNumber(100 * tried.dose_share) })}
            value={100 * tried.dose_share}
            from={0}
            to={200}
            step={5}
            onChange={(share) => set({ dose_share: share / 100 })}
          />
          <Drag
            label={t('Day')}
            shown={shiftOf(tried.later_days)}
            value={tried.later_days}
            from={-21}
            to={21}
            step={1}
            onChange={(days) => set({ later_days: days })}
          />
        </>
      )}
      <Drag
        label={t('Garden compost spread today')}
        shown={layerOf(tried.compost_mm)}
        value={tried.compost_mm}
        from={0}
        to={40}
        step={1}
        onChange={(layer) => set({ compost_mm: layer })}
      />
      {props.rains && (
        <Drag
          label={t('Rain from today on')}
          shown={rainOf(tried.rain_share)}
          value={100 * tried.rain_share}
          from={0}
          to={200}
          step={5}
          onChange={(share) => set({ rain_share: share / 100 })}
        />
      )}
      <Field label={t('Weather from today on')}>
        {() => (
          <Segmented
            value={tried.year}
            options={[...years]}
            aria-label={t('Weather from today on')}
            onChange={(year) => set({ year })}
          />
        )}
      </Field>
    </section>
  )
}

function Drag(props: {
  label: string
  shown: string
  value: number
  from: number
  to: number
  step: number
  onChange: (value: number) => void
}) {
  return (
    <div className="drag">
      <span>
        {props.label} <b>{props.shown}</b>
      </span>
      <Slider
        ariaLabelForHandle={props.label}
        ariaValueTextFormatterForHandle={() => props.shown}
        tooltip={{ open: false }}
        min={props.from}
        max={props.to}
        step={props.step}
        value={props.value}
        onChange={props.onChange}
      />
    </div>
  )
}

function shiftOf(days: number): string {
  if (days === 0) return t('as planned')
  return days > 0
    ? plural(days, 'a day later', '{n} days later')
    : plural(-days, 'a day earlier', '{n} days earlier')
}

function rainOf(share: number): string {
  return t('{share} % of what would fall', { share: showNumber(100 * share) })
}

function layerOf(layer: number): string {
  if (layer === 0) return t('none')
  return `${showNumber(waterDepth.shown(layer) ?? 0, 2)} ${waterDepth.unit}`
}

/** In short what is tried, for beside the drawing. */
export function triedSaid(tried: TriedOut): string {
  const fed = tried.dose_share !== 1 || tried.later_days !== 0
  const parts = [
    fed && t('{share} % of the plan', { share: showNumber(100 * tried.dose_share) }),
    fed && tried.later_days !== 0 && shiftOf(tried.later_days),
    tried.compost_mm !== 0 && t('{layer} of compost', { layer: layerOf(tried.compost_mm) }),
    tried.rain_share !== 1 &&
      t('{share} % of the rain', { share: showNumber(100 * tried.rain_share) }),
  ]
  return parts.filter(Boolean).join(' · ')
}
