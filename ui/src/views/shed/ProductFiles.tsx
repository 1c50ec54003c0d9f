import { Button } from 'antd'
import { useState } from 'react'
import { faultsOf, type Schemas } from '../../api/client'
import { useWords } from '../../api/reference'
import { useProductFiles } from '../../api/shed'
import { base64 } from '../../lib/files'
import { plural, t } from '../../lib/words'
import { Field, Refused } from '../../parts/Field'
import { labelOf } from './state'

/** A list of products as CSV or JSON: what was read of it, before anything is kept. */
export function ProductFiles(props: { gardenId: string; onClose: () => void }) {
  const { read, keep } = useProductFiles(props.gardenId)
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set())
  const found = read.data?.products ?? []
  const chosen = found.flatMap((one) =>
    one.product && !one.known && !left.has(one.at) ? [one.product] : [],
  )
  const bring = async (file: File | undefined) => {
    if (!file) return
    keep.reset()
    read.mutate(await base64(file))
  }
  return (
    <div className="sheet stack">
      <div className="row">
        <h2>{t('Read a list of products')}</h2>
        <span className="spacer" />
        <Button type="text" onClick={props.onClose}>
          {t('Close')}
        </Button>
      </div>
      <Field
        label={t('CSV or JSON')}
        hint={t(
          'As it was saved here; or a table with the columns name, form, N %, P2O5 %, K2O %.',
        )}
      >
        {(id) => (
          <input
            id={id}
            type="file"
            accept=".csv,.json,text/csv,application/json"
            onChange={(event) => void bring(event.target.files?.[0])}
          />
        )}
      </Field>
      <Refused faults={faultsOf(read.error ?? keep.error)} />
      {found.length > 0 && (
        <ul className="materials">
          {found.map((one) => (
            <One
              key={one.at}
              of={one}
              kept={!left.has(one.at)}
              onMark={(on) => {
                const next = new Set(left)
                if (on) next.delete(one.at)
                else next.add(one.at)
                setLeft(next)
              }}
            />
          ))}
        </ul>
      )}
      {read.data && (
        <div className="row">
          <Button
            type="primary"
            disabled={chosen.length === 0}
            loading={keep.isPending}
            onClick={() => keep.mutate(chosen, { onSuccess: props.onClose })}
          >
            {plural(chosen.length, 'Save {n} product', 'Save {n} products')}
          </Button>
        </div>
      )}
    </div>
  )
}

function One(props: {
  of: Schemas['ReadProductView']
  kept: boolean
  onMark: (on: boolean) => void
}) {
  const { of } = props
  const words = useWords()
  return (
    <li>
      <span>
        <label>
          <input
            type="checkbox"
            disabled={!of.product || of.known}
            checked={props.kept && of.product !== null && !of.known}
            onChange={(event) => props.onMark(event.target.checked)}
          />{' '}
          <b>{of.name || of.at}</b>
        </label>
        <span className="soft small of-label">
          {of.product ? labelOf(of.product, words.terms) : of.at}
          {of.known && ` · ${t('is in the shed already')}`}
        </span>
        {of.left.length > 0 && (
          <span className="small of-label">
            {t('not understood')}: {of.left.join('; ')}
          </span>
        )}
        <Refused faults={of.faults} />
      </span>
    </li>
  )
}
