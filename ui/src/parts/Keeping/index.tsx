import { Button } from 'antd'
import { SaveButton } from '../SaveButton'
import { useState, type ReactNode } from 'react'
import { t } from '../../lib/words'
import { Refused, faultsOfWhole, type FaultAt } from '../Field'
import './keeping.css'

export interface BothVersions {
  theirs: Record<string, unknown> | null
  fields: string[]
  revision: number
}

/** The bar below what is being typed: keep it, leave it, and what stood in the way. */
export function Keeping<T extends object>(props: {
  mine: T
  basedOn: number
  label: string
  leave?: string
  saving: boolean
  disabled?: boolean
  faults: readonly FaultAt[]
  conflict: BothVersions | null
  /** What a field is called. */
  term: (field: string) => string
  onKeep: (thing: T, basedOn: number) => void
  onLeave: () => void
  children?: ReactNode
}) {
  const { conflict, mine } = props
  if (conflict) return <Choose {...props} conflict={conflict} />
  return (
    <div className="row keeping">
      <SaveButton
        loading={props.saving}
        disabled={props.disabled}
        onClick={() => props.onKeep(mine, props.basedOn)}
      >
        {props.label}
      </SaveButton>
      <Button onClick={props.onLeave}>{props.leave ?? t('Leave it')}</Button>
      {props.children}
      <Refused faults={faultsOfWhole(props.faults)} />
    </div>
  )
}

/** Two people changed the same: each field as one of them has it. */
function Choose<T extends object>(props: {
  mine: T
  saving: boolean
  conflict: BothVersions
  term: (field: string) => string
  onKeep: (thing: T, basedOn: number) => void
  onLeave: () => void
}) {
  const { conflict } = props
  const mine = props.mine as Record<string, unknown>
  const theirs = conflict.theirs
  const differing = conflict.fields.length
    ? conflict.fields
    : Object.keys(mine).filter((f) => JSON.stringify(mine[f]) !== JSON.stringify(theirs?.[f]))
  const [taken, setTaken] = useState<ReadonlySet<string>>(new Set())
  if (!theirs) {
    return (
      <div className="both" role="alert">
        <p>
          <b>{t('Somebody has removed it in the meantime.')}</b>
        </p>
        <div className="row">
          <SaveButton
            loading={props.saving}
            onClick={() => props.onKeep(props.mine, conflict.revision)}
          >
            {t('Keep mine')}
          </SaveButton>
          <Button onClick={props.onLeave}>{t('Leave it removed')}</Button>
        </div>
      </div>
    )
  }
  const chosen = () => {
    const fields = Object.fromEntries(
      Object.keys({ ...theirs, ...mine }).map((field) => {
        const theirOwn = taken.has(field) || !differing.includes(field)
        return [field, theirOwn ? theirs[field] : mine[field]]
      }),
    )
    return fields as T
  }
  return (
    <div className="both" role="alert">
      <p>
        <b>{t('Somebody has changed it in the meantime.')}</b>{' '}
        {t('Choose, field by field; nothing of either is lost until you keep it.')}
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
          {differing.map((field) => (
            <tr key={field}>
              <th scope="row">{props.term(field)}</th>
              {[false, true].map((their) => (
                <td key={String(their)}>
                  <label>
                    <input
                      type="radio"
                      name={`both-${field}`}
                      checked={taken.has(field) === their}
                      onChange={() => {
                        const next = new Set(taken)
                        if (their) next.add(field)
                        else next.delete(field)
                        setTaken(next)
                      }}
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
          loading={props.saving}
          onClick={() => props.onKeep(chosen(), conflict.revision)}
        >
          {t('Keep what is chosen')}
        </SaveButton>
        <Button onClick={props.onLeave}>{t('Leave mine')}</Button>
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
