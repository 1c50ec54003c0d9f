import { Button } from 'antd'
import { conflictOf, faultsOf, type Schemas } from '../../api/client'
import { useGarden, useWrites } from '../../api/gardens'
import { useCatalogue, useWords } from '../../api/reference'
import { t } from '../../lib/words'
import type { Draft } from '../../parts/draft'
import { Findings } from '../../parts/Findings'
import { Keeping } from '../../parts/Keeping'
import { termOf } from '../../parts/names'
import {
  ChoiceField,
  DENSITIES,
  Field,
  MASSES,
  MeasureField,
  NumberField,
  TextField,
  SCOOP_VOLUMES,
  VOLUMES,
  faultsAt,
  type FaultAt,
  Refused,
} from '../../parts/Field'
import { LABEL_LINES, SHOWN, withDeclared, type Declared, type Product } from './state'

const FORMS = ['granular', 'soluble', 'liquid', 'organic', 'coated'] as const
const BULK = [...MASSES, ...VOLUMES.filter((unit) => unit === 'L' || unit === 'mL')] as const
type Bulk = (typeof BULK)[number]

/** What a label says, line by line. */
export function ProductForm(props: {
  gardenId: string
  typed: Draft<Product>
  plan: Schemas['SeasonPlan']
  faults: FaultAt[]
  onClose: (saved: boolean) => void
}) {
  const { typed, gardenId } = props
  const { file } = useGarden(gardenId)
  const draft = typed.thing
  const words = useWords()
  const { save, remove } = useWrites(gardenId)
  const refused = faultsOf(save.error)
  const faults = [...props.faults, ...refused]
  if (!draft) return null
  const onChange = (next: Product) => {
    save.reset()
    typed.change(next)
  }
  const stored = file.garden.products.some((one) => one.id === draft.id)
  return (
    <div className="sheet stack">
      <div className="fields">
        <TextField
          label={t('Name')}
          value={draft.name}
          faults={faultsAt(faults, 'name')}
          onChange={(name) => onChange({ ...draft, name })}
        />
        <ChoiceField
          label={t('Kind')}
          value={draft.form}
          options={FORMS.map((value) => ({ value, label: words.terms[`form.${value}`] }))}
          onChange={(form) => onChange({ ...draft, form: form as Product['form'] })}
        />
        <Analysis draft={draft} faults={faults} onChange={onChange} />
      </div>
      {draft.declared.length > 0 &&
        faultsAt(faults, 'declared').some((f) => f.field === 'declared') && (
          <p className="fault" role="alert">
            {faultsAt(faults, 'declared')[0].problem}. {faultsAt(faults, 'declared')[0].remedy}
          </p>
        )}
      <details
        open={draft.form === 'coated' || draft.form === 'organic' || draft.form === 'liquid'}
      >
        <summary>{t('More from the label')}</summary>
        <div className="fields">
          <Particulars draft={draft} faults={faults} onChange={onChange} />
        </div>
      </details>
      <Findings of={props.plan.findings.filter((f) => f.about === draft.id)} words={words} />
      <Keeping
        mine={draft}
        basedOn={typed.basedOn}
        label={t('Keep it in the shed')}
        saving={save.isPending}
        disabled={props.faults.length > 0}
        faults={refused}
        conflict={conflictOf(save.error)}
        term={(field) => termOf(words.terms, field)}
        onKeep={(thing, basedOn) =>
          save.mutate(
            { kind: 'products', thing: { ...thing }, basedOn },
            { onSuccess: () => props.onClose(true) },
          )
        }
        onLeave={() => {
          save.reset()
          props.onClose(false)
        }}
      >
        {stored && (
          <Button
            type="text"
            danger
            onClick={() =>
              remove.mutate(
                { kind: 'products', key: draft.id },
                { onSuccess: () => props.onClose(false) },
              )
            }
          >
            {t('Remove')}
          </Button>
        )}
        <Refused faults={faultsOf(remove.error)} />
      </Keeping>
    </div>
  )
}

function Analysis(props: {
  draft: Product
  faults: FaultAt[]
  onChange: (draft: Product) => void
}) {
  const { draft, faults, onChange } = props
  return LABEL_LINES.map((line) => {
    const index = draft.declared.findIndex((one) => line.includes(one.nutrient))
    const known = draft.declared[index]
    return (
      <MeasureField
        key={line[0]}
        label={`${line.map((one) => SHOWN[one]).join(` ${t('or')} `)}, %`}
        units={line}
        names={SHOWN}
        value={known ? { value: known.pct, unit: known.nutrient } : null}
        faults={index < 0 ? [] : faultsAt(faults, `declared.${index}`)}
        onChange={(measure) =>
          onChange(withDeclared(draft, line, measure?.unit ?? line[0], measure?.value ?? null))
        }
      />
    )
  }) as React.ReactElement<{ value: Declared }>[]
}

