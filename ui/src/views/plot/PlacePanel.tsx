import { Button } from 'antd'
import { faultsOf, type Schemas } from '../../api/client'
import { useGarden, useWrites } from '../../api/gardens'
import { useWords } from '../../api/reference'
import { showLitres, showMass, showNumber } from '../../lib/numbers'
import { TextField, faultsAt, type FaultAt, Refused, faultsOfWhole } from '../../parts/Field'
import { Findings } from '../../parts/Findings'
import { Why } from '../../parts/Why'
import { BedFields, TubFields, WarmField } from './PlaceFields'
import { Plantings } from './Plantings'
import type { Place } from './state'

/** One place: its measures, what follows from them, and what grows in it. */
export function PlacePanel(props: {
  gardenId: string
  place: Place
  plan: Schemas['SeasonPlan']
  faults: FaultAt[]
  dirty: boolean
  onDraft: (place: Place | null) => void
  onClose: () => void
}) {
  const { place, plan, gardenId, onDraft } = props
  const { file } = useGarden(gardenId)
  const words = useWords()
  const { save, remove } = useWrites(gardenId)
  const stored = file.garden.places.some((one) => one.id === place.id)
  const facts = plan.places.find((one) => one.id === place.id)
  const refused = faultsOf(save.error)
  const faults = [...props.faults, ...refused]
  const findings = plan.findings.filter((finding) => finding.about === place.id)
  const keep = () =>
    save.mutate({ kind: 'places', thing: place }, { onSuccess: () => onDraft(null) })
  return (
    <aside className="sheet stack place-panel" aria-label={place.name}>
      <div className="row">
        <h2>{place.name}</h2>
        <span className="spacer" />
        <Button type="text" size="small" onClick={props.onClose}>
          Close
        </Button>
      </div>
      {facts && <Facts facts={facts} />}
      <Findings of={findings} words={words} />
      {stored && <Plantings gardenId={gardenId} place={place} plan={plan} />}
      <details open={!stored || props.dirty}>
        <summary>Measures</summary>
        <div className="fields">
          <TextField
            label="Name"
            value={place.name}
            faults={faultsAt(faults, 'name')}
            onChange={(name) => onDraft({ ...place, name })}
          />
          {place.kind === 'bed' ? (
            <BedFields bed={place} faults={faults} onChange={onDraft} />
          ) : (
            <TubFields
              tub={place}
              faults={faults}
              products={file.garden.products}
              onChange={onDraft}
            />
          )}
          <WarmField place={place} faults={faults} onChange={onDraft} />
        </div>
      </details>
      <div className="row">
        {props.dirty && (
          <>
            <Button
              type="primary"
              loading={save.isPending}
              disabled={props.faults.length > 0}
              onClick={keep}
            >
              {stored ? 'Keep these measures' : 'Add it to the garden'}
            </Button>
            <Button
              onClick={() => {
                onDraft(null)
                if (!stored) props.onClose()
              }}
            >
              {stored ? 'As before' : 'Leave it'}
            </Button>
          </>
        )}
        <Refused faults={faultsOfWhole(refused)} />
        {stored && !props.dirty && (
          <Button
            type="text"
            danger
            size="small"
            loading={remove.isPending}
            onClick={() =>
              remove.mutate({ kind: 'places', key: place.id }, { onSuccess: props.onClose })
            }
          >
            Remove this place
          </Button>
        )}
        <Refused faults={faultsOf(remove.error)} />
      </div>
    </aside>
  )
}

function Facts({ facts }: { facts: Schemas['PlacePlan'] }) {
  if (facts.tubs > 0) {
    return (
      <div className="stack small">
        <p>
          {facts.tubs === 1 ? 'It holds' : `Each of the ${facts.tubs} holds`}{' '}
          <Why of={`volume/${facts.id}`}>{showLitres(facts.filled_l)}</Why> of mix, filled to nine
          tenths.
        </p>
        <p>
          To fill {facts.tubs === 1 ? 'it' : 'them'}: {showLitres(facts.mix_l)} of loose mix
          {facts.mix.length > 0 && ': '}
          {facts.mix.map((one, n) => (
            <span key={one.name}>
              {n > 0 && ' + '}
              <Why of={`mix/${facts.id}/${n}`}>{showLitres(one.litres)}</Why> {one.name}
            </span>
          ))}
          .
        </p>
      </div>
    )
  }
  return (
    <div className="stack small">
      <p>
        <Why of={`area/${facts.id}`}>{showNumber(facts.area_m2)} m²</Why>, with{' '}
        <Why of={`soil/${facts.id}`} assumed={facts.density_origin === 'assumed'}>
          {showNumber(facts.soil_kg_m2)} kg
        </Why>{' '}
        of soil under each square metre.
      </p>
      <p>
        A layer of 2.5 cm over it takes{' '}
        <Why of={`layer/${facts.id}`}>{showLitres(facts.layer_l)}</Why>.
      </p>
      {facts.gauges.map((gauge) => (
        <span key={gauge.analyte}>
          {gauge.analyte}: the test found{' '}
          <Why of={`stock/${facts.id}/${gauge.analyte}`}>
            {showMass(gauge.g_m2 * facts.area_m2)}
          </Why>{' '}
          in it.
        </span>
      ))}
    </div>
  )
}
