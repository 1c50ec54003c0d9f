import { createContext, useContext } from 'react'

/** What is said for a moment, with a way back. */
export interface Said {
  text: string
  undo?: () => void
}

export const Say = createContext<(said: Said) => void>(() => undefined)

/** Says what was done, with a way back. */
export const useToast = () => useContext(Say)
