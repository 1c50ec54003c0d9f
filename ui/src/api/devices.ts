import { useMutation, useQuery } from '@tanstack/react-query'
import { faultsOf, get, write, type Fault, type Schemas } from './client'
import { intoDraft } from './editing'

export type DeviceReading = Schemas['DeviceReading']
type Kind = DeviceReading['kind']

/** A measuring device as a form uses it: read, tared, and what it says. */
export interface Device {
  /** Whether there is one that this garden can read. */
  there: boolean
  simulated: boolean
  pending: boolean
  reading: DeviceReading | null
  faults: Fault[]
  read: (then?: (reading: DeviceReading) => void) => void
}

/** A device of this machine, or the simulated one of a practice garden. */
export function useDevice(gardenId: string, kind: Kind, place?: string): Device {
  const { data } = useQuery({
    queryKey: ['garden', gardenId, 'devices'],
    queryFn: ({ signal }) => get<Schemas['DeviceList']>(`/api/gardens/${gardenId}/devices`, signal),
    staleTime: Infinity,
  })
  const mine = data?.devices.find((one) => one.kind === kind)
  const read = useMutation({
    mutationKey: intoDraft(gardenId),
    mutationFn: () => readDevice(gardenId, kind, place),
  })
  return {
    there: mine !== undefined,
    simulated: mine?.simulated ?? false,
    pending: read.isPending,
    reading: read.data ?? null,
    faults: faultsOf(read.error),
    read: (then) => read.mutate(undefined, { onSuccess: then }),
  }
}

function readDevice(gardenId: string, kind: Kind, place?: string): Promise<DeviceReading> {
  return write('POST', `/api/gardens/${gardenId}/devices/${kind}/read`, { place: place ?? null })
}

const EVERY_MS = 250

/** The scale while somebody weighs: read again and again, tared, and in practice put upon. */
export function useScale(gardenId: string) {
  const key = ['scale', gardenId]
  const live = useQuery({
    queryKey: key,
    queryFn: () => readDevice(gardenId, 'scale'),
    refetchInterval: EVERY_MS,
    gcTime: 0,
    retry: false,
  })
  const tare = useMutation({
    mutationFn: () => write<DeviceReading>('POST', `/api/gardens/${gardenId}/devices/scale/tare`),
    onSettled: () => live.refetch(),
  })
  const put = useMutation({
    mutationFn: (adds_g: number | null) =>
      write<DeviceReading>('POST', `/api/gardens/${gardenId}/devices/scale/hand`, { adds_g }),
    onSettled: () => live.refetch(),
  })
  return {
    reading: live.data ?? null,
    faults: faultsOf(live.error ?? tare.error ?? put.error),
    tare: () => tare.mutateAsync(),
    put: (adds_g: number | null) => put.mutate(adds_g),
    busy: tare.isPending || put.isPending,
  }
}
