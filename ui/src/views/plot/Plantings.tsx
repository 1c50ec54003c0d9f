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
  const stands = (one: Schemas['PlantingPlan']) => standing.get(one.id) ?? one
  const planned = editing.plan.plantings.find((one) => one.id === draft?.id)
  return (
    <div className="stack">
      {here.map((one) => (
        <div key={one.id} className="planting stack">
          <div className="row">
            <CropSketch crop={one.crop} size={20} />
            <b>{plantingName(one)}</b>
            <span className="soft small">
              {plural(stands(one).plants, 'one plant', '{n} plants')},{' '}
              {words.terms[`stage.${one.stage_now}`] ??
                t('goes in on {day}', { day: showDate(one.planted_on, plan.as_of) })}
            </span>
          </div>
          {place.kind === 'bed' && (
            <p className="small soft">
              {t('{fits} fit here, {area} to each', {
                fits: stands(one).fits,
                area: showArea(stands(one).plant_area_m2),
              })}
            </p>
          )}
          <Findings of={one.findings} words={words} />
          <div className="row small">
            <Link to={`/g/${gardenId}/season?planting=${one.id}`}>{t('Its season')}</Link>
            <Begin of={one.id} editing={editing} garden={file.garden} today={plan.as_of} />
            <HistoryButton of={one.id} name={plantingName(one)} />
            <Button size="small" type="text" danger onClick={() => editing.remove(one.id)}>
              {t('Remove')}
            </Button>
          </div>
        </div>
      ))}
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

/** Changing a planting, or planting the same again. */
function Begin(props: {
  of: string
  editing: ThingEditing<Planting>
  garden: Schemas['Garden']
  today: string
}) {
  const { editing } = props
  const found = props.garden.plantings.find((one) => one.id === props.of)
  if (!found) return null
  return (
    <>
      <Button size="small" onClick={() => editing.begin(found)}>
        {t('Change')}
      </Button>
      <Button size="small" onClick={() => editing.begin(againOf(found, props.today))}>
        {t('The same again')}
      </Button>
    </>
  )
}
