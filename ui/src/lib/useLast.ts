import { useState } from 'react'

/** What was read last, while it is read anew: nothing vanishes under the hand meanwhile. */
export function useLast<T>(read: { data: T | undefined; isPending: boolean }): T | undefined {
  const [last, setLast] = useState(read.data)
  if (!read.isPending && last !== read.data) setLast(read.data)
  return read.isPending ? last : read.data
}
