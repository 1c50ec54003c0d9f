import { Button, Checkbox, Popover, Table, type TableColumnType } from 'antd'
import de from 'antd/es/locale/de_DE'
import en from 'antd/es/locale/en_US'
import es from 'antd/es/locale/es_ES'
import { useState, type ReactNode } from 'react'
import { recall, remember } from '../../lib/memory'
import { language, t } from '../../lib/words'
import './datatable.css'

const SAID = { en, de, es }[language]
const A_PAGE = 60
const MANY_VALUES = 8

export interface Column<R> {
  key: string
  title: string
  /** What the cell shows. */
  render: (row: R) => ReactNode
  /** What rows are put in order by; a column without it has no order. */
  by?: (row: R) => string | number | null
  /** What rows are narrowed by; a column without it narrows nothing. */
  filter?: (row: R) => string
  /** Figures stand at the end of their cell. */
  figures?: boolean
  /** Left out until the reader asks for it. */
  hidden?: boolean
}

/** Rows that can be put in order and narrowed, with the columns that the reader chooses. */
export function DataTable<R extends object>(props: {
  /** What the choice of columns is remembered by. */
  name: string
  label: string
  rows: readonly R[]
  columns: readonly Column<R>[]
  rowKey: (row: R) => string
  rowClass?: (row: R) => string
  /** What a row says besides, once it is opened. */
  more?: (row: R) => ReactNode
  /** Where there is little room: one column that says it all. */
  narrow?: { is: boolean; line: (row: R) => ReactNode }
  empty?: string
  /** Rows that are chosen together. */
  chosen?: {
    keys: readonly string[]
    can: (row: R) => boolean
    /** What a row is called, for who hears it. */
    name: (row: R) => string
    onChange: (keys: string[]) => void
  }
  /** What stands above the table beside the choice of columns. */
  tools?: ReactNode
}) {
  const { columns, narrow, chosen: chosenRows } = props
  const [shown, setShown] = useState(() => recalled(props.name, columns))
  const choose = (keys: string[]) => {
    remember(`columns.${props.name}`, keys.join(' '))
    setShown(keys)
  }
  const chosen = columns.filter((one) => shown.includes(one.key))
  return (
    <div className="data-table">
      <div className="row">
        {props.tools}
        <span className="spacer" />
        {!narrow?.is && <ColumnChoice columns={columns} shown={shown} onChoose={choose} />}
      </div>
      <Table<R>
        size="small"
        aria-label={props.label}
        dataSource={[...props.rows]}
        columns={
          narrow?.is ? [oneColumn(narrow.line, columns)] : chosen.map((c) => drawn(c, props.rows))
        }
        rowKey={props.rowKey}
        rowClassName={props.rowClass}
        locale={{ ...SAID.Table, emptyText: props.empty ?? t('Nothing here yet.') }}
        pagination={
          props.rows.length > A_PAGE && {
            pageSize: A_PAGE,
            showSizeChanger: false,
            locale: SAID.Pagination,
          }
        }
        showSorterTooltip={false}
        rowSelection={
          chosenRows && {
            selectedRowKeys: [...chosenRows.keys],
            onChange: (keys) => chosenRows.onChange(keys.map(String)),
            getCheckboxProps: (row) => ({
              disabled: !chosenRows.can(row),
              'aria-label': chosenRows.name(row),
            }),
          }
        }
        expandable={
          props.more && {
            expandedRowRender: props.more,
            rowExpandable: (row) => Boolean(props.more?.(row)),
          }
        }
      />
    </div>
  )
}

function ColumnChoice<R>(props: {
  columns: readonly Column<R>[]
  shown: string[]
  onChoose: (keys: string[]) => void
}) {
  const content = (
    <Checkbox.Group
      className="column-choice"
      value={props.shown}
      onChange={(keys) => keys.length && props.onChoose(keys.map(String))}
      options={props.columns.map((one) => ({ value: one.key, label: one.title }))}
    />
  )
  return (
    <Popover trigger="click" placement="bottomRight" content={content}>
      <Button size="small">{t('Columns')}</Button>
    </Popover>
  )
}

function recalled<R>(name: string, columns: readonly Column<R>[]): string[] {
  const kept = recall(`columns.${name}`, '').split(' ')
  const known = columns.filter((one) => kept.includes(one.key))
  return (known.length ? known : columns.filter((one) => !one.hidden)).map((one) => one.key)
}

function drawn<R extends object>(column: Column<R>, rows: readonly R[]): TableColumnType<R> {
  const { by, filter } = column
  const values = filter ? [...new Set(rows.map(filter))].sort((a, b) => a.localeCompare(b)) : []
  return {
    key: column.key,
    title: column.title,
    render: (_, row) => column.render(row),
    align: column.figures ? 'right' : undefined,
    className: column.figures ? 'figures' : undefined,
    sorter: by && ((a, b) => inOrder(by(a), by(b))),
    ...(filter && values.length > 1
      ? {
          filters: values.map((value) => ({ value, text: value || '–' })),
          onFilter: (value, row) => filter(row) === value,
          filterSearch: values.length > MANY_VALUES,
        }
      : {}),
  }
}

/** All of a row in one cell; what can be narrowed still can. */
function oneColumn<R extends object>(
  line: (row: R) => ReactNode,
  columns: readonly Column<R>[],
): TableColumnType<R> {
  return { key: 'line', title: columns[0].title, render: (_, row) => line(row) }
}

/** Nothing comes last, numbers by size, words by the alphabet. */
function inOrder(a: string | number | null, b: string | number | null): number {
  if (a === null || b === null) return Number(a === null) - Number(b === null)
  if (typeof a === 'number' && typeof b === 'number') return a - b
  return String(a).localeCompare(String(b))
}
