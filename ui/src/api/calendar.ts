import { queryOptions, useMutation, useQueryClient } from '@tanstack/react-query'
import { get, write, type Schemas } from './client'

type Address = Schemas['AddressView']

const path = (id: string) => `/api/gardens/${id}/calendar-address`

/** The private address at which phone calendars read a garden's jobs. */
export const addressQuery = (id: string) =>
  queryOptions({
    queryKey: ['calendar', id] as const,
    queryFn: ({ signal }) => get<Address>(path(id), signal),
  })

/** Makes the address anew, or ends it. */
export function useAddress(id: string) {
  const client = useQueryClient()
  const known = (address: Address) => client.setQueryData(addressQuery(id).queryKey, address)
  const renew = useMutation({
    mutationFn: () => write<Address>('POST', path(id)),
    onSuccess: known,
  })
  const end = useMutation({
    mutationFn: () => write<Address>('DELETE', path(id)),
    onSuccess: known,
  })
  return { renew, end }
}
