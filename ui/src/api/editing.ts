import { useIsMutating } from '@tanstack/react-query'
import { conflictOf, faultsOf, type Conflict, type Fault, type Schemas } from './client'
import { useDraft } from './draft'
import { keepsOf, revisionOf, useGarden, usePlan, useWrites } from './gardens'
import type { Changes, Plan } from './gardens'
import type { Kind } from './letters'
import { useWhatIf } from './whatIf'

/** What a kind of thing is like. */
export type ThingOf<K extends Kind> = NonNullable<Schemas['Changes'][K]>[number]

/** Something that is being typed: until it is saved it is kept in the browser's tab. */
export interface Editing<T> {
  /** What is being typed; null where nothing is. */
  thing: T | null
  /** The revision that it began from; 0 for something new. */
  basedOn: number
  /** What is wrong with it, and what was refused when it was saved. */
  faults: Fault[]
  /** Whether it is so wrong that it cannot be saved, or something of it is still to come. */
  blocked: boolean
  /** Both versions, where somebody else has changed it in the meantime. */
  conflict: Conflict | null
  saving: boolean
  /** Whether the reader's role in the garden keeps it; else it can be tried out. */
  allowed: boolean
  /** Begins with a thing as it is stored, or with a new one. */
  begin: (thing: T) => void
  /** Types on, beginning where nothing is being typed. */
  change: (thing: T) => void
  save: (thing: T, basedOn: number) => void
  /** Leaves without saving. */
  cancel: () => void
}

/** The same with the plan as it would be, for things of a garden. */
export interface ThingEditing<T> extends Editing<T> {
  /** The plan with what is being typed; the stored one where nothing is, or no answer is here. */
  plan: Plan
  /** The stored plan, where another is shown. */
  before: Plan | null
  remove: (key: string) => void
  removing: boolean
  /** Why it was not removed. */
  removeFaults: Fault[]
}

interface Options<T> {
  /** Tells drafts of the same kind apart. */
  name?: string
  /** What would change, where that is worked out while it is typed. */
  changes?: (thing: T) => Changes | null
  onSaved?: (thing: T) => void
  onCancelled?: () => void
  onRemoved?: () => void
}

/** What is asked for to go into what is being typed: that is not saved before the answer is here. */
export const intoDraft = (gardenId: string) => ['into a draft', gardenId] as const

/** Edits a thing of a garden: draft, what-if, save, conflict, remove. */
export function useEditing<K extends Kind>(
  gardenId: string,
  kind: K,
  options: Options<ThingOf<K>> = {},
): ThingEditing<ThingOf<K>> {
  const garden = useGarden(gardenId)
  const stored = usePlan(gardenId)
  const draft = useDraft<ThingOf<K>>(`${gardenId}.${options.name ?? kind}`)
  const { save, remove } = useWrites(gardenId)
  const changes = draft.thing ? (options.changes?.(draft.thing) ?? null) : null
  const whatIf = useWhatIf(gardenId, changes)
  const would = changes ? whatIf.plan : undefined
  const faults = draft.thing ? whatIf.faults : []
  const awaited = useIsMutating({ mutationKey: intoDraft(gardenId) }) > 0
  const begin = (thing: ThingOf<K>) => {
    save.reset()
    draft.begin(thing, revisionOf(garden, keyOf(thing)))
  }
  const drop = () => {
    save.reset()
    draft.drop()
  }
  return {
    thing: draft.thing,
    basedOn: draft.basedOn,
    plan: would ?? stored,
    before: would ? stored : null,
    faults: [...faults, ...faultsOf(save.error)],
    blocked: awaited || faults.length > 0,
    conflict: conflictOf(save.error),
    saving: save.isPending,
    allowed: keepsOf(garden.role, kind),
    begin,
    change: (thing) => {
      save.reset()
      draft.change(thing, revisionOf(garden, keyOf(thing)))
    },
    save: (thing, basedOn) =>
      save.mutate(
        { kind, thing: { ...thing }, basedOn },
        {
          onSuccess: () => {
            drop()
            options.onSaved?.(thing)
          },
        },
      ),
    cancel: () => {
      save.reset()
      draft.leave()
      options.onCancelled?.()
    },
    remove: (key) =>
      remove.mutate(
        { kind, key },
        {
          onSuccess: () => {
            drop()
            options.onRemoved?.()
          },
        },
      ),
    removing: remove.isPending,
    removeFaults: faultsOf(remove.error),
  }
}

function keyOf(thing: { id?: string } | { key?: string }): string {
  if ('id' in thing && thing.id) return thing.id
  return 'key' in thing ? (thing.key ?? '') : ''
}

/** Edits what a garden is besides its things. */
export function useSettingsEditing(
  gardenId: string,
  onSaved: () => void,
): Editing<Schemas['Settings']> {
  const garden = useGarden(gardenId)
  const draft = useDraft<Schemas['Settings']>(`${gardenId}.settings`)
  const { saveSettings } = useWrites(gardenId)
  const begin = (thing: Schemas['Settings']) => {
    saveSettings.reset()
    draft.begin(thing, garden.settings_revision)
  }
  return {
    thing: draft.thing,
    basedOn: draft.basedOn,
    faults: faultsOf(saveSettings.error),
    blocked: false,
    conflict: conflictOf(saveSettings.error),
    saving: saveSettings.isPending,
    allowed: keepsOf(garden.role, 'settings'),
    begin,
    change: (thing) => {
      saveSettings.reset()
      draft.change(thing, garden.settings_revision)
    },
    save: (settings, basedOn) =>
      saveSettings.mutate(
        { settings, basedOn },
        {
          onSuccess: () => {
            draft.drop()
            onSaved()
          },
        },
      ),
    cancel: () => {
      saveSettings.reset()
      draft.leave()
    },
  }
}
