import { Button, Segmented } from 'antd'
import { useEffect, useRef, useState } from 'react'
import { Link, useParams, useSearchParams } from 'react-router'
import { conflictOf, faultsOf, type Schemas } from '../../api/client'
import { revisionOf, useGarden, usePlan, useWrites } from '../../api/gardens'
import { useWords } from '../../api/reference'
import { useWhatIf } from '../../api/whatIf'
import { showDate } from '../../lib/dates'
import { t } from '../../lib/words'
import { useDraft } from '../../parts/draft'
import { ChoiceField } from '../../parts/Field'
import { Findings } from '../../parts/Findings'
import { HistoryButton } from '../../parts/History'
import { Keeping } from '../../parts/Keeping'
import { termOf } from '../../parts/names'
import { Search, found } from '../../parts/Search'
import { Bands, type Banded } from './Bands'
import { ByFeel } from './ByFeel'
import { Exchange } from './Exchange'
import { Follows } from './Follows'
import { Gauges } from './Gauges'
import { Past } from './Past'
import { PhWork } from './PhWork'
import { Preparations } from './Preparations'
import { ReadFile } from './ReadFile'
import { ReportForm } from './ReportForm'
import { Schools } from './Schools'
import { newReport, reportsFor, type Place, type Report } from './state'
import './soil.css'

const PAGES = ['test', 'schools', 'exchange', 'work', 'past', 'feel'] as const
type Page = (typeof PAGES)[number]

const pageNames = (): Record<Page, string> => ({
  test: t('Test'),
  schools: t('Schools'),
  exchange: t('Exchange and salts'),
  work: t('Compost and manure'),
  past: t('Since last time'),
  feel: t('By hand'),
})

