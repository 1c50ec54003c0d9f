import { queryOptions, useMutation, useQueryClient } from '@tanstack/react-query'
import { keepNothing } from '../lib/kept'
import { get, write, type Schemas } from './client'

export type Account = Schemas['AccountView']

export const doorQuery = queryOptions({
  queryKey: ['door'] as const,
  queryFn: ({ signal }) => get<Schemas['DoorView']>('/api/door', signal),
})

export const accountQuery = queryOptions({
  queryKey: ['account'] as const,
  queryFn: ({ signal }) => get<Account>('/api/account', signal),
})

/** What a link opens. */
export const invitationQuery = (key: string) =>
  queryOptions({
    queryKey: ['invitation', key] as const,
    queryFn: ({ signal }) =>
      get<Schemas['InvitationView']>(`/api/invitations/${encodeURIComponent(key)}`, signal),
    retry: false,
  })

/** Signs in with a name and a password, and a code where one is asked for. */
export function useEnter() {
  const client = useQueryClient()
  return useMutation({
    mutationFn: (typed: Schemas['Entering']) =>
      write<Schemas['DoorView']>('POST', '/api/door', typed),
    onSuccess: () => client.invalidateQueries(),
  })
}

/** Comes in by a link. */
export function useJoin(key: string) {
  return useMutation({
    mutationFn: (typed: Schemas['Joining']) =>
      write<Schemas['JoinedView']>('POST', `/api/invitations/${encodeURIComponent(key)}`, typed),
  })
}

/** Signs out here, or everywhere; the page begins anew, and keeps nothing of what it has shown. */
export function useLeave() {
  return useMutation({
    mutationFn: async (where: 'here' | 'everywhere') => {
      await write('DELETE', where === 'here' ? '/api/door' : '/api/account/browsers')
      await keepNothing()
      window.location.assign('/')
    },
  })
}

/** Changes one's own account. */
export function useAccount() {
  const client = useQueryClient()
  const done = (account: Account) => {
    client.setQueryData(accountQuery.queryKey, account)
    void client.invalidateQueries({ queryKey: doorQuery.queryKey })
  }
  const rename = useMutation({
    mutationFn: (name: string) => write<Account>('PUT', '/api/account/name', { name }),
    onSuccess: done,
  })
  const changePassword = useMutation({
    mutationFn: (change: Schemas['PasswordChange']) =>
      write<Account>('PUT', '/api/account/password', change),
    onSuccess: done,
  })
  const endBrowser = useMutation({
    mutationFn: (id: string) => write<Account>('DELETE', `/api/account/browsers/${id}`),
    onSuccess: done,
  })
  const beginCode = useMutation({
    mutationFn: (password: string) =>
      write<Schemas['CodeView']>('POST', '/api/account/code', { password }),
  })
  const confirmCode = useMutation({
    mutationFn: (confirmed: Schemas['CodeConfirmed']) =>
      write<Account>('PUT', '/api/account/code', confirmed),
    onSuccess: done,
  })
  const endCode = useMutation({
    mutationFn: (password: string) => write<Account>('POST', '/api/account/code/end', { password }),
    onSuccess: done,
  })
  const end = useMutation({
    mutationFn: async (password: string) => {
      await write('POST', '/api/account/end', { password })
      await keepNothing()
      window.location.assign('/')
    },
  })
  return { rename, changePassword, endBrowser, beginCode, confirmCode, endCode, end }
}
