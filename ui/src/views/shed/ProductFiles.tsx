import { Button } from 'antd'
import { useState } from 'react'
import { faultsOf, type Schemas } from '../../api/client'
import { useWords } from '../../api/reference'
import { useWrites } from '../../api/gardens'
import { useReadProducts } from '../../api/shed'
import { base64 } from '../../lib/files'
import { t } from '../../lib/words'
import { Differences } from '../../parts/Differences'
import { Refused } from '../../parts/Field'
import { FileDrop } from '../../parts/FileDrop'
import { useKnown, type Known } from '../../parts/History/sentences'
import { MayKeep } from '../../parts/MayKeep'
import { labelOf } from './state'

/** A list of products as CSV or JSON: what was read of it, before anything is kept. */
export function ProductFiles(props: { gardenId: string; onClose: () => void }) {
  const read = useReadProducts(props.gardenId)
  const { replaceAll: keep } = useWrites(props.gardenId)
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set())
  const known = useKnown()
  const found = read.data?.products ?? []
  const chosen = found.filter((one) => isNews(one) && !left.has(one.at))
  const fresh = chosen.filter((one) => !one.known).length
  const things = chosen.flatMap((one) => (one.product ? [one.product] : []))
  const bring = async (file: File) => {
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
      <FileDrop
        label={t('CSV or JSON')}
        name={t('CSV or JSON')}
        accept=".csv,.json,text/csv,application/json"
        busy={read.isPending}
        onFile={(file) => void bring(file)}
      />
      <p className="small soft">
        {t('As it was saved here; or a table with the columns name, form, N %, P2O5 %, K2O %.')}
      </p>
      <Refused faults={faultsOf(read.error ?? keep.error)} />
      {found.length > 0 && (
        <ul className="materials">
          {found.map((one) => (
            <One
              key={one.at}
              of={one}
              known={known}
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
        <MayKeep kind="products">
          <div className="row">
            <Button
              type="primary"
              disabled={chosen.length === 0}
              loading={keep.isPending}
              onClick={() =>
                keep.mutate({ kind: 'products', things }, { onSuccess: props.onClose })
              }
            >
              {t('Save: {added} new, {changed} changed', {
                added: fresh,
                changed: chosen.length - fresh,
              })}
            </Button>
          </div>
        </MayKeep>
      )}
    </div>
  )
}

/** What is new, or other than what the shed has. */
function isNews(one: Schemas['ReadProductView']): boolean {
  return one.product !== null && (!one.known || one.changes.length > 0)
}

function One(props: {
  of: Schemas['ReadProductView']
  known: Known
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
            disabled={!isNews(of)}
            checked={props.kept && isNews(of)}
            onChange={(event) => props.onMark(event.target.checked)}
          />{' '}
          <b>{of.name || of.at}</b>
        </label>
        <span className="soft small of-label">
          {of.product ? labelOf(of.product, words.terms) : of.at}
        </span>
        {of.known && <Differences of={of.changes} known={props.known} />}
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
