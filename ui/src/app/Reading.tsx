import { chooseFirstWeekday, firstWeekday } from '../lib/dates'
import { SYSTEMS, chooseSystem, system, type System } from '../lib/units'
import { LANGUAGES, LANGUAGE_CODES, chooseLanguage, language, t } from '../lib/words'
import { ChoiceField } from '../parts/Field'
import { useState } from 'react'

/** In which language, units and week this browser shows everything. */
export function Reading() {
  const [week, setWeek] = useState(firstWeekday())
  const units: Record<System, string> = {
    metric: t('metric'),
    us: t('US customary'),
    imperial: t('imperial'),
  }
  return (
    <div className="fields">
      <ChoiceField
        label={t('Language')}
        value={language}
        options={LANGUAGE_CODES.map((value) => ({ value, label: LANGUAGES[value] }))}
        onChange={chooseLanguage}
      />
      <ChoiceField
        label={t('Units')}
        value={system}
        options={SYSTEMS.map((value) => ({ value, label: units[value] }))}
        onChange={chooseSystem}
      />
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
