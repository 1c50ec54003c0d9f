import { Button } from 'antd'
import { useState } from 'react'
import { conflictOf, faultsOf, type Schemas } from '../../api/client'
import { revisionOf, useGarden, usePlan, useWrites } from '../../api/gardens'
import { useCatalogue, useWords } from '../../api/reference'
import { NutrientMark } from '../../drawing/NutrientMark'
import { Tide } from '../../drawing/Tide'
import { showDate } from '../../lib/dates'
import { newId } from '../../lib/ids'
import { showMass } from '../../lib/numbers'
import { t } from '../../lib/words'
import type { Draft } from '../../parts/draft'
import { ChoiceField, DateField, Refused, faultsAt, type FaultAt } from '../../parts/Field'
import { Findings } from '../../parts/Findings'
import { Keeping } from '../../parts/Keeping'
import { plantingName, programmesOf, termOf } from '../../parts/names'
import { Refusals } from '../../parts/Refusals'
import { Sentence } from '../../parts/Sentence'
import { Why } from '../../parts/Why'
import type { Nutrient } from '../../theme/nutrients'
import type { RecordedPlanting } from './state'

type Planting = Schemas['PlantingPlan']

/** A planting's season: need against supply, its programme, and the stage it is in. */
export function Detail(props: {
  gardenId: string
  planting: Planting
  /** The same planting by the old plan, while a change is being tried. */
  was: Planting | null
  tried: Draft<RecordedPlanting>
  faults: FaultAt[]
}) {
  const { gardenId, planting, was } = props
  const words = useWords()
  const plan = usePlan(gardenId)
  return (
    <section className="season-detail" aria-label={plantingName(planting)}>
      <div className="tides">
        {planting.tides.map((tide) => {
          const need = planting.needs.find((one) => one.nutrient === tide.nutrient)
          const old = was?.tides.find((one) => one.nutrient === tide.nutrient)
          const before = was?.needs.find((one) => one.nutrient === tide.nutrient)
          const name = words.terms[`nutrient.${tide.nutrient}`]
          return (
            <figure key={tide.nutrient} className="sheet">
              <figcaption>
                <NutrientMark nutrient={tide.nutrient as Nutrient} /> <b>{name}</b>
                {need && (
                  <span className="small">
                    {' '}
                    <Sentence
                      say="to give {amount}"
                      of={{
                        amount: (
                          <>
                            {changed(before?.total_g, need.total_g)}{' '}
                            <Why of={`need/${planting.id}/${tide.nutrient}`} assumed={need.assumed}>
                              {showMass(need.total_g)}
                            </Why>
                          </>
                        ),
                      }}
                    />
                    <span className="soft">
                      {' '}
                      · {t('comes in {amount}', { amount: showMass(need.supplied_g) })}{' '}
                      {changed(before?.supplied_g, need.supplied_g)}
                    </span>
                  </span>
                )}
              </figcaption>
              <Tide
                nutrient={tide.nutrient as Nutrient}
                days={tide.days}
                need={tide.need_g}
                supply={tide.supply_g}
                today={plan.as_of}
                was={old && { days: old.days, supply: old.supply_g }}
                title={t('{nutrient}: need and supply added up over the season, in grams', {
                  nutrient: name,
                })}
              />
            </figure>
          )
        })}
      </div>
      <section className="stack">
        <h2>{plantingName(planting)}</h2>
        <p className="small">
          <b className="line need-line">{t('need')}</b>{' '}
          <b className="line supply-line">{t('supply')}</b>{' '}
          <span className="soft">
            {t('solid until today, dashed as planned; from {day} on nothing is fed.', {
              day: showDate(planting.stop_on),
            })}
          </span>
        </p>
        <Findings of={planting.findings} words={words} />
        <Buy planting={planting} />
        <NotUsed gardenId={gardenId} planting={planting} />
        <Try {...props} />
        <Seen gardenId={gardenId} planting={planting} />
      </section>
    </section>
  )
}

