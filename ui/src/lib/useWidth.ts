import { useLayoutEffect, useRef, useState } from 'react'

/** The width that a box has, followed as it changes. */
export function useWidth() {
  const box = useRef<HTMLDivElement>(null)
  const [width, setWidth] = useState(900)
  useLayoutEffect(() => {
    if (!box.current) return
    const watch = new ResizeObserver(([entry]) => setWidth(Math.floor(entry.contentRect.width)))
    watch.observe(box.current)
    return () => watch.disconnect()
  }, [])
  return [box, width] as const
}
