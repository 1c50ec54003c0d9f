import { clientsClaim, type WorkboxPlugin } from 'workbox-core'
import { ExpirationPlugin } from 'workbox-expiration'
import {
  cleanupOutdatedCaches,
  createHandlerBoundToURL,
  precacheAndRoute,
} from 'workbox-precaching'
import { NavigationRoute, registerRoute } from 'workbox-routing'
import { CacheFirst, NetworkFirst } from 'workbox-strategies'
import { ANSWERS, KEPT, PICTURES } from '../lib/kept'

// A page that was opened once opens again without a network: its own files come from here, what
// Eznel answered last stands in where nobody answers, and says so. What is written is no business
// of this worker: the page keeps that itself.

declare const self: {
  __WB_MANIFEST: { url: string; revision: string | null }[]
  skipWaiting: () => Promise<void>
  addEventListener: (name: 'message', listen: (event: MessageEvent) => void) => void
}

/** Behind a network that is there and does not answer nobody waits longer. */
const ANSWERS_WITHIN_S = 4
const MOST_ANSWERS = 400
const MOST_PICTURES = 200
/** A proxy that finds nobody behind it. */
const NOBODY = [502, 504]

precacheAndRoute(self.__WB_MANIFEST)
cleanupOutdatedCaches()
clientsClaim()
registerRoute(
  new NavigationRoute(createHandlerBoundToURL('/index.html'), {
    denylist: [/^\/(api\/|trust$|eznel\.crt$)/],
  }),
)

/** An answer is kept for the language and the units that it was given in. */
const asSpoken: WorkboxPlugin = {
  cacheKeyWillBeUsed: async ({ request }) => {
    const url = new URL(request.url)
    const said = ['Accept-Language', 'X-Eznel-Units'].map((name) => request.headers.get(name))
    url.searchParams.set('spoken', said.join(' '))
    return url.href
  },
}

/** What was kept says when it was answered. */
const telling: WorkboxPlugin = {
  fetchDidSucceed: async ({ response }) => {
    if (NOBODY.includes(response.status)) throw new Error('nobody is there')
    return response
  },
  cachedResponseWillBeUsed: async ({ cachedResponse }) => {
    if (!cachedResponse) return null
    const headers = new Headers(cachedResponse.headers)
    headers.set(KEPT, headers.get('Date') ?? new Date(0).toUTCString())
    return new Response(cachedResponse.body, { status: cachedResponse.status, headers })
  },
}

/** Not kept: what is measured just now, who is let in, and the calendar's address, which is a key. */
const NEVER = /^\/api\/(door|account|people|invitations)|\/devices|\/calendar-address|\/people$/

/** What the page asks for itself, and may keep. */
function isAnswer(request: Request, path: string): boolean {
  return (
    request.headers.has('X-Eznel-Units') &&
    request.cache !== 'no-store' &&
    path.startsWith('/api/') &&
    !NEVER.test(path)
  )
}

registerRoute(
  ({ request, url, sameOrigin }) => sameOrigin && isAnswer(request, url.pathname),
  new NetworkFirst({
    cacheName: ANSWERS,
    networkTimeoutSeconds: ANSWERS_WITHIN_S,
    plugins: [asSpoken, telling, new ExpirationPlugin({ maxEntries: MOST_ANSWERS })],
  }),
)

// A picture never changes under its name.
registerRoute(
  ({ request, url, sameOrigin }) =>
    sameOrigin &&
    request.destination === 'image' &&
    url.pathname.startsWith('/api/') &&
    !url.searchParams.has('keep'),
  new CacheFirst({
    cacheName: PICTURES,
    plugins: [new ExpirationPlugin({ maxEntries: MOST_PICTURES })],
  }),
)

self.addEventListener('message', (event) => {
  if ((event.data as { type?: string } | null)?.type === 'SKIP_WAITING') void self.skipWaiting()
})
