import { createContext, useContext, type ReactNode } from 'react'
import { t } from '../../lib/words'
import './why.css'

const Explain = createContext<(key: string) => void>(() => undefined)

/** Gives everything below it a way to open the working of a number. */
export const ExplainProvider = Explain.Provider

/** An amount that opens its working. `assumed` amounts look different everywhere. */
export function Why(props: { of: string; children: ReactNode; assumed?: boolean; label?: string }) {
  const explain = useContext(Explain)
  return (
    <button
      type="button"
      className={props.assumed ? 'why assumed' : 'why'}
      aria-label={props.label}
      title={props.assumed ? t('Assumed. How this was worked out') : t('How this was worked out')}
      onClick={(event) => {
        event.stopPropagation()
        explain(props.of)
      }}
    >
      {props.children}
    </button>
  )
}
