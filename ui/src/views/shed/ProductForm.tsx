import { Button } from 'antd'
import type { ThingEditing } from '../../api/editing'
import { useGarden } from '../../api/gardens'
import { useWords } from '../../api/reference'
import { t } from '../../lib/words'
import { ChoiceField, NumberField, TextField, faultsAt, Refused } from '../../parts/Field'
import { Findings } from '../../parts/Findings'
import { SaveBar } from '../../parts/SaveBar'
import { Analysis, type Typing } from './Analysis'
import { PhotoOfBag } from './FromLabel'
import { LabelLimits } from './LabelLimits'
import { useDevice } from '../../api/devices'
import { ReadDevice } from '../../parts/ReadDevice'
import { Particulars } from './Particulars'
import { asForm, FORMS, LABEL_LINES, SHOWN, TRACE_LINES, type Product } from './state'

/** What a label says, line by line. */
export function ProductForm(props: { gardenId: string; editing: ThingEditing<Product> }) {
  const { editing } = props
  const { thing: draft, plan, faults, change: onChange } = editing
  const { file } = useGarden(props.gardenId)
  const words = useWords()
  const scale = useDevice(props.gardenId, 'scale')
  if (!draft) return null
  const stored = file.garden.products.some((one) => one.id === draft.id)
  const wrong = faultsAt(faults, 'declared').find((f) => f.field === 'declared')
  const typing = { draft, faults, onChange }
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
          onChange={(form) => onChange(asForm(draft, form))}
        />
        {draft.form === 'mix' ? (
          <Charge {...typing} />
        ) : (
          <Analysis {...typing} lines={LABEL_LINES} />
        )}
      </div>
      {draft.declared.length > 0 && wrong && (
        <p className="fault" role="alert">
          {wrong.problem}. {wrong.remedy}
        </p>
      )}
      <details open={['coated', 'organic', 'liquid', 'mix'].includes(draft.form)}>
        <summary>{t('More from the label')}</summary>
        <div className="fields">
          <Particulars {...typing} />
        </div>
        {draft.weighed && (
          <ReadDevice
            of={scale}
            label={t('Read the scale')}
            onRead={({ value, settled }) =>
              settled &&
              value > 0 &&
              onChange({
                ...draft,
                weighed: draft.weighed && { ...draft.weighed, mass: { value, unit: 'g' } },
              })
            }
          />
        )}
        <PhotoOfBag
          gardenId={props.gardenId}
          photo={draft.photo ?? null}
          name={draft.name}
          onChange={(photo) => onChange({ ...draft, photo })}
        />
      </details>
      {draft.form !== 'mix' && (
        <details open={faults.some((f) => /^declared/.test(f.field)) && hasTraces(draft)}>
          <summary>{t('Traces, chloride and sodium')}</summary>
          <div className="fields">
            <Analysis {...typing} lines={TRACE_LINES} />
          </div>
        </details>
      )}
      {draft.form !== 'mix' && (
        <details open={faults.some((f) => /^(max_|interval)/.test(f.field))}>
          <summary>{t('How much and how often the label allows')}</summary>
          <div className="fields">
            <LabelLimits {...typing} />
          </div>
        </details>
      )}
      <Findings of={plan.findings.filter((f) => f.about === draft.id)} words={words} />
      <SaveBar editing={editing} terms={words.terms}>
        {stored && (
          <Button type="text" danger onClick={() => editing.remove(draft.id)}>
            {t('Remove')}
          </Button>
        )}
        <Refused faults={editing.removeFaults} />
      </SaveBar>
    </div>
  )
}

function hasTraces(draft: Product): boolean {
  return draft.declared.some((one) => TRACE_LINES.some((line) => line.includes(one.nutrient)))
}

const CHARGED = ['N', 'P2O5', 'K2O', 'Ca', 'Mg'] as const

/** What the maker of a bagged mix added, in a litre of it. */
function Charge({ draft, faults, onChange }: Typing) {
  return (
    <>
      <ChoiceField
        label={t('Is it for')}
        value={draft.for_seed ? 'seed' : 'pots'}
        faults={faultsAt(faults, 'for_seed')}
        options={[
          { value: 'pots', label: t('potting') },
          { value: 'seed', label: t('sowing, unfertilised') },
        ]}
        onChange={(use) =>
          onChange({
            ...draft,
            for_seed: use === 'seed',
            added: use === 'seed' ? [] : draft.added,
          })
        }
      />
      {!draft.for_seed &&
        CHARGED.map((nutrient) => {
          const index = draft.added.findIndex((one) => one.nutrient === nutrient)
          return (
            <NumberField
              key={nutrient}
              label={t('{nutrient} added', { nutrient: SHOWN[nutrient] })}
              suffix="mg/L"
              value={draft.added[index]?.mg_l}
              faults={index < 0 ? [] : faultsAt(faults, `added.${index}`)}
              onChange={(mg_l) => {
                const rest = draft.added.filter((one) => one.nutrient !== nutrient)
                onChange({ ...draft, added: mg_l === null ? rest : [...rest, { nutrient, mg_l }] })
              }}
            />
          )
        })}
    </>
  )
}
