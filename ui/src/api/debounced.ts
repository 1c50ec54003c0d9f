import { useEffect, useState } from 'react'

/** A value once it has stayed the same for a while: until somebody stops typing. */
export function useDebounced<T>(value: T, waitMs: number): T {
  const text = JSON.stringify(value)
  const [held, setHeld] = useState({ text, value })
  useEffect(() => {
    const timer = setTimeout(() => setHeld({ text, value }), waitMs)
    return () => clearTimeout(timer)
    // The text says whether the value differs; a value of the same text is the same.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [text, waitMs])
  return held.value
}