/** What is in the shed, could be of use here and may not be used, with the reasons. */
function NotUsed({ gardenId, planting }: { gardenId: string; planting: Planting }) {
  const { products } = useGarden(gardenId).file.garden
  const words = useWords()
  if (planting.refused.length === 0) return null
  const of = planting.refused.map((one) => ({
    reason: one.reason,
    who: products.find((p) => p.id === one.product)?.name ?? '',
  }))
  return (
    <details className="small">
      <summary>{t('Left in the shed, and why')}</summary>
      <Refusals of={of} said={(names) => names} words={words} />
    </details>
  )
}

function Buy({ planting }: { planting: Planting }) {
  if (planting.to_buy.length === 0) return null
  return (
    <div className="small">
      <b>{t('The shed stays short of')}</b>
      <ul className="buy">
        {planting.to_buy.map((buy) => (
          <li key={buy.nutrient}>
            <NutrientMark nutrient={buy.nutrient as Nutrient} size={12} /> {showMass(buy.short_g)}{' '}
            {buy.nutrient}:{' '}
            {t('{amount} of {material} would fill it', {
              amount: showMass(buy.grams),
              material: buy.material_name,
            })}
          </li>
        ))}
      </ul>
    </div>
  )
}

/** Another programme or date, tried before it is kept: the old plan stays as a ghost. */
function Try(props: {
  gardenId: string
  planting: Planting
  tried: Draft<RecordedPlanting>
  faults: FaultAt[]
}) {
  const { planting, tried, gardenId } = props
  const garden = useGarden(gardenId)
  const catalogue = useCatalogue()
  const words = useWords()
  const { save } = useWrites(gardenId)
  const programmes = programmesOf(garden.file.garden, catalogue)
  const stored = garden.file.garden.plantings.find((one) => one.id === planting.id)
  const shown = tried.thing ?? stored
  if (!shown || !stored) return null
  const known = programmes.find((one) => one.key === shown.programme)
  const change = (next: RecordedPlanting) => {
    save.reset()
    if (tried.thing) tried.change(next)
    else tried.begin(next, revisionOf(garden, next.id))
  }
  const refused = faultsOf(save.error)
  return (
    <div className="stack">
      <ChoiceField
        label={t('Programme')}
        value={shown.programme}
        options={programmes.map((one) => ({ value: one.key, label: one.name }))}
        hint={known?.idea}
        onChange={(programme) => change({ ...shown, programme })}
      />
      {known?.evidence && (
        <details className="small">
          <summary>{t('What the evidence is')}</summary>
          <p>{known.evidence}</p>
        </details>
      )}
      <DateField
        label={shown.sown_in_place ? t('Sown on') : t('Planted out on')}
        value={shown.planted_on}
        faults={faultsAt([...props.faults, ...refused], 'planted_on')}
        onChange={(day) => day && change({ ...shown, planted_on: day })}
      />
      {tried.thing && (
        <Keeping
          mine={tried.thing}
          basedOn={tried.basedOn}
          label={t('Keep it so')}
          leave={t('As before')}
          saving={save.isPending}
          disabled={props.faults.length > 0}
          faults={[...props.faults.filter((f) => f.field === ''), ...refused]}
          conflict={conflictOf(save.error)}
          term={(field) => termOf(words.terms, field)}
          onKeep={(thing, basedOn) =>
            save.mutate(
              { kind: 'plantings', thing: { ...thing }, basedOn },
              { onSuccess: () => tried.drop() },
            )
          }
          onLeave={() => {
            save.reset()
            tried.drop()
          }}
        />
      )}
    </div>
  )
}

function changed(before: number | undefined, now: number) {
  if (before === undefined || Math.abs(before - now) < 0.05) return null
  return <s className="soft">{showMass(before)}</s>
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
          label={t('Stage seen')}
          value={stage}
          options={planting.stages.map((one) => ({
            value: one.key,
            label: words.terms[`stage.${one.key}`],
          }))}
          onChange={setStage}
        />
        <DateField label={t('On')} value={on} onChange={setOn} />
      </div>
      {view && (
        <p className="small soft">
          {view.recognise_by}{' '}
          {view.seen
            ? t('Seen {day}.', { day: showDate(view.start) })
            : t('Expected {day}.', { day: showDate(view.start) })}
        </p>
      )}
      <div className="row">
        <Button loading={save.isPending} disabled={!on} onClick={record}>
          {t('Record it')}
        </Button>
        <Refused faults={faultsOf(save.error)} />
      </div>
    </div>
  )
}
