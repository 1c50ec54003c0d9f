import { Button } from 'antd'
import { useQuery } from '@tanstack/react-query'
import { useEffect, useState, type ReactNode } from 'react'
import { SIGN_IN, faultsOf, signInAsked } from '../api/client'
import { doorQuery, useEnter } from '../api/door'
import { t } from '../lib/words'
import { Field } from '../parts/Field'

/** Asks for the password of a shared garden; what was typed before stays typed. */
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
  if (!asked || !door.data?.shut || door.data.inside) return children
  return <SignIn />
}

function SignIn() {
  const enter = useEnter()
  const [password, setPassword] = useState('')
  const faults = faultsOf(enter.error)
  return (
    <main className="failed stack">
      <h1>{t('This garden is behind a password')}</h1>
      <form
        className="stack"
        onSubmit={(event) => {
          event.preventDefault()
          // Begun anew, as every read before was refused; drafts and what waits are kept.
          enter.mutate(password, { onSuccess: () => window.location.reload() })
        }}
      >
        <Field label={t('Password')} faults={faults}>
          {(id, described, invalid) => (
            <input
              id={id}
              className="input"
              type="password"
              autoComplete="current-password"
              value={password}
              aria-describedby={described}
              aria-invalid={invalid}
              onChange={(event) => setPassword(event.target.value)}
            />
          )}
        </Field>
        <div>
          <Button type="primary" htmlType="submit" loading={enter.isPending}>
            {t('Sign in')}
          </Button>
        </div>
      </form>
    </main>
  )
}
