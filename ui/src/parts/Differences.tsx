import type { components } from '../api/schema'
import { t } from '../lib/words'
import { wordsOf, type Known } from './History/sentences'
import { termOf } from './names'

type Changed = components['schemas']['FieldChanged']

/** What would change of a thing that is known, field by field. */
export function Differences({ of, known }: { of: readonly Changed[]; known: Known }) {
  if (of.length === 0) return <p className="small soft">{t('As it is here already.')}</p>
  return (
    <ul className="small differences">
      {of.map((one) => (
        <li key={one.field}>
          {termOf(known.terms, one.field)}: <s>{wordsOf(one.before, known)}</s>{' '}
          <b>{wordsOf(one.after, known)}</b>
        </li>
      ))}
    </ul>
  )
}
