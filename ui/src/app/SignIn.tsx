import { Button } from 'antd'
import { useQuery } from '@tanstack/react-query'
import { useEffect, useState, type ReactNode } from 'react'
import { SIGN_IN, faultsOf, signInAsked } from '../api/client'
import { doorQuery, useEnter } from '../api/door'
import { BRAND, t } from '../lib/words'
import { Field, Refused, faultsAt, faultsOfWhole, type FaultAt } from '../parts/Field'
import { PasswordField } from './PasswordField'

/** Asks who somebody is where people sign in; what was typed before stays typed. */
export function Door({ children }: { children: ReactNode }) {
  const [asked, setAsked] = useState(false)
  const door = useQuery({ ...doorQuery, enabled: asked })
  useEffect(() => {
    const ask = () => {
      setAsked(true)
      void door.refetch()
    }
    window.addEventListener(SIGN_IN, ask)
    if (signInAsked() && !asked) ask()
    return () => window.removeEventListener(SIGN_IN, ask)
  })
  if (!asked || !door.data?.shared || door.data.inside) return children
  return (
    <main className="failed stack">
      <h1>{BRAND}</h1>
      {/* Begun anew, as every read before was refused; drafts and what waits are kept. */}
      <SignIn onDone={() => window.location.reload()} />
      <p className="soft small">
        {t('Who has no account yet asks an owner of the garden for an invitation.')}
      </p>
    </main>
  )
}

/** Name and password, and the code of an app where one is asked for. */
export function SignIn({ onDone }: { onDone: () => void }) {
  const enter = useEnter()
  const [typed, setTyped] = useState({ name: '', password: '', code: '' })
  const faults = faultsOf(enter.error)
  const [codeAsked, setCodeAsked] = useState(false)
  if (!codeAsked && faults.some((one) => one.field === 'code')) setCodeAsked(true)
  return (
    <form
      className="stack"
      onSubmit={(event) => {
        event.preventDefault()
        enter.mutate(typed, { onSuccess: onDone })
      }}
    >
      <NameField value={typed.name} onChange={(name) => setTyped({ ...typed, name })} />
      <PasswordField
        label={t('Password')}
        value={typed.password}
        faults={faultsAt(faults, 'password')}
        onChange={(password) => setTyped({ ...typed, password })}
      />
      {codeAsked && (
        <CodeField
          value={typed.code}
          faults={faultsAt(faults, 'code')}
          onChange={(code) => setTyped({ ...typed, code })}
        />
      )}
      <Refused faults={faultsOfWhole(faults)} />
      <div>
        <Button type="primary" htmlType="submit" loading={enter.isPending}>
          {t('Sign in')}
        </Button>
      </div>
    </form>
  )
}

/** What others know somebody by. */
export function NameField(props: {
  value: string
  hint?: string
  faults?: readonly FaultAt[]
  onChange: (value: string) => void
}) {
  return (
    <Field label={t('Your name')} hint={props.hint} faults={props.faults}>
      {(id, described, invalid) => (
        <input
          id={id}
          className="input"
          autoComplete="username"
          value={props.value}
          aria-describedby={described}
          aria-invalid={invalid}
          onChange={(event) => props.onChange(event.target.value)}
        />
      )}
    </Field>
  )
}

/** The six digits of an authenticator app. */
export function CodeField(props: {
  value: string
  faults: readonly FaultAt[]
  onChange: (value: string) => void
}) {
  return (
    <Field label={t('Code of your authenticator app')} faults={props.faults}>
      {(id, described, invalid) => (
        <input
          id={id}
          className="input"
          inputMode="numeric"
          autoComplete="one-time-code"
          value={props.value}
          aria-describedby={described}
          aria-invalid={invalid}
          onChange={(event) => props.onChange(event.target.value)}
        />
      )}
    </Field>
  )
}
