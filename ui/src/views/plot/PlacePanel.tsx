import { Button } from 'antd'
import { said, waterDepth } from '../../lib/units'
import type { Schemas } from '../../api/client'
import type { ThingEditing } from '../../api/editing'
import { useGarden } from '../../api/gardens'
import { useWords } from '../../api/reference'
import { useIntoSight } from '../../lib/intoSight'
import {
  showArea,
  showLitres,
  showMass,
  showNumber,
  showNutrient,
  showPrice,
  showSoil,
} from '../../lib/numbers'
import { plural, t } from '../../lib/words'
import { TextField, faultsAt } from '../../parts/Field'
import { Findings } from '../../parts/Findings'
import { HistoryButton } from '../../parts/History'
import { namesOf, plantingName } from '../../parts/names'
import { Sentence } from '../../parts/Sentence'
import { Why } from '../../parts/Why'
import { FillFacts, FillFields } from './FillFields'
import { Foot } from './Foot'
import { BedFields } from './BedFields'
import { SiteFields } from './PlaceFields'
import { TubFields } from './TubFields'
import { Plantings } from './Plantings'
import { anotherOf, type Place } from './state'

/** One place: its measures, what follows from them, and what grows in it. */
export function PlacePanel(props: {
  gardenId: string
  place: Place
  live: Schemas['PlaceMeasures'] | null
  editing: ThingEditing<Place>
  /** A crop that was brought here by hand, to be planted. */
  brought: string | null
  onBrought: () => void
  onAdd: (made: Place) => void
  onClose: () => void
}) {
  const { place, gardenId, editing, live } = props
  const { plan, faults, change } = editing
  const { file } = useGarden(gardenId)
  const words = useWords()
  const before = file.garden.places.find((one) => one.id === place.id)
  const box = useIntoSight<HTMLElement>(!before)
  const facts = live?.place ?? plan.places.find((one) => one.id === place.id)
  const findings = plan.findings.filter((finding) => finding.about === place.id)
  return (
    <aside ref={box} className="sheet stack place-panel" aria-label={place.name}>
      <div className="row">
        <h2>{place.name}</h2>
        <span className="spacer" />
        {before && <HistoryButton of={place.id} name={place.name} />}
        <Button type="text" size="small" onClick={props.onClose}>
          {t('Close')}
        </Button>
      </div>
      {facts && (
        <Facts
          facts={facts}
          currency={file.garden.preferences.currency}
          products={namesOf(file.garden).products}
        />
      )}
      <Findings of={findings} words={words} />
      {place.kind === 'tub' && (
        <Coated
          plantings={plan.plantings.filter((one) => one.place === place.id)}
          products={namesOf(file.garden).products}
        />
      )}
      {before && (
        <Plantings
          {...{ gardenId, place, plan, live }}
          brought={props.brought}
          onBrought={props.onBrought}
        />
      )}
      <details open={!before || editing.thing !== null}>
        <summary>{t('Measures')}</summary>
        <div className="fields">
          <TextField
            label={t('Name')}
            value={place.name}
            faults={faultsAt(faults, 'name')}
            onChange={(name) => change({ ...place, name })}
          />
          {place.kind === 'bed' ? (
            <>
              <BedFields bed={place} faults={faults} onChange={change} />
              <FillFields bed={place} faults={faults} onChange={change} />
            </>
          ) : (
            <TubFields
              tub={place}
              faults={faults}
              recipes={file.garden.recipes ?? []}
              products={file.garden.products}
              onChange={change}
            />
          )}
          <SiteFields
            place={place}
            waters={file.garden.site.waters}
            faults={faults}
            onChange={change}
          />
        </div>
      </details>
      <Foot id={place.id} editing={editing} remove={t('Remove this place')}>
        <Button size="small" onClick={() => props.onAdd(anotherOf(place, file.garden.places))}>
          {t('Another like this')}
        </Button>
      </Foot>
    </aside>
  )
}

/** A week's water in litres, and in minutes or cans. */
function Water({ id, water }: { id: string; water: Schemas['WaterWeek'] }) {
  const litres = (
    <Why of={`water/${id}/litres`} assumed={water.assumed}>
      {showLitres(water.with_losses_l)}
    </Why>
  )
  return (
    <p>
      {water.minutes_with_losses == null ? (
        <Sentence
          say="A week's water: {litres}, {cans} cans, in two or three goes."
          of={{ litres, cans: showNumber(water.cans, 2) }}
        />
      ) : (
        <Sentence
          say="A week's water: {litres}, {minutes} minutes of the drip line, in two or three goes."
          of={{
            litres,
            minutes: (
              <Why of={`water/${id}/minutes`}>{showNumber(water.minutes_with_losses, 2)}</Why>
            ),
          }}
        />
      )}
      {water.rain_mm > 0 && (
        <span className="soft">
          {' '}
          {t('{rain} of rain in the last seven days are counted.', {
            rain: `${showNumber(waterDepth.shown(water.rain_mm) ?? 0, 2)} ${waterDepth.unit}`,
          })}
        </span>
      )}
    </p>
  )
}

