import { useQuery } from '@tanstack/react-query'
import { Button, Drawer, Popconfirm } from 'antd'
import { useState } from 'react'
import { faultsOf } from '../api/client'
import { accountQuery, useAccount, useLeave, type Account } from '../api/door'
import { everybodyQuery, useEverybody } from '../api/people'
import { browserName } from '../lib/browsers'
import { showMoment } from '../lib/dates'
import { useReturn } from '../lib/useReturn'
import { t } from '../lib/words'
import { Refused, faultsAt, faultsOfWhole } from '../parts/Field'
import { Sentence } from '../parts/Sentence'
import { Waiting } from '../parts/Waiting'
import { CodePart } from './CodePart'
import { LinkShown } from './LinkShown'
import { PasswordField } from './PasswordField'
import { NameField } from './SignIn'

/** One's own account: name, password, codes, browsers; and what the keeper does for others. */
export default function AccountDrawer({ onClose }: { onClose: () => void }) {
  useReturn()
  const { data: account, error } = useQuery(accountQuery)
  return (
    <Drawer open onClose={onClose} size={520} title={t('Your account')}>
      <div className="stack">
        <Refused faults={faultsOf(error)} />
        {account ? <Shown account={account} /> : error === null && <Waiting />}
      </div>
    </Drawer>
  )
}

function Shown({ account }: { account: Account }) {
  const leave = useLeave()
  return (
    <>
      <Renaming account={account} />
      <div className="row">
        <Button type="primary" loading={leave.isPending} onClick={() => leave.mutate('here')}>
          {t('Sign out')}
        </Button>
        <Button loading={leave.isPending} onClick={() => leave.mutate('everywhere')}>
          {t('Sign out everywhere')}
        </Button>
      </div>
      <Refused faults={faultsOf(leave.error)} />
      <Browsers account={account} />
      <NewPassword />
      <CodePart account={account} />
      {account.keeper && <Everybody />}
      <Ending />
    </>
  )
}

function Renaming({ account }: { account: Account }) {
  const { rename } = useAccount()
  const [name, setName] = useState(account.name)
  return (
    <form
      className="stack"
      onSubmit={(event) => {
        event.preventDefault()
        rename.mutate(name)
      }}
    >
      <NameField
        value={name}
        hint={t('What the others know you by; the journal names you so.')}
        faults={faultsOf(rename.error)}
        onChange={setName}
      />
      {name !== account.name && (
        <div>
          <Button htmlType="submit" loading={rename.isPending}>
            {t('Rename me')}
          </Button>
        </div>
      )}
    </form>
  )
}

function Browsers({ account }: { account: Account }) {
  const { endBrowser } = useAccount()
  return (
    <>
      <h2>{t('Where you are signed in')}</h2>
      <ul className="people">
        {account.browsers.map((one) => (
          <li key={one.id} className="row">
            <span>
              {one.this ? <b>{t('This browser')}</b> : browserName(one.browser) || t('A browser')}
              <br />
              <span className="small soft">
                <Sentence
                  say="{network}, last seen {moment}"
                  of={{ network: one.network, moment: showMoment(one.seen_at) }}
                />
              </span>
            </span>
            <span className="spacer" />
            {!one.this && (
              <Button
                type="text"
                size="small"
                loading={endBrowser.isPending}
                onClick={() => endBrowser.mutate(one.id)}
              >
                {t('Sign out there')}
              </Button>
            )}
          </li>
        ))}
      </ul>
      <Refused faults={faultsOf(endBrowser.error)} />
    </>
  )
}

function NewPassword() {
  const { changePassword } = useAccount()
  const [typed, setTyped] = useState({ old: '', new: '' })
  const faults = faultsOf(changePassword.error)
  return (
    <form
      className="stack"
      onSubmit={(event) => {
        event.preventDefault()
        changePassword.mutate(typed, { onSuccess: () => setTyped({ old: '', new: '' }) })
      }}
    >
      <h2>{t('Another password')}</h2>
      <PasswordField
        label={t('The one of now')}
        value={typed.old}
        faults={faultsAt(faults, 'old')}
        onChange={(old) => setTyped({ ...typed, old })}
      />
      <PasswordField
        fresh
        label={t('The new one')}
        value={typed.new}
        hint={t('Other browsers have to sign in again.')}
        faults={faultsAt(faults, 'new')}
        onChange={(value) => setTyped({ ...typed, new: value })}
      />
      <Refused faults={faultsOfWhole(faults)} />
      <div className="row">
        <Button htmlType="submit" loading={changePassword.isPending}>
          {t('Change it')}
        </Button>
        {changePassword.isSuccess && <span role="status">{t('It is changed.')}</span>}
      </div>
    </form>
  )
}

/** The keeper helps those who lost a password, and removes accounts. */
function Everybody() {
  const { data: all, error } = useQuery(everybodyQuery)
  const { reset, remove } = useEverybody()
  return (
    <>
      <h2>{t('Everybody here')}</h2>
      <p className="soft small">
        {t(
          'You keep this Eznel: who has lost a password gets a link from you, and gardens that nobody owns are yours.',
        )}
      </p>
      <ul className="people">
        {(all ?? [])
          .filter((one) => !one.me)
          .map((one) => (
            <li key={one.id} className="row">
              <b>{one.name}</b>
              <span className="spacer" />
              <Button
                size="small"
                aria-label={t('A link to a new password for {name}', { name: one.name })}
                loading={reset.isPending}
                onClick={() => reset.mutate(one.id)}
              >
                {t('A link to a new password')}
              </Button>
              <Popconfirm
                title={t('Remove the account of {name}?', { name: one.name })}
                description={t('Gardens that nobody else owns become yours.')}
                okText={t('Remove it')}
                cancelText={t('Keep it')}
                onConfirm={() => remove.mutate(one.id)}
              >
                <Button type="text" size="small" danger>
                  {t('Remove …')}
                </Button>
              </Popconfirm>
            </li>
          ))}
      </ul>
      <Refused faults={faultsOf(error ?? reset.error ?? remove.error)} />
      {reset.data && <LinkShown of={reset.data} />}
    </>
  )
}

function Ending() {
  const { end } = useAccount()
  const [password, setPassword] = useState('')
  return (
    <details>
      <summary>{t('Remove my account')}</summary>
      <form
        className="stack"
        onSubmit={(event) => {
          event.preventDefault()
          end.mutate(password)
        }}
      >
        <p>
          {t(
            'What you wrote in the journals keeps your name. Gardens that nobody else owns go to the keeper: remove them first if that is not wanted.',
          )}
        </p>
        <PasswordField
          label={t('Your password')}
          value={password}
          faults={faultsOf(end.error)}
          onChange={setPassword}
        />
        <div>
          <Button danger htmlType="submit" loading={end.isPending}>
            {t('Remove it')}
          </Button>
        </div>
      </form>
    </details>
  )
}
