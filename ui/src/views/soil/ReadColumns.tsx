import { Button } from 'antd'
import { useState } from 'react'
import type { Schemas } from '../../api/client'
import { useWords } from '../../api/reference'
import { t } from '../../lib/words'
import { EXTRACTS, UNITS, extractName } from './state'

type Column = Schemas['ColumnView']

const OTHER_UNITS = [
  '%',
  'dS/m',
  'mS/cm',
  'uS/cm',
  'g/mL',
  't/ha',
  'ton/acre',
  'lb/1000ft2',
  'g/m2',
]
const METHODS: Partial<Record<string, readonly string[]>> = {
  ph: ['CaCl2'],
  buffer: ['Mehlich', 'SMP', 'Sikora', 'Adams-Evans', 'Moore-Sikora'],
  ec: ['paste', '1:2', '1:5', 'SME'],
}
const UNITLESS = ['ph', 'buffer', 'composite', 'fizz']
const PLAIN = ['sample', 'lab', 'date', 'report', 'note', 'analyte', 'value', 'unit', 'rating']

/** What each column is taken to mean; all of it can be told otherwise. */
export function Columns(props: {
  understood: Schemas['UnderstoodView']
  onTell: (columns: Column[]) => void
}) {
  const { understood } = props
  const { terms } = useWords()
  const [told, setTold] = useState<{ from: unknown; columns: Column[] }>({
    from: understood,
    columns: understood.columns,
  })
  // What was read anew replaces what was told before.
  const columns = told.from === understood ? told.columns : understood.columns
  const change = (n: number, part: Partial<Column>) =>
    setTold({
      from: understood,
      columns: columns.map((one, m) => (m === n ? { ...one, ...part } : one)),
    })
  const name = (meaning: string) =>
    terms[`meaning.${meaning}`] ?? terms[`nutrient.${meaning}`] ?? terms[`analyte.${meaning}`]
  const same = JSON.stringify(columns) === JSON.stringify(understood.columns)
  return (
    <details open>
      <summary>{t('What the columns mean')}</summary>
      <table className="columns small">
        <thead>
          <tr>
            <th scope="col">{t('Column')}</th>
            <th scope="col">{t('Means')}</th>
            <th scope="col">{t('Unit')}</th>
            <th scope="col">{t('Extract or method')}</th>
          </tr>
        </thead>
        <tbody>
          {columns.map((column, n) => (
            <tr key={n}>
              <th scope="row">{column.heading || t('(no heading)')}</th>
              <td>
                <select
                  className="input"
                  aria-label={t('{heading} means', { heading: column.heading })}
                  value={column.meaning ?? ''}
                  onChange={(event) => change(n, { meaning: event.target.value || null })}
                >
                  <option value="">{t('left out')}</option>
                  {understood.meanings.map((one) => (
                    <option key={one} value={one}>
                      {name(one) ?? one}
                    </option>
                  ))}
                </select>
              </td>
              <td>
                {column.meaning &&
                  !PLAIN.includes(column.meaning) &&
                  !UNITLESS.includes(column.meaning) && (
                    <select
                      className="input"
                      aria-label={t('{heading}: unit', { heading: column.heading })}
                      value={column.unit ?? ''}
                      onChange={(event) => change(n, { unit: event.target.value || null })}
                    >
                      <option value="">{t('as in the cell')}</option>
                      {[...UNITS, ...OTHER_UNITS].map((one) => (
                        <option key={one}>{one}</option>
                      ))}
                    </select>
                  )}
              </td>
              <td>
                {column.meaning && !PLAIN.includes(column.meaning) && (
                  <select
                    className="input"
                    aria-label={t('{heading}: extract or method', { heading: column.heading })}
                    value={column.method ?? ''}
                    onChange={(event) => change(n, { method: event.target.value || null })}
                  >
                    <option value="">{t('not said')}</option>
                    {(METHODS[column.meaning] ?? EXTRACTS).map((one) => (
                      <option key={one} value={one}>
                        {extractName(terms, one)}
                      </option>
                    ))}
                  </select>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <Button disabled={same} onClick={() => props.onTell(columns)}>
        {t('Read it again with these')}
      </Button>
    </details>
  )
}