/** A place's soil: its tests against bands, pH first, and what follows before planting. */
export function View() {
  const { gardenId = '' } = useParams()
  const [query, setQuery] = useSearchParams()
  const garden = useGarden(gardenId)
  const { file } = garden
  const kept = usePlan(gardenId)
  const words = useWords()
  const [looked, setLooked] = useState('')
  const [beside, setBeside] = useState('')
  const [banding, setBanding] = useState<Banded | null>(null)
  const places: Place[] = [
    ...file.garden.places.filter((place) => place.kind === 'bed'),
    ...file.garden.places.filter((place) => place.kind === 'tub'),
  ]
  const place = places.find((one) => one.id === query.get('bed')) ?? places[0]
  const typed = useDraft<Report>(`${gardenId}.report`)
  const working = useDraft<Schemas['Preparation']>(`${gardenId}.preparation`)
  const asked = query.has('new') && place && !typed.thing ? newReport(place.id, kept.as_of) : null
  const draft = typed.thing ?? asked
  const page = PAGES.find((one) => one === query.get('page')) ?? 'test'
  const changes = draft
    ? { reports: [draft] }
    : working.thing && page === 'work'
      ? { preparations: [working.thing] }
      : null
  const whatIf = useWhatIf(gardenId, changes)
  const plan = (changes && whatIf.plan) || kept
  if (!place) return <NoPlaces gardenId={gardenId} />
  const go = (next: { bed?: string; page?: Page }) => {
    const shown = next.page ?? page
    setQuery(
      { bed: next.bed ?? place.id, ...(shown === 'test' ? {} : { page: shown }) },
      { replace: true },
    )
  }
  const facts = plan.places.find((one) => one.id === place.id)
  const before = changes ? kept.places.find((one) => one.id === place.id) : undefined
  const stored = file.garden.reports.find((one) => one.id === facts?.report) ?? null
  const report = draft ?? stored
  const others = reportsFor(file.garden.reports, report?.id ?? null)
  if (query.has('read')) {
    return (
      <ReadFile
        gardenId={gardenId}
        onDone={(bed) => setQuery(bed ? { bed } : { bed: place.id }, { replace: true })}
      />
    )
  }
  return (
    <div className="soil-view">
      <nav className="bed-list" aria-label={t('Beds')}>
        <Search of={places.length} value={looked} onChange={setLooked} label={t('Find a bed')} />
        {found(places, looked, (one) => one.name).map((one) => (
          <button
            key={one.id}
            type="button"
            aria-pressed={one.id === place.id}
            onClick={() => {
              typed.drop()
              working.drop()
              setBanding(null)
              go({ bed: one.id })
            }}
          >
            {one.name}
            <span className="soft small"> {testedOn(one, kept, file.garden.reports)}</span>
          </button>
        ))}
        <span className="bed-files">
          <Button size="small" onClick={() => setQuery({ bed: place.id, read: '' })}>
            {t('Read a file')}
          </Button>
          <Button
            size="small"
            type="text"
            href={`/api/gardens/${gardenId}/soil-tests.csv`}
            download
          >
            {t('Save all as CSV')}
          </Button>
        </span>
      </nav>
      <section className="stack">
        <Heading
          place={place}
          today={kept.as_of}
          report={report}
          onNew={() => typed.begin(newReport(place.id, kept.as_of), 0)}
          onEdit={
            stored && !draft ? () => typed.begin(stored, revisionOf(garden, stored.id)) : undefined
          }
        />
        {draft ? (
          <Typing
            gardenId={gardenId}
            draft={draft}
            basedOn={typed.basedOn}
            places={places}
            faults={whatIf.faults}
            onChange={(next) => (typed.thing ? typed.change(next) : typed.begin(next, 0))}
            onLeave={() => {
              typed.drop()
              go({})
            }}
          />
        ) : (
          place.kind === 'bed' && <Pages page={page} onChange={(next) => go({ page: next })} />
        )}
        {facts && (draft || page === 'test' || place.kind === 'tub') && (
          <>
            <Gauges
              facts={facts}
              before={before}
              report={report}
              beside={others.find((one) => one.id === beside) ?? null}
              today={kept.as_of}
              phWork={<PhWork facts={facts} today={kept.as_of} />}
              onBands={setBanding}
            />
            {banding && (
              <Bands
                key={banding.analyte}
                gardenId={gardenId}
                gauge={banding}
                onClose={() => setBanding(null)}
              />
            )}
            <Findings of={plan.findings.filter((f) => f.about === report?.id)} words={words} />
            {others.length > 0 && facts.gauges.length > 0 && (
              <ChoiceField
                label={t('Compare with')}
                hint={t(
                  'Drawn as an open mark, where it was measured by the same extract and unit.',
                )}
                value={beside}
                options={[
                  { value: '', label: t('nothing') },
                  ...others.map((one) => ({
                    value: one.id,
                    label: named(one, file.garden, kept.as_of),
                  })),
                ]}
                onChange={setBeside}
              />
            )}
            {stored && !draft && <Stored gardenId={gardenId} report={stored} />}
          </>
        )}
        {facts && !draft && place.kind === 'bed' && (
          <>
            {page === 'schools' && (
              <Schools gardenId={gardenId} place={place} schools={facts.schools} />
            )}
            {page === 'exchange' && <Exchange facts={facts} />}
            {page === 'work' && (
              <Preparations
                gardenId={gardenId}
                place={place.id}
                plan={plan}
                draft={working}
                faults={whatIf.faults}
              />
            )}
            {page === 'past' && <Past changes={facts.changes} today={kept.as_of} />}
            {page === 'feel' && <ByFeel gardenId={gardenId} bed={place} />}
          </>
        )}
      </section>
      <Follows gardenId={gardenId} bed={place.id} plan={plan} before={before ? kept : undefined} />
    </div>
  )
}

/** The pages of a bed's soil; on a phone the chosen one is brought into sight. */
function Pages(props: { page: Page; onChange: (page: Page) => void }) {
  const bar = useRef<HTMLDivElement>(null)
  useEffect(() => {
    const chosen = bar.current?.querySelector('.ant-segmented-item-selected')
    chosen?.scrollIntoView({ block: 'nearest', inline: 'center' })
  }, [props.page])
  return (
    <Segmented<Page>
      ref={bar}
      className="soil-pages"
      value={props.page}
      aria-label={t('Show')}
      options={PAGES.map((value) => ({ value, label: pageNames()[value] }))}
      onChange={props.onChange}
    />
  )
}

