import { Button } from 'antd'
import { useCatalogue, useWords } from '../../api/reference'
import { t } from '../../lib/words'
import { DateField } from '../../parts/DateField'
import {
  ChoiceField,
  DENSITIES,
  MASSES,
  MeasureField,
  NumberField,
  SCOOP_VOLUMES,
  faultsAt,
  type Measure,
  BULK_UNITS,
} from '../../parts/Field'
import { bulk, type Bulk } from '../../api/measures'
import type { Typing } from './Analysis'
import type { Product } from './state'

const PROOFS = ['label', 'lab', 'typical', 'unproven'] as const

/** What else there is to say of a bag: what it is, how heavy, how fast, how much, what it costs. */
export function Particulars(props: Typing) {
  const { draft, faults, onChange } = props
  if (draft.form === 'mix') {
    return (
      <>
        <Density {...props} />
        <Packs {...props} />
      </>
    )
  }
  return (
    <>
      <Kind {...props} />
      <Density {...props} />
      {draft.form === 'liquid' && (
        <ChoiceField
          label={t('Percentages are')}
          value={draft.basis}
          options={[
            { value: 'w/w', label: t('by weight') },
            { value: 'w/v', label: t('grams in 100 mL') },
          ]}
          onChange={(basis) => onChange({ ...draft, basis: basis })}
        />
      )}
      {draft.form === 'coated' && (
        <NumberField
          label={t('Releases over')}
          suffix={t('days')}
          ask="coated"
          value={draft.release_days}
          faults={faultsAt(faults, 'release_days')}
          onChange={(release_days) => onChange({ ...draft, release_days })}
        />
      )}
      {(draft.form === 'organic' || draft.form === 'liquid') && (
        <>
          <NumberField
            label={t('Dry matter')}
            suffix="%"
            value={draft.dry_matter_pct}
            faults={faultsAt(faults, 'dry_matter_pct')}
            onChange={(dry_matter_pct) => onChange({ ...draft, dry_matter_pct })}
          />
          <NumberField
            label={t('Nitrogen at work in the first season')}
            suffix="%"
            ask="available_n"
            value={draft.first_season_n_pct}
            faults={faultsAt(faults, 'first_season_n_pct')}
            onChange={(first_season_n_pct) => onChange({ ...draft, first_season_n_pct })}
          />
        </>
      )}
      <Nitrogen {...props} />
      <Stock {...props} />
      <Packs {...props} />
    </>
  )
}

/** What it mainly is, who says so, and what rules look at. */
function Kind({ draft, faults, onChange }: Typing) {
  const { materials } = useCatalogue()
  const words = useWords()
  const material = materials.find((one) => one.key === draft.material)
  return (
    <>
      <ChoiceField
        label={t('Is mainly')}
        hint={t('For its usual density and cautions.')}
        value={draft.material ?? ''}
        options={[
          { value: '', label: t('something else') },
          ...materials.map((one) => ({ value: one.key, label: one.name })),
        ]}
        onChange={(key) => onChange({ ...draft, material: key || null })}
      />
      {material?.liming && <LimingFields draft={draft} faults={faults} onChange={onChange} />}
      <ChoiceField
        label={t('Its figures come from')}
        value={draft.proof}
        options={PROOFS.map((value) => ({ value, label: words.terms[`proof.${value}`] }))}
        onChange={(proof) => onChange({ ...draft, proof: proof })}
      />
      <YesNo
        label={t('Allowed in organic growing')}
        value={draft.organic}
        onChange={(organic) => onChange({ ...draft, organic })}
      />
      <YesNo
        label={t('From animals')}
        value={draft.animal}
        onChange={(animal) => onChange({ ...draft, animal })}
      />
      {material?.restricted && (
        <YesNo
          label={t('The law where I live lets me use it')}
          value={draft.may_use || null}
          onChange={(may) => onChange({ ...draft, may_use: may === true })}
        />
      )}
    </>
  )
}

function YesNo(props: {
  label: string
  value: boolean | null | undefined
  onChange: (value: boolean | null) => void
}) {
  const said = props.value == null ? '' : String(props.value)
  return (
    <ChoiceField
      label={props.label}
      value={said}
      options={[
        { value: '', label: t('not said') },
        { value: 'true', label: t('yes') },
        { value: 'false', label: t('no') },
      ]}
      onChange={(value) => props.onChange(value === '' ? null : value === 'true')}
    />
  )
}

/** Typed, or from a level scoop that was weighed once. */
function Density({ draft, faults, onChange }: Typing) {
  const weighed = draft.weighed
  return (
    <>
      <MeasureField
        label={t('Bulk density')}
        hint={t('Empty: typical of its kind. Or weigh a scoop of it once, below.')}
        units={DENSITIES}
        value={draft.density}
        faults={faultsAt(faults, 'density')}
        onChange={(density) => onChange({ ...draft, density })}
      />
      <MeasureField
        label={t('Weighed once: level measure')}
        hint={t('Any cup or spoon, filled and struck level.')}
        units={SCOOP_VOLUMES}
        value={weighed?.volume ?? null}
        onChange={(volume) =>
          onChange({
            ...draft,
            density: null,
            weighed: volume && {
              count: 1,
              volume,
              mass: weighed?.mass ?? { value: volume.value, unit: 'g' },
            },
          })
        }
      />
      {weighed && (
        <MeasureField
          label={t('It weighs')}
          units={MASSES}
          value={weighed.mass}
          faults={faultsAt(faults, 'weighed')}
          onChange={(mass) => mass && onChange({ ...draft, weighed: { ...weighed, mass } })}
        />
      )}
    </>
  )
}

