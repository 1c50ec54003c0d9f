import type { Schemas } from '../../api/client'
import { useWords } from '../../api/reference'
import { t } from '../../lib/words'
import {
  ChoiceField,
  DateField,
  LENGTHS,
  MeasureField,
  NumberField,
  TextField,
  faultsAt,
  type FaultAt,
} from '../../parts/Field'
import { ANALYTES, CLASSES, EXTRACTANTS, withValue, type Analyte, type Report } from './state'

const UNITS = ['mg/kg', 'ppm', 'mg/dm3'] as const
const UNIT_NAMES = { 'mg/dm3': 'mg/dm³ (mg/L)' }

/** A soil report, value by value, as the laboratory printed it. */
export function ReportForm(props: {
  draft: Report
  beds: readonly Schemas['Bed'][]
  faults: FaultAt[]
  onChange: (draft: Report) => void
}) {
  const { draft, faults, onChange } = props
  const toggle = (bed: string, on: boolean) =>
    onChange({
      ...draft,
      places: on ? [...draft.places, bed] : draft.places.filter((one) => one !== bed),
    })
  return (
    <>
      <div className="fields">
        <TextField
          label={t('Laboratory')}
          value={draft.lab}
          faults={faultsAt(faults, 'lab')}
          onChange={(lab) => onChange({ ...draft, lab })}
        />
        <DateField
          label={t('Sampled on')}
          value={draft.sampled_on}
          faults={faultsAt(faults, 'sampled_on')}
          onChange={(day) => day && onChange({ ...draft, sampled_on: day })}
        />
        <ChoiceField
          label={t('Extract used')}
          value={draft.extractant}
          options={['Mehlich-3', 'Olsen', 'Ammonium acetate'].map((value) => ({
            value,
            label: extractName(value),
          }))}
          faults={faultsAt(faults, 'extractant')}
          onChange={(value) => onChange({ ...draft, extractant: value as Report['extractant'] })}
        />
        <MeasureField
          label={t('Sampled to')}
          units={LENGTHS}
          value={draft.depth as never}
          faults={faultsAt(faults, 'depth')}
          onChange={(depth) => depth && onChange({ ...draft, depth })}
        />
        <NumberField
          label="pH"
          value={draft.ph}
          faults={faultsAt(faults, 'ph')}
          onChange={(ph) => onChange({ ...draft, ph })}
        />
        <ChoiceField
          label={t('pH measured in')}
          value={draft.ph_in}
          options={[
            { value: 'water', label: t('water') },
            { value: 'CaCl2', label: t('calcium chloride') },
          ]}
          onChange={(ph_in) => onChange({ ...draft, ph_in: ph_in as Report['ph_in'] })}
        />
        <NumberField
          label={t('Organic matter')}
          suffix="%"
          value={draft.organic_matter_pct}
          faults={faultsAt(faults, 'organic_matter_pct')}
          onChange={(organic_matter_pct) => onChange({ ...draft, organic_matter_pct })}
        />
      </div>
      <div className="values">
        {ANALYTES.map((analyte) => (
          <Value key={analyte} analyte={analyte} {...props} />
        ))}
      </div>
      <div className="row small" role="group" aria-label={t('Beds that this sample stands for')}>
        <b>{t('For')}</b>
        {props.beds.map((bed) => (
          <label key={bed.id} className="row">
            <input
              type="checkbox"
              checked={draft.places.includes(bed.id)}
              onChange={(event) => toggle(bed.id, event.target.checked)}
            />
            {bed.name}
          </label>
        ))}
      </div>
    </>
  )
}

function Value(props: {
  analyte: Analyte
  draft: Report
  faults: FaultAt[]
  onChange: (draft: Report) => void
}) {
  const { analyte, draft, faults, onChange } = props
  const words = useWords()
  const index = draft.values.findIndex((one) => one.analyte === analyte)
  const known = draft.values[index]
  const fitting = EXTRACTANTS[analyte]
  return (
    <div className="value-row">
      <MeasureField
        label={analyte}
        units={UNITS}
        names={UNIT_NAMES}
        value={known ? { value: known.value, unit: known.unit } : null}
        faults={index < 0 ? [] : faultsAt(faults, `values.${index}`)}
        onChange={(measure) =>
          onChange(
            withValue(draft, analyte, { value: measure?.value ?? null, unit: measure?.unit }),
          )
        }
      />
      {known && fitting.length > 1 && (
        <ChoiceField
          label={t('{analyte}: extract', { analyte })}
          value={known.extractant ?? draft.extractant}
          options={[...new Set([...fitting, known.extractant ?? draft.extractant])].map(
            (value) => ({ value, label: extractName(value) }),
          )}
          onChange={(extractant) =>
            onChange(withValue(draft, analyte, { extractant: extractant as Report['extractant'] }))
          }
        />
      )}
      {known && (
        <ChoiceField
          label={t("{analyte}: laboratory's word", { analyte })}
          value={known.lab_rating ?? ''}
          options={[
            { value: '', label: t('none printed') },
            ...CLASSES.map((value) => ({ value, label: words.terms[`class.${value}`] })),
          ]}
          onChange={(rating) =>
            onChange({
              ...draft,
              values: draft.values.map((one) =>
                one.analyte === analyte
                  ? { ...one, lab_rating: (rating || null) as typeof one.lab_rating }
                  : one,
              ),
            })
          }
        />
      )}
    </div>
  )
}

/** Two extracts are names; the third is a substance, which every language names itself. */
function extractName(value: string): string {
  return value === 'Ammonium acetate' ? t('Ammonium acetate') : value
}