/** The form of a report, with what it would change beside it. */
function Typing(props: {
  gardenId: string
  draft: Report
  basedOn: number
  places: readonly Place[]
  faults: Schemas['FaultView'][]
  onChange: (draft: Report) => void
  onLeave: () => void
}) {
  const words = useWords()
  const { save } = useWrites(props.gardenId)
  const refused = faultsOf(save.error)
  const leave = () => {
    save.reset()
    props.onLeave()
  }
  return (
    <div className="sheet stack">
      <ReportForm
        draft={props.draft}
        places={props.places}
        faults={[...props.faults, ...refused]}
        onChange={(next) => {
          save.reset()
          props.onChange(next)
        }}
      />
      <Keeping
        mine={props.draft}
        basedOn={props.basedOn}
        label={t('Keep this test')}
        saving={save.isPending}
        disabled={props.faults.length > 0}
        faults={refused}
        conflict={conflictOf(save.error)}
        term={(field) => termOf(words.terms, field)}
        onKeep={(thing, basedOn) =>
          save.mutate({ kind: 'reports', thing: { ...thing }, basedOn }, { onSuccess: leave })
        }
        onLeave={leave}
      />
    </div>
  )
}

function Stored({ gardenId, report }: { gardenId: string; report: Report }) {
  const { remove } = useWrites(gardenId)
  return (
    <div className="row">
      <HistoryButton of={report.id} name={report.lab} />
      <Button
        type="text"
        danger
        size="small"
        loading={remove.isPending}
        onClick={() => remove.mutate({ kind: 'reports', key: report.id })}
      >
        {t('Remove this test')}
      </Button>
    </div>
  )
}

function named(report: Report, garden: Schemas['Garden'], today: string): string {
  const beds = garden.places.filter((one) => report.places.includes(one.id)).map((one) => one.name)
  return `${showDate(report.sampled_on, today)}, ${beds.join(', ')} (${report.lab})`
}

function testedOn(place: Place, plan: Schemas['SeasonPlan'], reports: readonly Report[]): string {
  const id = plan.places.find((one) => one.id === place.id)?.report
  const report = reports.find((one) => one.id === id)
  if (report) return showDate(report.sampled_on, plan.as_of)
  return place.kind === 'tub' ? t('known by its mix') : t('no test')
}

function Heading(props: {
  place: Place
  today: string
  report: Report | null
  onNew: () => void
  onEdit?: () => void
}) {
  const tub = props.place.kind === 'tub'
  return (
    <div className="row soil-head">
      <div>
        <h1>{props.place.name}</h1>
        <p className="soft">
          {props.report
            ? t('{lab}, sampled {day}', {
                lab: props.report.lab,
                day: showDate(props.report.sampled_on, props.today),
              })
            : tub
              ? t('A mix is known by its recipe and charge; an extract of it can be typed in.')
              : t('No soil test yet: the plan uses careful guesses.')}
        </p>
      </div>
      <span className="spacer" />
      {props.onEdit && <Button onClick={props.onEdit}>{t('Correct this test')}</Button>}
      <Button type={props.report || tub ? 'default' : 'primary'} onClick={props.onNew}>
        {t('Type in a test')}
      </Button>
    </div>
  )
}

function NoPlaces({ gardenId }: { gardenId: string }) {
  return (
    <section className="stack">
      <h1>{t('There is no bed yet')}</h1>
      <p>{t('A soil test belongs to a bed; what is in tubs is known from their mix.')}</p>
      <p>
        <Link to={`/g/${gardenId}/plot`}>{t('Draw one on the Plot')}</Link>
      </p>
    </section>
  )
}
