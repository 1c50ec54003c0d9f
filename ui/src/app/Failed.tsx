import { Button } from 'antd'
import { useRouteError } from 'react-router'
import { ProblemError } from '../api/client'

/** What went wrong, in words, and the way out. */
export function Failed({ missing = false }: { missing?: boolean }) {
  const error = useRouteError()
  const problem = error instanceof ProblemError ? error : null
  const text = missing
    ? 'There is nothing at this address.'
    : (problem?.message ?? 'This page could not be shown. What you recorded is safe.')
  return (
    <main className="failed stack">
      <h1>{text}</h1>
      <p>{problem?.faults[0]?.remedy ?? 'Load it again, or go back to your gardens.'}</p>
      <div className="row">
        <Button type="primary" onClick={() => window.location.reload()}>
          Load again
        </Button>
        <Button href="/">To the gardens</Button>
      </div>
    </main>
  )
}
