import { showAmount } from '../../lib/numbers'
import type { Schemas } from '../../api/client'
import { t } from '../../lib/words'
import {
  ChoiceField,
  DENSITIES,
  LENGTHS,
  MeasureField,
  NumberField,
  TextField,
  faultsAt,
} from '../../parts/Field'
import type { FormProps } from './state'

type Ec = Schemas['Conductivity']

const RATES = ['g/m2', 'kg/m2', 't/ha', 'kg/ha', 'lb/1000ft2', 'lb/acre', 'ton/acre'] as const
const EC_UNITS = ['dS/m', 'mS/cm', 'mmho/cm', 'uS/cm'] as const

const ecMethods = (): { value: Ec['method']; label: string }[] => [
  { value: 'paste', label: t('saturated paste') },
  { value: '1:2', label: t('1 part in 2 of water') },
  { value: '1:5', label: t('1 part in 5 of water') },
  { value: 'SME', label: t('saturated extract of a mix') },
]

/** What only some reports print: exchange capacity, salts, free lime, lime recommendation. */
export function More({ draft, faults, onChange }: FormProps) {
  const printed = [draft.cec_cmol_kg, draft.ec, draft.lime, draft.fizz, draft.free_lime_pct]
  return (
    <details open={printed.some((one) => one != null)}>
      <summary>{t('Exchange capacity, salts, lime')}</summary>
      <div className="fields">
        <NumberField
          ask="cec"
          label={t('Exchange capacity')}
          suffix={t('cmol/kg')}
          hint={t('The same as meq/100 g.')}
          value={draft.cec_cmol_kg}
          faults={faultsAt(faults, 'cec_cmol_kg')}
          onChange={(cec_cmol_kg) => onChange({ ...draft, cec_cmol_kg })}
        />
        <NumberField
          label={t('Organic carbon')}
          hint={t('Where no organic matter is printed.')}
          suffix="%"
          value={draft.organic_carbon_pct}
          faults={faultsAt(faults, 'organic_carbon_pct')}
          onChange={(organic_carbon_pct) => onChange({ ...draft, organic_carbon_pct })}
        />
        <Salts draft={draft} faults={faults} onChange={onChange} />
        <MeasureField
          label={t('Density of the sample')}
          hint={t('Empty: {density}, the usual.', { density: showAmount(1.1, 'g/mL') })}
          units={DENSITIES}
          value={draft.sample_density}
          faults={faultsAt(faults, 'sample_density')}
          onChange={(sample_density) => onChange({ ...draft, sample_density })}
        />
        <ChoiceField
          label={t('A drop of vinegar')}
          value={draft.fizz ?? ''}
          options={[
            { value: '', label: t('not tried') },
            { value: 'none', label: t('does nothing') },
            { value: 'slight', label: t('fizzes a little') },
            { value: 'strong', label: t('fizzes strongly') },
          ]}
          onChange={(fizz) => onChange({ ...draft, fizz: fizz || null })}
        />
        <NumberField
          label={t('Free lime')}
          suffix="%"
          value={draft.free_lime_pct}
          faults={faultsAt(faults, 'free_lime_pct')}
          onChange={(free_lime_pct) => onChange({ ...draft, free_lime_pct })}
        />
        <Lime draft={draft} faults={faults} onChange={onChange} />
        <TextField
          label={t('Note')}
          value={draft.note ?? ''}
          faults={faultsAt(faults, 'note')}
          onChange={(note) => onChange({ ...draft, note })}
        />
      </div>
    </details>
  )
}

function Salts({ draft, faults, onChange }: FormProps) {
  return (
    <>
      <MeasureField
        ask="ec"
        label={t('Conductivity')}
        units={EC_UNITS}
        names={{ 'uS/cm': 'µS/cm' }}
        value={draft.ec && { value: draft.ec.value, unit: draft.ec.unit }}
        faults={faultsAt(faults, 'ec')}
        onChange={(measure) =>
          onChange({
            ...draft,
            ec: measure && { ...measure, method: draft.ec?.method ?? '1:5' },
          })
        }
      />
      {draft.ec && (
        <ChoiceField
          ask="paste"
          label={t('Conductivity measured in')}
          value={draft.ec.method}
          options={ecMethods()}
          onChange={(method) =>
            draft.ec && onChange({ ...draft, ec: { ...draft.ec, method: method } })
          }
        />
      )}
    </>
  )
}

/** The laboratory's lime, with the lime and the depth that it speaks of. */
function Lime({ draft, faults, onChange }: FormProps) {
  const { lime } = draft
  const change = (part: Partial<NonNullable<typeof lime>>) =>
    lime && onChange({ ...draft, lime: { ...lime, ...part } })
  return (
    <>
      <MeasureField
        label={t('Lime that the laboratory recommends')}
        units={RATES}
        names={{ 'lb/1000ft2': 'lb/1000 ft²', 'ton/acre': t('US ton/acre') }}
        value={lime?.amount}
        faults={faultsAt(faults, 'lime')}
        onChange={(amount) =>
          onChange({
            ...draft,
            lime: amount && {
              cce_pct: lime?.cce_pct ?? 100,
              depth: lime?.depth ?? { value: 15, unit: 'cm' },
              amount,
            },
          })
        }
      />
      {lime && (
        <>
          <NumberField
            label={t('Neutralising value of that lime')}
            suffix="%"
            value={lime.cce_pct}
            onChange={(cce_pct) => change({ cce_pct: cce_pct ?? 100 })}
          />
          <MeasureField
            label={t('For a depth of')}
            units={LENGTHS}
            value={lime.depth}
            onChange={(depth) => depth && change({ depth })}
          />
        </>
      )}
    </>
  )
}
