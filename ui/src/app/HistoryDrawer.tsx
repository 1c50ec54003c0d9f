import { Button, Drawer } from 'antd'
import { useQuery } from '@tanstack/react-query'
import { faultsOf, type Schemas } from '../api/client'
import { gardenQueries, useGarden, useRevert } from '../api/gardens'
import { showMoment } from '../lib/dates'
import { useReturn } from '../lib/useReturn'
import { useWidth } from '../lib/useWidth'
import { t } from '../lib/words'
import { Waiting } from '../parts/Waiting'
import { DataTable, type Column } from '../parts/DataTable'
import { Differences } from '../parts/Differences'
import { Refused } from '../parts/Field'
import type { HistoryOf } from '../parts/History'
import { sentenceOf, useKnown, type Known } from '../parts/History/sentences'

type Change = Schemas['ChangeView']

const NARROW_PX = 560

/** What was changed, by whom and when; each change can be taken back or done again. */
export function HistoryDrawer(props: { gardenId: string; of: HistoryOf; onClose: () => void }) {
  useReturn()
  const title = t('History of {name}', { name: props.of.name })
  return (
    <Drawer open onClose={props.onClose} size={820} title={title}>
      <Changes gardenId={props.gardenId} of={props.of.id} title={title} />
    </Drawer>
  )
}

function Changes(props: { gardenId: string; of: string | null; title: string }) {
  const known = useKnown()
  const query = useQuery(gardenQueries.journal(props.gardenId, props.of))
  const revert = useRevert(props.gardenId)
  const looksOnly = useGarden(props.gardenId).role === 'reader'
  const [box, width] = useWidth()
  const button = (change: Change) => (
    <TakeBack
      change={change}
      busy={revert.isPending}
      onRevert={(act) => revert.mutate({ act, number: change.number })}
    />
  )
  const columns: Column<Change>[] = [
    { key: 'when', title: t('When'), render: when, by: (change) => change.written_at },
    { key: 'who', title: t('Who'), render: who, filter: who },
    {
      key: 'what',
      title: t('What'),
      render: (change) => <What change={change} known={known} />,
      filter: ({ kind }) => known.terms[`things.${kind}`] ?? kind,
    },
    ...(looksOnly ? [] : [{ key: 'back', title: t('Take back'), render: button }]),
  ]
  const line = (change: Change) => (
    <>
      <p className="soft small">
        {when(change)} · {who(change)}
      </p>
      <What change={change} known={known} />
      {!looksOnly && <div>{button(change)}</div>}
    </>
  )
  return (
    <div ref={box} className="stack">
      {query.isPending && <Waiting />}
      <Refused faults={faultsOf(revert.error ?? query.error)} />
      {query.data && (
        <DataTable<Change>
          name="history"
          label={props.title}
          rows={query.data.changes}
          columns={columns}
          rowKey={(change) => String(change.number)}
          rowClass={(change) => (change.undone ? 'undone' : '')}
          narrow={{ is: width < NARROW_PX, line }}
        />
      )}
    </div>
  )
}

/** What the server calls whoever gave no name. */
const NAMELESS = 'someone'
const who = (change: Change) => (change.who === NAMELESS ? t('someone') : change.who)
const when = (change: Change) => showMoment(change.written_at)

function What({ change, known }: { change: Change; known: Known }) {
  return (
    <>
      <span className="said">{sentenceOf(change, known)}</span>
      {change.what === 'changed' && <Differences of={change.fields} known={known} />}
    </>
  )
}

function TakeBack(props: {
  change: Change
  busy: boolean
  onRevert: (act: 'undo' | 'redo') => void
}) {
  const { change } = props
  const beginning = change.kind === 'garden' && change.what === 'added'
  if (change.act !== 'write' || beginning) return null
  return (
    <Button
      size="small"
      loading={props.busy}
      onClick={() => props.onRevert(change.undone ? 'redo' : 'undo')}
    >
      {turns(change)}
    </Button>
  )
}

/** What was written together turns together, and the button says so. */
function turns({ undone, together }: Change): string {
  if (together === 1) return undone ? t('Do it again') : t('Take it back')
  const n = { n: together }
  return undone ? t('Do all {n} again', n) : t('Take all {n} back', n)
}
