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

function Reminders({ of, onChange }: Fields) {
  const catalogue = useCatalogue()
  return catalogue.tasks.map(({ key, name }) => (
    <Rule
      key={key}
      label={name}
      on={of.reminders.includes(key)}
      onChange={(on) => {
        const others = of.reminders.filter((one) => one !== key)
        onChange({ reminders: on ? [...others, key] : others })
      }}
    />
  ))
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
