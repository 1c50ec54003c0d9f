import { queryOptions, useSuspenseQuery } from '@tanstack/react-query'
import { get, type Schemas } from './client'

const wordsQuery = queryOptions({
  queryKey: ['words'] as const,
  queryFn: ({ signal }) => get<Schemas['WordsView']>('/api/words', signal),
  staleTime: Infinity,
})

const catalogueQuery = queryOptions({
  queryKey: ['catalogue'] as const,
  queryFn: ({ signal }) => get<Schemas['CatalogueView']>('/api/catalogue', signal),
  staleTime: Infinity,
})

/** Words that a beginner asks about; read when somebody asks. */
export const glossaryQuery = queryOptions({
  queryKey: ['glossary'] as const,
  queryFn: ({ signal }) => get<Schemas['Meaning'][]>('/api/glossary', signal),
  staleTime: Infinity,
})

/** Crops, stages, materials, programmes and climates. */
export function useCatalogue(): Schemas['CatalogueView'] {
  return useSuspenseQuery(catalogueQuery).data
}

/** The sentences for the plan's keys. */
export function useWords(): Schemas['WordsView'] {
  return useSuspenseQuery(wordsQuery).data
}
