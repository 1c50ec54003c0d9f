import { useEffect, useState } from 'react'

/** A value once it has stayed the same for a while: until somebody stops typing. */
export function useSettled<T>(value: T, waitMs: number): T {
  const text = JSON.stringify(value)
  const [settled, setSettled] = useState({ text, value })
  useEffect(() => {
    const timer = setTimeout(() => setSettled({ text, value }), waitMs)
    return () => clearTimeout(timer)
    // The text says whether the value differs; a value of the same text is the same.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [text, waitMs])
  return settled.value
}
