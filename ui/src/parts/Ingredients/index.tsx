import { Button } from 'antd'
import type { components } from '../../api/schema'
import { t } from '../../lib/words'
import {
  ChoiceField,
  MeasureField,
  NumberField,
  TextField,
  VOLUMES,
  faultsAt,
  type FaultAt,
} from '../Field'
import './ingredients.css'

type Schemas = components['schemas']
type Part = Schemas['Ingredient']

type Product = Schemas['Product']

type Substrate = Schemas['Substrate']

/** What a mix is made of, by parts or per cent of its volume. */
export function Ingredients(props: {
  of: readonly Part[]
  /** Where faults of it stand. */
  at: string
  percent?: boolean
  substrates: readonly Substrate[]
  /** Bagged mixes of the shed. */
  mixes: readonly Product[]
  faults: readonly FaultAt[]
  onChange: (parts: Part[]) => void
}) {
  const { of, onChange } = props
  const change = (n: number, part: Partial<Part>) =>
    onChange(of.map((one, m) => (m === n ? { ...one, ...part } : one)))
  return (
    <div className="ingredients stack">
      {of.map((one, n) => (
        <div key={n} className="fields">
          <OneOf
            part={one}
            at={`${props.at}.${n}`}
            {...{
              percent: props.percent ?? false,
              substrates: props.substrates,
              mixes: props.mixes,
              faults: props.faults,
            }}
            onChange={(part) => change(n, part)}
          />
          {of.length > 1 && (
            <Button
              size="small"
              className="remove-part"
              aria-label={t('Remove {name}', { name: one.name })}
              onClick={() => onChange(of.filter((_, m) => m !== n))}
            >
              {t('Remove')}
            </Button>
          )}
        </div>
      ))}
      <div className="row">
        <Button
          size="small"
          onClick={() => onChange([...of, { name: t('Compost'), parts: props.percent ? 10 : 1 }])}
        >
          {t('Another ingredient')}
        </Button>
      </div>
    </div>
  )
}

function OneOf(props: {
  part: Part
  at: string
  percent: boolean
  substrates: readonly Substrate[]
  mixes: readonly Product[]
  faults: readonly FaultAt[]
  onChange: (part: Partial<Part>) => void
}) {
  const { part, at, faults, onChange } = props
  return (
    <>
      <ChoiceField
        label={t('What it is')}
        value={part.material ?? ''}
        options={[
          { value: '', label: t('something else') },
          ...props.substrates.map((one) => ({ value: one.key, label: one.name })),
        ]}
        faults={faultsAt(faults, `${at}.material`)}
        onChange={(key) => {
          const known = props.substrates.find((one) => one.key === key)
          onChange({ material: key || null, ...(known ? { name: known.name } : {}) })
        }}
      />
      {!part.material && (
        <TextField
          label={t('Ingredient')}
          value={part.name}
          faults={faultsAt(faults, `${at}.name`)}
          onChange={(name) => onChange({ name })}
        />
      )}
      {props.mixes.length > 0 && (
        <ChoiceField
          label={t('Bag left out')}
          hint={t('What its maker added is counted.')}
          value={part.product ?? ''}
          options={[
            { value: '', label: t('none') },
            ...props.mixes.map((mix) => ({ value: mix.id, label: mix.name })),
          ]}
          onChange={(product) => onChange({ product: product || null })}
        />
      )}
      <NumberField
        label={props.percent ? t('Per cent') : t('Parts')}
        value={part.parts}
        faults={faultsAt(faults, `${at}.parts`)}
        onChange={(parts) => onChange({ parts: parts ?? 0 })}
      />
      <MeasureField
        label={t('Sold in bags of')}
        hint={t('Empty where it is not bought.')}
        units={VOLUMES}
        value={part.bag}
        faults={faultsAt(faults, `${at}.bag`)}
        onChange={(bag) => onChange({ bag })}
      />
      {part.bag && (
        <NumberField
          label={t('A bag costs')}
          value={part.bag_price}
          faults={faultsAt(faults, `${at}.bag_price`)}
          onChange={(bag_price) => onChange({ bag_price })}
        />
      )}
    </>
  )
}

/** What is mixed through the whole of it, once. */
export function ChargeField(props: {
  of: readonly Schemas['Charge'][]
  products: readonly Product[]
  faults: readonly FaultAt[]
  onChange: (charge: Schemas['Charge'][]) => void
}) {
  const { onChange } = props
  const [charge] = props.of
  return (
    <>
      <ChoiceField
        label={t('Feed in the mix')}
        value={charge?.product ?? ''}
        options={[
          { value: '', label: t('none, or not known') },
          ...props.products
            .filter((one) => one.form !== 'mix')
            .map((p) => ({ value: p.id, label: p.name })),
        ]}
        onChange={(product) =>
          onChange(
            product ? [{ product, strength: charge?.strength ?? { value: 1, unit: 'g/L' } }] : [],
          )
        }
      />
      {charge && (
        <NumberField
          label={t('Of it')}
          suffix={t('g per litre of mix')}
          value={charge.strength.value}
          faults={faultsAt(props.faults, 'charge')}
          onChange={(value) =>
            onChange([{ ...charge, strength: { value: value ?? 0, unit: 'g/L' } }])
          }
        />
      )}
    </>
  )
}
