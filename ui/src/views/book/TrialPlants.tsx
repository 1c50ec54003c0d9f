import type { Schemas } from '../../api/client'
import { useWords } from '../../api/reference'
import { t } from '../../lib/words'
import { ChoiceField, NumberField } from '../../parts/Field'

type Trial = Schemas['Trial']
type Plant = Trial['plants'][number]
type Left = NonNullable<Plant['left']>

const LEFT: readonly Left[] = ['died', 'swapped', 'other']

/** Each plant with how it began, what it brought, and whether it still counts. */
export function TrialPlants({ of, onChange }: { of: Trial; onChange: (trial: Trial) => void }) {
  const { terms } = useWords()
  if (of.plants.length === 0) return null
  const put = (at: Plant, more: Partial<Plant>) =>
    onChange({ ...of, plants: of.plants.map((one) => (one === at ? { ...one, ...more } : one)) })
  const value = (at: Plant, n: number, next: number | null) =>
    put(at, { values: of.measures.map((_, m) => (m === n ? next : (at.values?.[m] ?? null))) })
  return (
    <details open={of.plants.some((one) => one.values?.length)}>
      <summary>{t('What each plant brought')}</summary>
      <ul className="book-plants">
        {of.plants.map((one) => {
          const name = t('{n}: {treatment}', {
            n: (one.plant ?? 0) + 1,
            treatment: of.treatments[one.side]?.name ?? '',
          })
          return (
            <li key={`${one.planting}${one.plant}`}>
              <fieldset className="fields">
                <legend>{name}</legend>
                <NumberField
                  label={t('At the start')}
                  value={one.start}
                  onChange={(start) => put(one, { start })}
                />
                {of.measures.map((measure, n) => (
                  <NumberField
                    key={n}
                    label={measure.name || t('The measure')}
                    suffix={measure.unit || undefined}
                    value={one.values?.[n]}
                    onChange={(next) => value(one, n, next)}
                  />
                ))}
                <ChoiceField
                  label={t('Counts')}
                  value={one.left ?? ''}
                  options={[
                    { value: '', label: t('yes') },
                    ...LEFT.map((left) => ({ value: left, label: terms[`left.${left}`] ?? left })),
                  ]}
                  onChange={(left) =>
                    put(one, { left: LEFT.find((each) => each === left) ?? null })
                  }
                />
              </fieldset>
            </li>
          )
        })}
      </ul>
    </details>
  )
}
