import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { StrictMode } from 'react'
import { createRoot } from 'react-dom/client'
import { RouterProvider } from 'react-router'
import { ProblemError } from '../api/client'
import '../theme/base.css'
import { router } from './routes'
import { ThemeProvider } from './ThemeProvider'

const RETRIES = 20

const queries = new QueryClient({
  defaultOptions: {
    queries: {
      // Nothing computed goes stale by itself; a write renews it. A store that is down is asked again.
      staleTime: 60_000,
      retry: (count, error) =>
        count < RETRIES && error instanceof ProblemError && [0, 503].includes(error.status),
      retryDelay: (count) => Math.min(300 * 2 ** count, 3000),
    },
    mutations: {
      // Writes carry their own ids, so repeating one that may have arrived is harmless.
      retry: (count, error) =>
        count < 5 && error instanceof ProblemError && [0, 503].includes(error.status),
      retryDelay: (count) => Math.min(300 * 2 ** count, 3000),
    },
  },
})

createRoot(document.getElementById('root') as HTMLElement).render(
  <StrictMode>
    <QueryClientProvider client={queries}>
      <ThemeProvider>
        <RouterProvider router={router} />
      </ThemeProvider>
    </QueryClientProvider>
  </StrictMode>,
)
