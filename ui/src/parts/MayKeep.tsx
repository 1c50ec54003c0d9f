import { createContext, useContext, type ReactNode } from 'react'
import type { components } from '../api/schema'

type Kind = keyof components['schemas']['Changes'] | 'settings'

const Keeps = createContext<(kind: Kind) => boolean>(() => true)

/** Says everywhere below whether the reader's role in the garden keeps things of a kind. */
export const KeepsProvider = Keeps.Provider

/** Whether the reader's role keeps things of a kind. */
export const useKeeps = (kind: Kind) => useContext(Keeps)(kind)

/** Shows what keeps things of a kind to those whose role in the garden does, and to nobody else. */
export function MayKeep(props: { kind: Kind; children: ReactNode }) {
  return useKeeps(props.kind) && props.children
}
