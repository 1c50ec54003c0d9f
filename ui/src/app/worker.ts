import { useSyncExternalStore } from 'react'

const LOOK_AGAIN_MS = 3_600_000
const SETTLED_MS = 1000

let newer: (() => void) | null = null
const listeners = new Set<() => void>()

function renewed(load: () => void): void {
  newer = load
  listeners.forEach((tell) => tell())
}

/**
 * Has this browser keep the page, where it is trusted: on this machine, or over https. Calls back
 * when it keeps what is asked for from now on.
 */
export async function keepPage(keeping: () => void): Promise<void> {
  if (!import.meta.env.PROD || !('serviceWorker' in navigator)) return
  const { Workbox } = await import('workbox-window')
  const worker = new Workbox('/sw.js')
  const reload = () => window.location.reload()
  let first = navigator.serviceWorker.controller === null
  let pressed = false
  worker.addEventListener('controlling', () => {
    if (first) keeping()
    else if (pressed) reload()
    else renewed(reload) // another tab has loaded it: what is typed here stays
    first = false
  })
  const load = () => {
    pressed = true
    worker.messageSkipWaiting()
  }
  worker.addEventListener('waiting', () => setTimeout(look, SETTLED_MS))
  const registration = await worker.register()
  // A page that was loaded for it may find it still on its way in.
  function look() {
    if (registration?.waiting) renewed(load)
  }
  setInterval(() => void worker.update(), LOOK_AGAIN_MS)
}

const subscribe = (tell: () => void) => {
  listeners.add(tell)
  return () => void listeners.delete(tell)
}

/** What loads a newer page, once there is one. */
export const useNewer = () => useSyncExternalStore(subscribe, () => newer)
