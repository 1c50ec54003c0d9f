import { Button } from 'antd'
import type { ThingEditing } from '../../api/editing'
import type { Schemas } from '../../api/client'
import type { Raised } from '../../api/raising'
import { usePlan } from '../../api/gardens'
import { useWords } from '../../api/reference'
import { showDate, showDay } from '../../lib/dates'
import { showNumber } from '../../lib/numbers'
import { paper, warmth } from '../../lib/units'
import { plural, t } from '../../lib/words'
import { Findings } from '../../parts/Findings'
import { WorkingSteps } from '../../parts/WorkingSteps'
import { RaisingFields } from './RaisingFields'

type Planting = Schemas['Planting']

/** How one planting is raised: what to sow, when and into what to pot on, hours outside. */
export function RaisedPlanting(props: {
  gardenId: string
  of: Raised
  name: string
  planting: Planting
  benches: readonly Schemas['Bench'][]
  editing: ThingEditing<Planting>
}) {
  const { of, editing, planting } = props
  const words = useWords()
  const today = usePlan(props.gardenId).as_of
  return (
    <article className="sheet stack raised" aria-label={props.name}>
      <div className="row">
        <h2>{props.name}</h2>
        <span className="soft small">
          {t('sown {sow}, out {out}', {
            sow: showDate(of.sow_on),
            out: showDate(of.plant_on, of.sow_on),
          })}
        </span>
        <span className="spacer" />
        <Button
          size="small"
          href={`/api/gardens/${props.gardenId}/planning/labels.pdf?planting=${of.planting}&count=${labels(of)}&paper=${paper()}`}
          download
        >
          {plural(labels(of), 'One label', '{n} labels')}
        </Button>
        <Button size="small" onClick={() => editing.begin(planting)}>
          {t('Write down')}
        </Button>
      </div>
      <Sow of={of} counted={planting.raising?.sown != null} today={today} />
      <Pots of={of} />
      <Outside of={of} />
      <p className="small">
        {t('Planting out:')} {of.set_at}
      </p>
      <Findings of={of.findings} words={words} />
      {editing.thing?.id === planting.id && (
        <RaisingFields editing={editing} benches={props.benches} terms={words.terms} />
      )}
    </article>
  )
}

/** One for each pot, or for each tray where they stay in cells. */
function labels(of: Raised): number {
  const last = of.pottings[of.pottings.length - 1]
  return Math.max(last.pot ? last.count : of.trays, 1)
}

/** How many seeds, into how many trays, and what comes of them. */
function Sow({ of, counted, today }: { of: Raised; counted: boolean; today: string }) {
  const sown = counted
    ? plural(of.sown, 'One seed was sown', '{n} seeds were sown')
    : of.sow_on < today
      ? plural(of.sown, 'One seed was to be sown', '{n} seeds were to be sown')
      : plural(of.sown, 'Sow one seed', 'Sow {n} seeds')
  // Of seed that is dead there is no number; the finding says so.
  if (!counted && !of.to_sow) return null
  const trays = plural(of.trays, 'one tray of {cells}', '{n} trays of {cells}', {
    cells: of.cells,
  })
  const empty =
    of.empty_cells > 0 ? `, ${plural(of.empty_cells, 'one cell empty', '{n} cells empty')}` : ''
  return (
    <div>
      <p>
        <b>{sown}</b>: {trays}
        {empty}
        {of.per_cell > 1 && `, ${t('{n} to a cell', { n: of.per_cell })}`}.{' '}
        {plural(
          of.plants,
          'About one plant for {wanted} wanted.',
          'About {n} plants for {wanted} wanted.',
          { wanted: of.wanted },
        )}
        {of.spare > 0 &&
          ` ${plural(of.spare, 'One more than is worth a pot.', '{n} more than are worth a pot: give them away.')}`}
      </p>
      {of.to_sow && (
        <details className="small">
          <summary>{t('How the number of seeds comes about')}</summary>
          <WorkingSteps of={of.to_sow.steps} />
        </details>
      )}
    </div>
  )
}

/** What they stand in, from when on, with the mix for it. */
function Pots({ of }: { of: Raised }) {
  return (
    <div className="table-box">
      <table className="small raised-pots">
        <caption className="visually-hidden">{t('Pots and mix')}</caption>
        <thead>
          <tr>
            <th scope="col">{t('From')}</th>
            <th scope="col">{t('In')}</th>
            <th scope="col">{t('How many')}</th>
            <th scope="col">{t('Mix')}</th>
            <th scope="col">{t('Full of roots')}</th>
          </tr>
        </thead>
        <tbody>
          {of.pottings.map((one) => (
            <tr key={one.since}>
              <td>{showDay(one.since)}</td>
              <td>{one.pot ? one.pot.name : t('cells')}</td>
              <td>{one.count}</td>
              <td>
                <details>
                  <summary>{one.mix.result}</summary>
                  <WorkingSteps of={one.mix.steps} />
                </details>
              </td>
              <td>{showDay(one.full_on)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  )
}

/** The hours outside of each day of hardening off. */
function Outside({ of }: { of: Raised }) {
  const most = Math.max(...of.harden.map((one) => one.hours), 1)
  return (
    <figure className="raised-outside">
      <figcaption className="small">
        {t('Hours outside, from {day}: wind before sun, in again by night.', {
          day: showDay(of.harden[0].on),
        })}
      </figcaption>
      <ol>
        {of.harden.map((one) => (
          <li
            key={one.on}
            title={t('{day}: night {warmth}', {
              day: showDay(one.on),
              warmth: `${showNumber(warmth.shown(one.night_c), 2)} ${warmth.unit}`,
            })}
          >
            <span className="raised-bar" style={{ height: `${(one.hours / most) * 34}px` }} />
            <span className="small">{one.is_paused ? t('indoors') : one.hours}</span>
          </li>
        ))}
      </ol>
    </figure>
  )
}
