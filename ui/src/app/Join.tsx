import { useQuery } from '@tanstack/react-query'
import { Button } from 'antd'
import { useState } from 'react'
import { useParams } from 'react-router'
import { faultsOf, type Schemas } from '../api/client'
import { doorQuery, invitationQuery, useJoin } from '../api/door'
import { showMoment } from '../lib/dates'
import { BRAND, t } from '../lib/words'
import { Refused, faultsAt, faultsOfWhole } from '../parts/Field'
import { Sentence } from '../parts/Sentence'
import { Waiting } from '../parts/Waiting'
import { PasswordField } from './PasswordField'
import { roleAbout, roleName } from './roles'
import { NameField, SignIn } from './SignIn'

type Invitation = Schemas['InvitationView']

/** What the link of an invitation opens: a garden, the first account, or a new password. */
export default function Join() {
  const { key = '' } = useParams()
  const door = useQuery(doorQuery)
  const invitation = useQuery(invitationQuery(key))
  if (invitation.error)
    return (
      <main className="failed stack">
        <h1>{BRAND}</h1>
        <Refused faults={faultsOf(invitation.error)} />
        <p>
          <a href="/">{t('To the start page')}</a>
        </p>
      </main>
    )
  if (!invitation.data || !door.data) return <Waiting />
  return (
    <main className="failed stack">
      <Opened of={invitation.data} />
      <Taking invitationKey={key} of={invitation.data} me={door.data.name} />
      <p className="soft small">
        <Sentence
          say="This link ends on {moment}."
          of={{ moment: showMoment(invitation.data.ends_at) }}
        />
      </p>
    </main>
  )
}

function Opened({ of }: { of: Invitation }) {
  if (of.opens === 'first')
    return (
      <>
        <h1>{t('The first account')}</h1>
        <p>
          {t(
            'Eznel is shared from now on, and asks everybody who they are. Whoever makes this account keeps it: every garden that is here already is theirs, and they help those who lose a password.',
          )}
        </p>
      </>
    )
  if (of.opens === 'password')
    return (
      <>
        <h1>{t('A new password')}</h1>
        <p>
          <Sentence
            say="For {name}. Every browser that was signed in before is signed out, and no code of an app is asked for until you want that again."
            of={{ name: <b>{of.name}</b> }}
          />
        </p>
      </>
    )
  return (
    <>
      <h1>
        <Sentence say="Into {garden}" of={{ garden: of.garden }} />
      </h1>
      <p>
        <Sentence
          say="{who} invites you as {role}."
          of={{ who: <b>{of.made_by}</b>, role: <b>{roleName(of.role ?? 'reader')}</b> }}
        />{' '}
        {roleAbout(of.role ?? 'reader')}
      </p>
    </>
  )
}

function Taking({ invitationKey, of, me }: { invitationKey: string; of: Invitation; me: string }) {
  const join = useJoin(invitationKey)
  const [typed, setTyped] = useState({ name: of.name, password: '' })
  const [known, setKnown] = useState(false)
  const faults = faultsOf(join.error)
  const take = (joining: Schemas['Joining']) =>
    join.mutate(joining, {
      // Begun anew: what was read before was read by nobody, or by somebody else.
      onSuccess: ({ garden_id }) =>
        window.location.assign(garden_id ? `/g/${garden_id}/today` : '/'),
    })
  if (of.opens === 'garden' && me)
    return (
      <div className="stack">
        <div>
          <Button
            type="primary"
            loading={join.isPending}
            onClick={() => take({ name: '', password: '' })}
          >
            {t('Come in as {name}', { name: me })}
          </Button>
        </div>
        <Refused faults={faults} />
      </div>
    )
  if (known)
    return (
      <div className="stack">
        <SignIn onDone={() => undefined} />
        <div>
          <Button type="text" onClick={() => setKnown(false)}>
            {t('I have no account yet')}
          </Button>
        </div>
      </div>
    )
  return (
    <form
      className="stack"
      onSubmit={(event) => {
        event.preventDefault()
        take(typed)
      }}
    >
      {of.opens !== 'password' && (
        <NameField
          value={typed.name}
          hint={t('What the others know you by; the journal names you so.')}
          faults={faultsAt(faults, 'name')}
          onChange={(name) => setTyped({ ...typed, name })}
        />
      )}
      <PasswordField
        fresh
        label={t('Password')}
        value={typed.password}
        hint={t(
          'Ten characters or more; three or four words that do not belong together are good.',
        )}
        faults={faultsAt(faults, 'password')}
        onChange={(password) => setTyped({ ...typed, password })}
      />
      <Refused faults={[...faultsOfWhole(faults), ...faultsAt(faults, 'key')]} />
      <div className="row">
        <Button type="primary" htmlType="submit" loading={join.isPending}>
          {of.opens === 'password' ? t('Set it') : t('Make the account')}
        </Button>
        {of.opens === 'garden' && (
          <Button type="text" onClick={() => setKnown(true)}>
            {t('I have an account')}
          </Button>
        )}
      </div>
    </form>
  )
}
