import { useSyncExternalStore } from 'react'
import { newId } from '../lib/ids'
import { ProblemError, write, type Schemas } from './client'
import { answers } from './reach'
import { browserDrawer, LetterBox, type Letter, type Letters } from './letters'

export type { Kind, Letter, Thing } from './letters'

export interface Sent {
  /** Kept in this browser; it is sent when Eznel answers. */
  kept: boolean
  revision: number
}

const PAUSES_MS = [250, 600, 1500, 3000]
const ANSWER_MS = 20_000
const TRIES_BEFORE_KEPT = 3
/** Nobody stands longer before a tick than this, whatever the network does. */
export const PATIENCE_MS = 4000

const box = new LetterBox(browserDrawer)
const waiting = new Map<string, { done: (sent: Sent) => void; failed: (error: unknown) => void }>()
const lateListeners = new Set<(garden: string) => void>()
let sending = false

/** Sends a write, and keeps it until it is answered: over a lost connection, and over a reload. */
export function post(letter: Omit<Letter, 'id' | 'refused' | 'tried'>): Promise<Sent> {
  const id = newId()
  const basedOn = settled(letter.garden, letter.key, letter.basedOn)
  box.change((all) => [...all, { ...letter, basedOn, id, tried: false, refused: null }])
  return new Promise((done, failed) => {
    waiting.set(id, { done, failed })
    void deliver()
    setTimeout(() => release(id), answers() ? PATIENCE_MS : 0)
  })
}

/** Forgets a write that was refused. */
export function forget(id: string): void {
  box.change((all) => all.filter((one) => one.id !== id))
}

/** Tries a refused write again, on top of what is stored now. */
export function again(id: string): void {
  box.change((all) => all.map((one) => (one.id === id ? { ...one, refused: null } : one)))
  void deliver()
}

/** Sends what waits, one after another; stops where nobody answers, and tries again later. */
export async function deliver(tries = 0): Promise<void> {
  if (sending) return
  sending = true
  let delay: number | null = null
  for (let next = first(); next; next = first()) {
    try {
      const written = await deliverOne(next)
      acknowledge(next, written.revision)
      const asked = waiting.get(next.id)
      if (asked) asked.done({ kept: false, revision: written.revision })
      else lateListeners.forEach((tell) => tell(next.garden)) // of an earlier life of the page
      tries = 0
    } catch (error) {
      if (!(error instanceof ProblemError) || error.unreachable || error.status === 401) {
        tries += 1
        if (tries >= TRIES_BEFORE_KEPT) releaseAll()
        delay = PAUSES_MS[Math.min(tries - 1, PAUSES_MS.length - 1)]
        break
      }
      refuse(next, error)
    }
    waiting.delete(next.id)
  }
  sending = false
  if (delay !== null) setTimeout(() => void deliver(tries), delay)
}

function first(): Letter | undefined {
  return box.get().all.find((one) => one.refused === null)
}

function deliverOne(letter: Letter): Promise<Schemas['WrittenView']> {
  const path = `/api/gardens/${letter.garden}/${letter.kind}/${encodeURIComponent(letter.key)}`
  const address = `${path}?based_on=${letter.basedOn}`
  const signal = AbortSignal.timeout(ANSWER_MS)
  return letter.thing === null
    ? write('DELETE', address, undefined, signal)
    : write('PUT', address, letter.thing, signal)
}

const arrived = new Map<string, number>()

/** The revision of what waits here: between the one it is based on and the one it will have. */
export const provisional = (basedOn: number) => Math.floor(basedOn) + 0.5

/** The revision as it is stored: of what has arrived meanwhile, or what that which waits is based on. */
export function settled(garden: string, key: string, revision: number): number {
  if (Number.isInteger(revision)) return revision
  return arrived.get(`${garden} ${key}`) ?? Math.floor(revision)
}

/** What was sent is dropped, and later letters about the same thing build on it. */
function acknowledge(sent: Letter, revision: number): void {
  arrived.set(`${sent.garden} ${sent.key}`, revision)
  box.change((all) =>
    all
      .filter((one) => one.id !== sent.id)
      .map((one) =>
        one.garden === sent.garden && one.key === sent.key ? { ...one, basedOn: revision } : one,
      ),
  )
}

/** Whoever waits is told; a letter that nobody waits for stays, with what is wrong with it. */
function refuse(letter: Letter, error: ProblemError): void {
  const asked = waiting.get(letter.id)
  if (asked) {
    forget(letter.id)
    asked.failed(error)
    return
  }
  const faults = error.faults.length
    ? error.faults
    : [{ field: '', key: 'other', problem: error.message, remedy: '' }]
  box.change((all) => all.map((one) => (one.id === letter.id ? { ...one, refused: faults } : one)))
}

/** Nobody answers: what was typed is safe here, so people need not wait for it. */
const releaseAll = () => box.get().all.forEach((letter) => release(letter.id))

function release(id: string): void {
  const letter = box.get().all.find((one) => one.id === id)
  if (!letter) return
  box.change((all) => all.map((one) => (one.id === id ? { ...one, tried: true } : one)))
  waiting.get(id)?.done({ kept: true, revision: provisional(letter.basedOn) })
  waiting.delete(id)
}

/** What waits here because nobody answered, in order; not what is on its way for the first time. */
export const unsent = (garden: string) =>
  box.get().all.filter((one) => one.garden === garden && one.refused === null && one.tried)

/** The writes of a garden that are not answered yet, and whether the browser keeps them. */
export function useOutbox(garden: string): Letters {
  const found = useSyncExternalStore(box.subscribe, box.get)
  return { ...found, all: found.all.filter((one) => one.garden === garden) }
}

/** Whether something waits here until Eznel answers: what was ticked is not ticked twice. */
export const useWaits = (garden: string, about: (letter: Letter) => boolean): boolean =>
  useOutbox(garden).all.some((one) => one.refused === null && one.tried && about(one))

/** Calls back when a write has arrived that nobody waits for any more. */
export function onLateArrival(tell: (garden: string) => void): void {
  lateListeners.add(tell)
}

/** The reader has been told of what was damaged. */
export const damageSeen = () => box.seen()

// What an earlier life of the page left was not answered in it.
if (box.get().all.length > 0) box.change((all) => all.map((one) => ({ ...one, tried: true })))

window.addEventListener('storage', box.refresh)
window.addEventListener('online', () => void deliver())
window.addEventListener('beforeunload', (event) => {
  if (box.get().onlyHere) event.preventDefault() // it would end with the page
})
void deliver()
