import { Button } from 'antd'
import { useState } from 'react'
import { Link } from 'react-router'
import { faultsOf, type Schemas } from '../../api/client'
import { useGarden, useWrites } from '../../api/gardens'
import { useCatalogue, useWords } from '../../api/reference'
import { useWhatIf } from '../../api/whatIf'
import { showDate } from '../../lib/dates'
import { showNumber } from '../../lib/numbers'
import { Refused, faultsOfWhole } from '../../parts/Field'
import { Findings } from '../../parts/Findings'
import { plantingName } from '../../parts/names'
import { PlantingForm } from './PlantingForm'
import { newPlanting, type Place } from './state'

type Planting = Schemas['Planting']

/** What grows in a place, and something new. */
export function Plantings(props: { gardenId: string; place: Place; plan: Schemas['SeasonPlan'] }) {
  const { gardenId, place, plan } = props
  const { file } = useGarden(gardenId)
  const { crops } = useCatalogue()
  const words = useWords()
  const { save, remove } = useWrites(gardenId)
  const [draft, setDraft] = useState<Planting | null>(null)
  const whatIf = useWhatIf(gardenId, draft ? { plantings: [draft] } : null)
  const here = plan.plantings.filter((one) => one.place === place.id)
  const refused = faultsOf(save.error)
  const planned = whatIf.plan?.plantings.find((one) => one.id === draft?.id)
  return (
    <div className="stack">
      {here.map((one) => (
        <div key={one.id} className="planting stack">
          <div className="row">
            <b>{plantingName(one)}</b>
            <span className="soft small">
              {one.plants} plants, {words.terms[`stage.${one.stage_now}`] ?? 'not yet'}
            </span>
          </div>
          <Findings of={one.findings} words={words} />
          <div className="row small">
            <Link to={`/g/${gardenId}/season?planting=${one.id}`}>Its season</Link>
            <Button
              size="small"
              onClick={() => setDraft(file.garden.plantings.find((p) => p.id === one.id) ?? null)}
            >
              Change
            </Button>
            <Button
              size="small"
              type="text"
              danger
              onClick={() => remove.mutate({ kind: 'plantings', key: one.id })}
            >
              Remove
            </Button>
          </div>
        </div>
      ))}
      <Refused faults={faultsOf(remove.error)} />
      {draft ? (
        <div className="stack planting-form">
          <PlantingForm
            draft={draft}
            garden={file.garden}
            inTub={place.kind === 'tub'}
            faults={[...whatIf.faults, ...refused]}
            onChange={setDraft}
          />
          {planned && <Follows planned={planned} inTub={place.kind === 'tub'} />}
          {planned && <Findings of={planned.findings} words={words} />}
          <div className="row">
            <Button
              type="primary"
              loading={save.isPending}
              disabled={whatIf.faults.length > 0}
              onClick={() =>
                save.mutate(
                  { kind: 'plantings', thing: draft },
                  { onSuccess: () => setDraft(null) },
                )
              }
            >
              Plant it
            </Button>
            <Button onClick={() => setDraft(null)}>Leave it</Button>
            <Refused faults={faultsOfWhole(refused)} />
          </div>
        </div>
      ) : (
        <div>
          <Button
            type={here.length ? 'default' : 'primary'}
            onClick={() => setDraft(newPlanting(place.id, crops[0].key, plan.as_of))}
          >
            Plant something here
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
      <b>{planned.plants} plants</b>
      {!inTub && ` of the ${planned.fits} that fit, fed on ${showNumber(planned.area_m2)} m²`}.
      {planned.harvest_from && ` First picking about ${showDate(planned.harvest_from)}.`}
      {first && ` First feed on ${showDate(first.due_on)}.`}
    </p>
  )
}
