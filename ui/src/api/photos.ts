import { useMutation } from '@tanstack/react-query'
import { keeps } from '../lib/kept'
import { base64, smallPhoto } from '../lib/files'
import { write, type Schemas } from './client'
import { intoDraft } from './editing'

/** Keeps a photo; a product or a note names it by its id. */
export function useKeepPhoto(id: string) {
  return useMutation({
    mutationKey: intoDraft(id),
    mutationFn: async (taken: File) => {
      const file = await base64(await smallPhoto(taken))
      return write<Schemas['PhotoKept']>('POST', `/api/gardens/${id}/photos`, { file })
    },
  })
}

/** Where a kept photo is shown from; the browser is told where it may not keep it. */
export const photoAt = (gardenId: string, photo: string) =>
  `/api/gardens/${gardenId}/photos/${photo}.jpg${keeps(gardenId) ? '' : '?keep=no'}`
