import { lazy, useEffect, useState, type ReactNode } from 'react'
import { Say, type Said } from '../../lib/useToast'
import { Later } from '../Later'

const notice = () => import('./Notice')
const Notice = lazy(notice)
/** Fetched when the page has settled, so that it can still speak when the network is gone. */
const SETTLED_MS = 1200

export function ToastProvider({ children }: { children: ReactNode }) {
  const [said, setSaid] = useState<Said | null>(null)
  useEffect(() => {
    const timer = setTimeout(() => void notice().catch(() => undefined), SETTLED_MS)
    return () => clearTimeout(timer)
  }, [])
  return (
    <Say.Provider value={setSaid}>
      {children}
      {said && (
        <Later
          otherwise={
            <p role="status" className="toast-plain">
              {said.text}
            </p>
          }
        >
          <Notice said={said} />
        </Later>
      )}
    </Say.Provider>
  )
}
