import { useEffect, useState } from 'react'
import { pacing, type Paced } from './pacing'

/** The same for as long as a view is shown. `tell` is one that stays, like a state's setter. */
export function usePaced<T>(tell: (value: T) => void, everyMs: number): Paced<T> {
  const [paced] = useState(() => pacing(tell, everyMs))
  useEffect(() => paced.stop, [paced])
  return paced
}
