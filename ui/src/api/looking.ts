import { keepPreviousData, skipToken, useQuery } from '@tanstack/react-query'
import { get, write, type Schemas } from './client'

export type LookAsked = Schemas['LookAsked']
export type LookedSaid = Schemas['LookedSaid']
export type LookPage = Schemas['LookPage']

/** What can be seen on a planting, the likeliest now in front, and every cause by its name. */
export function useLookPage(gardenId: string, planting: string | null) {
  return useQuery({
    queryKey: ['garden', gardenId, 'look', planting] as const,
    queryFn:
      planting === null
        ? skipToken
        : ({ signal }) => get<LookPage>(`/api/gardens/${gardenId}/book/look/${planting}`, signal),
    placeholderData: keepPreviousData,
  })
}

/** What may be behind what was seen; nothing is asked while nothing was seen. */
export function useLooked(gardenId: string, asked: LookAsked | null) {
  return useQuery({
    queryKey: ['garden', gardenId, 'looked', asked] as const,
    queryFn:
      asked === null
        ? skipToken
        : ({ signal }) =>
            write<LookedSaid>('POST', `/api/gardens/${gardenId}/book/look`, asked, signal),
    retry: false,
    placeholderData: asked === null ? undefined : keepPreviousData,
  })
}
