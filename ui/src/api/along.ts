import { useQueryClient, type QueryClient } from '@tanstack/react-query'
import { useEffect } from 'react'
import { addDays } from '../lib/dates'
import { dropGarden, keeps } from '../lib/kept'
import { gardenQueries } from './gardens'
import { LIST_DAYS, shedQueries } from './shed'

/** So long after a garden has changed last, what belongs to it is asked for. */
const QUIET_MS = 6000

/**
 * Asks in quiet for what is wanted in the garden and was not opened yet, so that this browser keeps
 * it: the list to take along, and how the numbers of the next days came about.
 */
export function useTakenAlong(id: string, revision: number): void {
  const client = useQueryClient()
  useEffect(() => {
    const worker = navigator.serviceWorker as ServiceWorkerContainer | undefined
    if (!worker) return // nothing is kept
    if (!keeps(id)) return void dropGarden(id)
    const fetch = () => void take(client, id)
    const begin = () => (worker.controller ? fetch() : undefined)
    worker.addEventListener('controllerchange', fetch)
    const timer = setTimeout(begin, QUIET_MS)
    return () => {
      clearTimeout(timer)
      worker.removeEventListener('controllerchange', fetch)
    }
  }, [client, id, revision])
}

async function take(client: QueryClient, id: string): Promise<void> {
  const plan = await client.ensureQueryData(gardenQueries.plan(id))
  await client.prefetchQuery({ ...gardenQueries.near(id), staleTime: 0 })
  await client.prefetchQuery(gardenQueries.list)
  await client.prefetchQuery(shedQueries.list(id, addDays(plan.as_of, LIST_DAYS)))
}
