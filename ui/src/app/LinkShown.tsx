import { useQuery } from '@tanstack/react-query'
import { Button } from 'antd'
import { useState } from 'react'
import type { Schemas } from '../api/client'
import { doorQuery } from '../api/door'
import { showMoment } from '../lib/dates'
import { t } from '../lib/words'
import { Field } from '../parts/Field'
import { Sentence } from '../parts/Sentence'
import { QrCode } from './QrCode'

/** A link that lets somebody in, shown once: for a message, and for a camera. */
export function LinkShown({ of }: { of: Schemas['LinkView'] }) {
  const [copied, setCopied] = useState(false)
  const { data: door } = useQuery(doorQuery)
  return (
    <div className="stack">
      <Field
        label={t('Link')}
        hint={t('It is shown this once. Whoever has it can come in by it.')}
        note={
          <span className="hint">
            <Sentence say="It ends on {moment}." of={{ moment: showMoment(of.ends_at) }} />
          </span>
        }
      >
        {(id) => (
          <input
            id={id}
            className="input"
            readOnly
            value={of.link}
            onFocus={(event) => event.target.select()}
          />
        )}
      </Field>
      {'clipboard' in navigator && (
        <div>
          <Button
            onClick={() => void navigator.clipboard.writeText(of.link).then(() => setCopied(true))}
          >
            {copied ? t('Copied') : t('Copy the link')}
          </Button>
        </div>
      )}
      <QrCode rows={of.picture} label={t('The link, for a phone’s camera')} />
      {door?.trust && (
        <p className="small soft">
          <Sentence
            say="A device that comes for the first time learns to trust this machine at {address}."
            of={{ address: <a href={door.trust}>{door.trust}</a> }}
          />
        </p>
      )}
    </div>
  )
}
