import { Button, Drawer } from 'antd'
import { useQuery } from '@tanstack/react-query'
import { faultsOf, type Schemas } from '../api/client'
import { gardenQueries, useRevert } from '../api/gardens'
import { useWords } from '../api/reference'
import { showMoment } from '../lib/dates'
import { useReturn } from '../lib/useReturn'
import { t } from '../lib/words'
import { Refused } from '../parts/Field'
import { said, type HistoryOf } from '../parts/History'
import { plainly } from '../parts/SaveBar'
import { termOf } from '../parts/names'

type Change = Schemas['ChangeView']

/** What was changed, by whom and when; each change can be taken back or done again. */
export function HistoryDrawer(props: { gardenId: string; of: HistoryOf; onClose: () => void }) {
  useReturn()
  const query = useQuery(gardenQueries.journal(props.gardenId, props.of.id))
  const revert = useRevert(props.gardenId)
  return (
    <Drawer
      open
      onClose={props.onClose}
      size={480}
      title={t('History of {name}', { name: props.of.name })}
    >
      {query.isPending && <p className="soft">{t('Working it out …')}</p>}
      <Refused faults={faultsOf(revert.error ?? query.error)} />
      <ol className="history">
        {query.data?.changes.map((change) => (
          <One
            key={change.number}
            change={change}
            busy={revert.isPending}
            onRevert={(act) => revert.mutate({ act, number: change.number })}
          />
        ))}
      </ol>
    </Drawer>
  )
}

function One(props: { change: Change; busy: boolean; onRevert: (act: 'undo' | 'redo') => void }) {
  const { change } = props
  const words = useWords()
  const beginning = change.kind === 'garden' && change.what === 'added'
  return (
    <li className={change.undone ? 'undone' : undefined}>
      <p>
        <b>{said(change, words.terms)}</b>
        <span className="soft small">
          {' '}
          {showMoment(`${change.written_at}Z`)} · {change.who}
        </span>
      </p>
      {change.what === 'changed' && (
        <ul className="small">
          {change.fields.map((one) => (
            <li key={one.field}>
              {termOf(words.terms, one.field)}: <s>{plainly(one.before)}</s> {plainly(one.after)}
            </li>
          ))}
        </ul>
      )}
      {change.act === 'write' && !beginning && (
        <Button
          size="small"
          loading={props.busy}
          onClick={() => props.onRevert(change.undone ? 'redo' : 'undo')}
        >
          {change.undone ? t('Do it again') : t('Take it back')}
        </Button>
      )}
    </li>
  )
}
