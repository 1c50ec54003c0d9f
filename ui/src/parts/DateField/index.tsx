import { lazy, Suspense, type ReactNode } from 'react'
import { showDate } from '../../lib/dates'
import { Field, type FaultAt } from '../Field'
import type { PickerProps } from './Picker'
import './datefield.css'

const Picker = lazy(() => import('./Picker'))

/** A date without a label of its own above it; its parts are loaded with the first one shown. */
export function DateInput(props: PickerProps) {
  const waiting = (
    <input
      id={props.id}
      className="input"
      readOnly
      aria-label={props.label}
      value={props.value ? showDate(props.value) : ''}
    />
  )
  return (
    <Suspense fallback={waiting}>
      <Picker {...props} />
    </Suspense>
  )
}

/** A labelled date. */
export function DateField(props: {
  label: string
  hint?: string
  ask?: string
  faults?: readonly FaultAt[]
  note?: ReactNode
  value: string | null | undefined
  onChange: (value: string | null) => void
}) {
  return (
    <Field {...props}>
      {(id, described, invalid) => (
        <DateInput
          id={id}
          describedBy={described}
          invalid={invalid}
          value={props.value ?? null}
          onChange={props.onChange}
        />
      )}
    </Field>
  )
}
