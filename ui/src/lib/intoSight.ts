import { useEffect, useRef } from 'react'

/** Below this share of the window a thing that opens is not noticed. */
const LOW = 0.6

/** Scrolls to what has opened too low to be seen, or above the window. */
export function intoSight(element: Element | null): void {
  const top = element?.getBoundingClientRect().top ?? 0
  if (top > window.innerHeight * LOW || top < 0) element?.scrollIntoView({ block: 'start' })
}

/** Brings what has just opened into sight, where that is wanted. */
export function useIntoSight<E extends Element>(wanted: boolean) {
  const box = useRef<E>(null)
  useEffect(() => {
    if (wanted) intoSight(box.current)
  }, [wanted])
  return box
}
