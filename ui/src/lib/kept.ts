import { recall, remember } from './memory'

/** Where the page and its service worker keep what was answered, and pictures. */
export const ANSWERS = 'eznel-answers'
export const PICTURES = 'eznel-pictures'

/** Header of an answer that was kept here: when it was given. */
export const KEPT = 'X-Eznel-Kept'

/** Whether this browser keeps what it has seen of a garden, for when there is no network. */
export const keeps = (garden: string) => recall(`keeps.${garden}`, 'yes') === 'yes'

/** Which garden an address belongs to; none of the general ones do. */
export const gardenOf = (path: string) => /^\/api\/gardens\/([^/?]+)/.exec(path)?.[1] ?? null

/** Lets this browser keep a garden or not. */
export async function keepHere(garden: string, wanted: boolean): Promise<void> {
  remember(`keeps.${garden}`, wanted ? 'yes' : 'no')
  if (!wanted) await dropGarden(garden)
}

/** Drops what was kept of a garden, with what was still on its way when it might not be any more. */
export const dropGarden = (garden: string) => drop((path) => gardenOf(path) === garden)

/** Drops all that was kept: whoever may not read it any more keeps nothing of it. */
export const keepNothing = () => drop(() => true)

async function drop(which: (path: string) => boolean): Promise<void> {
  if (!('caches' in globalThis)) return // only where a page is trusted does a browser keep any
  for (const name of [ANSWERS, PICTURES]) {
    const cache = await caches.open(name)
    for (const kept of await cache.keys()) {
      if (which(new URL(kept.url).pathname)) await cache.delete(kept)
    }
  }
}
