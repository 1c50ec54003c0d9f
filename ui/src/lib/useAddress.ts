import { createContext, use } from 'react'
import { useLocation, useSearchParams } from 'react-router'

/** Where the reader is going, or is: the path the router knows, before anything is drawn. */
export const WhereTo = createContext<() => string>(() => window.location.pathname)

/** The parts of a view's state that its address keeps, and a way to change some of them at once.
 *
 * An answer that comes when the reader is on the way to another view, or there already, changes
 * nothing and does not fetch the reader back.
 */
export function useAddress(): [URLSearchParams, (parts: Record<string, string | null>) => void] {
  const [query, setQuery] = useSearchParams()
  const { pathname } = useLocation()
  const whereTo = use(WhereTo)
  const change = (parts: Record<string, string | null>) => {
    if (whereTo() !== pathname) return
    const next = new URLSearchParams(window.location.search)
    for (const [name, value] of Object.entries(parts)) {
      if (value === null) next.delete(name)
      else next.set(name, value)
    }
    setQuery(next, { replace: true })
  }
  return [query, change]
}
