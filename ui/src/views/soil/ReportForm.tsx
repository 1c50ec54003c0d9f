import { said } from '../../lib/units'
import { useWords } from '../../api/reference'
import { t } from '../../lib/words'
import { DateField } from '../../parts/DateField'
import {
  ChoiceField,
  LENGTHS,
  MeasureField,
  NumberField,
  TextField,
  faultsAt,
} from '../../parts/Field'
import { More } from './ReportMore'
import {
  CLASSES,
  EXTRACTS,
  FITTING,
  FORMS,
  MAIN,
  OTHERS,
  extractName,
  unitsOf,
  withValue,
  type Analyte,
  type FormProps,
  type Place,
} from './state'

/** A soil report, value by value, as the laboratory or the kit printed it. */
export function ReportForm(props: FormProps & { places: readonly Place[] }) {
  const { draft, faults, onChange } = props
  const { terms } = useWords()
  const kit = draft.extractant === 'Colour kit'
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
          ask="extractant"
          value={draft.extractant}
          options={EXTRACTS.map((value) => ({ value, label: extractName(terms, value) }))}
          faults={faultsAt(faults, 'extractant')}
          onChange={(value) => onChange({ ...draft, extractant: value })}
        />
        <MeasureField
          label={t('Sampled to')}
          units={LENGTHS}
          value={draft.depth}
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
          onChange={(ph_in) => onChange({ ...draft, ph_in: ph_in })}
        />
        {!kit && <Buffer {...props} />}
        {!kit && (
          <NumberField
            label={t('Organic matter')}
            suffix="%"
            ask="organic_matter"
            value={draft.organic_matter_pct}
            faults={faultsAt(faults, 'organic_matter_pct')}
            onChange={(organic_matter_pct) => onChange({ ...draft, organic_matter_pct })}
          />
        )}
      </div>
      <div className="values">
        {MAIN.map((analyte) => (
          <ValueRow key={analyte} analyte={analyte} kit={kit} {...props} />
        ))}
      </div>
      {!kit && <More {...props} />}
      {!kit && (
        <details>
          <summary>{t('Trace nutrients, nitrate and sodium')}</summary>
          <div className="values">
            {OTHERS.map((analyte) => (
              <ValueRow key={analyte} analyte={analyte} kit={false} {...props} />
            ))}
          </div>
        </details>
      )}
      <BedsOf {...props} />
    </>
  )
}

/** Which beds the sample stands for. */
function BedsOf({ draft, places, onChange }: FormProps & { places: readonly Place[] }) {
  const toggle = (place: string, on: boolean) =>
    onChange({
      ...draft,
      places: on ? [...draft.places, place] : draft.places.filter((one) => one !== place),
    })
  return (
    <div className="row small" role="group" aria-label={t('Beds that this sample stands for')}>
      <b>{t('For')}</b>
      {places.map((place) => (
        <label key={place.id} className="row">
          <input
            type="checkbox"
            checked={draft.places.includes(place.id)}
            onChange={(event) => toggle(place.id, event.target.checked)}
          />
          {place.name}
        </label>
      ))}
      {draft.places.length > 1 && (
        <label className="row">
          <input
            type="checkbox"
            checked={draft.composite ?? false}
            onChange={(event) => onChange({ ...draft, composite: event.target.checked })}
          />
          {t('one sample mixed from all of these')}
        </label>
      )}
    </div>
  )
}

const BUFFERS = ['Mehlich', 'SMP', 'Sikora', 'Adams-Evans', 'Moore-Sikora'] as const

function Buffer({ draft, faults, onChange }: FormProps) {
  const method = draft.buffer?.method ?? 'Mehlich'
  return (
    <>
      <NumberField
        ask="buffer_ph"
        label={t('Buffer pH')}
        hint={t('Empty where none is printed.')}
        value={draft.buffer?.value}
        faults={faultsAt(faults, 'buffer')}
        onChange={(value) =>
          onChange({ ...draft, buffer: value === null ? null : { method, value } })
        }
      />
      {draft.buffer && (
        <ChoiceField
          label={t('Which buffer')}
          value={method}
          options={BUFFERS.map((value) => ({ value, label: value.replace('-', '–') }))}
          onChange={(value) =>
            draft.buffer &&
            onChange({
              ...draft,
              buffer: { ...draft.buffer, method: value },
            })
          }
        />
      )}
    </>
  )
}

function ValueRow(props: FormProps & { analyte: Analyte; kit: boolean }) {
  const { analyte, draft, faults, onChange, kit } = props
  const { terms } = useWords()
  const index = draft.values.findIndex((one) => one.analyte === analyte)
  const known = draft.values[index]
  const here = index < 0 ? [] : faultsAt(faults, `values.${index}`)
  const form = FORMS[analyte]
  const rating = (
    <ChoiceField
      label={
        kit ? t('{analyte}: class', { analyte }) : t("{analyte}: laboratory's rating", { analyte })
      }
      value={known?.lab_rating ?? ''}
      options={[
        { value: '', label: kit ? t('not tested') : t('none printed') },
        ...CLASSES.map((value) => ({ value, label: terms[`class.${value}`] })),
      ]}
      onChange={(word) =>
        onChange(
          withValue(draft, analyte, {
            lab_rating: word || null,
            ...(kit ? { value: null, extractant: 'Colour kit' as const } : {}),
          }),
        )
      }
    />
  )
  if (kit) return <div className="value-row">{rating}</div>
  const per = known?.unit === 'lb/acre' || known?.unit === 'kg/ha'
  return (
    <div className="value-row">
      <MeasureField
        label={analyte}
        units={unitsOf(analyte)}
        names={{ 'mg/dm3': 'mg/dm³ (mg/L)', 'mg/L': t('mg/L of extract') }}
        value={known?.value == null ? null : { value: known.value, unit: known.unit }}
        faults={here}
        onChange={(measure) =>
          onChange(
            withValue(draft, analyte, {
              value: measure?.value ?? null,
              ...(measure ? { unit: measure.unit } : {}),
            }),
          )
        }
      />
      {known && (
        <ChoiceField
          label={t('{analyte}: extract', { analyte })}
          value={known.extractant ?? draft.extractant}
          options={[...new Set([...FITTING[analyte], known.extractant ?? draft.extractant])].map(
            (value) => ({ value, label: extractName(terms, value) }),
          )}
          onChange={(extractant) => onChange(withValue(draft, analyte, { extractant: extractant }))}
        />
      )}
      {known && rating}
      {known && form && (
        <ChoiceField
          label={t('{analyte}: counted as', { analyte })}
          value={known.printed_as ?? ''}
          options={[
            { value: '', label: analyte === 'NO3-N' ? t('nitrogen') : t('the element') },
            { value: form, label: form },
          ]}
          onChange={(printed_as) =>
            onChange(withValue(draft, analyte, { printed_as: printed_as || null }))
          }
        />
      )}
      {known && per && (
        <MeasureField
          label={t('{analyte}: for a layer of', { analyte })}
          hint={t('Empty: {depth}.', {
            depth: known.unit === 'lb/acre' ? '6⅔ in' : said('15 cm', '6 in'),
          })}
          units={['in', 'cm', 'm', 'ft']}
          value={known.depth}
          onChange={(depth) => onChange(withValue(draft, analyte, { depth }))}
        />
      )}
    </div>
  )
}
