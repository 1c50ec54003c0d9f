import type { ReactNode } from 'react'
import { useIntoSight } from '../lib/intoSight'

/** A form that has just opened: where it opens out of sight, it is brought there. */
export function IntoSight(props: { className?: string; children: ReactNode }) {
  const box = useIntoSight<HTMLDivElement>(true)
  return (
    <div ref={box} className={props.className}>
      {props.children}
    </div>
  )
}
