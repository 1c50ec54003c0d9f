import { useState } from 'react'
import { useWrites } from '../../api/gardens'
import type { Place } from './state'

/** One thing of a place, picked and kept at once: it shows before the place is stored. */
export function usePicking<P extends Place>(gardenId: string) {
  const { save } = useWrites(gardenId)
  const [picked, setPicked] = useState<P>()
  return {
    /** The place as it was picked, until it is stored or refused. */
    picked,
    pick: (place: P) => {
      setPicked(place)
      save.mutate({ kind: 'places', thing: place }, { onSettled: () => setPicked(undefined) })
    },
    saving: save.isPending,
  }
}
