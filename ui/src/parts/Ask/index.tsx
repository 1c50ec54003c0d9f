import { createContext, useContext } from 'react'
import { t } from '../../lib/words'
import './ask.css'

const Open = createContext<(word: string) => void>(() => undefined)

/** Gives everything below it a way to ask what a word means. */
export const AskProvider = Open.Provider

/** Opens the list of words at one of them, or at its top. */
export const useAsk = () => useContext(Open)

/** A question mark beside a word that a beginner would ask about. */
export function Ask({ of, word }: { of: string; word: string }) {
  const open = useAsk()
  return (
    <button
      type="button"
      className="ask"
      aria-label={t('What is this: {word}', { word })}
      onClick={() => open(of)}
    >
      ?
    </button>
  )
}
