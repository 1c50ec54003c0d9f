import { queryOptions, useMutation, useQueryClient } from '@tanstack/react-query'
import { get, write, type Schemas } from './client'

export type Role = Schemas['MemberView']['role']
type People = Schemas['PeopleView']
type Person = Schemas['PersonView']
type Link = Schemas['LinkView']

const path = (garden: string) => `/api/gardens/${garden}`

/** Who is in a garden. */
export const peopleQuery = (garden: string) =>
  queryOptions({
    queryKey: ['people', garden] as const,
    queryFn: ({ signal }) => get<People>(`${path(garden)}/people`, signal),
  })

/** Everybody who has an account. */
export const everybodyQuery = queryOptions({
  queryKey: ['people'] as const,
  queryFn: ({ signal }) => get<Person[]>('/api/people', signal),
})

/** Changes who is in a garden. */
export function usePeople(garden: string) {
  const client = useQueryClient()
  const done = (people: People) => {
    client.setQueryData(peopleQuery(garden).queryKey, people)
    void client.invalidateQueries({ queryKey: ['garden', garden] })
  }
  const change = useMutation({
    mutationFn: ({ person, role }: { person: string; role: Role }) =>
      write<People>('PUT', `${path(garden)}/people/${person}`, { role }),
    onSuccess: done,
  })
  const remove = useMutation({
    mutationFn: (person: string) => write<People>('DELETE', `${path(garden)}/people/${person}`),
  })
  const invite = useMutation({
    mutationFn: (inviting: Schemas['Inviting']) =>
      write<Link>('POST', `${path(garden)}/invitations`, inviting),
    onSuccess: () => client.invalidateQueries({ queryKey: peopleQuery(garden).queryKey }),
  })
  const endInvitation = useMutation({
    mutationFn: (id: string) => write<People>('DELETE', `${path(garden)}/invitations/${id}`),
    onSuccess: done,
  })
  return { change, remove, invite, endInvitation, done }
}

/** What the keeper does for others. */
export function useEverybody() {
  const client = useQueryClient()
  const reset = useMutation({
    mutationFn: (person: string) => write<Link>('POST', `/api/people/${person}/reset`),
  })
  const remove = useMutation({
    mutationFn: (person: string) => write<Person[]>('DELETE', `/api/people/${person}`),
    onSuccess: (all) => client.setQueryData(everybodyQuery.queryKey, all),
  })
  return { reset, remove }
}