function Particulars(props: {
  draft: Product
  faults: FaultAt[]
  onChange: (draft: Product) => void
}) {
  const { draft, faults, onChange } = props
  const { materials } = useCatalogue()
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
        onChange={(material) => onChange({ ...draft, material: material || null })}
      />
      {materials.find((one) => one.key === draft.material)?.liming && (
        <LimingFields draft={draft} faults={faults} onChange={onChange} />
      )}
      <MeasureField
        label={t('Bulk density')}
        hint={t('Empty: typical of its kind. Or weigh a scoop of it once, below.')}
        units={DENSITIES}
        value={draft.density}
        faults={faultsAt(faults, 'density')}
        onChange={(density) => onChange({ ...draft, density })}
      />
      <Weighed draft={draft} faults={faults} onChange={onChange} />
      {draft.form === 'liquid' && (
        <ChoiceField
          label={t('Percentages are')}
          value={draft.basis}
          options={[
            { value: 'w/w', label: t('by weight') },
            { value: 'w/v', label: t('grams in 100 mL') },
          ]}
          onChange={(basis) => onChange({ ...draft, basis: basis as Product['basis'] })}
        />
      )}
      {draft.form === 'coated' && (
        <NumberField
          label={t('Releases over')}
          suffix={t('days')}
          value={draft.release_days}
          faults={faultsAt(faults, 'release_days')}
          onChange={(release_days) => onChange({ ...draft, release_days })}
        />
      )}
      {draft.form === 'organic' && (
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
            value={draft.first_season_n_pct}
            faults={faultsAt(faults, 'first_season_n_pct')}
            onChange={(first_season_n_pct) => onChange({ ...draft, first_season_n_pct })}
          />
        </>
      )}
      {draft.form !== 'liquid' && (
        <MeasureField
          label={t('Label: at most, on the ground')}
          units={['g/m2', 'kg/ha', 'oz/yd2', 'lb/100ft2']}
          value={draft.max_rate as never}
          faults={faultsAt(faults, 'max_rate')}
          onChange={(max_rate) => onChange({ ...draft, max_rate })}
        />
      )}
      {(draft.form === 'soluble' || draft.form === 'liquid') && (
        <MeasureField
          label={t('Label: at most, in water')}
          units={['g/L', 'oz/gal_us']}
          value={draft.max_strength}
          faults={faultsAt(faults, 'max_strength')}
          onChange={(max_strength) => onChange({ ...draft, max_strength })}
        />
      )}
      <Nitrogen draft={draft} faults={faults} onChange={onChange} />
      <Stock draft={draft} faults={faults} onChange={onChange} />
      <NumberField
        label={t('Price of a full pack')}
        value={draft.price?.amount}
        faults={faultsAt(faults, 'price')}
        onChange={(amount) =>
          onChange({
            ...draft,
            price:
              amount === null
                ? null
                : { amount, pack: draft.price?.pack ?? { value: 1, unit: 'kg' } },
          })
        }
      />
      {draft.price && (
        <MeasureField<Bulk>
          label={t('Pack holds')}
          units={BULK}
          value={draft.price.pack as never}
          faults={faultsAt(faults, 'price.pack')}
          onChange={(pack) =>
            pack && draft.price && onChange({ ...draft, price: { ...draft.price, pack } as never })
          }
        />
      )}
    </>
  )
}

/** A level scoop weighed once: its bulk density follows. */
function Weighed(props: { draft: Product; faults: FaultAt[]; onChange: (draft: Product) => void }) {
  const { draft, onChange } = props
  const weighed = draft.weighed
  return (
    <>
      <MeasureField
        label={t('Weighed once: level measure')}
        hint={t('Any cup or spoon, filled and struck level.')}
        units={SCOOP_VOLUMES}
        value={(weighed?.volume ?? null) as never}
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
          value={weighed.mass as never}
          faults={faultsAt(props.faults, 'weighed')}
          onChange={(mass) => mass && onChange({ ...draft, weighed: { ...weighed, mass } })}
        />
      )}
    </>
  )
}

/** How the label splits its nitrogen; with nothing typed the forms are not known. */
function Nitrogen(props: {
  draft: Product
  faults: FaultAt[]
  onChange: (draft: Product) => void
}) {
  const { draft, faults, onChange } = props
  const none = { nitrate_pct: 0, ammonium_pct: 0, urea_pct: 0 }
  const forms = [
    ['nitrate_pct', t('N as nitrate')],
    ['ammonium_pct', t('N as ammonium')],
    ['urea_pct', t('N as urea')],
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

function Stock(props: { draft: Product; faults: FaultAt[]; onChange: (draft: Product) => void }) {
  const { draft, faults, onChange } = props
  return (
    <>
      <MeasureField<Bulk>
        label={t('In the shed')}
        hint={t('Empty: not counted.')}
        units={BULK}
        value={draft.stock?.amount as never}
        faults={faultsAt(faults, 'stock.amount')}
        onChange={(amount) =>
          onChange({
            ...draft,
            stock: amount
              ? ({
                  amount,
                  counted_on: draft.stock?.counted_on ?? new Date().toISOString().slice(0, 10),
                } as never)
              : null,
          })
        }
      />
      {draft.stock && (
        <Field label={t('Counted on')} faults={faultsAt(faults, 'stock.counted_on')}>
          {(id) => (
            <input
              id={id}
              type="date"
              className="input"
              value={draft.stock?.counted_on}
              onChange={(event) =>
                draft.stock &&
                event.target.value &&
                onChange({ ...draft, stock: { ...draft.stock, counted_on: event.target.value } })
              }
            />
          )}
        </Field>
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
function LimingFields(props: {
  draft: Product
  faults: FaultAt[]
  onChange: (draft: Product) => void
}) {
  const { draft } = props
  return LIMING().map(([field, label, hint]) => (
    <NumberField
      key={field}
      label={label}
      hint={hint || undefined}
      suffix="%"
      value={draft.liming?.[field]}
      faults={faultsAt(props.faults, `liming.${field}`)}
      onChange={(value) =>
        props.onChange({ ...draft, liming: { ...draft.liming, [field]: value } })
      }
    />
  ))
}
