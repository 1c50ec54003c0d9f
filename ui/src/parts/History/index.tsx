import { Button } from 'antd'
import { createContext, useContext } from 'react'
import type { components } from '../../api/schema'
import { t } from '../../lib/words'

type Change = components['schemas']['ChangeView']

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

/** A change in a few words: "Keel bed (place): changed". */
export function said(change: Change, terms: Record<string, string>): string {
  const what = {
    added: t('added'),
    changed: t('changed'),
    removed: t('removed'),
  }[change.what]
  const kind = terms[`things.${change.kind}`] ?? change.kind
  const act = { write: '', undo: t('taken back: '), redo: t('done again: ') }[change.act]
  const name = terms[`stage.${change.name}`] ?? change.name
  return `${act}${kind} ${name}: ${what}`
}
