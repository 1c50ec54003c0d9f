import { useEffect, useState } from 'react'

/** Gives the focus back to what had it before, when what calls this is closed. */
export function useReturn(): void {
  const [from] = useState(() => document.activeElement)
  useEffect(
    () => () => {
      if (!(from instanceof HTMLElement)) return
      requestAnimationFrame(() => {
        if (from.isConnected) from.focus()
      })
    },
    [from],
  )
}
