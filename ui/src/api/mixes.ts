import { keepPreviousData, useQuery } from '@tanstack/react-query'
import { get, write, type Schemas } from './client'

export type Recipe = Schemas['Recipe']
type Asked = Schemas['BatchAsked']

/** A batch of a mix, kept or still being typed; what was known stays while something is typed. */
export function useBatch(gardenId: string, asked: Asked) {
  return useQuery({
    queryKey: ['garden', gardenId, 'batch', asked] as const,
    queryFn: ({ signal }) =>
      write<Schemas['BatchView']>('POST', `/api/gardens/${gardenId}/mixes/batch`, asked, signal),
    retry: false,
    gcTime: 30_000,
    placeholderData: keepPreviousData,
  })
}

/** Tubs whose mix has grown something; every write renews it. */
export function useReuse(gardenId: string) {
  return useQuery({
    queryKey: ['garden', gardenId, 'reuse'] as const,
    queryFn: ({ signal }) =>
      get<Schemas['ReuseView'][]>(`/api/gardens/${gardenId}/mixes/reuse`, signal),
  })
}
