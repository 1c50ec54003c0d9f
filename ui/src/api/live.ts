import { keepPreviousData, useQuery } from '@tanstack/react-query'
import { useEffect, useRef, useState } from 'react'
import type { Schemas } from './client'
import { gardenQueries } from './gardens'

const EVERY_MS = 60

type Place = Schemas['Bed'] | Schemas['Tub']

/** What a place measures while it changes under a hand: asked often, but not at every movement. */
export function useMeasures(
  gardenId: string,
  place: Place | null,
): Schemas['PlaceMeasures'] | null {
  const [asked, setAsked] = useState(place)
  const latest = useRef(place)
  const timer = useRef<ReturnType<typeof setTimeout> | null>(null)
  useEffect(() => {
    latest.current = place
    if (timer.current) return
    timer.current = setTimeout(() => {
      timer.current = null
      setAsked(latest.current)
    }, EVERY_MS)
  }, [place])
  const found = useQuery({
    ...gardenQueries.measures(gardenId, asked as Place),
    enabled: asked !== null,
    placeholderData: keepPreviousData,
  })
  return asked === null || place === null ? null : (found.data ?? null)
}
