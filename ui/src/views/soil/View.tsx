import { Button } from 'antd'
import { useState } from 'react'
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
import { Gauges } from './Gauges'
import { Follows } from './Follows'
import { ReportForm } from './ReportForm'
import { newReport, reportsFor, type Report } from './state'
import './soil.css'

/** A bed's soil test against bands, and what follows from it before planting. */
export function View() {
  const { gardenId = '' } = useParams()
  const [query, setQuery] = useSearchParams()
  const garden = useGarden(gardenId)
  const { file } = garden
  const kept = usePlan(gardenId)
  const words = useWords()
  const { save, remove } = useWrites(gardenId)
  const [looked, setLooked] = useState('')
  const beds = file.garden.places.filter((place) => place.kind === 'bed')
  const bed = beds.find((one) => one.id === query.get('bed')) ?? beds[0]
  const typed = useDraft<Report>(`${gardenId}.report`)
  const asked = query.has('new') && bed && !typed.thing ? newReport(bed.id, kept.as_of) : null
  const draft = typed.thing ?? asked
  const whatIf = useWhatIf(gardenId, draft ? { reports: [draft] } : null)
  const [beside, setBeside] = useState('')
  const plan = (draft && whatIf.plan) || kept
  if (!bed) return <NoBeds gardenId={gardenId} />
  const facts = plan.places.find((one) => one.id === bed.id)
  const before = draft ? kept.places.find((one) => one.id === bed.id) : undefined
  const stored = file.garden.reports.find((one) => one.id === facts?.report) ?? null
  const report = draft ?? stored
  const refused = faultsOf(save.error)
  const others = reportsFor(file.garden.reports, report?.id ?? null)
  const change = (next: Report) => {
    save.reset()
    if (typed.thing) typed.change(next)
    else typed.begin(next, 0)
  }
  const leave = () => {
    save.reset()
    typed.drop()
    setQuery({ bed: bed.id }, { replace: true })
  }
  return (
    <div className="soil-view">
      <nav className="bed-list" aria-label={t('Beds')}>
        <Search of={beds.length} value={looked} onChange={setLooked} label={t('Find a bed')} />
        {found(beds, looked, (one) => one.name).map((one) => (
          <button
            key={one.id}
            type="button"
            aria-pressed={one.id === bed.id}
            onClick={() => {
              save.reset()
              typed.drop()
              setQuery({ bed: one.id }, { replace: true })
            }}
          >
            {one.name}
            <span className="soft small"> {testedOn(one.id, kept, file.garden.reports)}</span>
          </button>
        ))}
      </nav>
      <section className="stack">
        <Heading
          bed={bed.name}
          today={kept.as_of}
          report={report}
          onNew={() => typed.begin(newReport(bed.id, kept.as_of), 0)}
          onEdit={
            stored && !draft ? () => typed.begin(stored, revisionOf(garden, stored.id)) : undefined
          }
        />
        {draft && (
          <div className="sheet stack">
            <ReportForm
              draft={draft}
              beds={beds}
              faults={[...whatIf.faults, ...refused]}
              onChange={change}
            />
            <Keeping
              mine={draft}
              basedOn={typed.basedOn}
              label={t('Keep this test')}
              saving={save.isPending}
              disabled={whatIf.faults.length > 0}
              faults={refused}
              conflict={conflictOf(save.error)}
              term={(field) => termOf(words.terms, field)}
              onKeep={(thing, basedOn) =>
                save.mutate({ kind: 'reports', thing: { ...thing }, basedOn }, { onSuccess: leave })
              }
              onLeave={leave}
            />
          </div>
        )}
        {facts && (
          <Gauges
            facts={facts}
            before={before}
            report={report}
            beside={others.find((one) => one.id === beside) ?? null}
          />
        )}
        <Findings of={plan.findings.filter((f) => f.about === report?.id)} words={words} />
        {others.length > 0 && facts && facts.gauges.length > 0 && (
          <ChoiceField
            label={t('Compare with')}
            hint={t('Drawn as an open mark, where it was measured by the same extract and unit.')}
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
        {stored && !draft && (
          <div className="row">
            <HistoryButton of={stored.id} name={stored.lab} />
            <Button
              type="text"
              danger
              size="small"
              loading={remove.isPending}
              onClick={() => remove.mutate({ kind: 'reports', key: stored.id })}
            >
              {t('Remove this test')}
            </Button>
          </div>
        )}
      </section>
      <Follows gardenId={gardenId} bed={bed.id} plan={plan} before={draft ? kept : undefined} />
    </div>
  )
}

function named(report: Report, garden: Schemas['Garden'], today: string): string {
  const beds = garden.places.filter((one) => report.places.includes(one.id)).map((one) => one.name)
  return `${showDate(report.sampled_on, today)}, ${beds.join(', ')} (${report.lab})`
}

function testedOn(bed: string, plan: Schemas['SeasonPlan'], reports: readonly Report[]): string {
  const id = plan.places.find((one) => one.id === bed)?.report
  const report = reports.find((one) => one.id === id)
  return report ? showDate(report.sampled_on, plan.as_of) : t('no test')
}

function Heading(props: {
  bed: string
  today: string
  report: Report | null
  onNew: () => void
  onEdit?: () => void
}) {
  return (
    <div className="row soil-head">
      <div>
        <h1>{props.bed}</h1>
        <p className="soft">
          {props.report
            ? t('{lab}, sampled {day}', {
                lab: props.report.lab,
                day: showDate(props.report.sampled_on, props.today),
              })
            : t('No soil test yet: the plan uses careful guesses.')}
        </p>
      </div>
      <span className="spacer" />
      {props.onEdit && <Button onClick={props.onEdit}>{t('Correct this test')}</Button>}
      <Button type={props.report ? 'default' : 'primary'} onClick={props.onNew}>
        {t('Type in a test')}
      </Button>
    </div>
  )
}

function NoBeds({ gardenId }: { gardenId: string }) {
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
