import type { FaultAt } from '../parts/Field'
import { Field } from '../parts/Field'

/** A password, hidden as it is typed; a browser may fill it in or remember it. */
export function PasswordField(props: {
  label: string
  value: string
  fresh?: boolean
  hint?: string
  faults: readonly FaultAt[]
  onChange: (value: string) => void
}) {
  return (
    <Field label={props.label} hint={props.hint} faults={props.faults}>
      {(id, described, invalid) => (
        <input
          id={id}
          className="input"
          type="password"
          autoComplete={props.fresh ? 'new-password' : 'current-password'}
          value={props.value}
          aria-describedby={described}
          aria-invalid={invalid}
          onChange={(event) => props.onChange(event.target.value)}
        />
      )}
    </Field>
  )
}
