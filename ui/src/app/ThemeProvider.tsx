import { ConfigProvider } from 'antd'
import { createContext, useContext, useLayoutEffect, useState, type ReactNode } from 'react'
import { recall, remember } from '../lib/memory'
import { antTheme, applyColours, type Mode } from '../theme/tokens'

const Theme = createContext<{ mode: Mode; toggle: () => void }>({
  mode: 'day',
  toggle: () => undefined,
})

/** The colours of day or evening, and a way to change them. */
export const useThemeMode = () => useContext(Theme)

/** What was chosen here, else what the reader's machine prefers. */
function usual(): Mode {
  const dark = window.matchMedia('(prefers-color-scheme: dark)').matches
  return recall('mode', dark ? 'evening' : 'day') === 'evening' ? 'evening' : 'day'
}

export function ThemeProvider({ children }: { children: ReactNode }) {
  const [mode, setMode] = useState<Mode>(usual)
  useLayoutEffect(() => applyColours(mode), [mode])
  const toggle = () => {
    const next = mode === 'day' ? 'evening' : 'day'
    remember('mode', next)
    setMode(next)
  }
  return (
    <Theme.Provider value={{ mode, toggle }}>
      <ConfigProvider theme={antTheme(mode)}>{children}</ConfigProvider>
    </Theme.Provider>
  )
}
