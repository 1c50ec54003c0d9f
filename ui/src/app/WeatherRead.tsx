import { Button, Segmented } from 'antd'
import type { Schemas } from '../api/client'
import { useWords } from '../api/reference'
import { plural, t } from '../lib/words'

type Read = Schemas['WeatherRead']
type Column = Schemas['WeatherColumnView']
type Meaning = NonNullable<Column['meaning']>
type Unit = NonNullable<Column['unit']>

/** What somebody says of a table: what its columns are, and whether the month comes first. */
export interface Told {
  columns?: Column[]
  monthFirst?: boolean
}

const UNITS: Partial<Record<Meaning, readonly Unit[]>> = {
  low: ['°C', '°F'],
  high: ['°C', '°F'],
  rain: ['mm', 'cm', 'in'],
  humidity: ['%'],
  wind: ['m/s', 'km/h', 'mph'],
  sun: ['h'],
}

/** What a question about units is of. */
const ASKED: Record<string, Meaning[]> = {
  weather_scale: ['low', 'high'],
  weather_wind: ['wind'],
}

/** What a file holds, column by column, before any of it is saved. */
export function WeatherRead(props: {
  of: Read
  told: Told
  busy: boolean
  onTell: (told: Told) => void
  onSave: (days: Schemas['WeatherDay'][]) => void
  onCancel: () => void
}) {
  const { of } = props
  const { terms } = useWords()
  const tell = (told: Told) => props.onTell({ ...props.told, ...told })
  return (
    <div className="sheet stack small" aria-busy={props.busy}>
      {of.questions.map((key) => (
        <div key={key} className="row">
          <b>{terms[`ask.${key}`]}</b>
          <Answer of={of} question={key} onTell={tell} />
        </div>
      ))}
      <Columns columns={of.columns} onTell={(columns) => tell({ columns })} />
      {of.questions.length === 0 && <Days of={of} />}
      <div className="row">
        <Button
          size="small"
          type="primary"
          loading={props.busy}
          disabled={of.new === 0}
          onClick={() => props.onSave(of.days)}
        >
          {t('Save these days')}
        </Button>
        <Button size="small" type="text" onClick={props.onCancel}>
          {t('Cancel')}
        </Button>
      </div>
    </div>
  )
}

/** The answers to a question, where a touch answers it. */
function Answer(props: { of: Read; question: string; onTell: (told: Told) => void }) {
  const { question, onTell } = props
  const set = (meanings: readonly Meaning[], unit: Unit) =>
    onTell({
      columns: props.of.columns.map((one) =>
        one.meaning && meanings.includes(one.meaning) ? { ...one, unit } : one,
      ),
    })
  if (question === 'weather_order') {
    return (
      <>
        <Button size="small" onClick={() => onTell({ monthFirst: false })}>
          {t('day first')}
        </Button>
        <Button size="small" onClick={() => onTell({ monthFirst: true })}>
          {t('month first')}
        </Button>
      </>
    )
  }
  const meanings = ASKED[question] ?? ['rain']
  if (question === 'weather_columns') return null
  return (UNITS[meanings[0]] ?? []).map((unit) => (
    <Button key={unit} size="small" onClick={() => set(meanings, unit)}>
      {unit}
    </Button>
  ))
}

function Columns(props: { columns: readonly Column[]; onTell: (columns: Column[]) => void }) {
  const names: Record<Meaning, string> = {
    on: t('day'),
    low: t('minimum'),
    high: t('maximum'),
    rain: t('rain'),
    humidity: t('humidity, mean of the day'),
    wind: t('wind, mean of the day'),
    sun: t('sunshine'),
    source: t('where it is from'),
  }
  const change = (n: number, part: Partial<Column>) =>
    props.onTell(
      props.columns.map((one, m) => (m === n ? { ...one, ...part, by_usual: false } : one)),
    )
  return (
    <table className="columns small">
      <thead>
        <tr>
          <th scope="col">{t('Column')}</th>
          <th scope="col">{t('Means')}</th>
          <th scope="col">{t('Unit')}</th>
        </tr>
      </thead>
      <tbody>
        {props.columns.map((column, n) => {
          const heading = column.heading || t('column {n}', { n: n + 1 })
          const units = (column.meaning && UNITS[column.meaning]) ?? []
          return (
            <tr key={n}>
              <th scope="row">{heading}</th>
              <td>
                <select
                  className="input"
                  aria-label={t('{heading} means', { heading })}
                  value={column.meaning ?? ''}
                  onChange={(event) =>
                    change(n, { meaning: meaningOf(event.target.value), unit: null })
                  }
                >
                  <option value="">{t('left out')}</option>
                  {(Object.keys(names) as Meaning[]).map((one) => (
                    <option key={one} value={one}>
                      {names[one]}
                    </option>
                  ))}
                </select>
              </td>
              <td>
                {units.length > 0 && (
                  <Segmented<string>
                    size="small"
                    aria-label={t('{heading}: unit', { heading })}
                    value={column.unit ?? ''}
                    options={[...units]}
                    onChange={(unit) => change(n, { unit: units.find((one) => one === unit) })}
                  />
                )}
                {column.by_usual && (
                  <span className="soft"> {t('as the other scale is impossible here')}</span>
                )}
              </td>
            </tr>
          )
        })}
      </tbody>
    </table>
  )
}

function meaningOf(value: string): Meaning | null {
  return value === '' ? null : (value as Meaning)
}

function Days({ of }: { of: Read }) {
  const { days, left } = of
  return (
    <>
      <p>
        {plural(days.length, 'One day was read.', '{n} days were read.')}{' '}
        {left.length > 0 &&
          plural(
            left.length,
            'One row could not be read as a day:',
            '{n} rows could not be read as days:',
          )}
      </p>
      {left.slice(0, 5).map((row) => (
        <p key={row.row} className="soft">
          {row.row}: {row.words}
        </p>
      ))}
      {days.length > 0 && (
        <p>
          {of.new === 0
            ? t('All of it is known already.')
            : plural(
                of.new,
                'One of them is new or has changed.',
                '{n} of them are new or have changed.',
              )}
        </p>
      )}
    </>
  )
}
