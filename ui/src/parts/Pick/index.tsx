import { Select } from 'antd'
import { rank } from '../../lib/find'
import { t } from '../../lib/words'
import { Field, type FaultAt } from '../Field'

export interface Choice {
  value: string
  label: string
  /** Other names that it is found by. */
  also?: readonly string[]
}

interface Common {
  label: string
  hint?: string
  faults?: readonly FaultAt[]
  options: readonly Choice[]
}

const namesOf = (one: Choice) => [one.label, ...(one.also ?? [])]

/** What antd needs to find a choice by any of its names, the best first, slips forgiven. */
function searching(options: readonly Choice[]) {
  return {
    showSearch: {
      filterOption: (typed: string, option?: Choice) =>
        option !== undefined && rank(typed, namesOf(option)) !== null,
      filterSort: (a: Choice, b: Choice, { searchValue }: { searchValue: string }) =>
        (rank(searchValue, namesOf(a)) ?? 9) - (rank(searchValue, namesOf(b)) ?? 9),
    },
    options: [...options],
    notFoundContent: t('Nothing of that name'),
    popupMatchSelectWidth: false,
  }
}

/** One of many, found by typing any of its names. */
export function PickField(props: Common & { value: string; onChange: (value: string) => void }) {
  return (
    <Field {...props}>
      {(id, described, invalid) => (
        <Select
          id={id}
          aria-describedby={described}
          status={invalid ? 'error' : undefined}
          value={props.value || undefined}
          onChange={props.onChange}
          {...searching(props.options)}
        />
      )}
    </Field>
  )
}

/** Several of many. */
export function PickManyField(
  props: Common & { value: readonly string[]; onChange: (value: string[]) => void },
) {
  return (
    <Field {...props}>
      {(id, described, invalid) => (
        <Select
          id={id}
          mode="multiple"
          aria-describedby={described}
          status={invalid ? 'error' : undefined}
          placeholder={t('choose …')}
          value={[...props.value]}
          onChange={props.onChange}
          {...searching(props.options)}
        />
      )}
    </Field>
  )
}

/** One of many within a line of text, named by a label that stands elsewhere. */
export function PickInLine(props: {
  id: string
  value: string
  options: readonly Choice[]
  onChange: (value: string) => void
}) {
  return (
    <Select
      id={props.id}
      className="pick-in-line"
      value={props.value || undefined}
      placeholder={t('choose …')}
      onChange={props.onChange}
      {...searching(props.options)}
    />
  )
}
