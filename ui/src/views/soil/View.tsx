import { Button, Segmented } from 'antd'
import { lazy, Suspense, useEffect, useRef, useState } from 'react'
import { Link, useParams } from 'react-router'
import type { Schemas } from '../../api/client'
import { useEditing, type ThingEditing } from '../../api/editing'
import { useGarden, useWrites, type Plan } from '../../api/gardens'
import { useWords } from '../../api/reference'
import { showDate } from '../../lib/dates'
import { useAddress } from '../../lib/useAddress'
import { t } from '../../lib/words'
import { Waiting } from '../../parts/Waiting'
import { ChoiceField } from '../../parts/Field'
import { Findings } from '../../parts/Findings'
import { IntoSight } from '../../parts/IntoSight'
import { HistoryButton } from '../../parts/History'
import { SaveBar } from '../../parts/SaveBar'
import { Search, found } from '../../parts/Search'
import { MayKeep } from '../../parts/MayKeep'
import { Bands, type Banded } from './Bands'
import { ByFeel } from './ByFeel'
import { Doors } from './Doors'
import { Exchange } from './Exchange'
import { Follows } from './Follows'
import { Gauges } from './Gauges'
import { Past } from './Past'
import { AskForSulphur, PhWork } from './PhWork'
import { Preparations } from './Preparations'
import { ReadFile } from './ReadFile'
import { ReportForm } from './ReportForm'
import { Schools } from './Schools'
import { newReport, reportsFor, type Place, type Report } from './state'
import './soil.css'

const AllTests = lazy(() => import('./AllTests'))

const PAGES = ['test', 'schools', 'exchange', 'work', 'past', 'feel', 'all'] as const
type Page = (typeof PAGES)[number]
type Facts = Schemas['PlacePlan']
type Bed = Schemas['Bed']

const pageNames = (): Record<Page, string> => ({
  test: t('Test'),
  schools: t('Schools'),
  exchange: t('Exchange and salts'),
  work: t('Compost and manure'),
  past: t('Since last time'),
  feel: t('By hand'),
  all: t('All tests'),
})

/** A place's soil: its tests against bands, pH first, and what follows before planting. */
export function View() {
  const { gardenId = '' } = useParams()
  const [address, go] = useAddress()
  const { file } = useGarden(gardenId)
  const places: Place[] = [
    ...file.garden.places.filter((place) => place.kind === 'bed'),
    ...file.garden.places.filter((place) => place.kind === 'tub'),
  ]
  const place = places.find((one) => one.id === address.get('bed')) ?? places[0]
  if (!place) return <NoPlaces gardenId={gardenId} />
  if (address.has('read')) {
    return (
      <ReadFile gardenId={gardenId} onDone={(bed) => go({ bed: bed ?? place.id, read: null })} />
    )
  }
  return <Soil key={place.id} gardenId={gardenId} places={places} place={place} />
}

/** One place's soil. What is being typed of another place is left with it. */
function Soil(props: { gardenId: string; places: readonly Place[]; place: Place }) {
  const { gardenId, places, place } = props
  const [address, go] = useAddress()
  const page = PAGES.find((one) => one === address.get('page')) ?? 'test'
  const done = () => go({ new: null })
  const test = useEditing(gardenId, 'reports', {
    changes: (thing) => ({ reports: [thing] }),
    onSaved: done,
    onCancelled: done,
  })
  const work = useEditing(gardenId, 'preparations', {
    changes: (thing) => (page === 'work' ? { preparations: [thing] } : null),
  })
  const { plan, before } = test.thing ? test : work
  const kept = before ?? plan
  const facts = plan.places.find((one) => one.id === place.id)
  const { file } = useGarden(gardenId)
  const stored = file.garden.reports.find((one) => one.id === facts?.report) ?? null
  const asked = address.has('new') && !test.thing ? newReport(place.id, kept.as_of) : null
  const draft = test.thing ?? asked
  const table = page === 'all' && !draft && place.kind === 'bed'
  return (
    <div className={table ? 'soil-view of-table' : 'soil-view'}>
      <Beds
        gardenId={gardenId}
        places={places}
        chosen={place.id}
        plan={kept}
        onChoose={(bed) => {
          test.cancel()
          work.cancel()
          go({ bed, new: null })
        }}
        onRead={() => go({ bed: place.id, read: '' })}
      />
      <section className="stack">
        <Heading
          place={place}
          today={kept.as_of}
          report={draft ?? stored}
          onNew={() => test.begin(newReport(place.id, kept.as_of))}
          onEdit={stored && !draft ? () => test.begin(stored) : undefined}
        />
        {draft ? (
          <Typing draft={draft} editing={test} places={places} />
        ) : (
          place.kind === 'bed' && (
            <Pages page={page} onChange={(next) => go({ page: next === 'test' ? null : next })} />
          )
        )}
        {place.kind === 'bed' && !stored && !draft && page === 'test' && (
          <Doors
            onRead={() => go({ bed: place.id, read: '' })}
            onType={() => test.begin(newReport(place.id, kept.as_of))}
            onKit={() => test.begin(newReport(place.id, kept.as_of, 'Colour kit'))}
            onHand={() => go({ page: 'feel' })}
          />
        )}
        {facts && (draft || page === 'test' || place.kind === 'tub') && (
          <Tested
            gardenId={gardenId}
            facts={facts}
            plan={plan}
            before={before?.places.find((one) => one.id === place.id)}
            report={draft ?? stored}
            stored={draft ? null : stored}
          />
        )}
        {facts && !draft && place.kind === 'bed' && (
          <Page page={page} gardenId={gardenId} bed={place} plan={plan} work={work} />
        )}
      </section>
      {!table && (
        <Follows gardenId={gardenId} bed={place.id} plan={plan} before={before ?? undefined} />
      )}
    </div>
  )
}

