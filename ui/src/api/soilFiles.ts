import { useMutation } from '@tanstack/react-query'
import { write, type Schemas } from './client'

type Brought = { file?: string; text?: string; columns: Schemas['ColumnView'][] | null }

/** Reads a file or pasted text as soil reports. Nothing is stored. */
export function useReadReports(id: string) {
  return useMutation({
    mutationFn: (brought: Brought) =>
      write<Schemas['UnderstoodView']>('POST', `/api/gardens/${id}/soil-files/read`, brought),
  })
}
