import { useEffect, useRef, type RefObject } from 'react'

/** What a value is by now, for what is answered later: meanwhile somebody may have typed on. */
export function useLatest<T>(value: T): RefObject<T> {
  const latest = useRef(value)
  useEffect(() => {
    latest.current = value
  })
  return latest
}
