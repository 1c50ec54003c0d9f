import { Button } from 'antd'
import { SaveButton } from '../../parts/SaveButton'
import type { Schemas } from '../../api/client'
import { useEditing } from '../../api/editing'
import { useGarden } from '../../api/gardens'
import { useWords } from '../../api/reference'
import { newId } from '../../lib/ids'
import { t } from '../../lib/words'
import { NumberField, Refused, TextField, faultsAt, faultsOfWhole } from '../../parts/Field'
import { className, extractName } from './state'

type Table = Schemas['BandTable']

/** A value that has bands, or that may get some. */
export type Banded = Pick<
  Schemas['Gauge'],
  'analyte' | 'extractant' | 'unit' | 'bounds' | 'basis' | 'scheme'
>

const FROM = ['low', 'medium', 'high', 'very_high'] as const

/** Bands as the grower's laboratory or region prints them; they come before ours. */
export function Bands(props: { gardenId: string; gauge: Banded; onClose: () => void }) {
  const { gauge, gardenId } = props
  const { file } = useGarden(gardenId)
  const { terms } = useWords()
  const known = file.garden.bands.find(
    (one) => one.analyte === gauge.analyte && one.extractant === gauge.extractant,
  )
  const editing = useEditing(gardenId, 'bands', {
    name: `bands.${gauge.analyte}.${gauge.extractant}`,
    onSaved: props.onClose,
    onCancelled: props.onClose,
    onRemoved: props.onClose,
  })
  const { faults } = editing
  const shown: Table = editing.thing ?? known ?? ours(gauge)
  const change = (part: Partial<Table>) => editing.change({ ...shown, ...part })
  return (
    <div className="sheet stack" role="group" aria-label={t('Bands of your own')}>
      <p>
        <b>
          {t('Bands for {analyte} by {extract}, in {unit}', {
            analyte: gauge.analyte,
            extract: extractName(terms, gauge.extractant),
            unit: BANDED.find((unit) => unit === gauge.unit) ?? 'mg/kg',
          })}
        </b>
      </p>
      <p className="small soft">
        {known && `${t('These are yours.')} `}
        {!known && gauge.basis && `${gauge.basis} (${t('ours')}). `}
        {t('Type what your laboratory or region prints; it comes before ours.')}
      </p>
      <div className="fields">
        {FROM.map((field) => (
          <NumberField
            key={field}
            label={t('{class} from', { class: className(terms, field, gauge.scheme) })}
            value={shown[field]}
            faults={faultsAt(faults, field)}
            onChange={(value) => change({ [field]: value ?? 0 })}
          />
        ))}
        <TextField
          label={t('Printed where')}
          value={shown.source}
          faults={faultsAt(faults, 'source')}
          onChange={(source) => change({ source })}
        />
      </div>
      <div className="row">
        {editing.allowed && (
          <SaveButton
            loading={editing.saving}
            disabled={!editing.thing}
            onClick={() => editing.save(shown, editing.basedOn)}
          />
        )}
        {known && editing.allowed && (
          <Button loading={editing.removing} onClick={() => editing.remove(known.id)}>
            {t('Back to ours')}
          </Button>
        )}
        <Button onClick={editing.cancel}>{t('Cancel')}</Button>
        <Refused faults={faultsOfWhole(faults)} />
      </div>
    </div>
  )
}

const BANDED = ['mg/kg', 'mg/dm3', 'mg/L'] as const

function ours(gauge: Banded): Table {
  const [low = 0, medium = 0, high = 0, very_high = 0] = gauge.bounds
  return {
    id: newId(),
    extractant: gauge.extractant,
    analyte: gauge.analyte,
    unit: BANDED.find((unit) => unit === gauge.unit) ?? 'mg/kg',
    low,
    medium,
    high,
    very_high,
    source: '',
  }
}
