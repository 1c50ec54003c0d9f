import { chooseFirstWeekday, firstWeekday } from '../lib/dates'
import { chooseSystem, system } from '../lib/units'
import { LANGUAGES, LANGUAGE_CODES, chooseLanguage, language, t } from '../lib/words'
import { ChoiceField } from '../parts/Field'
import { systems } from '../parts/kitchens'
import { useState } from 'react'

/** In which language, units and week this browser shows everything. */
export function Reading() {
  const [week, setWeek] = useState(firstWeekday())
  return (
    <div className="fields">
      <ChoiceField
        label={t('Language')}
        value={language}
        options={LANGUAGE_CODES.map((value) => ({ value, label: LANGUAGES[value] }))}
        onChange={chooseLanguage}
      />
      <ChoiceField label={t('Units')} value={system} options={systems()} onChange={chooseSystem} />
      <ChoiceField
        label={t('The week begins on')}
        value={String(week)}
        options={[
          { value: '1', label: t('Monday') },
          { value: '7', label: t('Sunday') },
          { value: '6', label: t('Saturday') },
        ]}
        onChange={(value) => {
          chooseFirstWeekday(Number(value))
          setWeek(Number(value))
        }}
      />
    </div>
  )
}
