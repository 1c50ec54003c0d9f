import { useCatalogue } from '../../api/reference'
import { chooseSystem, system } from '../../lib/units'
import { t } from '../../lib/words'
import { ChoiceField, NumberField, TextField, faultsAt, type FaultAt } from '../../parts/Field'
import { systems } from '../../parts/kitchens'
import { PickField } from '../../parts/Pick'
import { countryChoices, keep, livingIn, type Draft } from './state'

export interface Step {
  draft: Draft
  faults: readonly FaultAt[]
  onChange: (draft: Draft) => void
}

/** Where the garden is: from it climate, units, spoons and money, each to be corrected. */
export function Where({ draft, faults, onChange }: Step) {
  const { countries, climates } = useCatalogue()
  const { said } = draft
  const say = (part: Partial<Draft['said']>) => onChange({ ...draft, said: { ...said, ...part } })
  const live = (code: string) => {
    const country = countries.find((one) => one.code === code)
    if (!country) return
    const next = livingIn(draft, country)
    onChange(next)
    if (country.system === system) return
    keep(next)
    chooseSystem(country.system)
  }
  return (
    <div className="fields">
      <TextField
        label={t('Name')}
        value={said.name}
        faults={faultsAt(faults, 'name')}
        onChange={(name) => say({ name })}
      />
      <PickField
        label={t('Country')}
        hint={t('Sets units, spoons, money and a climate to start from.')}
        value={draft.country}
        options={countryChoices(countries)}
        onChange={live}
      />
      <ChoiceField
        label={t('Climate to start from')}
        hint={t('Frost dates and temperatures can be corrected at any time.')}
        value={said.climate}
        options={climates.map((one) => ({ value: one.key, label: one.name }))}
        faults={faultsAt(faults, 'climate')}
        onChange={(climate) => say({ climate })}
      />
      <NumberField
        label={t('Latitude')}
        suffix="°"
        hint={t('Only if you know it; south of the equator with a minus.')}
        value={said.latitude_deg}
        faults={faultsAt(faults, 'latitude_deg')}
        onChange={(latitude_deg) => say({ latitude_deg })}
      />
      <ChoiceField
        label={t('Units')}
        value={system}
        options={systems()}
        onChange={(next) => {
          keep(draft)
          chooseSystem(next)
        }}
      />
    </div>
  )
}
