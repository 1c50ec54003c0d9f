import { DatePicker } from 'antd'
import de from 'antd/es/date-picker/locale/de_DE'
import en from 'antd/es/date-picker/locale/en_US'
import es from 'antd/es/date-picker/locale/es_ES'
import dayjs from 'dayjs'
import 'dayjs/locale/de'
import 'dayjs/locale/es'
import customParseFormat from 'dayjs/plugin/customParseFormat'
import updateLocale from 'dayjs/plugin/updateLocale'
import { useState } from 'react'
import { firstWeekday, showDate } from '../../lib/dates'
import { language, t } from '../../lib/words'
import { dateForm, dateForms } from '../../lib/written'

dayjs.extend(customParseFormat)
dayjs.extend(updateLocale)
dayjs.locale(language)
dayjs.updateLocale(language, { weekStart: firstWeekday() % 7 })

const ISO = 'YYYY-MM-DD'
const FORMS = dateForms()
const WHOLE = FORMS.filter((form) => form.includes('YYYY'))
const SAID = { en, de, es }[language]

export interface PickerProps {
  id: string
  /** A plain date such as "2026-06-18". */
  value: string | null
  describedBy?: string
  invalid?: boolean
  label?: string
  className?: string
  /** The earliest that can be chosen. */
  from?: string
  onChange: (value: string | null) => void
}

/** A date typed in the reader's order of day and month, or chosen from a month. */
export default function Picker(props: PickerProps) {
  const { value, from } = props
  const [typed, setTyped] = useState<string | null>(null)
  const [of, setOf] = useState(value)
  if (of !== value) {
    setOf(value)
    setTyped(null)
  }
  const known = value ? dayjs(value, ISO) : null
  const said = typed === null ? null : read(typed, FORMS)
  const early = said !== null && from !== undefined && said < from
  const wrong = early || (typed !== null && typed.trim() !== '' && said === null)
  const put = (day: string | null) => {
    if (day !== value) props.onChange(day)
  }
  const take = () => {
    if (said && !early) put(said)
  }
  return (
    <span
      onBlur={take}
      onKeyDown={(event) => event.key === 'Enter' && take()}
      // A day that is too early is put back by the picker: nothing wrong is left to be saved.
      data-wrong={(wrong && !early) || undefined}
      tabIndex={wrong ? -1 : undefined}
      onInput={(event) => {
        const text = event.target instanceof HTMLInputElement ? event.target.value : ''
        setTyped(text)
        const day = read(text, WHOLE)
        if (day && !(from && day < from)) put(day)
      }}
    >
      <DatePicker
        id={props.id}
        className={props.className ?? 'date-picker'}
        aria-label={props.label}
        aria-describedby={props.describedBy}
        locale={SAID}
        format={FORMS}
        placeholder={dateForm().toLowerCase()}
        value={known?.isValid() ? known : null}
        minDate={from ? dayjs(from, ISO) : undefined}
        status={props.invalid || wrong ? 'error' : undefined}
        preserveInvalidOnBlur
        showNow={false}
        needConfirm={false}
        onChange={(day) => {
          setTyped(null)
          put(day ? day.format(ISO) : null)
        }}
      />
      {wrong && (
        <span className="fault" role="alert">
          {early && from
            ? t('Not before {day}.', { day: showDate(from) })
            : t('This is not a date. Write it like {example}.', {
                example: dayjs().format(dateForm()),
              })}
        </span>
      )}
    </span>
  )
}

/** The plain date that a text says; null where it says none. */
function read(text: string, forms: readonly string[]): string | null {
  const day = dayjs(text.trim(), [...forms], true)
  return day.isValid() ? day.format(ISO) : null
}
