import { queryOptions, useMutation, useQueryClient, useSuspenseQuery } from '@tanstack/react-query'
import { get, write, type Schemas } from './client'

export type GardenView = Schemas['GardenView']
export type Plan = Schemas['SeasonPlan']
export type Changes = Partial<Schemas['Changes']>
/** Every kind of thing that people record, as its address spells it. */
export type Kind = keyof Schemas['Changes']
export type Thing = { id?: string; key?: string } & Record<string, unknown>

/** Every cache key of a garden starts with `['garden', id]`: one write renews all that follows. */
export const gardenQueries = {
  list: queryOptions({
    queryKey: ['gardens'] as const,
    queryFn: ({ signal }) => get<Schemas['GardenListed'][]>('/api/gardens', signal),
  }),
  document: (id: string) =>
    queryOptions({
      queryKey: ['garden', id, 'document'] as const,
      queryFn: ({ signal }) => get<GardenView>(`/api/gardens/${id}`, signal),
    }),
  plan: (id: string) =>
    queryOptions({
      queryKey: ['garden', id, 'plan'] as const,
      queryFn: ({ signal }) => get<Plan>(`/api/gardens/${id}/plan`, signal),
    }),
  why: (id: string, key: string) =>
    queryOptions({
      queryKey: ['garden', id, 'why', key] as const,
      queryFn: ({ signal }) => get<Schemas['Shown']>(`/api/gardens/${id}/why/${key}`, signal),
    }),
  whatIf: (id: string, changes: Changes) =>
    queryOptions({
      queryKey: ['garden', id, 'what-if', changes] as const,
      queryFn: ({ signal }) => write<Plan>('POST', `/api/gardens/${id}/what-if`, changes, signal),
      retry: false,
      gcTime: 30_000,
    }),
}

/** A garden whole. */
export function useGarden(id: string): GardenView {
  return useSuspenseQuery(gardenQueries.document(id)).data
}

/** A garden's plan. */
export function usePlan(id: string): Plan {
  return useSuspenseQuery(gardenQueries.plan(id)).data
}

function revisionOf(garden: GardenView | undefined, key: string): number {
  return garden?.revisions[key] ?? 0
}

/** Saves and removes things of a garden, each based on the revision that was last read. */
export function useWrites(id: string) {
  const client = useQueryClient()
  const known = () => client.getQueryData(gardenQueries.document(id).queryKey)
  const renew = () => client.invalidateQueries({ queryKey: ['garden', id] })
  const save = useMutation({
    mutationFn: ({ kind, thing }: { kind: Kind; thing: Thing }) => {
      const key = thing.id ?? thing.key ?? ''
      const basedOn = revisionOf(known(), key)
      return write(
        'PUT',
        `/api/gardens/${id}/${kind}/${encodeURIComponent(key)}?based_on=${basedOn}`,
        thing,
      )
    },
    onSettled: renew,
  })
  const remove = useMutation({
    mutationFn: ({ kind, key }: { kind: Kind; key: string }) =>
      write(
        'DELETE',
        `/api/gardens/${id}/${kind}/${encodeURIComponent(key)}?based_on=${revisionOf(known(), key)}`,
      ),
    onSettled: renew,
  })
  const settle = useMutation({
    mutationFn: (settings: Schemas['Settings']) =>
      write(
        'PUT',
        `/api/gardens/${id}/settings?based_on=${known()?.settings_revision ?? 0}`,
        settings,
      ),
    onSettled: () => {
      void client.invalidateQueries({ queryKey: gardenQueries.list.queryKey })
      return renew()
    },
  })
  return { save, remove, settle }
}

/** Creates a garden from a whole file, or replaces one of which `basedOn` was last read. */
export function useImport() {
  const client = useQueryClient()
  return useMutation({
    mutationFn: ({ file, basedOn }: { file: { garden: { id: string } }; basedOn: number }) =>
      write('PUT', `/api/gardens/${file.garden.id}/file?based_on=${basedOn}`, file),
    onSuccess: () => client.invalidateQueries(),
  })
}
