import { useQuery } from '@tanstack/react-query'
import { get, type Schemas } from './client'

export type RaisingRoom = Schemas['RaisingView']
export type Raised = Schemas['RaisedView']
export type BenchRoom = Schemas['BenchRoom']

/** What is raised under cover, and the benches through time; every write renews it. */
export function useRaising(gardenId: string) {
  return useQuery({
    queryKey: ['garden', gardenId, 'raising'],
    queryFn: ({ signal }) => get<RaisingRoom>(`/api/gardens/${gardenId}/raising`, signal),
  })
}
