import { queryOptions, useMutation, useQueryClient } from '@tanstack/react-query'
import { get, write, type Schemas } from './client'

export const doorQuery = queryOptions({
  queryKey: ['door'] as const,
  queryFn: ({ signal }) => get<Schemas['DoorView']>('/api/door', signal),
})

/** Enters with the password. */
export function useEnter() {
  const client = useQueryClient()
  return useMutation({
    mutationFn: (password: string) => write<Schemas['DoorView']>('POST', '/api/door', { password }),
    onSuccess: () => client.invalidateQueries(),
  })
}
