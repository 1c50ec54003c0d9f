import { queryOptions } from '@tanstack/react-query'
import { get, type Schemas } from './client'

const LOOKED_AT_EVERY_MS = 600_000

/** How the machine is on which everything lies. */
export const stateQuery = queryOptions({
  queryKey: ['state'] as const,
  queryFn: ({ signal }) => get<Schemas['StateView']>('/api/state', signal),
  refetchInterval: LOOKED_AT_EVERY_MS,
})
