import { Button } from 'antd'
import { again, deliver, forget, useOutbox, type Letter } from '../api/outbox'
import { plural, t } from '../lib/words'
import { useWords } from '../api/reference'

/** What waits in this browser because nobody answered, and what was refused meanwhile. */
export function OutboxBanner({ gardenId }: { gardenId: string }) {
  const letters = useOutbox(gardenId)
  const refused = letters.filter((one) => one.refused)
  const waits = letters.filter((one) => !one.refused && one.tried)
  if (waits.length === 0 && refused.length === 0) return null
  return (
    <div className="outbox small" role="status">
      {waits.length > 0 && (
        <p className="row">
          <span>
            <b>{t('Eznel does not answer.')}</b>{' '}
            {plural(
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
        {t('Leave it')}
      </Button>
    </p>
  )
}
