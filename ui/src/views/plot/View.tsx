import { Button, Segmented } from 'antd'
import { useMemo, useState } from 'react'
import { useParams } from 'react-router'
import { useGarden, usePlan, useWrites, type Plan } from '../../api/gardens'
import { useWhatIf } from '../../api/whatIf'
import { PlotSheet } from '../../drawing/PlotSheet'
import { PlacePanel } from './PlacePanel'
import { LEGEND, newBed, newTub, sheetPlaces, type Place, type Question } from './state'
import './plot.css'

/** The garden drawn to scale and edited in place. */
export function View() {
  const { gardenId = '' } = useParams()
  const { file } = useGarden(gardenId)
  const kept = usePlan(gardenId)
  const { save } = useWrites(gardenId)
  const [question, setQuestion] = useState<Question>('feed')
  const [chosen, setChosen] = useState(() => firstPlace(kept))
  const [draft, setDraft] = useState<Place | null>(null)
  const whatIf = useWhatIf(gardenId, draft ? { places: [draft] } : null)
  const plan = (draft && whatIf.plan) || kept
  const places = useMemo(() => merged(file.garden.places, draft), [file.garden.places, draft])
  const drawn = useMemo(() => sheetPlaces(places, plan, question), [places, plan, question])
  const place = places.find((one) => one.id === chosen) ?? null

  const choose = (id: string | null) => {
    setChosen(id)
    if (draft && draft.id !== id) setDraft(null)
  }
  const add = (made: Place) => {
    setDraft(made)
    setChosen(made.id)
  }
  const move = (id: string, x_m: number, y_m: number) => {
    const found = places.find((one) => one.id === id)
    if (!found) return
    if (draft?.id === id) setDraft({ ...draft, x_m, y_m })
    else save.mutate({ kind: 'places', thing: { ...found, x_m, y_m } })
  }
  return (
    <div className="plot-view">
      <section className="stack">
        <div className="row plot-bar">
          <Segmented<Question>
            value={question}
            onChange={setQuestion}
            aria-label="Coloured by"
            options={[
              { value: 'feed', label: 'Next feed' },
              { value: 'test', label: 'Soil test' },
              { value: 'room', label: 'Room' },
            ]}
          />
          <span className="spacer" />
          <Button onClick={() => add(newBed(file.garden.places))}>Add a bed</Button>
          <Button onClick={() => add(newTub(file.garden.places))}>Add a tub</Button>
        </div>
        <PlotSheet places={drawn} chosen={chosen} onChoose={choose} onMove={move} />
        <span className="legend small">
          {Object.entries(LEGEND[question]).map(([tone, text]) => (
            <span key={tone} className={`legend-${tone}`}>
              {text}
            </span>
          ))}
        </span>
        {places.length === 0 && (
          <p className="soft">An empty sheet. Add a bed or a tub; it is drawn true to size.</p>
        )}
      </section>
      {place ? (
        <PlacePanel
          key={place.id}
          gardenId={gardenId}
          place={place}
          plan={plan}
          faults={draft ? whatIf.faults : []}
          dirty={draft !== null}
          onDraft={setDraft}
          onClose={() => choose(null)}
        />
      ) : (
        places.length > 0 && (
          <aside className="sheet soft plot-hint">
            Choose a place to see its size, what it holds and what grows in it. Drag it, or move it
            with the arrow keys.
          </aside>
        )
      )}
    </div>
  )
}

function merged(places: readonly Place[], draft: Place | null): Place[] {
  if (!draft) return [...places]
  const known = places.some((one) => one.id === draft.id)
  return known ? places.map((one) => (one.id === draft.id ? draft : one)) : [...places, draft]
}

/** What opens first: the place with something to do, or the first one. */
function firstPlace(plan: Plan): string | null {
  const due = plan.plantings.find((p) =>
    p.jobs.some((job) => job.status === 'planned' && job.due_on <= plan.as_of),
  )
  return due?.place ?? plan.places[0]?.id ?? null
}
