import type { Schemas } from '../api/client'
import { useCatalogue } from '../api/reference'
import { weekdays } from '../lib/dates'
import { t } from '../lib/words'
import {
  ChoiceField,
  MeasureField,
  NumberField,
  TextField,
  faultsAt,
  type FaultAt,
} from '../parts/Field'
import { kitchens } from '../parts/kitchens'

type Preferences = Schemas['Settings']['preferences']

interface Fields {
  of: Preferences
  faults: readonly FaultAt[]
  onChange: (part: Partial<Preferences>) => void
}

/** How this gardener measures, what the garden uses, and what to be reminded of. */
export function PreferenceFields(fields: Fields) {
  const { of, onChange } = fields
  return (
    <>
      <h2>{t('How you measure')}</h2>
      <Measuring {...fields} />
      <h2>{t('What this garden uses')}</h2>
      <Rule
        label={t('Only what organic growing allows')}
        on={of.organic_only}
        onChange={(organic_only) => onChange({ organic_only })}
      />
      <Rule
        label={t('Nothing that comes from animals')}
        on={of.no_animal_products}
        onChange={(no_animal_products) => onChange({ no_animal_products })}
      />
      <Rule
        label={t('Phosphorus on beds only where a test is low')}
        on={of.phosphorus_by_test}
        onChange={(phosphorus_by_test) => onChange({ phosphorus_by_test })}
      />
      <h2>{t('Cans')}</h2>
      <Cans {...fields} />
      <h2>{t('Besides feeding')}</h2>
      <p className="small soft">
        {t('What is ticked comes on Today with its stage, and with what to take along.')}
      </p>
      <Reminders {...fields} />
      <h2>{t('Where growers differ')}</h2>
      <Practices {...fields} />
    </>
  )
}

function Measuring({ of, faults, onChange }: Fields) {
  return (
    <div className="fields">
      <MeasureField
        label={t('Watering can')}
        units={['L', 'gal_us', 'gal_imp']}
        value={of.can}
        faults={faultsAt(faults, 'preferences.can')}
        onChange={(can) => can && onChange({ can })}
      />
      <ChoiceField
        label={t('Spoons and cups')}
        value={of.kitchen}
        options={kitchens()}
        onChange={(kitchen) => onChange({ kitchen })}
      />
      <TextField
        label={t('Currency')}
        hint={t('Three letters, like EUR.')}
        value={of.currency}
        faults={faultsAt(faults, 'preferences.currency')}
        onChange={(currency) => onChange({ currency: currency.toUpperCase() })}
      />
    </div>
  )
}

function Cans({ of, faults, onChange }: Fields) {
  return (
    <div className="fields">
      <ChoiceField
        label={t('Feeding day')}
        hint={t('Feeds of neighbouring days come on this one.')}
        value={of.feeding_day == null ? 'any' : String(of.feeding_day)}
        options={[
          { value: 'any', label: t('any day') },
          ...weekdays().map((label, n) => ({ value: String(n), label })),
        ]}
        onChange={(value) => onChange({ feeding_day: value === 'any' ? null : Number(value) })}
      />
      <NumberField
        label={t('One can may serve several where it misses at most')}
        suffix="%"
        value={of.shared_miss_pct}
        faults={faultsAt(faults, 'preferences.shared_miss_pct')}
        onChange={(value) => onChange({ shared_miss_pct: value ?? 15 })}
      />
      <NumberField
        label={t('Proportioner: parts of water to one of concentrate')}
        hint={t('Empty without one. A label that says “1 in 17” is 16.')}
        value={of.proportioner}
        faults={faultsAt(faults, 'preferences.proportioner')}
        onChange={(value) => onChange({ proportioner: value && Math.round(value) })}
      />
      {of.proportioner != null && (
        <ChoiceField
          label={t('Tanks')}
          hint={t('Calcium needs a tank of its own beside sulphates and phosphates.')}
          value={String(of.tanks)}
          options={[
            { value: '1', label: t('one') },
            { value: '2', label: t('two') },
          ]}
          onChange={(value) => onChange({ tanks: value === '2' ? 2 : 1 })}
        />
      )}
    </div>
  )
}

/** The way of growing that is chosen of a practice, else the usual one. */
function chosenOf(of: Preferences, practice: Schemas['Practice']): string {
  const said = of.practices.find((one) => one.startsWith(`${practice.key}.`))
  return said?.slice(practice.key.length + 1) ?? practice.usual
}

/** Jobs besides feeding: the usual ones are on until they are taken off, the others once asked for. */
function Reminders({ of, onChange }: Fields) {
  const { tasks, practices } = useCatalogue()
  const ways = new Set(practices.map((one) => `${one.key}.${chosenOf(of, one)}`))
  const listed = tasks.filter((one) => one.practice == null || ways.has(one.practice))
  return listed.map(({ key, name, usual }) => {
    const without = (keys: readonly string[]) => keys.filter((one) => one !== key)
    const on = usual ? !of.silenced.includes(key) : of.reminders.includes(key)
    return (
      <Rule
        key={key}
        label={name}
        on={on}
        onChange={(wanted) =>
          onChange({
            reminders: wanted && !usual ? [...without(of.reminders), key] : without(of.reminders),
            silenced: !wanted && usual ? [...without(of.silenced), key] : without(of.silenced),
          })
        }
      />
    )
  })
}

/** What growers do in different ways, each with what speaks for it. */
function Practices({ of, onChange }: Fields) {
  const { practices } = useCatalogue()
  return practices.map((one) => {
    const chosen = chosenOf(of, one)
    return (
      <ChoiceField
        key={one.key}
        label={one.name}
        hint={one.choices.find((each) => each.key === chosen)?.say}
        value={chosen}
        options={one.choices.map((each) => ({ value: each.key, label: each.name }))}
        onChange={(way) =>
          onChange({
            practices: [
              ...of.practices.filter((each) => !each.startsWith(`${one.key}.`)),
              ...(way === one.usual ? [] : [`${one.key}.${way}`]),
            ],
          })
        }
      />
    )
  })
}

/** A rule of the garden; what it forbids is left out of every mix, and said. */
function Rule(props: { label: string; on: boolean; onChange: (on: boolean) => void }) {
  return (
    <label>
      <input
        type="checkbox"
        checked={props.on}
        onChange={(event) => props.onChange(event.target.checked)}
      />{' '}
      {props.label}
    </label>
  )
}
