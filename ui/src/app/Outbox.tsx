import { Button } from 'antd'
import { again, damageSeen, deliver, forget, useOutbox, type Letter } from '../api/outbox'
import { plural, t } from '../lib/words'
import { useReach } from '../api/reach'
import { useWords } from '../api/reference'
import { Reachable } from './Reachable'
import { useNewer } from './worker'

/** What waits because nobody answered, what was refused meanwhile, and what cannot be kept. */
export function OutboxBanner({ gardenId }: { gardenId: string }) {
  const { all, onlyHere, damaged } = useOutbox(gardenId)
  const refused = all.filter((one) => one.refused)
  const waits = all.filter((one) => !one.refused && one.tried)
  const { since } = useReach()
  const newer = useNewer()
  const quiet = since === null && newer === null
  if (waits.length === 0 && refused.length === 0 && !damaged && quiet) return null
  return (
    <div className="outbox small" role="status">
      <Reachable waits={waits.length > 0} />
      {waits.length > 0 && (
        <p className="row">
          <span>
            {since === null && <b>{t('Eznel does not answer.')}</b>}{' '}
            {onlyHere
              ? plural(
                  waits.length,
                  'One change waits in this page alone, since this browser cannot keep it. Leave the page open until it is sent.',
                  '{n} changes wait in this page alone, since this browser cannot keep them. Leave the page open until they are sent.',
                )
              : plural(
                  waits.length,
                  'One change waits in this browser and is sent when it does.',
                  '{n} changes wait in this browser and are sent when it does.',
                )}
          </span>
          <Button size="small" onClick={() => void deliver()}>
            {t('Try now')}
          </Button>
        </p>
      )}
      {damaged && (
        <p className="row">
          <span>
            <b>{t('What waited in this browser could not be read.')}</b>{' '}
            {t(
              'It was set aside. Look whether your last changes are there; make them again if not.',
            )}
          </span>
          <Button size="small" onClick={damageSeen}>
            {t('Discard')}
          </Button>
        </p>
      )}
      {refused.map((letter) => (
        <Refusal key={letter.id} letter={letter} />
      ))}
    </div>
  )
}

function Refusal({ letter }: { letter: Letter }) {
  const words = useWords()
  const [fault] = letter.refused ?? []
  const name = String(letter.thing?.name ?? words.terms[`things.${letter.kind}`] ?? letter.kind)
  return (
    <p className="row">
      <span>
        <b>{t('{name} could not be saved:', { name })}</b> {fault?.problem}. {fault?.remedy}
      </span>
      <Button size="small" onClick={() => again(letter.id)}>
        {t('Try again')}
      </Button>
      <Button size="small" onClick={() => forget(letter.id)}>
        {t('Discard')}
      </Button>
    </p>
  )
}
