import { Button } from 'antd'
import { useState } from 'react'
import { faultsOf } from '../api/client'
import { useAccount, type Account } from '../api/door'
import { t } from '../lib/words'
import { faultsAt, faultsOfWhole, Refused } from '../parts/Field'
import { PasswordField } from './PasswordField'
import { QrCode } from './QrCode'
import { CodeField } from './SignIn'

/** Codes of an authenticator app besides the password: begun, confirmed by one, and ended. */
export function CodePart({ account }: { account: Account }) {
  const { beginCode, confirmCode, endCode } = useAccount()
  const [password, setPassword] = useState('')
  const [code, setCode] = useState('')
  const begun = account.asks_code ? undefined : beginCode.data
  const wrong = faultsOf(account.asks_code ? endCode.error : beginCode.error)
  const send = () =>
    (account.asks_code ? endCode : beginCode).mutate(password, {
      onSuccess: () => setPassword(''),
    })
  return (
    <>
      <h2>{t('A code besides the password')}</h2>
      <p className="small soft">
        {account.asks_code
          ? t('Signing in asks for a code of your authenticator app.')
          : t(
              'An authenticator app on your phone shows a new code every half minute; whoever guesses your password still lacks that.',
            )}
      </p>
      {begun ? (
        <form
          className="stack"
          onSubmit={(event) => {
            event.preventDefault()
            confirmCode.mutate({ secret: begun.secret, code }, { onSuccess: () => setCode('') })
          }}
        >
          <p>{t('Read this with the app, or type the letters into it:')}</p>
          <QrCode rows={begun.picture} label={t('The secret, for the app’s camera')} />
          <code>{begun.secret}</code>
          <CodeField
            value={code}
            faults={faultsAt(faultsOf(confirmCode.error), 'code')}
            onChange={setCode}
          />
          <Refused faults={faultsOfWhole(faultsOf(confirmCode.error))} />
          <div>
            <Button htmlType="submit" loading={confirmCode.isPending}>
              {t('Ask for codes from now on')}
            </Button>
          </div>
        </form>
      ) : (
        <form
          className="stack"
          onSubmit={(event) => {
            event.preventDefault()
            send()
          }}
        >
          <PasswordField
            label={t('Your password, to be sure')}
            value={password}
            faults={wrong}
            onChange={setPassword}
          />
          <div>
            <Button htmlType="submit" loading={beginCode.isPending || endCode.isPending}>
              {account.asks_code ? t('Ask for no more codes') : t('Begin')}
            </Button>
          </div>
        </form>
      )}
    </>
  )
}
