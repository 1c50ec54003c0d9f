import { Button } from 'antd'
import { SaveButton } from '../SaveButton'
import { useState, type ReactNode } from 'react'
import { t } from '../../lib/words'
import { Refused, faultsOfWhole, type FaultAt } from '../Field'
import { termOf } from '../names'
import './savebar.css'

export interface BothVersions {
  theirs: Record<string, unknown> | null
  fields: string[]
  revision: number
}

/** What is being typed, as the bar needs it. */
export interface Edited<T> {
  thing: T | null
  basedOn: number
  faults: readonly FaultAt[]
  blocked: boolean
  conflict: BothVersions | null
  saving: boolean
  allowed: boolean
  save: (thing: T, basedOn: number) => void
  cancel: () => void
}

type Terms = Record<string, string>

/** The bar below what is being typed: save it, or leave without, and what stood in the way. */
export function SaveBar<T extends object>(props: {
  editing: Edited<T>
  /** What fields are called. */
  terms: Terms
  /** What the button says where more than one thing is typed side by side. */
  label?: string
  /** What else can be done with it. */
  children?: ReactNode
}) {
  const { editing, terms } = props
  const { thing, conflict } = editing
  if (!thing) return null
  if (conflict?.theirs) {
    return <Choose thing={thing} theirs={conflict.theirs} {...{ conflict, editing, terms }} />
  }
  if (conflict) return <Removed thing={thing} revision={conflict.revision} editing={editing} />
  if (!editing.allowed) {
    return (
      <div className="row savebar">
        <p className="small" role="note">
          {t('Only tried out: with your role here it is not kept.')}
        </p>
        <Button onClick={editing.cancel}>{t('Cancel')}</Button>
      </div>
    )
  }
  return (
    <div className="row savebar">
      <SaveButton
        loading={editing.saving}
        disabled={editing.blocked}
        onClick={() => editing.save(thing, editing.basedOn)}
      >
        {props.label}
      </SaveButton>
      <Button onClick={editing.cancel}>{t('Cancel')}</Button>
      {props.children}
      <Refused faults={faultsOfWhole(editing.faults)} />
    </div>
  )
}

/** Somebody has removed it: save it anew, or let it go. */
function Removed<T>(props: { thing: T; revision: number; editing: Edited<T> }) {
  const { thing, revision, editing } = props
  return (
    <div className="both" role="alert">
      <p>
        <b>{t('Somebody has removed it in the meantime.')}</b>
      </p>
      <div className="row">
        <SaveButton loading={editing.saving} onClick={() => editing.save(thing, revision)}>
          {t('Save mine')}
        </SaveButton>
        <Button onClick={editing.cancel}>{t('Cancel')}</Button>
      </div>
    </div>
  )
}

type Fields = Record<string, unknown>

/** Fields that two people have differently. */
function differing(mine: Fields, theirs: Fields, named: readonly string[]): readonly string[] {
  if (named.length) return named
  return Object.keys(mine).filter((f) => JSON.stringify(mine[f]) !== JSON.stringify(theirs[f]))
}

/** Two people changed the same: each field as one of them has it. */
function Choose<T extends object>(props: {
  thing: T
  theirs: Fields
  conflict: BothVersions
  editing: Edited<T>
  terms: Terms
}) {
  const { thing, theirs, conflict, editing } = props
  const mine: Fields = Object.fromEntries(Object.entries(thing))
  const fields = differing(mine, theirs, conflict.fields)
  const [taken, setTaken] = useState<ReadonlySet<string>>(new Set())
  const chosen = (): T => {
    const theirOwn = Object.entries({ ...mine, ...theirs }).filter(
      ([field]) => taken.has(field) || !fields.includes(field),
    )
    return { ...thing, ...Object.fromEntries(theirOwn) }
  }
  const take = (field: string, their: boolean) =>
    setTaken(new Set([...[...taken].filter((one) => one !== field), ...(their ? [field] : [])]))
  return (
    <div className="both" role="alert">
      <p>
        <b>{t('Somebody has changed it in the meantime.')}</b>{' '}
        {t('Choose, field by field; nothing of either is lost until you save.')}
      </p>
      <table>
        <thead>
          <tr>
            <th scope="col">{t('Field')}</th>
            <th scope="col">{t('Yours')}</th>
            <th scope="col">{t('Theirs')}</th>
          </tr>
        </thead>
        <tbody>
          {fields.map((field) => (
            <tr key={field}>
              <th scope="row">{termOf(props.terms, field)}</th>
              {[false, true].map((their) => (
                <td key={String(their)}>
                  <label>
                    <input
                      type="radio"
                      name={`both-${field}`}
                      checked={taken.has(field) === their}
                      onChange={() => take(field, their)}
                    />{' '}
                    {plainly((their ? theirs : mine)[field])}
                  </label>
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
      <div className="row">
        <SaveButton
          loading={editing.saving}
          onClick={() => editing.save(chosen(), conflict.revision)}
        >
          {t('Save what is chosen')}
        </SaveButton>
        <Button onClick={editing.cancel}>{t('Cancel')}</Button>
      </div>
    </div>
  )
}

/** Any recorded value in a few plain words. */
export function plainly(value: unknown): string {
  if (value === null || value === undefined || value === '') return '–'
  if (typeof value === 'boolean') return value ? t('yes') : t('no')
  if (Array.isArray(value)) return value.map(plainly).join('; ') || '–'
  if (typeof value !== 'object') return String(value)
  const measure = value as { value?: unknown; unit?: unknown }
  if ('value' in measure && 'unit' in measure && Object.keys(value).length === 2) {
    return `${measure.value} ${measure.unit}`
  }
  return Object.entries(value)
    .filter(([name, one]) => one !== null && name !== 'id' && !/^[0-9a-f-]{36}$/.test(String(one)))
    .map(([, one]) => plainly(one))
    .join(' · ')
}
