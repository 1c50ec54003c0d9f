import { useMutation } from '@tanstack/react-query'
import { write, type Schemas } from './client'

/** Keeps a photo; a product or a note names it by its id. */
export function useKeepPhoto(id: string) {
  return useMutation({
    mutationFn: (file: string) =>
      write<Schemas['PhotoKept']>('POST', `/api/gardens/${id}/photos`, { file }),
  })
}

/** Where a kept photo is shown from. */
export const photoAt = (gardenId: string, photo: string) =>
  `/api/gardens/${gardenId}/photos/${photo}.jpg`
