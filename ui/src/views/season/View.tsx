import { useLayoutEffect, useMemo, useRef, useState } from 'react'
import { Link, useParams, useSearchParams } from 'react-router'
import { useGarden, usePlan } from '../../api/gardens'
import { useWords } from '../../api/reference'
import { SeasonStrip } from '../../drawing/SeasonStrip'
import { namesOf } from '../../parts/names'
import { Detail } from './Detail'
import { lanes } from './state'
import './season.css'

/** One lane a planting over the season; below, the chosen planting's need against its supply. */
export function View() {
  const { gardenId = '' } = useParams()
  const [query, setQuery] = useSearchParams()
  const { file } = useGarden(gardenId)
  const plan = usePlan(gardenId)
  const words = useWords()
  const [box, width] = useWidth()
  const drawn = useMemo(() => {
    const names = namesOf(file.garden)
    return lanes(
      plan,
      (id) => names.places.get(id) ?? '',
      (key) => words.terms[key] ?? key,
    )
  }, [plan, file.garden, words])
  const chosen = query.get('planting') ?? drawn[0]?.id ?? null
  const planting = plan.plantings.find((one) => one.id === chosen)
  if (drawn.length === 0) {
    return (
      <section className="stack">
        <h1>No season yet</h1>
        <p>
          <Link to={`/g/${gardenId}/plot`}>Plant something on the Plot</Link>, and its season is
          drawn here.
        </p>
      </section>
    )
  }
  return (
    <div className="stack season-view">
      <div ref={box} className="strip-box">
        <SeasonStrip
          lanes={drawn}
          today={plan.as_of}
          width={width}
          chosen={chosen}
          onChoose={(id) => setQuery({ planting: id }, { replace: true })}
        />
      </div>
      {planting && <Detail key={planting.id} gardenId={gardenId} planting={planting} />}
    </div>
  )
}

/** The width that a box has, followed as it changes. */
function useWidth() {
  const box = useRef<HTMLDivElement>(null)
  const [width, setWidth] = useState(900)
  useLayoutEffect(() => {
    if (!box.current) return
    const watch = new ResizeObserver(([entry]) => setWidth(Math.floor(entry.contentRect.width)))
    watch.observe(box.current)
    return () => watch.disconnect()
  }, [])
  return [box, width] as const
}
