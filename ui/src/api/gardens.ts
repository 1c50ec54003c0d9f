import {
  queryOptions,
  useMutation,
  useQueryClient,
  useSuspenseQuery,
  type QueryClient,
} from '@tanstack/react-query'
import { saved } from '../lib/files'
import { newId } from '../lib/ids'
import { get, ProblemError, write, type Schemas } from './client'
import { PATIENCE_MS, post, provisional, settled, unsent, type Kind, type Thing } from './outbox'

export type GardenView = Schemas['GardenView']
export type Plan = Schemas['SeasonPlan']
export type Changes = Partial<Schemas['Changes']>
/** Every cache key of a garden starts with `['garden', id]`: one write renews all that follows. */
export const gardenQueries = {
  list: queryOptions({
    queryKey: ['gardens'] as const,
    queryFn: ({ signal }) => get<Schemas['GardenListed'][]>('/api/gardens', signal),
  }),
  removed: queryOptions({
    queryKey: ['gardens', 'removed'] as const,
    queryFn: ({ signal }) => get<Schemas['RemovedView'][]>('/api/gardens/removed', signal),
  }),
  document: (id: string) =>
    queryOptions({
      queryKey: ['garden', id, 'document'] as const,
      queryFn: async ({ signal }) => {
        const garden = await get<GardenView>(`/api/gardens/${id}`, signal)
        return unsent(id).reduce(
          (known, one) => patched(known, one.kind, one.key, one.thing, provisional(one.basedOn)),
          garden,
        )
      },
    }),
  plan: (id: string) =>
    queryOptions({
      queryKey: ['garden', id, 'plan'] as const,
      queryFn: ({ signal }) => get<Plan>(`/api/gardens/${id}/plan`, signal),
    }),
  why: (id: string, key: string) =>
    queryOptions({
      queryKey: ['garden', id, 'why', key] as const,
      queryFn: async ({ client, signal }) => {
        try {
          return await get<Schemas['Shown']>(`/api/gardens/${id}/why/${key}`, signal)
        } catch (error) {
          if (!(error instanceof ProblemError) || !error.unreachable) throw error
          return keptWorking(client, id, key, error)
        }
      },
    }),
  near: (id: string) =>
    queryOptions({
      queryKey: ['garden', id, 'near'] as const,
      queryFn: ({ signal }) => get<Schemas['NearView']>(`/api/gardens/${id}/near`, signal),
    }),
  journal: (id: string, thing: string | null) =>
    queryOptions({
      queryKey: ['garden', id, 'journal', thing] as const,
      queryFn: ({ signal }) =>
        get<Schemas['JournalView']>(
          `/api/gardens/${id}/journal${thing ? `?thing=${encodeURIComponent(thing)}` : ''}`,
          signal,
        ),
    }),
  measures: (id: string, place: Schemas['Bed'] | Schemas['Tub']) =>
    queryOptions({
      queryKey: ['garden', id, 'measures', place] as const,
      queryFn: ({ signal }) =>
        write<Schemas['PlaceMeasures']>('POST', `/api/gardens/${id}/measures`, place, signal),
      retry: false,
      gcTime: 10_000,
    }),
  whatIf: (id: string, changes: Changes) =>
    queryOptions({
      queryKey: ['garden', id, 'what-if', changes] as const,
      queryFn: ({ signal }) => write<Plan>('POST', `/api/gardens/${id}/what-if`, changes, signal),
      retry: false,
      gcTime: 30_000,
    }),
}

/** A working that was taken along: only with the plan that it belongs to. */
async function keptWorking(client: QueryClient, id: string, key: string, silent: ProblemError) {
  const near = await client.ensureQueryData(gardenQueries.near(id))
  const garden = client.getQueryData(gardenQueries.document(id).queryKey)
  const plan = client.getQueryData(gardenQueries.plan(id).queryKey)
  const shown = near.numbers[key]
  if (!shown || near.revision !== garden?.revision || near.as_of !== plan?.as_of) throw silent
  return shown
}

/** A garden whole. */
export function useGarden(id: string): GardenView {
  return useSuspenseQuery(gardenQueries.document(id)).data
}

/** A garden's plan. */
export function usePlan(id: string): Plan {
  return useSuspenseQuery(gardenQueries.plan(id)).data
}

/** The revision of a thing that a change of it begins from; 0 for a new one. */
export function revisionOf(garden: GardenView | undefined, key: string): number {
  return garden?.revisions[key] ?? 0
}

/** Kinds that stand in the log. */
const LOGGED: readonly Kind[] = [
  'feeds',
  'stages',
  'observed',
  'tasks',
  'sprays',
  'weather',
  'watered',
  'walks',
  'harvests',
  'notes',
  'looks',
  'stock_moves',
]

/** Whether a role keeps things of a kind: helpers note, gardeners change what the plan is made from. */
export function keepsOf(role: GardenView['role'], kind: Kind | 'settings'): boolean {
  if (role === 'helper') return kind !== 'settings' && LOGGED.includes(kind)
  return role !== 'reader'
}

