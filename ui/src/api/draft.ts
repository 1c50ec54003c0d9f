import { useState } from 'react'

interface Kept<T> {
  thing: T
  basedOn: number
}

function recalled<T>(name: string): Kept<T> | null {
  try {
    return JSON.parse(sessionStorage.getItem(name) ?? 'null') as Kept<T> | null
  } catch {
    return null
  }
}

function keep(name: string, draft: unknown): void {
  try {
    if (draft === null) sessionStorage.removeItem(name)
    else sessionStorage.setItem(name, JSON.stringify(draft))
  } catch {
    return // a browser that may not remember goes on without
  }
}

export interface Draft<T> {
  thing: T | null
  /** The revision that the change began from; 0 for something new. */
  basedOn: number
  begin: (thing: T, basedOn: number) => void
  change: (thing: T) => void
  drop: () => void
}

/** What is being typed and not kept yet. It survives a reload, and knows what it began from. */
export function useDraft<T>(name: string): Draft<T> {
  const key = `eznel.draft.${name}`
  const [kept, setKept] = useState<Kept<T> | null>(() => recalled<T>(key))
  const set = (next: Kept<T> | null) => {
    keep(key, next)
    setKept(next)
  }
  return {
    thing: kept?.thing ?? null,
    basedOn: kept?.basedOn ?? 0,
    begin: (thing, basedOn) => set({ thing, basedOn }),
    change: (thing) => set({ thing, basedOn: kept?.basedOn ?? 0 }),
    drop: () => set(null),
  }
}
