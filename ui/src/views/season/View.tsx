import { useLayoutEffect, useMemo, useRef, useState } from 'react'
import { Link, useParams, useSearchParams } from 'react-router'
import { useGarden, usePlan } from '../../api/gardens'
import { useWords } from '../../api/reference'
import { SeasonStrip } from '../../drawing/SeasonStrip'
import { useWhatIf } from '../../api/whatIf'
import { t } from '../../lib/words'
import { useDraft } from '../../parts/draft'
import { namesOf } from '../../parts/names'
import { Search, found } from '../../parts/Search'
import { Detail } from './Detail'
import { lanes, type RecordedPlanting as Planting } from './state'
import './season.css'

/** One lane a planting over the season; below, the chosen planting's need against its supply. */
export function View() {
  const { gardenId = '' } = useParams()
  const [query, setQuery] = useSearchParams()
  const { file } = useGarden(gardenId)
  const kept = usePlan(gardenId)
  const words = useWords()
  const [looked, setLooked] = useState('')
  const tried = useDraft<Planting>(`${gardenId}.season`)
  const whatIf = useWhatIf(gardenId, tried.thing ? { plantings: [tried.thing] } : null)
  const plan = (tried.thing && whatIf.plan) || kept
  const [box, width] = useWidth()
  const drawn = useMemo(() => {
    const names = namesOf(file.garden)
    return lanes(
      plan,
      plan === kept ? null : kept,
      (id) => names.places.get(id) ?? '',
      (key) => words.terms[key] ?? key,
    )
  }, [plan, kept, file.garden, words])
  const shown = found(drawn, looked, (lane) => `${lane.title} ${lane.subtitle}`)
  const chosen = query.get('planting') ?? drawn[0]?.id ?? null
  const planting = plan.plantings.find((one) => one.id === chosen)
  if (drawn.length === 0) {
    return (
      <section className="stack">
        <h1>{t('No season yet')}</h1>
        <p>
          {t('Each planting gets a lane here: its stages, its feeds, and need against supply.')}
        </p>
        <p>
          <Link to={`/g/${gardenId}/plot`}>{t('Plant something on the Plot')}</Link>
        </p>
      </section>
    )
  }
  return (
    <div className="stack season-view">
      <h1 className="visually-hidden">{t('Season')}</h1>
      <Search of={drawn.length} value={looked} onChange={setLooked} label={t('Find a planting')} />
      <div ref={box} className="strip-box">
        <SeasonStrip
          lanes={shown.length ? shown : drawn}
          today={plan.as_of}
          width={width}
          chosen={chosen}
          onChoose={(id) => {
            if (tried.thing && tried.thing.id !== id) tried.drop()
            setQuery({ planting: id }, { replace: true })
          }}
        />
      </div>
      {planting && (
        <Detail
          key={planting.id}
          gardenId={gardenId}
          planting={planting}
          was={plan === kept ? null : (kept.plantings.find((p) => p.id === planting.id) ?? null)}
          tried={tried}
          faults={tried.thing ? whatIf.faults : []}
        />
      )}
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
