import { Button, Segmented } from 'antd'
import { useMemo, useState } from 'react'
import { useParams, useSearchParams } from 'react-router'
import { useEditing } from '../../api/editing'
import { useGarden, usePlan, useWrites, type Plan } from '../../api/gardens'
import { useMeasures } from '../../api/live'
import { PlotSheet } from '../../drawing/plot/PlotSheet'
import type { Shaping } from '../../drawing/plot/shapes'
import { t } from '../../lib/words'
import { useToast } from '../../parts/Toast'
import { FeaturePanel } from './FeaturePanel'
import { PlacePanel } from './PlacePanel'
import { SheetPanel } from './SheetPanel'
import {
  QUESTIONS,
  featureKind,
  legend,
  movedFeature,
  newBed,
  newFeature,
  newTub,
  questionName,
  reshaped,
  sheetFeatures,
  sheetPlaces,
  type Place,
  type Question,
} from './state'
import './plot.css'

/** The garden drawn to scale and edited in place. */
export function View() {
  const { gardenId = '' } = useParams()
  const { file } = useGarden(gardenId)
  const kept = usePlan(gardenId)
  const toast = useToast()
  const { save } = useWrites(gardenId)
  const [question, setQuestion] = useState<Question>('feed')
  const [query, setQuery] = useSearchParams()
  const setChosen = (id: string | null) => setQuery({ of: id ?? '' }, { replace: true })
  const close = () => setChosen(null)
  const draft = useEditing(gardenId, 'places', {
    changes: (thing) => ({ places: [thing] }),
    onRemoved: close,
  })
  const line = useEditing(gardenId, 'features', { onRemoved: close })
  const [shaping, setShaping] = useState<Place | null>(null)
  const live = useMeasures(gardenId, shaping ?? draft.thing)
  const { plan } = draft
  const first = useMemo(() => firstPlace(kept), [kept])
  const chosen = query.get('of') ?? draft.thing?.id ?? line.thing?.id ?? first
  const places = useMemo(
    () => withDraft(file.garden.places, draft.thing),
    [file.garden.places, draft.thing],
  )
  const features = useMemo(
    () => withDraft(file.garden.features ?? [], line.thing),
    [file.garden.features, line.thing],
  )
  const drawn = useMemo(
    () => sheetPlaces(places, plan, live, question),
    [places, plan, live, question],
  )
  const lines = useMemo(() => sheetFeatures(features), [features])
  const place = places.find((one) => one.id === chosen) ?? null
  const feature = features.find((one) => one.id === chosen) ?? null

  const choose = (id: string | null) => {
    setChosen(id)
    if (draft.thing && draft.thing.id !== id) draft.cancel()
    if (line.thing && line.thing.id !== id) line.cancel()
  }
  const change = (next: Place) => {
    if (draft.thing?.id === next.id) draft.change(next)
    else
      save.mutate({ kind: 'places', thing: next }, { onError: (e) => toast({ text: e.message }) })
  }
  const find = (id: string) => places.find((one) => one.id === id)
  const onShape = (by: Shaping) => {
    const found = find(by.id)
    setShaping(null)
    if (found) change(reshaped(found, by))
  }
  const moveFeature = (id: string, dx: number, dy: number) => {
    const found = features.find((one) => one.id === id)
    if (!found) return
    const moved = movedFeature(found, dx, dy)
    if (line.thing?.id === id) line.change(moved)
    else save.mutate({ kind: 'features', thing: moved })
  }
  const add = (made: Place) => {
    draft.begin(made)
    line.cancel()
    setChosen(made.id)
  }
  return (
    <div className="plot-view">
      <section className="stack">
        <h1 className="visually-hidden">{t('Plot')}</h1>
        <div className="row plot-bar">
          <Segmented<Question>
            value={question}
            onChange={setQuestion}
            aria-label={t('Coloured by')}
            options={QUESTIONS.map((value) => ({ value, label: questionName(value) }))}
          />
          <span className="spacer" />
          <Button onClick={() => add(newBed(file.garden.places))}>{t('Add a bed')}</Button>
          <Button onClick={() => add(newTub(file.garden.places))}>{t('Add a tub')}</Button>
          <Button
            onClick={() => {
              const made = newFeature(file.garden.places)
              draft.cancel()
              line.begin(made)
              setChosen(made.id)
            }}
          >
            {t('Add a path or wall')}
          </Button>
        </div>
        <PlotSheet
          places={drawn}
          features={lines}
          featureLabel={(one) => `${featureKind(one.kind)} ${one.name}`.trim()}
          north={file.garden.site.north_deg ?? 0}
          chosen={chosen}
          onChoose={choose}
          onMove={(id, x_m, y_m) => {
            const found = find(id)
            if (found) change({ ...found, x_m, y_m })
          }}
          onMoveFeature={moveFeature}
          onShape={onShape}
          onShaping={(by) => {
            const found = find(by.id)
            if (found) setShaping(reshaped(found, by))
          }}
        />
        <span className="legend small">
          {Object.entries(legend(question)).map(([tone, text]) => (
            <span key={tone} className={`legend-${tone}`}>
              {text}
            </span>
          ))}
        </span>
        {places.length === 0 && (
          <div className="empty-sheet stack">
            <p>
              {t(
                'An empty sheet. Add a bed or a tub; it is drawn true to size, and what it holds is worked out while you draw.',
              )}
            </p>
          </div>
        )}
      </section>
      {place && (
        <PlacePanel
          key={place.id}
          gardenId={gardenId}
          place={shaping ?? place}
          live={live}
          editing={draft}
          onClose={() => choose(null)}
        />
      )}
      {feature && (
        <FeaturePanel
          key={feature.id}
          gardenId={gardenId}
          feature={feature}
          editing={line}
          onClose={() => choose(null)}
        />
      )}
      {!place && !feature && <SheetPanel gardenId={gardenId} plan={plan} onChoose={choose} />}
    </div>
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
