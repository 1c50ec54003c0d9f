import { useSyncExternalStore } from 'react'

/** Whether Eznel answers, and if not, since when, and how old what is shown may be. */
export interface Reach {
  /** Since when nobody answers; nothing while somebody does. [ms since 1970] */
  since: number | null
  /** When the oldest answer was given that was kept here and is shown now. [ms since 1970] */
  asOf: number | null
}

const AGAIN_MS = 3000
const ANSWERS_WITHIN_MS = 4000

let reach: Reach = { since: null, asOf: null }
let asking = false
const listeners = new Set<() => void>()
const comebacks = new Set<() => void>()

function change(next: Reach): void {
  reach = next
  listeners.forEach((tell) => tell())
}

/** Whether Eznel answered last. */
export const answers = () => reach.since === null

/** A request was not answered: whether that goes for all is asked first. */
export function unanswered(): void {
  void ask()
}

/** An answer that was kept here stands in: what is shown may be as old as that. */
export function standsIn(answered: number): void {
  const asOf = reach.asOf === null ? answered : Math.min(reach.asOf, answered)
  change({ since: reach.since ?? Date.now(), asOf })
  void ask()
}

/** Asks until somebody answers; then all that is shown is asked for anew. */
async function ask(): Promise<void> {
  if (asking) return
  asking = true
  while (!(await somebodyAnswers())) {
    change({ ...reach, since: reach.since ?? Date.now() })
    await pause()
  }
  asking = false
  if (reach.since === null) return // it was one request, not the connection
  change({ since: null, asOf: null })
  comebacks.forEach((tell) => tell())
}

async function somebodyAnswers(): Promise<boolean> {
  try {
    const signal = AbortSignal.timeout(ANSWERS_WITHIN_MS)
    const { status } = await fetch('/api/door', { signal, cache: 'no-store' })
    return status < 500
  } catch {
    return false
  }
}

/** Until it is worth asking again: after a while, or once the browser has a network. */
function pause(): Promise<void> {
  return new Promise((over) => {
    const done = () => {
      clearTimeout(timer)
      window.removeEventListener('online', done)
      over()
    }
    const timer = setTimeout(done, AGAIN_MS)
    window.addEventListener('online', done)
  })
}

/** Calls back when Eznel answers again. */
export function onComeback(tell: () => void): void {
  comebacks.add(tell)
}

const subscribe = (tell: () => void) => {
  listeners.add(tell)
  return () => void listeners.delete(tell)
}

/** Whether Eznel answers, as it changes. */
export const useReach = (): Reach => useSyncExternalStore(subscribe, () => reach)
