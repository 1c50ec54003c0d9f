import { createStore, del, set, values } from 'idb-keyval'
import { useSyncExternalStore } from 'react'
import { base64, smallPhoto } from '../lib/files'
import { newId } from '../lib/ids'
import { get, ProblemError, write, type Schemas } from './client'
import { onLateArrival, post } from './outbox'

/** Kinds of what shows photos of a day. */
export type ShowsPhotos = 'notes' | 'looks'

/** A photo that nobody answered for: it waits in this browser until its note is stored. */
export interface WaitingPhoto {
  id: string
  garden: string
  kind: ShowsPhotos
  /** The note or look that it is of. */
  of: string
  /** As it is sent: base64. */
  file: string
  /** Why it was refused, where it was. */
  refused: string
}

const AGAIN_MS = 20_000

const shelf = createStore('eznel-photos', 'waiting')
const listeners = new Set<() => void>()
const arrivals = new Set<(garden: string) => void>()
const held = new Set<string>()
let waiting: readonly WaitingPhoto[] = []
let sending = false

async function changed(): Promise<void> {
  waiting = await values<WaitingPhoto>(shelf)
  listeners.forEach((tell) => tell())
}

/** Keeps a photo in this browser; over a reload too. */
export async function keepPhotoHere(photo: {
  garden: string
  kind: ShowsPhotos
  of: string
  taken: File
}): Promise<void> {
  const { taken, ...rest } = photo
  const id = newId()
  const file = await base64(await smallPhoto(taken))
  await set(id, { ...rest, id, file, refused: '' }, shelf)
  await changed()
}

/** Forgets a photo that waits. */
export async function dropPhoto(id: string): Promise<void> {
  await del(id, shelf)
  await changed()
}

/** Leaves the photos of a note alone while its form is open; what gives them free again. */
export function holdPhotosOf(thing: string): () => void {
  held.add(thing)
  return () => {
    held.delete(thing)
    void deliverPhotos()
  }
}

/** Sends what waits, each once its note is stored; stops where nobody answers. */
export async function deliverPhotos(): Promise<void> {
  if (sending) return
  sending = true
  for (const photo of waiting.filter((one) => !one.refused && !held.has(one.of))) {
    try {
      if (await delivered(photo)) {
        await dropPhoto(photo.id)
        arrivals.forEach((tell) => tell(photo.garden))
      }
    } catch (error) {
      if (!(error instanceof ProblemError) || error.unreachable || error.status === 401) break
      const refused = error.faults.at(0)?.problem ?? error.message
      await set(photo.id, { ...photo, refused }, shelf)
      await changed()
    }
  }
  sending = false
  if (waiting.some((one) => !one.refused)) setTimeout(() => void deliverPhotos(), AGAIN_MS)
}

/** Keeps the photo and names it in its note; not while that is not stored. */
async function delivered({ garden, kind, of, file }: WaitingPhoto): Promise<boolean> {
  const { file: stored, revisions } = await get<Schemas['GardenView']>(`/api/gardens/${garden}`)
  const thing = stored.log[kind]?.find((one) => one.id === of)
  if (!thing) return false
  const { id } = await write<Schemas['PhotoKept']>('POST', `/api/gardens/${garden}/photos`, {
    file,
  })
  const photos = thing.photos ?? []
  if (!photos.includes(id)) {
    const named = { ...thing, photos: [...photos, id] }
    await post({ garden, kind, key: of, thing: named, basedOn: revisions[of] ?? 0 })
  }
  return true
}

const subscribe = (tell: () => void) => {
  listeners.add(tell)
  return () => void listeners.delete(tell)
}

/** The photos of a garden that wait in this browser. */
export function useWaitingPhotos(garden: string): readonly WaitingPhoto[] {
  return useSyncExternalStore(subscribe, () => waiting).filter((one) => one.garden === garden)
}

/** Calls back when a photo has arrived. */
export function onPhotoArrival(tell: (garden: string) => void): void {
  arrivals.add(tell)
}

onLateArrival(() => void deliverPhotos())
window.addEventListener('online', () => void deliverPhotos())
// Without a store of its own a browser keeps no photo; all else works.
void changed().then(deliverPhotos, () => undefined)
