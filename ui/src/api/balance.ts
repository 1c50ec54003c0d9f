import { keepPreviousData, queryOptions, useQuery } from '@tanstack/react-query'
import { get, write, type Schemas } from './client'
import { useDebounced } from './debounced'

export type Balance = Schemas['Balance']
export type BalanceLine = Schemas['BalanceLine']
export type TriedOut = Required<Schemas['TriedOut']>

const PAUSE_MS = 60

/** A planting's nutrients by day; each question begins with the garden's key. */
export const balanceQueries = {
  planned: (id: string, planting: string) =>
    queryOptions({
      queryKey: ['garden', id, 'balance', planting] as const,
      queryFn: ({ signal }) => get<Balance>(`/api/gardens/${id}/balance/${planting}`, signal),
    }),
  place: (id: string, place: string) =>
    queryOptions({
      queryKey: ['garden', id, 'balance', 'place', place] as const,
      queryFn: ({ signal }) =>
        get<Schemas['PlaceBalance']>(`/api/gardens/${id}/balance/place/${place}`, signal),
    }),
  tried: (id: string, planting: string, tried: TriedOut | null) =>
    queryOptions({
      queryKey: ['garden', id, 'balance', planting, tried] as const,
      queryFn: ({ signal }) =>
        write<Balance>('POST', `/api/gardens/${id}/balance/${planting}/what-if`, tried, signal),
      enabled: tried !== null,
      placeholderData: keepPreviousData,
    }),
  years: (id: string, planting: string) =>
    queryOptions({
      queryKey: ['garden', id, 'balance', planting, 'years'] as const,
      queryFn: ({ signal }) =>
        get<Schemas['NitrogenYears']>(`/api/gardens/${id}/balance/${planting}/years`, signal),
    }),
}

/** The balance as it would be with what is being dragged; undefined while nothing is. */
export function useTriedBalance(id: string, planting: string, tried: TriedOut | null) {
  const dragged = useDebounced(tried, PAUSE_MS)
  const { data } = useQuery(balanceQueries.tried(id, planting, dragged))
  return tried === null ? undefined : data
}
