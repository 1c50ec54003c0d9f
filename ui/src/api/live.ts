import { keepPreviousData, useQuery } from '@tanstack/react-query'
import { useEffect, useState } from 'react'
import { usePaced } from '../lib/usePaced'
import type { Schemas } from './client'
import { gardenQueries } from './gardens'

export const MEASURED_EVERY_MS = 60

type Place = Schemas['Bed'] | Schemas['Tub']

/** What a place measures while it changes under a hand: asked often, but not at every movement. */
export function useMeasures(
  gardenId: string,
  place: Place | null,
): Schemas['PlaceMeasures'] | null {
  const [asked, setAsked] = useState(place)
  const paced = usePaced(setAsked, MEASURED_EVERY_MS)
  useEffect(() => paced.tell(place), [paced, place])
  const found = useQuery({
    ...gardenQueries.measures(gardenId, asked as Place),
    enabled: asked !== null,
    placeholderData: keepPreviousData,
  })
  return asked === null || place === null ? null : (found.data ?? null)
}
