import { useState } from 'react'
import { useNavigate } from 'react-router'
import { useToast } from '../lib/useToast'
import { t } from '../lib/words'

interface Kept<T> {
  thing: T
  basedOn: number
  /** What it was when typing began; null where it began with a change. */
  from: T | null
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

/** Lays out something new for the form that asks for it.
 *
 * Returns how what was being typed there comes back; null where nothing was.
 */
export function layOut(name: string, thing: unknown): (() => void) | null {
  const key = `eznel.draft.${name}`
  const before = recalled<unknown>(key)
  keep(key, { thing, basedOn: 0, from: null })
  return before && (() => keep(key, before))
}

export interface Draft<T> {
  thing: T | null
  /** The revision that the change began from; 0 for something new. */
  basedOn: number
  begin: (thing: T, basedOn: number) => void
  /** Types on; where nothing was being typed, from a revision. */
  change: (thing: T, basedOn?: number) => void
  /** Forgets it, as after it was saved. */
  drop: () => void
  /** Leaves it without saving; what was changed can be brought back. */
  leave: () => void
}

/** What is being typed and not kept yet. It survives a reload, and knows what it began from. */
export function useDraft<T>(name: string): Draft<T> {
  const key = `eznel.draft.${name}`
  const [kept, setKept] = useState<Kept<T> | null>(() => recalled<T>(key))
  const toast = useToast()
  const navigate = useNavigate()
  const set = (next: Kept<T> | null) => {
    keep(key, next)
    setKept(next)
  }
  const leave = () => {
    const here = window.location.pathname + window.location.search
    set(null)
    if (!kept || JSON.stringify(kept.thing) === JSON.stringify(kept.from)) return
    const back = () => {
      set(kept)
      void navigate(here)
    }
    toast({ text: t('Left without saving.'), undo: back })
  }
  return {
    thing: kept?.thing ?? null,
    basedOn: kept?.basedOn ?? 0,
    begin: (thing, basedOn) => set({ thing, basedOn, from: thing }),
    change: (thing, basedOn = 0) =>
      set({ thing, basedOn: kept?.basedOn ?? basedOn, from: kept?.from ?? null }),
    drop: () => set(null),
    leave,
  }
}
