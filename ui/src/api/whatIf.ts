import { keepPreviousData, useQuery } from '@tanstack/react-query'
import { ProblemError, type Fault } from './client'
import { gardenQueries, type Changes, type Plan } from './gardens'
import { useDebounced } from './debounced'

const PAUSE_MS = 150

export interface WhatIf {
  /** The plan as it would be; undefined before the first answer. */
  plan: Plan | undefined
  /** What is wrong with what was typed. */
  faults: Fault[]
}

/** The plan as it would be with what is being typed. Nothing is stored. */
export function useWhatIf(id: string, changes: Changes | null): WhatIf {
  const typed = useDebounced(changes, PAUSE_MS)
  const query = useQuery({
    ...gardenQueries.whatIf(id, typed ?? {}),
    enabled: typed !== null,
    placeholderData: keepPreviousData,
  })
  const faults = query.error instanceof ProblemError ? query.error.faults : []
  return {
    plan: typed === null ? undefined : query.data,
    faults: faults.map((f) => ({ ...f, field: f.field.replace(/^[a-z]+\.0\./, '') })),
  }
}
