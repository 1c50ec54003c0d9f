import { useMutation, useQuery } from '@tanstack/react-query'
import { get, write, type Schemas } from './client'
import { intoDraft } from './editing'

export type TrialsView = Schemas['TrialsView']
export type TrialShown = Schemas['TrialShown']
export type TrialPlant = Schemas['TrialPlant']

/** Every trial with what it shows, and questions to begin from; every write renews it. */
export function useTrials(gardenId: string) {
  return useQuery({
    queryKey: ['garden', gardenId, 'trials'] as const,
    queryFn: ({ signal }) => get<TrialsView>(`/api/gardens/${gardenId}/book/trials`, signal),
  })
}

/** Draws which plant gets which treatment. */
export function useLots(gardenId: string) {
  return useMutation({
    mutationKey: intoDraft(gardenId),
    mutationFn: (asked: Schemas['LotsAsked']) =>
      write<TrialPlant[]>('POST', `/api/gardens/${gardenId}/book/lots`, asked),
  })
}
