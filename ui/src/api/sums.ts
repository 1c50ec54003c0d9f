import { keepPreviousData, useQuery } from '@tanstack/react-query'
import { write, type Schemas } from './client'
import { useDebounced } from './debounced'

export type GroundAsked = Schemas['GroundAsked']

const PAUSE_MS = 150

/** Works out the third of amount, rate and ground; null asks nothing. */
export function useGroundSum(asked: GroundAsked | null) {
  const typed = useDebounced(asked, PAUSE_MS)
  return useQuery({
    queryKey: ['sums', 'ground', typed],
    queryFn: () => write<Schemas['GroundAnswer']>('POST', '/api/sums/ground', typed),
    enabled: typed !== null,
    placeholderData: keepPreviousData,
    retry: false,
  })
}
