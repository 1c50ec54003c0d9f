import { useId } from 'react'
import type { Schemas } from '../../api/client'
import type { faultsOf } from '../../api/client'
import { t } from '../../lib/words'
import { DateInput } from '../../parts/DateField'
import { PickInLine } from '../../parts/Pick'
import type { Own, Suggestion } from './own'

type Sum = Schemas['SumView']
type Blank = Schemas['BlankView']
type Faults = ReturnType<typeof faultsOf>

/** More choices than these are searched. */
const MANY = 12
/** A blank grows with what is typed into it, between these. [characters] */
const LEAST = 7
const MOST = 22

/** A sum as a sentence: each blank is a field, and the one that is asked holds the answer. */
export function Sentence(props: {
  sum: Sum
  own: Own
  /** Answers that come with the one that is asked. */
  beside: Schemas['BesideView'][]
  asked: string
  typed: Record<string, string>
  read: Record<string, string>
  answer: string | undefined
  faults: Faults
  onType: (name: string, text: string) => void
  onAsk: (name: string) => void
}) {
  const { sum, asked } = props
  const elsewhere = props.faults.filter((one) => !sum.blanks.some((b) => b.name === one.field))
  return (
    <div className="sheet">
      <div className="sum-sentence">
        {sum.parts.map((part, n) => {
          const blank = sum.blanks.find((one) => `{${one.name}}` === part)
          if (!blank) return <Plain key={n} text={part} />
          if (blank.name === asked) return <Asked key={n} blank={blank} answer={props.answer} />
          return (
            <Known
              key={n}
              blank={blank}
              own={props.own[blank.kind] ?? []}
              besides={props.beside.find((one) => one.name === blank.name)?.said}
              value={props.typed[blank.name]}
              read={props.read[blank.name]}
              tried={!sum.asks.includes(blank.name)}
              faults={props.faults.filter((one) => one.field === blank.name)}
              onType={(text) => props.onType(blank.name, text)}
              onAsk={() => props.onAsk(blank.name)}
            />
          )
        })}
      </div>
      {elsewhere.map((one) => (
        <p key={one.key} role="alert" className="fault">
          {one.problem}. {one.remedy}
        </p>
      ))}
    </div>
  )
}

/** Words between blanks; each may stand at the end of a line. */
function Plain({ text }: { text: string }) {
  return (
    <>
      {text
        .replace(/[()]/g, ' ')
        .split(/\s+/)
        .filter((word) => /[^.,;]/.test(word))
        .map((word, n) => (
          <span key={n}>{word}</span>
        ))}
    </>
  )
}

function Asked({ blank, answer }: { blank: Blank; answer: string | undefined }) {
  return (
    <span className="sum-blank asked">
      <b>{answer ?? '?'}</b>
      <small>{blank.label}</small>
    </span>
  )
}

function Known(props: {
  blank: Blank
  own: Suggestion[]
  besides: string | undefined
  value: string
  read: string | undefined
  /** Whether it can only be found by trying: then it is offered when somebody is there. */
  tried: boolean
  faults: Faults
  onType: (text: string) => void
  onAsk: () => void
}) {
  const { blank, value, faults } = props
  const id = useId()
  const wrong = faults.length > 0
  const whose = props.own.find((one) => one.text === value)?.name
  const said = props.read && props.read !== value.trim() && blank.kind !== 'choice' && props.read
  if (blank.only_asked) return <Open {...props} />
  return (
    <span className={wrong ? 'sum-blank at-fault' : 'sum-blank'}>
      <Typed {...props} id={id} wrong={wrong} />
      <label htmlFor={id}>{blank.label}</label>
      {whose && <small>{whose}</small>}
      {said && blank.kind !== 'day' && <small>{t('read as {said}', { said })}</small>}
      {faults.map((one) => (
        <small key={one.key} role="alert" id={`${id}-fault`}>
          {one.problem}. {one.remedy}
        </small>
      ))}
      {blank.can_be_asked && (
        <button
          type="button"
          className={props.tried ? 'linkish ask-later' : 'linkish'}
          aria-label={`${t('ask for this')}: ${blank.label}`}
          onClick={props.onAsk}
        >
          {t('ask for this')}
        </button>
      )}
    </span>
  )
}

/** Another answer of the same sum: told where it comes with the one that is asked. */
function Open(props: { blank: Blank; besides: string | undefined; onAsk: () => void }) {
  const { blank, besides, onAsk } = props
  return (
    <span className="sum-blank">
      {besides && <b>{besides}</b>}
      <button
        type="button"
        className="linkish"
        aria-label={`${t('ask for this')}: ${blank.label}`}
        onClick={onAsk}
      >
        {t('ask for this')}
      </button>
      <small>{blank.label}</small>
    </span>
  )
}

function Typed(props: {
  blank: Blank
  own: Suggestion[]
  value: string
  id: string
  wrong: boolean
  onType: (text: string) => void
}) {
  const { blank, value, id, onType } = props
  if (blank.kind === 'day') {
    return (
      <DateInput
        id={id}
        label={blank.label}
        value={value || null}
        onChange={(day) => onType(day ?? '')}
      />
    )
  }
  if (blank.choices.length > MANY) {
    return <PickInLine id={id} value={value} options={blank.choices} onChange={onType} />
  }
  if (blank.choices.length > 0) {
    return (
      <select
        id={id}
        className="input"
        value={value}
        onChange={(event) => onType(event.target.value)}
      >
        {blank.choices.map((one) => (
          <option key={one.value} value={one.value}>
            {one.label}
          </option>
        ))}
      </select>
    )
  }
  const listed = props.own.length > 0 ? `${id}-own` : undefined
  return (
    <>
      {listed && (
        <datalist id={listed}>
          {props.own.map((one) => (
            <option key={one.name} value={one.text}>
              {one.name}
            </option>
          ))}
        </datalist>
      )}
      <input
        id={id}
        list={listed}
        className="input"
        autoComplete="off"
        value={value}
        style={{ width: `${Math.min(Math.max(value.length, LEAST), MOST) + (listed ? 6 : 3)}ch` }}
        aria-invalid={props.wrong}
        aria-describedby={props.wrong ? `${id}-fault` : undefined}
        onChange={(event) => onType(event.target.value)}
      />
    </>
  )
}