/** All places with soil to look at, and tests as files. */
function Beds(props: {
  gardenId: string
  places: readonly Place[]
  chosen: string
  plan: Plan
  onChoose: (place: string) => void
  onRead: () => void
}) {
  const { file } = useGarden(props.gardenId)
  const [looked, setLooked] = useState('')
  return (
    <nav className="bed-list" aria-label={t('Beds')}>
      <Search
        of={props.places.length}
        value={looked}
        onChange={setLooked}
        label={t('Find a bed')}
      />
      {found(props.places, looked, (one) => one.name).map((one) => (
        <button
          key={one.id}
          type="button"
          aria-pressed={one.id === props.chosen}
          onClick={() => props.onChoose(one.id)}
        >
          {one.name}
          <span className="soft small"> {testedOn(one, props.plan, file.garden.reports)}</span>
        </button>
      ))}
      <span className="bed-files">
        <Button size="small" onClick={props.onRead}>
          {t('Read a file')}
        </Button>
        <Button
          size="small"
          type="text"
          href={`/api/gardens/${props.gardenId}/soil-tests.csv`}
          download
        >
          {t('Save all as CSV')}
        </Button>
      </span>
    </nav>
  )
}

/** What a test says: its values against bands, beside another test's where one is chosen. */
function Tested(props: {
  gardenId: string
  facts: Facts
  before: Facts | undefined
  plan: Plan
  report: Report | null
  stored: Report | null
}) {
  const { gardenId, facts, plan, report } = props
  const { file } = useGarden(gardenId)
  const words = useWords()
  const [beside, setBeside] = useState('')
  const [banding, setBanding] = useState<Banded | null>(null)
  const others = reportsFor(file.garden.reports, report?.id ?? null)
  const bed = file.garden.places.find(
    (one): one is Bed => one.kind === 'bed' && one.id === facts.id,
  )
  return (
    <>
      <Gauges
        facts={facts}
        before={props.before}
        report={report}
        beside={others.find((one) => one.id === beside) ?? null}
        today={plan.as_of}
        phWork={
          <>
            <PhWork facts={facts} today={plan.as_of} />
            {bed && props.stored && <AskForSulphur gardenId={gardenId} bed={bed} facts={facts} />}
          </>
        }
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
          hint={t('Drawn as an open mark, where it was measured by the same extract and unit.')}
          value={beside}
          options={[
            { value: '', label: t('nothing') },
            ...others.map((one) => ({
              value: one.id,
              label: named(one, file.garden, plan.as_of),
            })),
          ]}
          onChange={setBeside}
        />
      )}
      {props.stored && <Stored gardenId={gardenId} report={props.stored} />}
    </>
  )
}

/** A page besides the test's. */
function Page(props: {
  page: Page
  gardenId: string
  bed: Bed
  plan: Plan
  work: ThingEditing<Schemas['Preparation']>
}) {
  const { page, gardenId, bed, plan } = props
  const facts = plan.places.find((one) => one.id === bed.id)
  if (!facts) return null
  if (page === 'schools') {
    return <Schools gardenId={gardenId} place={bed} schools={facts.schools} />
  }
  if (page === 'exchange') return <Exchange facts={facts} />
  if (page === 'work') {
    return <Preparations gardenId={gardenId} place={bed.id} plan={plan} editing={props.work} />
  }
  if (page === 'past') return <Past changes={facts.changes} today={plan.as_of} />
  if (page === 'all') {
    return (
      <Suspense fallback={<Waiting />}>
        <AllTests gardenId={gardenId} />
      </Suspense>
    )
  }
  return page === 'feel' ? <ByFeel gardenId={gardenId} bed={bed} /> : null
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

/** The form of a report; what it would change stands beside it. */
function Typing(props: { draft: Report; editing: ThingEditing<Report>; places: readonly Place[] }) {
  const { draft, editing } = props
  const words = useWords()
  return (
    <IntoSight className="sheet stack">
      <ReportForm
        draft={draft}
        places={props.places}
        faults={editing.faults}
        onChange={editing.change}
      />
      <SaveBar editing={{ ...editing, thing: draft }} terms={words.terms} />
    </IntoSight>
  )
}

function Stored({ gardenId, report }: { gardenId: string; report: Report }) {
  const { remove } = useWrites(gardenId)
  return (
    <div className="row">
      <HistoryButton of={report.id} name={report.lab} />
      <MayKeep kind="reports">
        <Button
          type="text"
          danger
          size="small"
          loading={remove.isPending}
          onClick={() => remove.mutate({ kind: 'reports', key: report.id })}
        >
          {t('Remove this test')}
        </Button>
      </MayKeep>
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
