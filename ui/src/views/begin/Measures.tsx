import { t } from '../../lib/words'
import { ChoiceField, MeasureField, faultsAt } from '../../parts/Field'
import { kitchens } from '../../parts/kitchens'
import type { Step } from './Where'

/** What is measured with, and what stays a guess until something is measured. */
export function Measures({ draft, faults, onChange }: Step) {
  const { said } = draft
  const prefer = (part: Partial<typeof said.preferences>) =>
    onChange({ ...draft, said: { ...said, preferences: { ...said.preferences, ...part } } })
  return (
    <>
      <div className="fields">
        <ChoiceField
          label={t('Spoons and cups')}
          value={said.preferences.kitchen}
          options={kitchens()}
          onChange={(kitchen) => prefer({ kitchen })}
        />
        <MeasureField
          label={t('Watering can')}
          units={['L', 'gal_us', 'gal_imp']}
          value={said.preferences.can}
          faults={faultsAt(faults, 'preferences.can')}
          onChange={(can) => can && prefer({ can })}
        />
        <ChoiceField
          label={t('What may be used')}
          value={said.preferences.organic_only ? 'organic' : 'all'}
          options={[
            { value: 'all', label: t('everything') },
            { value: 'organic', label: t('only what organic growing allows') },
          ]}
          onChange={(value) => prefer({ organic_only: value === 'organic' })}
        />
      </div>
      <div className="sheet stack">
        <h2>{t('Guessed until you measure')}</h2>
        <ul className="guessed">
          <li>
            {t('Beds: potassium medium, phosphorus enough, no lime. A soil test settles both.')}
          </li>
          <li>
            {t(
              'Tubs: a bought mix with lime and no feed left. The label of the mix says what it holds.',
            )}
          </li>
          <li>{t('Spoons: the usual density of such a product. One weighed cup settles it.')}</li>
          <li>
            {t(
              'Water: usual tap water without nitrate. A water report counts nitrate, calcium and salts.',
            )}
          </li>
          <li>{t('Days: the climate’s usual frosts and warmth. What you see comes first.')}</li>
        </ul>
      </div>
    </>
  )
}
