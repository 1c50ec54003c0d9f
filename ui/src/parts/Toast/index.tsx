import { lazy, Suspense, useState, type ReactNode } from 'react'
import { Say, type Said } from '../../lib/useToast'

// Loaded when something is first said.
const Notice = lazy(() => import('./Notice'))

export function ToastProvider({ children }: { children: ReactNode }) {
  const [said, setSaid] = useState<Said | null>(null)
  return (
    <Say.Provider value={setSaid}>
      {children}
      {said && (
        <Suspense fallback={null}>
          <Notice said={said} />
        </Suspense>
      )}
    </Say.Provider>
  )
}