/** The garden as it is once a write has arrived. */
function patched(
  garden: GardenView,
  kind: Kind,
  key: string,
  thing: Thing | null,
  revision: number,
) {
  const part = LOGGED.includes(kind) ? 'log' : 'garden'
  const things = (garden.file[part] as unknown as Record<Kind, Thing[]>)[kind]
  const rest = things.map((one) => ((one.id ?? one.key) === key ? thing : one))
  const known = things.some((one) => (one.id ?? one.key) === key)
  const changed = (known ? rest : [...rest, thing]).filter((one) => one !== null)
  return {
    ...garden,
    revisions: { ...garden.revisions, [key]: revision },
    file: { ...garden.file, [part]: { ...garden.file[part], [kind]: changed } },
  } as GardenView
}

interface Save {
  kind: Kind
  thing: Thing
  /** The revision that the change began from, where it was not just now. */
  basedOn?: number
}

/** Saves and removes things of a garden; what cannot be sent now is kept and sent later. */
export function useWrites(id: string) {
  const client = useQueryClient()
  const document = gardenQueries.document(id).queryKey
  const known = () => client.getQueryData(document)
  const renew = () => void client.invalidateQueries({ queryKey: ['garden', id] })
  const send = async (kind: Kind, key: string, thing: Thing | null, basedOn?: number) => {
    const from = basedOn ?? revisionOf(known(), key)
    const sent = await post({ garden: id, kind, key, thing, basedOn: from })
    client.setQueryData(
      document,
      (garden) => garden && patched(garden, kind, key, thing, sent.revision),
    )
    return sent
  }
  const save = useMutation({
    mutationFn: ({ kind, thing, basedOn }: Save) =>
      send(kind, thing.id ?? thing.key ?? '', thing, basedOn),
    onSettled: renew,
  })
  const remove = useMutation({
    mutationFn: ({ kind, key }: { kind: Kind; key: string }) => send(kind, key, null),
    onSettled: renew,
  })
  const saveAll = useMutation({
    mutationFn: async ({ kind, things }: { kind: Kind; things: Thing[] }) => {
      const late = AbortSignal.timeout(PATIENCE_MS)
      try {
        return await write('POST', `/api/gardens/${id}/${kind}`, things, late)
      } catch (error) {
        // Each waits here by itself; what had arrived all the same is not written twice.
        if (!(error instanceof ProblemError) || !error.unreachable) throw error
        return Promise.all(things.map((one) => send(kind, one.id ?? one.key ?? '', one)))
      }
    },
    onSettled: renew,
  })
  const replaceAll = useMutation({
    mutationFn: ({ kind, things }: { kind: Kind; things: readonly Thing[] }) => {
      const keys = things.map((one) => one.id ?? one.key ?? '')
      const based_on = Object.fromEntries(
        keys.map((key) => [key, settled(id, key, revisionOf(known(), key))]),
      )
      return write('PUT', `/api/gardens/${id}/${kind}`, { things, based_on })
    },
    onSettled: renew,
  })
  const saveSettings = useMutation({
    mutationFn: ({ settings, basedOn }: { settings: Schemas['Settings']; basedOn: number }) =>
      write<Schemas['WrittenView']>(
        'PUT',
        `/api/gardens/${id}/settings?based_on=${basedOn}`,
        settings,
      ),
    onSettled: () => {
      void client.invalidateQueries({ queryKey: gardenQueries.list.queryKey })
      renew()
    },
  })
  const removeAll = (kind: Kind, keys: readonly string[]) =>
    keys.forEach((key) => remove.mutate({ kind, key }))
  return { save, remove, removeAll, saveAll, replaceAll, saveSettings }
}

/** Moves a job to a day by a pin, and takes that back. */
export function useMoveJob(id: string) {
  const { file } = useGarden(id)
  const { save, remove } = useWrites(id)
  const move = (job: string, to: string, onDone: (undo: () => void) => void) => {
    const known = file.garden.pins.find((pin) => pin.job === job)
    const key = known?.id ?? newId()
    const undo = () =>
      known
        ? save.mutate({ kind: 'pins', thing: { ...known } })
        : remove.mutate({ kind: 'pins', key })
    save.mutate({ kind: 'pins', thing: { id: key, job, to } }, { onSuccess: () => onDone(undo) })
  }
  return { move, error: save.error, pending: save.isPending }
}

/** Takes back a change, or does it again. */
export function useRevert(id: string) {
  const client = useQueryClient()
  return useMutation({
    mutationFn: ({ act, number }: { act: 'undo' | 'redo'; number: number }) =>
      write<Schemas['WrittenView']>('POST', `/api/gardens/${id}/${act}/${number}`),
    onSettled: () => client.invalidateQueries({ queryKey: ['garden', id] }),
  })
}

/** Removes a garden for a month, and brings one back. */
export function useRemoval() {
  const client = useQueryClient()
  const onSuccess = () => client.invalidateQueries({ queryKey: gardenQueries.list.queryKey })
  const remove = useMutation({
    mutationFn: async (id: string) => {
      await saved(`/api/gardens/${id}/file`) // nothing is removed of which there is no file
      return write<Schemas['RemovedView']>('DELETE', `/api/gardens/${id}`)
    },
    onSuccess,
  })
  const bringBack = useMutation({
    mutationFn: (id: string) => write('POST', `/api/gardens/${id}/bring-back`),
    onSuccess,
  })
  return { remove, bringBack }
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
