import { keepPreviousData, queryOptions, useMutation, useQuery } from '@tanstack/react-query'
import { get, write, type Schemas } from './client'

type Product = Schemas['Product']
/** A label's text, the id of the product it becomes, and what was said of its P and K. */
export type LabelAsked = { text: string; id: string; elements: boolean | null }
type GivesAsked = Pick<Schemas['GivesAsked'], 'product' | 'place' | 'can'>

/** The list to take along is for so many days, until others are asked for. */
export const LIST_DAYS = 30

/** Questions to the shed; each begins with the garden's key, so that a write renews it. */
export const shedQueries = {
  gives: (id: string, asked: GivesAsked) =>
    queryOptions({
      queryKey: ['garden', id, 'gives', asked] as const,
      queryFn: ({ signal }) =>
        write<Schemas['Gives']>('POST', `/api/gardens/${id}/shed/gives`, asked, signal),
      retry: false,
      gcTime: 30_000,
    }),
  label: (id: string, asked: LabelAsked) =>
    queryOptions({
      queryKey: ['label', id, asked] as const,
      queryFn: ({ signal }) =>
        write<Schemas['LabelView']>('POST', `/api/gardens/${id}/labels/read`, asked, signal),
      retry: false,
      staleTime: Infinity,
      gcTime: 30_000,
    }),
  compare: (id: string, planting: string, products: readonly string[]) =>
    queryOptions({
      queryKey: ['garden', id, 'compare', planting, products] as const,
      queryFn: ({ signal }) =>
        write<Schemas['Comparison']>(
          'POST',
          `/api/gardens/${id}/shed/compare`,
          { planting, products },
          signal,
        ),
      retry: false,
    }),
  refused: (id: string) =>
    queryOptions({
      queryKey: ['garden', id, 'refused'] as const,
      queryFn: ({ signal }) =>
        get<Schemas['RefusedView']>(`/api/gardens/${id}/shed/refused`, signal),
    }),
  shopping: (id: string) =>
    queryOptions({
      queryKey: ['garden', id, 'shopping'] as const,
      queryFn: ({ signal }) => get<Schemas['Shopping']>(`/api/gardens/${id}/shed/shopping`, signal),
    }),
  list: (id: string, until: string) =>
    queryOptions({
      queryKey: ['garden', id, 'list', until] as const,
      queryFn: ({ signal }) =>
        get<Schemas['OneList']>(`/api/gardens/${id}/shed/list?until=${until}`, signal),
      placeholderData: keepPreviousData,
    }),
  cheapest: (id: string) =>
    queryOptions({
      queryKey: ['garden', id, 'cheapest'] as const,
      queryFn: ({ signal }) =>
        get<Schemas['CheapestView']>(`/api/gardens/${id}/shed/cheapest`, signal),
    }),
  substitutes: (id: string, product: string) =>
    queryOptions({
      queryKey: ['garden', id, 'substitutes', product] as const,
      queryFn: ({ signal }) =>
        get<Schemas['Substitutes']>(`/api/gardens/${id}/shed/substitutes/${product}`, signal),
    }),
}

/** What each scoop of a product gives; what was known stays while something is typed. */
export function useGives(id: string, asked: GivesAsked) {
  return useQuery({ ...shedQueries.gives(id, asked), placeholderData: keepPreviousData })
}

/** A general material as a product, to be kept and then measured. */
export function useMaterial(id: string) {
  return useMutation({
    mutationFn: (key: string) => get<Product>(`/api/gardens/${id}/shed/materials/${key}`),
  })
}

/** What was understood of a label's text; the last reading stays while more is typed. */
export function useLabel(id: string, asked: LabelAsked) {
  return useQuery({
    ...shedQueries.label(id, asked),
    enabled: asked.text.trim() !== '',
    placeholderData: keepPreviousData,
  })
}

/** Reads the label that is in a file. Nothing is stored. */
export function useReadLabelFile(id: string) {
  return useMutation({
    mutationFn: (label: { file: string; id: string; elements: boolean | null }) =>
      write<Schemas['LabelView']>('POST', `/api/gardens/${id}/labels/read`, label),
  })
}

/** Reads a file of products. Nothing is stored. */
export function useReadProducts(id: string) {
  return useMutation({
    mutationFn: (file: string) =>
      write<Schemas['ReadProductsView']>('POST', `/api/gardens/${id}/products-file/read`, { file }),
  })
}
