import { Button } from 'antd'
import { useCallback, useEffect, useState, type ReactNode } from 'react'
import { Say, type Said } from '../../lib/useToast'
import { t } from '../../lib/words'
import './toast.css'

const SHOWN_MS = 8000

export function ToastProvider({ children }: { children: ReactNode }) {
  const [said, setSaid] = useState<Said | null>(null)
  useEffect(() => {
    if (!said) return
    const timer = setTimeout(() => setSaid(null), SHOWN_MS)
    return () => clearTimeout(timer)
  }, [said])
  return (
    <Say.Provider value={useCallback((next: Said) => setSaid(next), [])}>
      {children}
      <div className="toast-place" aria-live="polite">
        {said && (
          <div className="toast">
            <span>{said.text}</span>
            {said.undo && (
              <Button
                size="small"
                onClick={() => {
                  said.undo?.()
                  setSaid(null)
                }}
              >
                {t('Undo')}
              </Button>
            )}
          </div>
        )}
      </div>
    </Say.Provider>
  )
}
