import { Button } from 'antd'
import { createContext, useContext } from 'react'
import { t } from '../../lib/words'

export interface HistoryOf {
  id: string | null
  name: string
}

const Show = createContext<(of: HistoryOf) => void>(() => undefined)

/** Gives everything below it a way to open the history of a thing. */
export const HistoryProvider = Show.Provider

/** Opens the history of a garden or of one thing in it. */
export const useHistory = () => useContext(Show)

/** A quiet way to what was changed about one thing. */
export function HistoryButton(props: { of: string; name: string }) {
  const show = useHistory()
  return (
    <Button type="text" size="small" onClick={() => show({ id: props.of, name: props.name })}>
      {t('History')}
    </Button>
  )
}
