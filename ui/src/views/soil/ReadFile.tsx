import { Button } from 'antd'
import { useState, type Dispatch, type SetStateAction } from 'react'
import { faultsOf, type Schemas } from '../../api/client'
import { useDraft } from '../../api/draft'
import { useGarden, useWrites } from '../../api/gardens'
import { useReadReports } from '../../api/soilFiles'
import { useWords } from '../../api/reference'
import { base64 } from '../../lib/files'
import { showNumber } from '../../lib/numbers'
import { useLast } from '../../lib/useLast'
import { plural, t } from '../../lib/words'
import { DateField } from '../../parts/DateField'
import { Differences } from '../../parts/Differences'
import { Field, Refused, TextField } from '../../parts/Field'
import { FileDrop, TEXTS } from '../../parts/FileDrop'
import { useKnown } from '../../parts/History/sentences'
import { MayKeep } from '../../parts/MayKeep'
import { ManyPlaces } from './ManyPlaces'
import { Columns } from './ReadColumns'
import { extractName, type Place } from './state'

type Understood = Schemas['UnderstoodView']
type Sample = Schemas['SampleView']
type Report = Schemas['SoilReport']

/** Where a report that was pasted is kept until it is stored. */
const reportDraft = (gardenId: string) => `report.${gardenId}`

/** What was brought: a file or pasted text, as it is sent again when columns are told. */
type Brought = { file: string } | { text: string }

/** A laboratory's file or pasted text: what was understood of it, before anything is kept. */
export function ReadFile(props: { gardenId: string; onDone: (place: string | null) => void }) {
  const { gardenId } = props
  const read = useReadReports(gardenId)
  const { replaceAll: keep } = useWrites(gardenId)
  const [brought, setBrought] = useState<Brought | null>(null)
  const [changed, setChanged] = useState<Record<string, Partial<Report>>>({})
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set())
  const kept = useDraft<{ text: string }>(reportDraft(gardenId))
  const understood = useLast(read)
  const bring = (next: Brought, columns?: Schemas['ColumnView'][]) => {
    setBrought(next)
    keep.reset()
    read.mutate({ ...next, columns: columns ?? null })
  }
  const reports = (understood?.samples ?? [])
    .flatMap((one) => (one.report ? [one.report] : []))
    .map((one) => ({ ...one, ...changed[one.id] }))
    .filter((one) => !left.has(one.id))
  const homeless = reports.filter((one) => one.places.length === 0).length
  return (
    <div className="sheet stack read-file">
      <div className="row">
        <h1>{t('Read a laboratory’s file')}</h1>
        <span className="spacer" />
        <Button type="text" onClick={() => props.onDone(null)}>
          {t('Close')}
        </Button>
      </div>
      <Bring gardenId={gardenId} busy={read.isPending} onBring={bring} />
      <Refused faults={faultsOf(read.error)} />
      {understood && brought && (
        <>
          {understood.columns.length > 0 && (
            <Columns understood={understood} onTell={(columns) => bring(brought, columns)} />
          )}
          <LeftOver understood={understood} />
          {understood.samples.length === 0 && (
            <p className="small">{t('No soil value was found in it.')}</p>
          )}
          {understood.samples.map((sample, n) => (
            <OneSample
              key={n}
              gardenId={gardenId}
              sample={sample}
              changed={changed}
              onChange={setChanged}
              taken={!sample.report || !left.has(sample.report.id)}
              onTake={(id, taken) => {
                const next = new Set(left)
                if (taken) next.delete(id)
                else next.add(id)
                setLeft(next)
              }}
            />
          ))}
          {understood.samples.length > 0 && (
            <div className="row">
              <MayKeep kind="reports">
                <Button
                  type="primary"
                  loading={keep.isPending}
                  disabled={reports.length === 0 || homeless > 0 || read.isPending}
                  onClick={() =>
                    keep.mutate(
                      { kind: 'reports', things: reports },
                      {
                        onSuccess: () => {
                          kept.drop()
                          props.onDone(reports[0]?.places[0] ?? null)
                        },
                      },
                    )
                  }
                >
                  {plural(reports.length, 'Save this test', 'Save these {n} tests')}
                </Button>
              </MayKeep>
              {homeless > 0 && (
                <span className="small">
                  {plural(
                    homeless,
                    'One sample has no bed yet: choose it above.',
                    '{n} samples have no bed yet: choose them above.',
                  )}
                </span>
              )}
              <Refused faults={faultsOf(keep.error)} />
            </div>
          )}
        </>
      )}
    </div>
  )
}

function Bring(props: { gardenId: string; busy: boolean; onBring: (brought: Brought) => void }) {
  // What was pasted is kept until it is stored: over closing, and over a reload.
  const pasted = useDraft<{ text: string }>(reportDraft(props.gardenId))
  const text = pasted.thing?.text ?? ''
  const setText = (next: string) => (next ? pasted.begin({ text: next }, 0) : pasted.drop())
  const take = async (file: File) => {
    props.onBring({ file: await base64(file) })
  }
  return (
    <>
      <FileDrop
        label={t('Open a file: CSV, text or PDF')}
        name={t('A table (CSV), text or PDF')}
        accept={TEXTS}
        busy={props.busy}
        onFile={(file) => void take(file)}
      />
      <Field label={t('Or paste the report’s text')}>
        {(id) => (
          <textarea
            id={id}
            className="input"
            rows={5}
            value={text}
            onChange={(event) => setText(event.target.value)}
          />
        )}
      </Field>
      <div>
        <Button disabled={!text.trim() || props.busy} onClick={() => props.onBring({ text })}>
          {t('Read it')}
        </Button>
      </div>
    </>
  )
}