/** How much of each coated feed would last a tub through the season. */
function Coated(props: { plantings: Schemas['PlantingPlan'][]; products: Map<string, string> }) {
  return props.plantings.flatMap((planting) =>
    planting.coated.map((one) => (
      <p key={`${planting.id} ${one.product}`} className="small">
        {t('{crop} through its season: {product}, {g_l} g per litre of mix ({all} in all).', {
          crop: plantingName(planting),
          product: props.products.get(one.product) ?? '',
          g_l: showNumber(one.g_l, 2),
          all: showMass(one.grams),
        })}{' '}
        {one.held_by_label && (
          <span className="soft">{t('That is the most its label allows.')}</span>
        )}
      </p>
    )),
  )
}

interface FactsProps {
  facts: Schemas['PlacePlan']
  currency: string
  products: Map<string, string>
}

function Facts(props: FactsProps) {
  return props.facts.tubs > 0 ? <TubFacts {...props} /> : <BedFacts facts={props.facts} />
}

/** What tubs hold, and what fills them. */
function TubFacts(props: FactsProps) {
  const { facts } = props
  const each = (
    <Why
      of={`volume/${facts.id}`}
      label={t('{litres} of mix', { litres: showLitres(facts.filled_l) })}
    >
      {showLitres(facts.filled_l)}
    </Why>
  )
  return (
    <div className="stack small">
      <p>
        <Sentence
          say={
            facts.tubs === 1
              ? 'It holds {litres} of mix, filled to nine tenths.'
              : 'Each of the {n} holds {litres} of mix, filled to nine tenths.'
          }
          of={{ n: facts.tubs, litres: each }}
        />
      </p>
      <p>
        {plural(
          facts.tubs,
          'To fill it: {litres} of loose mix',
          'To fill them: {litres} of loose mix',
          { litres: showLitres(facts.mix_l) },
        )}
        {facts.mix.map((one, n) => (
          <span key={one.name}>
            {n > 0 ? ' + ' : ': '}
            <Why of={`mix/${facts.id}/${n}`}>{showLitres(one.litres)}</Why> {one.name}
            {one.bags !== null && one.bag_l !== null && (
              <span className="soft">
                {' '}
                (
                {plural(one.bags, 'one bag of {litres}', '{n} bags of {litres}', {
                  litres: showLitres(one.bag_l),
                })}
                {one.cost !== null && `, ${showPrice(one.cost, props.currency)}`})
              </span>
            )}
          </span>
        ))}
      </p>
      {facts.mix_cost !== null && facts.mix_cost > 0 && (
        <p>{t('The mix costs {price}.', { price: showPrice(facts.mix_cost, props.currency) })}</p>
      )}
      {facts.charge.length > 0 && (
        <p>
          {t('To mix in when filling: {list}.', {
            list: facts.charge
              .map((one) => `${showMass(one.grams)} ${props.products.get(one.product) ?? ''}`)
              .join(', '),
          })}
        </p>
      )}
    </div>
  )
}

/** What a bed holds, and what its test found in it. */
function BedFacts({ facts }: { facts: Schemas['PlacePlan'] }) {
  const held = facts.gauges.filter((gauge) => gauge.g_m2 !== null)
  return (
    <div className="stack small">
      <p>
        <Sentence
          say="{area}, with {soil} of soil below it."
          of={{
            area: <Why of={`area/${facts.id}`}>{showArea(facts.area_m2)}</Why>,
            soil: (
              <Why of={`soil/${facts.id}`} assumed={facts.density_origin === 'assumed'}>
                {showSoil(facts.soil_kg_m2)}
              </Why>
            ),
          }}
        />{' '}
        <Sentence
          say="A layer of {thick} over it takes {litres}."
          of={{
            thick: said('2.5 cm', '1 in'),
            litres: <Why of={`layer/${facts.id}`}>{showLitres(facts.layer_l)}</Why>,
          }}
        />
      </p>
      {facts.water && <Water id={facts.id} water={facts.water} />}
      {facts.fill && <FillFacts of={facts.fill} place={facts.id} />}
      {held.length > 0 && (
        <p>
          {t('The test found in it:')}{' '}
          {held.map((gauge, n) => (
            <span key={gauge.analyte}>
              {n > 0 && ' · '}
              {gauge.analyte}{' '}
              <Why of={`held/${facts.id}/${gauge.analyte}`}>
                {showNutrient((gauge.g_m2 ?? 0) * facts.area_m2)}
              </Why>
            </span>
          ))}
        </p>
      )}
    </div>
  )
}
