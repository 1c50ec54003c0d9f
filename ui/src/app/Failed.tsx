import { Button } from 'antd'
import { useRouteError } from 'react-router'
import { ProblemError } from '../api/client'
import { t } from '../lib/words'

/** What went wrong, in words, and the way out. */
export function Failed({ missing = false }: { missing?: boolean }) {
  const error = useRouteError()
  const problem = error instanceof ProblemError ? error : null
  const text = missing
    ? t('There is nothing at this address.')
    : (problem?.message ?? t('This page could not be shown. What you recorded is safe.'))
  return (
    <main className="failed stack">
      <svg viewBox="0 0 120 40" className="failed-drawing" aria-hidden>
        <path d="M4 30H50M70 30H116" stroke="var(--ink)" strokeWidth="2" />
        <path d="M50 30l8-12M70 30l-8-12" stroke="var(--now)" strokeWidth="2" />
      </svg>
      <h1>{text}</h1>
      <p>{problem?.faults[0]?.remedy ?? t('Load it again, or go back to your gardens.')}</p>
      <div className="row">
        <Button type="primary" onClick={() => window.location.reload()}>
          {t('Load again')}
        </Button>
        <Button href="/">{t('To the gardens')}</Button>
      </div>
    </main>
  )
}
