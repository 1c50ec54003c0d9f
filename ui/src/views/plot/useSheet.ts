import { useMemo, useState } from 'react'
import { useEditing } from '../../api/editing'
import { useGarden, usePlan, useWrites, type Plan } from '../../api/gardens'
import { MEASURED_EVERY_MS, useMeasures } from '../../api/live'
import type { Shaping } from '../../drawing/plot/shapes'
import { useAddress } from '../../lib/useAddress'
import { usePaced } from '../../lib/usePaced'
import { useToast } from '../../lib/useToast'
import {
  movedFeature,
  reshaped,
  sheetPlaces,
  withLive,
  type Feature,
  type Place,
  type Question,
  type Trial,
} from './state'

/** What is drawn, what of it is chosen and being typed, and what a hand on the sheet does to it. */
export function useSheet(gardenId: string) {
  const { garden } = useGarden(gardenId).file
  const kept = usePlan(gardenId)
  const toast = useToast()
  const { save } = useWrites(gardenId)
  const [address, go] = useAddress()
  const [shaping, setShaping] = useState<Place | null>(null)
  const shown = usePaced<Place>(setShaping, MEASURED_EVERY_MS)
  const onRemoved = () => go({ of: '' })
  const ofPlace = useEditing(gardenId, 'places', {
    changes: (thing) => ({ places: [thing] }),
    onRemoved,
  })
  const ofFeature = useEditing(gardenId, 'features', { onRemoved })
  const live = useMeasures(gardenId, shaping ?? ofPlace.thing)
  const places = useMemo(
    () => withDraft(garden.places, ofPlace.thing),
    [garden.places, ofPlace.thing],
  )
  const features = useMemo(
    () => withDraft(garden.features ?? [], ofFeature.thing),
    [garden.features, ofFeature.thing],
  )
  const first = useMemo(() => firstPlace(kept), [kept])
  const chosen = address.get('of') ?? ofPlace.thing?.id ?? ofFeature.thing?.id ?? first
  const place = places.find((one) => one.id === chosen) ?? null
  const found = (id: string) => places.find((one) => one.id === id)
  const change = (next: Place) => {
    if (ofPlace.thing?.id === next.id) ofPlace.change(next)
    else
      save.mutate({ kind: 'places', thing: next }, { onError: (e) => toast({ text: e.message }) })
  }
  // Before the address changes: what is brought back comes back where it was.
  const leave = (id: string | null) => {
    if (ofPlace.thing && ofPlace.thing.id !== id) ofPlace.cancel()
    if (ofFeature.thing && ofFeature.thing.id !== id) ofFeature.cancel()
  }
  return {
    places,
    features,
    chosen,
    /** As it is drawn just now, while a grip of it is dragged. */
    place: place && (shaping ?? place),
    feature: features.find((one) => one.id === chosen) ?? null,
    ofPlace,
    ofFeature,
    live,
    choose: (id: string | null) => {
      leave(id)
      go({ of: id ?? '' })
    },
    addPlace: (made: Place) => {
      leave(made.id)
      ofPlace.begin(made)
      go({ of: made.id })
    },
    addFeature: (made: Feature) => {
      leave(made.id)
      ofFeature.begin(made)
      go({ of: made.id })
    },
    move: (id: string, x_m: number, y_m: number) => {
      const of = found(id)
      if (of) change({ ...of, x_m, y_m })
    },
    moveFeature: (id: string, dx: number, dy: number) => {
      const of = features.find((one) => one.id === id)
      if (!of) return
      const moved = movedFeature(of, dx, dy)
      if (ofFeature.thing?.id === id) ofFeature.change(moved)
      else save.mutate({ kind: 'features', thing: moved })
    },
    shape: (by: Shaping) => {
      const of = found(by.id)
      shown.stop()
      setShaping(null)
      if (of) change(reshaped(of, by))
    },
    shaping: (by: Shaping) => {
      const of = found(by.id)
      if (of) shown.tell(reshaped(of, by))
    },
  }
}

/** Places as the sheet draws them; while one is under a hand, the others stay what they are. */
export function useDrawn(
  { places, live, ofPlace: { plan } }: ReturnType<typeof useSheet>,
  question: Question,
  trials: readonly Trial[],
) {
  const still = useMemo(
    () => sheetPlaces(places, plan, null, question, trials),
    [places, plan, question, trials],
  )
  return useMemo(
    () => (live ? withLive(still, places, plan, live, question, trials) : still),
    [still, places, plan, live, question, trials],
  )
}

function withDraft<T extends { id: string }>(things: readonly T[], draft: T | null): T[] {
  if (!draft) return [...things]
  const known = things.some((one) => one.id === draft.id)
  return known ? things.map((one) => (one.id === draft.id ? draft : one)) : [...things, draft]
}

/** What opens first: the place with something to do, or the first one. */
function firstPlace(plan: Plan): string | null {
  const due = plan.plantings.find((p) =>
    p.jobs.some((job) => job.status === 'planned' && job.due_on <= plan.as_of),
  )
  return due?.place ?? plan.places[0]?.id ?? null
}
