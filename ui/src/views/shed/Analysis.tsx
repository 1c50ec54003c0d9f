import { t } from '../../lib/words'
import { MeasureField, NumberField, faultsAt, type FaultAt } from '../../parts/Field'
import { SHOWN, withDeclared, type Declared, type Product } from './state'

export interface Typing {
  draft: Product
  faults: FaultAt[]
  onChange: (draft: Product) => void
}

/** Some lines of the guaranteed analysis, each as the oxide or the element that is printed. */
export function Analysis(
  props: Typing & { lines: readonly (readonly Declared['nutrient'][])[] },
): React.ReactElement[] {
  const { draft, faults, onChange } = props
  return props.lines.map((line) => {
    const index = draft.declared.findIndex((one) => line.includes(one.nutrient))
    const known = draft.declared[index]
    if (line.length === 1) {
      return (
        <NumberField
          key={line[0]}
          label={`${SHOWN[line[0]]}, %`}
          value={known?.pct}
          faults={index < 0 ? [] : faultsAt(faults, `declared.${index}`)}
          onChange={(pct) => onChange(withDeclared(draft, line, line[0], pct))}
        />
      )
    }
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
  })
}
