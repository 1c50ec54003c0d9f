import { Button } from 'antd'
import { waterAmount } from '../../lib/units'
import type { Schemas } from '../../api/client'
import {
  ChoiceField,
  MeasureField,
  NumberField,
  TextField,
  VOLUMES,
  faultsAt,
  type FaultAt,
} from '../../parts/Field'
import { t } from '../../lib/words'
import { Sides } from './PlaceFields'
import { usualLength, type Tub } from './state'

/** Shape, number, recipe and charge of tubs. */
export function TubFields(props: {
  tub: Tub
  faults: FaultAt[]
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
      <ChargeField {...props} />
      <Recipe
        tub={tub}
        mixes={props.products.filter((one) => one.form === 'mix')}
        faults={faults}
        onChange={onChange}
      />
    </>
  )
}

/** What was mixed through the whole tub when it was filled. */
function ChargeField(props: {
  tub: Tub
  faults: FaultAt[]
  products: readonly Schemas['Product'][]
  onChange: (tub: Tub) => void
}) {
  const { tub, onChange } = props
  const [charge] = tub.charge
  return (
    <>
      <ChoiceField
        label={t('Feed in the mix')}
        value={charge?.product ?? ''}
        options={[
          { value: '', label: t('none, or not known') },
          ...props.products.map((p) => ({ value: p.id, label: p.name })),
        ]}
        onChange={(product) =>
          onChange({
            ...tub,
            charge: product
              ? [{ product, strength: charge?.strength ?? { value: 1, unit: 'g/L' } }]
              : [],
          })
        }
      />
      {charge && (
        <NumberField
          label={t('Of it')}
          suffix={t('g per litre of mix')}
          value={charge.strength.value}
          faults={faultsAt(props.faults, 'charge')}
          onChange={(value) =>
            onChange({
              ...tub,
              charge: [{ ...charge, strength: { value: value ?? 0, unit: 'g/L' } }],
            })
          }
        />
      )}
    </>
  )
}

function Recipe(props: {
  tub: Tub
  mixes: readonly Schemas['Product'][]
  faults: FaultAt[]
  onChange: (tub: Tub) => void
}) {
  const { tub, onChange } = props
  const change = (n: number, part: Partial<Schemas['Ingredient']>) =>
    onChange({ ...tub, recipe: tub.recipe.map((one, m) => (m === n ? { ...one, ...part } : one)) })
  return (
    <div className="recipe stack">
      <b className="small">{t('Mix, by parts')}</b>
      {tub.recipe.map((one, n) => (
        <div key={n} className="fields">
          <TextField
            label={t('Ingredient')}
            value={one.name}
            faults={faultsAt(props.faults, `recipe.${n}.name`)}
            onChange={(name) => change(n, { name })}
          />
          {props.mixes.length > 0 && (
            <ChoiceField
              label={t('Bag left out')}
              hint={t('What its maker added is counted.')}
              value={one.product ?? ''}
              options={[
                { value: '', label: t('none') },
                ...props.mixes.map((mix) => ({ value: mix.id, label: mix.name })),
              ]}
              onChange={(product) => change(n, { product: product || null })}
            />
          )}
          <NumberField
            label={t('Parts')}
            value={one.parts}
            faults={faultsAt(props.faults, `recipe.${n}.parts`)}
            onChange={(parts) => change(n, { parts: parts ?? 0 })}
          />
          <MeasureField
            label={t('Sold in bags of')}
            hint={t('Empty where it is not bought.')}
            units={VOLUMES}
            value={one.bag}
            faults={faultsAt(props.faults, `recipe.${n}.bag`)}
            onChange={(bag) => change(n, { bag })}
          />
          {one.bag && (
            <NumberField
              label={t('A bag costs')}
              value={one.bag_price}
              faults={faultsAt(props.faults, `recipe.${n}.bag_price`)}
              onChange={(bag_price) => change(n, { bag_price })}
            />
          )}
        </div>
      ))}
      <div className="row">
        <Button
          size="small"
          onClick={() =>
            onChange({ ...tub, recipe: [...tub.recipe, { name: t('Compost'), parts: 1 }] })
          }
        >
          {t('Another ingredient')}
        </Button>
        {tub.recipe.length > 0 && (
          <Button
            size="small"
            onClick={() => onChange({ ...tub, recipe: tub.recipe.slice(0, -1) })}
          >
            {t('Remove the last')}
          </Button>
        )}
      </div>
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
