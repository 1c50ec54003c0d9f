import type { ThingEditing } from '../../api/editing'
import type { Schemas } from '../../api/client'
import { t } from '../../lib/words'
import { DateField } from '../../parts/DateField'
import { ChoiceField, MeasureField, NumberField, VOLUMES, faultsAt } from '../../parts/Field'
import { SaveBar } from '../../parts/SaveBar'

type Planting = Schemas['Planting']
type Raising = NonNullable<Planting['raising']>
type Counted =
  | 'seed_year'
  | 'germination_pct'
  | 'tested'
  | 'sprouted'
  | 'survival_pct'
  | 'cells'
  | 'sown'
  | 'came_up'
  | 'given_away'
  | 'lost'

const USUAL: Raising = {
  bench: null,
  frame: null,
  seed_year: null,
  germination_pct: null,
  tested: null,
  sprouted: null,
  survival_pct: null,
  cell: null,
  cells: null,
  sown: null,
  came_up: null,
  roots_seen_on: null,
  given_away: 0,
  lost: 0,
}

/** What is known of a planting's seed, cells and plants; what is left out is as usual. */
export function RaisingFields(props: {
  editing: ThingEditing<Planting>
  benches: readonly Schemas['Bench'][]
  terms: Record<string, string>
}) {
  const { editing, benches } = props
  const planting = editing.thing
  if (!planting) return null
  const raising = planting.raising ?? USUAL
  const faults = (field: string) => faultsAt(editing.faults, `raising.${field}`)
  const set = (part: Partial<Raising>) =>
    editing.change({ ...planting, raising: { ...raising, ...part } })
  const count = (field: Counted, label: string, suffix?: string, hint?: string) => (
    <NumberField
      label={label}
      suffix={suffix}
      hint={hint}
      value={
        raising[field] || (field === 'came_up' || field === 'sprouted' ? raising[field] : null)
      }
      faults={faults(field)}
      onChange={(value) =>
        set({ [field]: field === 'given_away' || field === 'lost' ? (value ?? 0) : value })
      }
    />
  )
  const where = (field: 'bench' | 'frame', label: string) => (
    <ChoiceField
      label={label}
      value={raising[field] ?? ''}
      options={[
        { value: '', label: t('not noted') },
        ...benches.map((one) => ({ value: one.id, label: one.name })),
      ]}
      faults={faults(field)}
      onChange={(id) => set({ [field]: id || null })}
    />
  )
  return (
    <div className="stack">
      <div className="fields">
        {where('bench', t('Stands on'))}
        {where('frame', t('From hardening off on'))}
        {count('sown', t('Seeds sown'))}
        {count('came_up', t('Came up'))}
        {count('given_away', t('Given away'))}
        {count('lost', t('Lost'))}
        <DateField
          label={t('Roots showed below')}
          value={raising.roots_seen_on ?? null}
          faults={faults('roots_seen_on')}
          onChange={(day) => set({ roots_seen_on: day })}
        />
      </div>
      <details>
        <summary>{t('The seed and the trays')}</summary>
        <div className="fields">
          {count('seed_year', t('Year of the seed'))}
          {count('germination_pct', t('Germination by the packet'), '%')}
          {count('tested', t('Seeds on a damp towel'), undefined, t('This counts before its age.'))}
          {count('sprouted', t('Of these sprouted'))}
          {count('survival_pct', t('Planted out of what comes up'), '%', t('Empty: 90 %.'))}
          <MeasureField
            label={t('One cell holds')}
            units={VOLUMES}
            value={raising.cell ?? null}
            faults={faults('cell')}
            onChange={(cell) => set({ cell })}
          />
          {count('cells', t('Cells in a tray'))}
        </div>
      </details>
      <SaveBar editing={editing} terms={props.terms} />
    </div>
  )
}
