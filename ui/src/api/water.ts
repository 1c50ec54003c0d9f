import { keepPreviousData, useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { get, write, type Schemas } from './client'

type Asked = Schemas['WaterAsked']

/** What a water is by its analysis; what was known stays while something is typed. */
export function useSourceWater(gardenId: string, asked: Asked, written: boolean) {
  return useQuery({
    enabled: written,
    queryKey: ['source-water', gardenId, asked],
    queryFn: ({ signal }) =>
      write<Schemas['SourceWaterView']>(
        'POST',
        `/api/gardens/${gardenId}/source-water`,
        asked,
        signal,
      ),
    placeholderData: keepPreviousData,
    retry: false,
  })
}

/** Reads a pasted analysis. Nothing is stored. */
export function useReadWater(gardenId: string) {
  return useMutation({
    mutationFn: (text: string) =>
      write<Schemas['WaterReadView']>('POST', `/api/gardens/${gardenId}/source-water/read`, {
        text,
      }),
  })
}

/** A place's water through the last weeks and the days ahead. */
export function useMoisture(gardenId: string, place: string) {
  return useQuery({
    queryKey: ['garden', gardenId, 'moisture', place],
    queryFn: ({ signal }) =>
      get<Schemas['PlaceSection']>(`/api/gardens/${gardenId}/moisture/${place}`, signal),
  })
}

/** Keeps what a rain gauge held. */
export function useRain(gardenId: string) {
  const client = useQueryClient()
  return useMutation({
    mutationFn: (typed: Schemas['RainTyped']) =>
      write<Schemas['WeatherKept']>('POST', `/api/gardens/${gardenId}/weather/rain`, typed),
    onSuccess: () => client.invalidateQueries({ queryKey: ['garden', gardenId] }),
  })
}
