import { Button } from 'antd'
import { useReach } from '../api/reach'
import { showTime } from '../lib/dates'
import { t } from '../lib/words'
import { Waiting } from '../parts/Waiting'
import { useNewer } from './worker'

/** Since when nobody answers and how old what is shown may be; and whether a newer page is here. */
export function Reachable({ waits }: { waits: boolean }) {
  const { since, asOf } = useReach()
  const newer = useNewer()
  return (
    <>
      {since !== null && (
        <p className="row">
          <b>{t('Eznel has not answered since {time}.', { time: showTime(since) })}</b>
          {asOf !== null && <span>{t('You see it as of {time}.', { time: showTime(asOf) })}</span>}
          {!waits && <span>{t('What you tick is kept here and sent when it answers.')}</span>}
        </p>
      )}
      {newer && (
        <p className="row">
          <span>{t('A newer Eznel is here. What you have typed is kept.')}</span>
          <Button size="small" onClick={newer}>
            {t('Load it')}
          </Button>
        </p>
      )}
    </>
  )
}

/** Shown while a garden is read; where nobody answers and nothing is kept, that is said. */
export function BeingRead() {
  const { since } = useReach()
  if (since === null) return <Waiting />
  return (
    <main className="failed stack">
      <h1>{t('Eznel does not answer')}</h1>
      <p>{t('This garden is not kept in this browser. It opens as soon as Eznel answers.')}</p>
    </main>
  )
}
