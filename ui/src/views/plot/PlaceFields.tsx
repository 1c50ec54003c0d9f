import { Button } from 'antd'
import type { Schemas } from '../../api/client'
import {
  ChoiceField,
  DENSITIES,
  LENGTHS,
  MeasureField,
  NumberField,
  TextField,
  VOLUMES,
  faultsAt,
  type FaultAt,
} from '../../parts/Field'
import type { Bed, Place, Tub } from './state'

const TEXTURES = [
  { value: '', label: 'not known' },
  { value: 'sand', label: 'sand' },
  { value: 'sandy_loam', label: 'sandy loam' },
  { value: 'loam', label: 'loam' },
  { value: 'silt_loam', label: 'silt loam' },
  { value: 'clay_loam', label: 'clay loam' },
  { value: 'clay', label: 'clay' },
]

const metre = (value: number) => ({ value, unit: 'm' as const })

/** Shape, depth, density and texture of a bed. */
export function BedFields(props: { bed: Bed; faults: FaultAt[]; onChange: (bed: Bed) => void }) {
  const { bed, faults, onChange } = props
  const { shape } = bed
  return (
    <>
      <ChoiceField
        label="Shape"
        value={shape.kind}
        options={[
          { value: 'rectangle', label: 'rectangle' },
          { value: 'circle', label: 'circle' },
        ]}
        onChange={(kind) =>
          onChange({
            ...bed,
            shape:
              kind === 'circle'
                ? { kind: 'circle', diameter: metre(2) }
                : { kind: 'rectangle', length: metre(2.4), width: metre(1.2) },
          })
        }
      />
      {shape.kind === 'rectangle' ? (
        <>
          <MeasureField
            label="Length"
            units={LENGTHS}
            value={shape.length as never}
            faults={faultsAt(faults, 'shape.length')}
            onChange={(length) => length && onChange({ ...bed, shape: { ...shape, length } })}
          />
          <MeasureField
            label="Width"
            units={LENGTHS}
            value={shape.width as never}
            faults={faultsAt(faults, 'shape.width')}
            onChange={(width) => width && onChange({ ...bed, shape: { ...shape, width } })}
          />
        </>
      ) : (
        <MeasureField
          label="Across"
          units={LENGTHS}
          value={shape.diameter as never}
          faults={faultsAt(faults, 'shape.diameter')}
          onChange={(diameter) => diameter && onChange({ ...bed, shape: { ...shape, diameter } })}
        />
      )}
      <MeasureField
        label="Depth of soil for the roots"
        units={['cm', 'in', 'm']}
        value={bed.depth as never}
        faults={faultsAt(faults, 'depth')}
        onChange={(depth) => depth && onChange({ ...bed, depth })}
      />
      <ChoiceField
        label="Texture"
        value={bed.texture ?? ''}
        options={TEXTURES}
        onChange={(texture) => onChange({ ...bed, texture: (texture || null) as Bed['texture'] })}
      />
      <MeasureField
        label="Bulk density"
        hint="Empty: typical of the texture."
        units={DENSITIES}
        value={bed.density}
        faults={faultsAt(faults, 'density')}
        onChange={(density) => onChange({ ...bed, density })}
      />
    </>
  )
}

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
        label="Known by"
        value={shape.kind}
        options={[
          { value: 'nominal', label: 'its volume' },
          { value: 'frustum', label: 'its measures' },
        ]}
        onChange={(kind) =>
          onChange({
            ...tub,
            shape:
              kind === 'nominal'
                ? { kind: 'nominal', volume: { value: 30, unit: 'L' } }
                : { kind: 'frustum', top: metre(0.4), bottom: metre(0.32), height: metre(0.35) },
          })
        }
      />
      {shape.kind === 'nominal' ? (
        <MeasureField
          label="Volume to the brim"
          units={VOLUMES}
          value={shape.volume as never}
          faults={faultsAt(faults, 'shape.volume')}
          onChange={(volume) => volume && onChange({ ...tub, shape: { ...shape, volume } })}
        />
      ) : (
        (['top', 'bottom', 'height'] as const).map((side) => (
          <MeasureField
            key={side}
            label={
              { top: 'Across at the top', bottom: 'Across at the bottom', height: 'Height' }[side]
            }
            units={LENGTHS}
            value={shape[side] as never}
            faults={faultsAt(faults, `shape.${side}`)}
            onChange={(size) => size && onChange({ ...tub, shape: { ...shape, [side]: size } })}
          />
        ))
      )}
      <NumberField
        label="How many"
        value={tub.count}
        faults={faultsAt(faults, 'count')}
        onChange={(count) => count !== null && onChange({ ...tub, count })}
      />
      <ChargeField {...props} />
      <Recipe tub={tub} faults={faults} onChange={onChange} />
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
        label="Feed in the mix"
        value={charge?.product ?? ''}
        options={[
          { value: '', label: 'none, or not known' },
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
          label="Of it"
          suffix="g per litre of mix"
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

function Recipe(props: { tub: Tub; faults: FaultAt[]; onChange: (tub: Tub) => void }) {
  const { tub, onChange } = props
  const change = (n: number, part: Partial<Schemas['Ingredient']>) =>
    onChange({ ...tub, recipe: tub.recipe.map((one, m) => (m === n ? { ...one, ...part } : one)) })
  return (
    <div className="recipe stack">
      <b className="small">Mix, by parts</b>
      {tub.recipe.map((one, n) => (
        <div key={n} className="fields">
          <TextField
            label="Ingredient"
            value={one.name}
            faults={faultsAt(props.faults, `recipe.${n}.name`)}
            onChange={(name) => change(n, { name })}
          />
          <NumberField
            label="Parts"
            value={one.parts}
            faults={faultsAt(props.faults, `recipe.${n}.parts`)}
            onChange={(parts) => change(n, { parts: parts ?? 0 })}
          />
        </div>
      ))}
      <div className="row">
        <Button
          size="small"
          onClick={() =>
            onChange({ ...tub, recipe: [...tub.recipe, { name: 'Compost', parts: 1 }] })
          }
        >
          Another ingredient
        </Button>
        {tub.recipe.length > 0 && (
          <Button
            size="small"
            onClick={() => onChange({ ...tub, recipe: tub.recipe.slice(0, -1) })}
          >
            Remove the last
          </Button>
        )}
      </div>
    </div>
  )
}

/** How much warmer than outside the place is. */
export function WarmField(props: {
  place: Place
  faults: FaultAt[]
  onChange: (place: Place) => void
}) {
  return (
    <NumberField
      label="Warmer than outside by"
      hint="Under glass about 4."
      suffix="°C"
      value={props.place.warmer_by_c}
      faults={faultsAt(props.faults, 'warmer_by_c')}
      onChange={(value) => props.onChange({ ...props.place, warmer_by_c: value ?? 0 })}
    />
  )
}
