import { Button } from 'antd'
import { useState } from 'react'
import { useCatalogue, useWords } from '../../api/reference'
import { t } from '../../lib/words'
import { ChoiceField, TextField, faultsAt, type FaultAt } from '../../parts/Field'
import { PickManyField } from '../../parts/Pick'
import type { Bag } from './state'
import type { Step } from './Where'

const FORMS = ['granular', 'soluble', 'liquid', 'organic'] as const

/** What is in the shed: three numbers of a bag are enough, or a general material. */
export function Feeds({ draft, faults, onChange }: Step) {
  const { materials } = useCatalogue()
  const { terms } = useWords()
  const { said } = draft
  const say = (part: Partial<typeof said>) => onChange({ ...draft, said: { ...said, ...part } })
  return (
    <>
      <p className="soft">
        {t(
          'The three numbers on the front are enough for now; the Shed reads a whole label later.',
        )}
      </p>
      <NewBag draft={draft} onAdd={(bag) => say({ bags: [...said.bags, bag] })} />
      {said.bags.length > 0 && (
        <ul className="bags">
          {said.bags.map((bag, n) => (
            <li key={bag.name} className="row">
              <b>{bag.grade}</b>
              <span className="soft">
                {terms[`form.${bag.form}`]}, {bag.means === 'oxide' ? 'N–P₂O₅–K₂O' : 'N–P–K'}
              </span>
              <Button
                size="small"
                type="text"
                aria-label={t('Without {name}', { name: bag.name })}
                onClick={() => say({ bags: said.bags.toSpliced(n, 1) })}
              >
                {t('Remove')}
              </Button>
              <Wrong faults={faultsAt(faults, `bags.${n}`)} />
            </li>
          ))}
        </ul>
      )}
      <PickManyField
        label={t('General materials: compost, manure, lime, meals, feeds')}
        value={said.materials}
        options={materials.map((one) => ({
          value: one.key,
          label: one.name,
          also: one.also_called ?? [],
        }))}
        faults={faultsAt(faults, 'materials')}
        onChange={(chosen) => say({ materials: chosen })}
      />
    </>
  )
}

function Wrong({ faults }: { faults: readonly FaultAt[] }) {
  return faults.map((one) => (
    <span key={one.field} className="fault" role="alert">
      {one.problem} {one.remedy}
    </span>
  ))
}

/** One bag by its three numbers, its kind, and what the numbers mean. */
function NewBag({ draft, onAdd }: { draft: Step['draft']; onAdd: (bag: Bag) => void }) {
  const { countries } = useCatalogue()
  const { terms } = useWords()
  const country = countries.find((one) => one.code === draft.country)
  const [grade, setGrade] = useState('')
  const [form, setForm] = useState<Bag['form']>('granular')
  const [means, setMeans] = useState<Bag['means']>(country?.grade ?? 'oxide')
  const add = (numbers: string) => {
    const printed = numbers.trim()
    const name = `${printed}, ${terms[`form.${form}`]}`
    if (!printed || draft.said.bags.some((bag) => bag.name === name)) return
    onAdd({ name, grade: printed, form, means })
    setGrade('')
  }
  return (
    <div className="sheet stack">
      <div className="fields">
        <TextField
          label={t('Three numbers of a bag or bottle')}
          hint={t('As printed, like 10-10-10.')}
          value={grade}
          onChange={setGrade}
        />
        <ChoiceField
          label={t('Kind')}
          value={form}
          options={FORMS.map((value) => ({ value, label: terms[`form.${value}`] }))}
          onChange={setForm}
        />
        <ChoiceField
          label={t('The numbers are')}
          hint={t('The label says which; most countries print oxides.')}
          value={means}
          options={[
            { value: 'oxide', label: 'N–P₂O₅–K₂O' },
            { value: 'element', label: 'N–P–K' },
          ]}
          onChange={setMeans}
        />
      </div>
      <div className="row">
        <Button disabled={!grade.trim()} onClick={() => add(grade)}>
          {t('Add')}
        </Button>
        {country && country.usual.length > 0 && (
          <>
            <span className="soft">{t('Usual there:')}</span>
            {country.usual.map((one) => (
              <Button key={one} size="small" onClick={() => add(one)}>
                {one}
              </Button>
            ))}
          </>
        )}
      </div>
    </div>
  )
}
