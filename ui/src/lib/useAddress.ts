import { useSearchParams } from 'react-router'

/** The parts of a view's state that its address keeps, and a way to change some of them at once. */
export function useAddress(): [URLSearchParams, (parts: Record<string, string | null>) => void] {
  const [query, setQuery] = useSearchParams()
  const change = (parts: Record<string, string | null>) =>
    setQuery(
      (was) => {
        const next = new URLSearchParams(was)
        for (const [name, value] of Object.entries(parts)) {
          if (value === null) next.delete(name)
          else next.set(name, value)
        }
        return next
      },
      { replace: true },
    )
  return [query, change]
}