/** What nobody understood stands here: nothing is dropped in silence. */
function LeftOver({ understood }: { understood: Understood }) {
  const { terms } = useWords()
  const strangers = understood.columns.filter((one) => !one.meaning && one.heading)
  if (understood.left.length === 0 && strangers.length === 0) return null
  return (
    <details open={understood.left.some((one) => one.question)}>
      <summary>
        {plural(
          understood.left.length + strangers.length,
          'One piece was not understood',
          '{n} pieces were not understood',
        )}
      </summary>
      <ul className="small">
        {strangers.map((one) => (
          <li key={one.heading}>{t('column “{heading}”', { heading: one.heading })}</li>
        ))}
        {understood.left.map((one) => (
          <li key={one.at + one.words}>
            {one.words} <span className="soft">({one.at})</span>
            {one.question && <span className="asks"> {terms[`ask.${one.question}`]}</span>}
          </li>
        ))}
      </ul>
    </details>
  )
}

function OneSample(props: {
  gardenId: string
  sample: Sample
  taken: boolean
  changed: Record<string, Partial<Report>>
  onChange: Dispatch<SetStateAction<Record<string, Partial<Report>>>>
  onTake: (id: string, taken: boolean) => void
}) {
  const { sample } = props
  const { file } = useGarden(props.gardenId)
  const known = useKnown()
  const { report } = sample
  if (!report) {
    return (
      <article className="read-sample stack">
        <b>{sample.name}</b>
        <Refused faults={sample.faults} />
        <Pieces sample={sample} />
      </article>
    )
  }
  const shown = { ...report, ...props.changed[report.id] }
  const change = (part: Partial<Report>) =>
    props.onChange((old) => ({ ...old, [report.id]: { ...old[report.id], ...part } }))
  const places: Place[] = file.garden.places
  return (
    <article className="read-sample stack">
      <label className="row">
        <input
          type="checkbox"
          checked={props.taken}
          onChange={(event) => props.onTake(report.id, event.target.checked)}
        />
        <b>{sample.name || t('the pasted report')}</b>
        {sample.known && <span className="soft small">{t('is here already; this changes')}</span>}
      </label>
      {sample.known && <Differences of={sample.changes} known={known} />}
      <Pieces sample={sample} />
      {props.taken && (
        <div className="fields">
          <ManyPlaces
            label={t('Belongs to')}
            hint={places.length > 1 ? t('One sample may stand for several beds.') : undefined}
            places={places}
            value={shown.places}
            onChange={(chosen) => change({ places: chosen })}
          />
          <DateField
            label={t('Sampled on')}
            hint={sample.dated ? undefined : t('No date was read: today stands in.')}
            value={shown.sampled_on}
            onChange={(day) => day && change({ sampled_on: day })}
          />
          <TextField
            label={t('Laboratory')}
            value={shown.lab}
            onChange={(lab) => change({ lab })}
          />
        </div>
      )}
    </article>
  )
}

/** The extract of a value; that we have no bands for another one is said in place of its name. */
function wayOf(terms: Record<string, string>, meaning: string, method: string): string {
  if (method === 'other') return t('an extract without bands here')
  return terms[`meaning.${meaning}`] ? method : extractName(terms, method)
}

/** Whether a nutrient's number has neither an extract nor the laboratory's own class. */
function lacksExtract(one: Sample['pieces'][number], report: Report | null): boolean {
  const value = report?.values?.find((it) => it.analyte === one.meaning)
  return value !== undefined && report?.extractant === 'Unknown' && !value.extractant && !one.rating
}

const MARK = { sure: '✓', asked: '?', left: '–' } as const

/** Each piece beside the words that it came from. */
function Pieces({ sample }: { sample: Sample }) {
  const { terms } = useWords()
  return (
    <ul className="pieces small">
      {sample.pieces.map((one, n) => (
        <li key={n} className={one.taken}>
          <span aria-hidden>{MARK[one.taken]}</span>{' '}
          <b>
            {one.meaning
              ? (terms[`meaning.${one.meaning}`] ??
                terms[`nutrient.${one.meaning}`] ??
                terms[`analyte.${one.meaning}`] ??
                one.meaning)
              : t('not taken')}
          </b>{' '}
          {one.meaning && one.number !== null && (
            <span>
              {showNumber(one.number)} {one.unit} {one.printed_as}{' '}
            </span>
          )}
          {one.meaning && one.method && <span>· {wayOf(terms, one.meaning, one.method)} </span>}
          {lacksExtract(one, sample.report) && (
            <span>· {t('no extract is named, so it gets no class')} </span>
          )}
          {one.meaning && one.rating && <span>{terms[`class.${one.rating}`]} </span>}
          <q className="soft">{one.words}</q>
          {one.question && <span className="soft"> {terms[`ask.${one.question}`]}</span>}
        </li>
      ))}
    </ul>
  )
}
