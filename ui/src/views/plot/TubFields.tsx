import { waterAmount } from '../../lib/units'
import type { Schemas } from '../../api/client'
import { useCatalogue } from '../../api/reference'
import {
  ChoiceField,
  MeasureField,
  NumberField,
  VOLUMES,
  faultsAt,
  type FaultAt,
} from '../../parts/Field'
import { ChargeField, Ingredients } from '../../parts/Ingredients'
import { t } from '../../lib/words'
import { Sides } from './PlaceFields'
import { usualLength, type Tub } from './state'

/** Shape, number, recipe and charge of tubs. */
export function TubFields(props: {
  tub: Tub
  faults: FaultAt[]
  recipes: readonly Schemas['Recipe'][]
  products: readonly Schemas['Product'][]
  onChange: (tub: Tub) => void
}) {
  const { tub, faults, onChange } = props
  const { shape } = tub
  return (
    <>
      <ChoiceField
        label={t('Known by')}
        value={shape.kind}
        options={[
          { value: 'nominal', label: t('its volume') },
          { value: 'frustum', label: t('measures of a round tub') },
          { value: 'trough', label: t('measures of a trough') },
        ]}
        onChange={(kind) => onChange({ ...tub, shape: body(kind) })}
      />
      {shape.kind === 'nominal' && (
        <MeasureField
          label={t('Volume to the brim')}
          units={VOLUMES}
          value={shape.volume}
          faults={faultsAt(faults, 'shape.volume')}
          onChange={(volume) => volume && onChange({ ...tub, shape: { ...shape, volume } })}
        />
      )}
      <Sides place={tub} faults={faults} onChange={onChange} />
      <NumberField
        label={t('How many')}
        value={tub.count}
        faults={faultsAt(faults, 'count')}
        onChange={(count) => count !== null && onChange({ ...tub, count })}
      />
      {tub.count > 1 && (
        <NumberField
          label={t('In one line')}
          hint={t('Empty: all of them.')}
          value={tub.per_line}
          faults={faultsAt(faults, 'per_line')}
          onChange={(per_line) => onChange({ ...tub, per_line })}
        />
      )}
      <NumberField
        label={t('Water each gets in a season')}
        suffix={waterAmount.unit}
        hint={t('From planting to the last feed; what the water carries is counted.')}
        value={waterAmount.shown(tub.season_water_l)}
        faults={faultsAt(faults, 'season_water_l')}
        onChange={(typed) => onChange({ ...tub, season_water_l: waterAmount.typed(typed) })}
      />
      <NumberField
        label={t('Water its mix holds for plants')}
        suffix={t('% of its volume')}
        hint={t('Empty: a quarter, as of usual mixes.')}
        value={tub.holds_pct}
        faults={faultsAt(faults, 'holds_pct')}
        onChange={(holds_pct) => onChange({ ...tub, holds_pct })}
      />
      <ChoiceField
        label={t('Watered')}
        value={tub.from_below ? 'below' : 'top'}
        options={[
          { value: 'top', label: t('from the top') },
          { value: 'below', label: t('from below, into a saucer or tray') },
        ]}
        onChange={(from) => onChange({ ...tub, from_below: from === 'below' })}
      />
      <ChargeField
        of={tub.charge}
        products={props.products}
        faults={faults}
        onChange={(charge) => onChange({ ...tub, charge })}
      />
      <Mix {...props} />
    </>
  )
}

/** What it is filled with: a mix of one's own to begin from, and its parts. */
function Mix(props: {
  tub: Tub
  recipes: readonly Schemas['Recipe'][]
  products: readonly Schemas['Product'][]
  faults: FaultAt[]
  onChange: (tub: Tub) => void
}) {
  const { tub, recipes, onChange } = props
  const { substrates } = useCatalogue()
  return (
    <div className="recipe stack">
      <b className="small">{t('Mix, by parts')}</b>
      {recipes.length > 0 && (
        <ChoiceField
          label={t('Fill in from a mix of mine')}
          hint={t('It is copied: what the mix becomes later does not change what is in the tub.')}
          value=""
          options={[
            { value: '', label: t('none') },
            ...recipes.map((one) => ({ value: one.id, label: one.name })),
          ]}
          onChange={(id) => {
            const mix = recipes.find((one) => one.id === id)
            if (mix) onChange({ ...tub, recipe: [...mix.parts], charge: [...(mix.charge ?? [])] })
          }}
        />
      )}
      <Ingredients
        of={tub.recipe}
        at="recipe"
        substrates={substrates}
        mixes={props.products.filter((one) => one.form === 'mix')}
        faults={props.faults}
        onChange={(recipe) => onChange({ ...tub, recipe })}
      />
    </div>
  )
}

/** A tub of a usual size, known in another way. */
function body(kind: string): Tub['shape'] {
  if (kind === 'nominal') return { kind, volume: { value: 30, unit: 'L' } }
  if (kind === 'trough') {
    const [length, width] = [usualLength(0.8, 2.5), usualLength(0.2, 0.75)]
    return { kind, length, width, height: usualLength(0.2, 0.75) }
  }
  const [top, bottom] = [usualLength(0.4, 1.25), usualLength(0.32, 1)]
  return { kind: 'frustum', top, bottom, height: usualLength(0.35, 1.1) }
}
