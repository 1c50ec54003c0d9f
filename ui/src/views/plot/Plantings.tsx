import { Button } from 'antd'
import { useEffect, useEffectEvent } from 'react'
import { Link } from 'react-router'
import type { Schemas } from '../../api/client'
import { useEditing, type ThingEditing } from '../../api/editing'
import { useGarden } from '../../api/gardens'
import { useCatalogue, useWords } from '../../api/reference'
import { CropSketch } from '../../drawing/CropSketch'
import { showDate } from '../../lib/dates'
import { showArea } from '../../lib/numbers'
import { plural, t } from '../../lib/words'
import { Refused } from '../../parts/Field'
import { Findings } from '../../parts/Findings'
import { IntoSight } from '../../parts/IntoSight'
import { HistoryButton } from '../../parts/History'
import { SaveBar } from '../../parts/SaveBar'
import { plantingName } from '../../parts/names'
import { PlantingForm } from './PlantingForm'
import { againOf, newPlanting, type Place } from './state'

type Planting = Schemas['Planting']
type Planned = Schemas['PlantingPlan']

/** What grows in a place, and something new. */
export function Plantings(props: {
  gardenId: string
  place: Place
  plan: Schemas['SeasonPlan']
  live: Schemas['PlaceMeasures'] | null
  /** A crop that was brought here by hand, to be planted. */
  brought: string | null
  onBrought: () => void
}) {
  const { gardenId, place, plan, brought, onBrought } = props
  const { file } = useGarden(gardenId)
  const { crops, stages } = useCatalogue()
  const words = useWords()
  const editing = useEditing(gardenId, 'plantings', {
    name: `planting.${place.id}`,
    changes: (thing) => ({ plantings: [thing] }),
  })
  const begin = (crop: string) =>
    editing.begin(newPlanting(place.id, crop, stages[crop], plan.as_of))
  const put = useEffectEvent((crop: string) => {
    begin(crop)
    onBrought()
  })
  useEffect(() => {
    if (brought) put(brought)
  }, [brought])
  const draft = editing.thing
  const here = plan.plantings.filter((one) => one.place === place.id)
  const standing = new Map(props.live?.standing.map((one) => [one.planting, one]))
  const planned = editing.plan.plantings.find((one) => one.id === draft?.id)
  return (
    <div className="stack">
      {here
        .filter((one) => !one.over)
        .map((one) => (
          <Growing
            key={one.id}
            measured={standing.get(one.id) ?? one}
            inBed={place.kind === 'bed'}
            {...{ gardenId, one, editing, today: plan.as_of }}
          />
        ))}
      <Earlier
        earlier={here.filter((one) => one.over)}
        {...{ gardenId, editing, today: plan.as_of }}
      />
      <Refused faults={editing.removeFaults} />
      {draft ? (
        <IntoSight key={draft.id} className="stack planting-form">
          <PlantingForm
            today={plan.as_of}
            draft={draft}
            garden={file.garden}
            inTub={place.kind === 'tub'}
            faults={editing.faults}
            onChange={editing.change}
          />
          {planned && <Follows planned={planned} inTub={place.kind === 'tub'} />}
          {planned && <Findings of={planned.findings} words={words} />}
          <SaveBar editing={editing} terms={words.terms} />
        </IntoSight>
      ) : (
        <div>
          <Button type={here.length ? 'default' : 'primary'} onClick={() => begin(crops[0].key)}>
            {t('Plant something here')}
          </Button>
        </div>
      )}
    </div>
  )
}

/** A planting of this season, as it is measured while its place is drawn. */
function Growing(props: {
  gardenId: string
  one: Planned
  measured: Pick<Planned, 'plants' | 'fits' | 'plant_area_m2'>
  inBed: boolean
  editing: ThingEditing<Planting>
  today: string
}) {
  const { one, measured, today } = props
  const words = useWords()
  return (
    <div className="planting stack">
      <div className="row">
        <CropSketch crop={one.crop} size={20} />
        <b>{plantingName(one)}</b>
        <span className="soft small">
          {plural(measured.plants, 'one plant', '{n} plants')},{' '}
          {words.terms[`stage.${one.stage_now}`] ??
            t('goes in on {day}', { day: showDate(one.planted_on, today) })}
        </span>
      </div>
      {props.inBed && (
        <p className="small soft">
          {t('{fits} fit here, {area} to each', {
            fits: measured.fits,
            area: showArea(measured.plant_area_m2),
          })}
        </p>
      )}
      <Findings of={one.findings} words={words} />
      <div className="row small">
        <Link to={`/g/${props.gardenId}/season?planting=${one.id}`}>{t('Its season')}</Link>
        <Ways gardenId={props.gardenId} of={one} editing={props.editing} today={today} />
      </div>
    </div>
  )
}

/** What stood here in earlier years, folded away. */
function Earlier(props: {
  gardenId: string
  earlier: readonly Planned[]
  editing: ThingEditing<Planting>
  today: string
}) {
  if (props.earlier.length === 0) return null
  return (
    <details>
      <summary>
        {plural(
          props.earlier.length,
          'One planting of earlier years',
          '{n} plantings of earlier years',
        )}
      </summary>
      {props.earlier.map((one) => (
        <div key={one.id} className="planting row small">
          <b>{plantingName(one)}</b>
          <span className="soft">{showDate(one.planted_on, props.today)}</span>
          <Ways gardenId={props.gardenId} of={one} editing={props.editing} today={props.today} />
        </div>
      ))}
    </details>
  )
}

/** What the core says of the planting as it is being typed. */
function Follows({ planned, inTub }: { planned: Schemas['PlantingPlan']; inTub: boolean }) {
  const first = planned.jobs.find((job) => job.status === 'planned')
  return (
    <p className="small follows">
      <b>{plural(planned.plants, 'One plant', '{n} plants')}</b>
      {!inTub &&
        ` ${t('of the {fits} that fit, fed on {area}', { fits: planned.fits, area: showArea(planned.area_m2) })}`}
      .
      {planned.harvest_from &&
        ` ${t('First picking about {day}.', { day: showDate(planned.harvest_from) })}`}
      {first && ` ${t('First feed on {day}.', { day: showDate(first.due_on) })}`}
    </p>
  )
}

/** Changing a planting, planting the same again, or removing it; and what was changed of it. */
function Ways(props: {
  gardenId: string
  of: Planned
  editing: ThingEditing<Planting>
  today: string
}) {
  const { of, editing } = props
  const { file } = useGarden(props.gardenId)
  const found = file.garden.plantings.find((one) => one.id === of.id)
  return (
    <>
      {found && (
        <>
          <Button size="small" onClick={() => editing.begin(found)}>
            {t('Change')}
          </Button>
          <Button size="small" onClick={() => editing.begin(againOf(found, props.today))}>
            {t('The same again')}
          </Button>
        </>
      )}
      <HistoryButton of={of.id} name={plantingName(of)} />
      {editing.allowed && (
        <Button size="small" type="text" danger onClick={() => editing.remove(of.id)}>
          {t('Remove')}
        </Button>
      )}
    </>
  )
}
