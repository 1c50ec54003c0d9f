import { Button } from 'antd'
import { useState } from 'react'
import { faultsOf, type Schemas } from '../../api/client'
import { useGarden, usePlan, useWrites } from '../../api/gardens'
import { useCatalogue, useWords } from '../../api/reference'
import { NutrientMark } from '../../drawing/NutrientMark'
import { Tide } from '../../drawing/Tide'
import { showDate } from '../../lib/dates'
import { newId } from '../../lib/ids'
import { showMass } from '../../lib/numbers'
import { ChoiceField, DateField, Refused } from '../../parts/Field'
import { Findings } from '../../parts/Findings'
import { plantingName, programmesOf } from '../../parts/names'
import { Why } from '../../parts/Why'
import type { Nutrient } from '../../theme/nutrients'

type Planting = Schemas['PlantingPlan']

/** A planting's season: need against supply, its programme, and the stage it is in. */
export function Detail({ gardenId, planting }: { gardenId: string; planting: Planting }) {
  const words = useWords()
  const plan = usePlan(gardenId)
  return (
    <section className="season-detail" aria-label={plantingName(planting)}>
      <div className="tides">
        {planting.tides.map((tide) => {
          const need = planting.needs.find((one) => one.nutrient === tide.nutrient)
          const name = words.terms[`nutrient.${tide.nutrient}`]
          return (
            <figure key={tide.nutrient} className="sheet">
              <figcaption>
                <NutrientMark nutrient={tide.nutrient as Nutrient} /> <b>{name}</b>
                {need && (
                  <span className="small">
                    {' '}
                    to give{' '}
                    <Why of={`need/${planting.id}/${tide.nutrient}`} assumed={need.assumed}>
                      {showMass(need.total_g)}
                    </Why>
                    <span className="soft"> · comes in {showMass(need.supplied_g)}</span>
                  </span>
                )}
              </figcaption>
              <Tide
                nutrient={tide.nutrient as Nutrient}
                days={tide.days}
                need={tide.need_g}
                supply={tide.supply_g}
                today={plan.as_of}
                title={`${name}: need and supply added up over the season, in grams`}
              />
            </figure>
          )
        })}
      </div>
      <aside className="stack">
        <h2>{plantingName(planting)}</h2>
        <p className="small">
          <b className="line need-line">need</b> <b className="line supply-line">supply</b>{' '}
          <span className="soft">
            solid until today, dashed as planned; from {showDate(planting.stop_on)} on nothing is
            fed.
          </span>
        </p>
        <Findings of={planting.findings} words={words} />
        <Buy planting={planting} />
        <Programme gardenId={gardenId} planting={planting} />
        <Seen gardenId={gardenId} planting={planting} />
      </aside>
    </section>
  )
}

function Buy({ planting }: { planting: Planting }) {
  if (planting.to_buy.length === 0) return null
  return (
    <div className="small">
      <b>The shed stays short of</b>
      <ul className="buy">
        {planting.to_buy.map((buy) => (
          <li key={buy.nutrient}>
            <NutrientMark nutrient={buy.nutrient as Nutrient} size={12} /> {showMass(buy.short_g)}{' '}
            {buy.nutrient}: {showMass(buy.grams)} of {buy.material_name} would fill it
          </li>
        ))}
      </ul>
    </div>
  )
}

function Programme({ gardenId, planting }: { gardenId: string; planting: Planting }) {
  const { file } = useGarden(gardenId)
  const catalogue = useCatalogue()
  const { save } = useWrites(gardenId)
  const programmes = programmesOf(file.garden, catalogue)
  const known = programmes.find((one) => one.key === planting.programme)
  const stored = file.garden.plantings.find((one) => one.id === planting.id)
  return (
    <div className="stack">
      <ChoiceField
        label="Programme"
        value={planting.programme}
        options={programmes.map((one) => ({ value: one.key, label: one.name }))}
        hint={known?.idea}
        onChange={(programme) =>
          stored && save.mutate({ kind: 'plantings', thing: { ...stored, programme } })
        }
      />
      {known?.evidence && (
        <details className="small">
          <summary>What the evidence is</summary>
          <p>{known.evidence}</p>
        </details>
      )}
    </div>
  )
}

/** A stage that was seen re-anchors every later date; what was given stays as it was. */
function Seen({ gardenId, planting }: { gardenId: string; planting: Planting }) {
  const words = useWords()
  const plan = usePlan(gardenId)
  const { file } = useGarden(gardenId)
  const { save } = useWrites(gardenId)
  const [stage, setStage] = useState(planting.stage_now ?? planting.stages[0].key)
  const [on, setOn] = useState<string | null>(plan.as_of)
  const view = planting.stages.find((one) => one.key === stage)
  const known = file.log.stages.find((s) => s.planting === planting.id && s.stage === stage)
  const record = () =>
    on &&
    save.mutate({
      kind: 'stages',
      thing: { id: known?.id ?? newId(), planting: planting.id, stage, on },
    })
  return (
    <div className="stack seen">
      <div className="fields">
        <ChoiceField
          label="Stage seen"
          value={stage}
          options={planting.stages.map((one) => ({
            value: one.key,
            label: words.terms[`stage.${one.key}`],
          }))}
          onChange={setStage}
        />
        <DateField label="On" value={on} onChange={setOn} />
      </div>
      {view && (
        <p className="small soft">
          {view.recognise_by} {view.seen ? 'Seen' : 'Expected'} {showDate(view.start)}.
        </p>
      )}
      <div className="row">
        <Button loading={save.isPending} disabled={!on} onClick={record}>
          Record it
        </Button>
        <Refused faults={faultsOf(save.error)} />
      </div>
    </div>
  )
}
