import { keepPreviousData, useQuery } from '@tanstack/react-query'
import { get, type Schemas } from './client'

export type HarvestBook = Schemas['HarvestBook']
export type TwoSeasons = Schemas['TwoSeasons']
export type NextSeason = Schemas['NextSeason']
export type TaughtBook = Schemas['TaughtBook']

/** What was picked, what is to come, and the aims; every write renews it. */
export function useHarvestBook(gardenId: string) {
  return useQuery({
    queryKey: ['garden', gardenId, 'harvest'] as const,
    queryFn: ({ signal }) => get<HarvestBook>(`/api/gardens/${gardenId}/book/harvest`, signal),
  })
}

/** What a season begins from: what stays, and what is planted again, where and when. */
export function useNextSeason(gardenId: string, year: number | null) {
  const asked = year === null ? '' : `?year=${year}`
  return useQuery({
    queryKey: ['garden', gardenId, 'next-season', year] as const,
    queryFn: ({ signal }) =>
      get<NextSeason>(`/api/gardens/${gardenId}/book/season${asked}`, signal),
    placeholderData: keepPreviousData,
  })
}

/** Every crop's seasons, each beside the one before. */
export function useYearsBeside(gardenId: string) {
  return useQuery({
    queryKey: ['garden', gardenId, 'years-beside'] as const,
    queryFn: ({ signal }) => get<TwoSeasons[]>(`/api/gardens/${gardenId}/book/years`, signal),
  })
}

/** What the garden's own records made of what is usual. */
export function useTaught(gardenId: string) {
  return useQuery({
    queryKey: ['garden', gardenId, 'taught'] as const,
    queryFn: ({ signal }) => get<TaughtBook>(`/api/gardens/${gardenId}/book/taught`, signal),
  })
}
