import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { StrictMode } from 'react'
import { createRoot } from 'react-dom/client'
import { RouterProvider } from 'react-router'
import { deliver, onLateArrival } from '../api/outbox'
import { deliverPhotos, onPhotoArrival } from '../api/photoBox'
import { onComeback } from '../api/reach'
import { ProblemError } from '../api/client'
import '../theme/base.css'
import { WhereTo } from '../lib/useAddress'
import { americanized } from '../lib/american'
import { system } from '../lib/units'
import { loadWords, spellAs } from '../lib/words'
import { router } from './routes'
import { Door } from './SignIn'
import { ThemeProvider } from './ThemeProvider'
import { keepPage } from './worker'

const RETRIES = 20

const queries = new QueryClient({
  defaultOptions: {
    queries: {
      // Nothing computed goes stale by itself; a write renews it. A store that is down is asked again.
      staleTime: 60_000,
      retry: (count, error) =>
        count < RETRIES && error instanceof ProblemError && error.unreachable,
      retryDelay: (count) => Math.min(300 * 2 ** count, 3000),
      // Eznel may be on this very machine: it is asked whatever the browser thinks of its connection.
      networkMode: 'always',
      refetchOnReconnect: true,
    },
    mutations: { networkMode: 'always' },
  },
})

const renew = (garden: string) => void queries.invalidateQueries({ queryKey: ['garden', garden] })
onLateArrival(renew)
onPhotoArrival(renew)
onComeback(() => {
  void deliver()
  void deliverPhotos()
  void queries.invalidateQueries()
})
// What was asked for before the worker came is asked for again, so that it keeps that. A browser
// that may keep nothing works on with the network.
keepPage(() => void queries.invalidateQueries()).catch(() => undefined)

const whereTo = () => (router.state.navigation.location ?? router.state.location).pathname

if (system === 'us') spellAs(americanized)

// Without its sentences the page still works, in English.
void loadWords()
  .catch(() => undefined)
  .then(() =>
    createRoot(document.getElementById('root') as HTMLElement).render(
      <StrictMode>
        <QueryClientProvider client={queries}>
          <ThemeProvider>
            <Door>
              <WhereTo value={whereTo}>
                <RouterProvider router={router} />
              </WhereTo>
            </Door>
          </ThemeProvider>
        </QueryClientProvider>
      </StrictMode>,
    ),
  )
