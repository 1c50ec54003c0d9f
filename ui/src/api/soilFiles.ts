import { useMutation, useQueryClient } from '@tanstack/react-query'
import { write, type Schemas } from './client'

type Brought = { file?: string; text?: string; columns: Schemas['ColumnView'][] | null }

/** Reads a file or pasted text as soil reports. Nothing is stored. */
export function useReadReports(id: string) {
  return useMutation({
    mutationFn: (brought: Brought) =>
      write<Schemas['UnderstoodView']>('POST', `/api/gardens/${id}/soil-files/read`, brought),
  })
}

/** Keeps several soil reports at once, all or none. */
export function useKeepReports(id: string) {
  const client = useQueryClient()
  return useMutation({
    mutationFn: (reports: Schemas['SoilReport'][]) =>
      write<Schemas['WrittenView']>('POST', `/api/gardens/${id}/reports`, reports),
    onSuccess: () => client.invalidateQueries({ queryKey: ['garden', id] }),
  })
}
