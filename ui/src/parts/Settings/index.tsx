import { createContext, useContext } from 'react'

const Open = createContext<() => void>(() => undefined)

/** Gives everything below it a way to the garden's settings. */
export const SettingsProvider = Open.Provider

/** Opens the garden's settings: site, units, language. */
export const useSettings = () => useContext(Open)
