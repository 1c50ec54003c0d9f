import { Button } from 'antd'
import { useState } from 'react'
import { Link, useParams } from 'react-router'
import { faultsOf, type Schemas } from '../../api/client'
import { useGarden, usePlan, useWrites } from '../../api/gardens'
import { useWords } from '../../api/reference'
import { useWhatIf } from '../../api/whatIf'
import { showDate } from '../../lib/dates'
import { Refused, faultsOfWhole } from '../../parts/Field'
import { Findings } from '../../parts/Findings'
import { Gauges } from './Gauges'
import { Follows } from './Follows'
import { ReportForm } from './ReportForm'
import { newReport, type Report } from './state'
import './soil.css'

/** A bed's soil test against bands, and what follows from it before planting. */
export function View() {
  const { gardenId = '' } = useParams()
  const { file } = useGarden(gardenId)
  const kept = usePlan(gardenId)
  const { save } = useWrites(gardenId)
  const beds = file.garden.places.filter((place) => place.kind === 'bed')
  const [chosen, setChosen] = useState(beds[0]?.id ?? '')
  const [draft, setDraft] = useState<Report | null>(null)
  const whatIf = useWhatIf(gardenId, draft ? { reports: [draft] } : null)
  const plan = (draft && whatIf.plan) || kept
  const bed = beds.find((one) => one.id === chosen) ?? beds[0]
  if (!bed) return <NoBeds gardenId={gardenId} />
  const facts = plan.places.find((one) => one.id === bed.id)
  const before = draft ? kept.places.find((one) => one.id === bed.id) : undefined
  const report = draft ?? file.garden.reports.find((one) => one.id === facts?.report) ?? null
  const refused = faultsOf(save.error)
  const keep = () =>
    draft && save.mutate({ kind: 'reports', thing: draft }, { onSuccess: () => setDraft(null) })
  return (
    <div className="soil-view">
      <nav className="bed-list" aria-label="Beds">
        {beds.map((one) => (
          <button
            key={one.id}
            type="button"
            aria-pressed={one.id === bed.id}
            onClick={() => {
              setChosen(one.id)
              setDraft(null)
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
          onNew={() => setDraft(newReport(bed.id, kept.as_of))}
          onEdit={report && !draft ? () => setDraft(report) : undefined}
        />
        {draft && (
          <div className="sheet stack">
            <ReportForm
              draft={draft}
              beds={beds}
              faults={[...whatIf.faults, ...refused]}
              onChange={setDraft}
            />
            <div className="row">
              <Button
                type="primary"
                loading={save.isPending}
                disabled={whatIf.faults.length > 0}
                onClick={keep}
              >
                Keep this test
              </Button>
              <Button onClick={() => setDraft(null)}>Leave it</Button>
              <Refused faults={faultsOfWhole(refused)} />
            </div>
          </div>
        )}
        {facts && <Gauges facts={facts} before={before} report={report} />}
        <FindingsOf plan={plan} report={report} />
      </section>
      <Follows gardenId={gardenId} bed={bed.id} plan={plan} before={draft ? kept : undefined} />
    </div>
  )
}

function FindingsOf({ plan, report }: { plan: Schemas['SeasonPlan']; report: Report | null }) {
  const words = useWords()
  return <Findings of={plan.findings.filter((f) => f.about === report?.id)} words={words} />
}

function testedOn(bed: string, plan: Schemas['SeasonPlan'], reports: readonly Report[]): string {
  const id = plan.places.find((one) => one.id === bed)?.report
  const report = reports.find((one) => one.id === id)
  return report ? showDate(report.sampled_on, plan.as_of) : 'no test'
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
            ? `${props.report.lab}, sampled ${showDate(props.report.sampled_on, props.today)}`
            : 'No soil test yet: the plan uses careful guesses.'}
        </p>
      </div>
      <span className="spacer" />
      {props.onEdit && <Button onClick={props.onEdit}>Correct this test</Button>}
      <Button type={props.report ? 'default' : 'primary'} onClick={props.onNew}>
        Type in a test
      </Button>
    </div>
  )
}

function NoBeds({ gardenId }: { gardenId: string }) {
  return (
    <section className="stack">
      <h1>There is no bed yet</h1>
      <p>
        A soil test belongs to a bed. <Link to={`/g/${gardenId}/plot`}>Draw one on the Plot</Link>,
        then type in its test here.
      </p>
    </section>
  )
}
