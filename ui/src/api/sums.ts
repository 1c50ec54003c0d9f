import { keepPreviousData, queryOptions, useQuery, useSuspenseQuery } from '@tanstack/react-query'
import { get, write, type Schemas } from './client'

const sumsQuery = queryOptions({
  queryKey: ['sums'] as const,
  queryFn: ({ signal }) => get<Schemas['SumView'][]>('/api/sums', signal),
  staleTime: Infinity,
})

/** All sums, as they are said. */
export function useSums(): Schemas['SumView'][] {
  return useSuspenseQuery(sumsQuery).data
}

/** Works out a sum with every key; null asks nothing. */
export function useSum(key: string, asked: Schemas['SumAsked'] | null) {
  return useQuery({
    queryKey: ['sums', key, asked],
    queryFn: ({ signal }) => write<Schemas['SumAnswer']>('POST', `/api/sums/${key}`, asked, signal),
    enabled: asked !== null,
    placeholderData: keepPreviousData,
    retry: false,
  })
}