/** How the label splits its nitrogen; with nothing typed the forms are not known. */
function Nitrogen({ draft, faults, onChange }: Typing) {
  const none = { nitrate_pct: 0, ammonium_pct: 0, urea_pct: 0, insoluble_pct: 0, slow_pct: 0 }
  const forms = [
    ['nitrate_pct', t('N as nitrate')],
    ['ammonium_pct', t('N as ammonium')],
    ['urea_pct', t('N as urea')],
    ['insoluble_pct', t('N organic or insoluble')],
    ['slow_pct', t('N released slowly')],
  ] as const
  return forms.map(([form, label], n) => (
    <NumberField
      key={form}
      label={label}
      suffix="%"
      value={draft.nitrogen ? draft.nitrogen[form] : null}
      faults={faultsAt(faults, n === 0 ? 'nitrogen' : `nitrogen.${form}`)}
      onChange={(pct) => {
        const nitrogen = { ...none, ...draft.nitrogen, [form]: pct ?? 0 }
        const known = Object.values(nitrogen).some((value) => value > 0)
        onChange({ ...draft, nitrogen: known ? nitrogen : null })
      }}
    />
  ))
}

/** What was counted, on the day that was typed before or on today's. */
function counted(typed: Measure<Bulk['unit']> | null, on?: string) {
  const amount = typed && bulk(typed)
  return amount && { amount, counted_on: on ?? new Date().toISOString().slice(0, 10) }
}

function Stock({ draft, faults, onChange }: Typing) {
  return (
    <>
      <MeasureField
        label={t('In the shed')}
        hint={t('Empty: not counted.')}
        units={BULK_UNITS}
        value={draft.stock?.amount}
        faults={faultsAt(faults, 'stock.amount')}
        onChange={(amount) =>
          onChange({
            ...draft,
            stock: counted(amount, draft.stock?.counted_on),
          })
        }
      />
      {draft.stock && (
        <DateField
          label={t('Counted on')}
          value={draft.stock.counted_on}
          faults={faultsAt(faults, 'stock.counted_on')}
          onChange={(on) =>
            draft.stock && on && onChange({ ...draft, stock: { ...draft.stock, counted_on: on } })
          }
        />
      )}
    </>
  )
}

type Price = Product['other_packs'][number]

/** The sizes it is sold in and what each costs. */
function Packs({ draft, faults, onChange }: Typing) {
  return (
    <>
      <OnePack
        label={t('Price of a full pack')}
        price={draft.price ?? null}
        faults={faultsAt(faults, 'price')}
        onChange={(price) => onChange({ ...draft, price })}
      />
      {draft.price &&
        draft.other_packs.map((pack, n) => (
          <OnePack
            key={n}
            label={t('Price of another size')}
            price={pack}
            faults={faultsAt(faults, `other_packs.${n}`)}
            onChange={(price) =>
              onChange({
                ...draft,
                other_packs: price
                  ? draft.other_packs.with(n, price)
                  : draft.other_packs.filter((_, m) => m !== n),
              })
            }
          />
        ))}
      {draft.price && draft.other_packs.length < 6 && (
        <Button
          size="small"
          onClick={() =>
            draft.price && onChange({ ...draft, other_packs: [...draft.other_packs, draft.price] })
          }
        >
          {t('Another size')}
        </Button>
      )}
    </>
  )
}

function OnePack(props: {
  label: string
  price: Price | null
  faults: Typing['faults']
  onChange: (price: Price | null) => void
}) {
  const { price, onChange } = props
  return (
    <>
      <NumberField
        label={props.label}
        value={price?.amount}
        faults={props.faults.filter((one) => !one.field.includes('.pack'))}
        onChange={(amount) =>
          onChange(
            amount === null ? null : { amount, pack: price?.pack ?? { value: 1, unit: 'kg' } },
          )
        }
      />
      {price && (
        <MeasureField
          label={t('Pack holds')}
          units={BULK_UNITS}
          value={price.pack}
          faults={props.faults.filter((one) => one.field.includes('.pack'))}
          onChange={(typed) => {
            const pack = typed && bulk(typed)
            if (pack) onChange({ ...price, pack })
          }}
        />
      )}
    </>
  )
}

const LIMING = () =>
  [
    ['cce_pct', t('Neutralising value (CaCO₃ = 100)'), t('Empty: from its calcium and magnesium.')],
    ['passing_60_mesh_pct', t('Through the fine sieve (60 mesh)'), ''],
    ['passing_20_mesh_pct', t('Through the coarse sieve (20 mesh)'), ''],
  ] as const

/** What a bag of lime says of its strength and fineness. */
function LimingFields({ draft, faults, onChange }: Typing) {
  return LIMING().map(([field, label, hint]) => (
    <NumberField
      key={field}
      label={label}
      hint={hint || undefined}
      suffix="%"
      value={draft.liming?.[field]}
      faults={faultsAt(faults, `liming.${field}`)}
      onChange={(value) => onChange({ ...draft, liming: { ...draft.liming, [field]: value } })}
    />
  ))
}
