import { Button } from 'antd'
import { conflictOf, faultsOf, type Schemas } from '../../api/client'
import { useGarden, useWrites } from '../../api/gardens'
import { useWords } from '../../api/reference'
import { t } from '../../lib/words'
import type { Draft } from '../../parts/draft'
import {
  ChoiceField,
  NumberField,
  TextField,
  faultsAt,
  type FaultAt,
  Refused,
} from '../../parts/Field'
import { Findings } from '../../parts/Findings'
import { Keeping } from '../../parts/Keeping'
import { termOf } from '../../parts/names'
import { Analysis, type Typing } from './Analysis'
import { LabelLimits } from './LabelLimits'
import { Particulars } from './Particulars'
import { asForm, FORMS, LABEL_LINES, SHOWN, TRACE_LINES, type Product } from './state'

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
