import { Button } from 'antd'
import { useGarden, usePlan } from '../../api/gardens'
import { useWords } from '../../api/reference'
import { showDate } from '../../lib/dates'
import { showNumber } from '../../lib/numbers'
import { useAddress } from '../../lib/useAddress'
import { useWidth } from '../../lib/useWidth'
import { t } from '../../lib/words'
import { DataTable, type Column } from '../../parts/DataTable'
import { unitName } from '../../parts/Field'
import { extractName, type Report } from './state'

const NARROW_PX = 620
const OFTEN = ['P', 'K', 'Ca', 'Mg']

/** Every soil test of the garden as a table, the newest first. */
export default function AllTests({ gardenId }: { gardenId: string }) {
  const { reports, places } = useGarden(gardenId).file.garden
  const plan = usePlan(gardenId)
  const words = useWords()
  const [, go] = useAddress()
  const [box, width] = useWidth()
  const rows = [...reports].sort((a, b) => b.sampled_on.localeCompare(a.sampled_on))
  const named = (one: Report) =>
    places
      .filter((place) => one.places.includes(place.id))
      .map((place) => place.name)
      .join(', ')
  const day = (one: Report) => (
    <Button type="link" size="small" onClick={() => go({ bed: one.places[0] ?? null, page: null })}>
      {showDate(one.sampled_on, plan.as_of)}
    </Button>
  )
  const extract = (one: Report) => extractName(words.terms, one.extractant ?? 'Mehlich-3')
  const plain = (value: number | null | undefined) => (value == null ? '' : showNumber(value))
  const analytes = [...new Set(reports.flatMap((one) => one.values.map((it) => it.analyte)))]
  const foundIn = (one: Report, analyte: string) =>
    one.values.find((value) => value.analyte === analyte)
  const shown = (one: Report, analyte: string) => {
    const value = foundIn(one, analyte)
    if (!value) return ''
    if (value.value == null) return words.terms[`class.${value.lab_rating}`] ?? ''
    return `${showNumber(value.value)} ${unitName(value.unit ?? 'mg/kg')}`
  }
  const columns: Column<Report>[] = [
    { key: 'day', title: t('Sampled on'), render: day, by: (one) => one.sampled_on },
    { key: 'places', title: t('Place'), render: named, by: named, filter: named },
    {
      key: 'lab',
      title: t('Laboratory'),
      render: (one) => one.lab,
      by: (one) => one.lab,
      filter: (one) => one.lab,
    },
    { key: 'extract', title: t('Extract'), render: extract, filter: extract },
    {
      key: 'ph',
      title: 'pH',
      figures: true,
      by: (one) => one.ph ?? null,
      render: (one) => plain(one.ph),
    },
    {
      key: 'om',
      title: t('Organic matter, %'),
      figures: true,
      hidden: true,
      by: (one) => one.organic_matter_pct ?? null,
      render: (one) => plain(one.organic_matter_pct),
    },
    ...analytes.map((analyte): Column<Report> => ({
      key: analyte,
      title: analyte,
      figures: true,
      hidden: !OFTEN.includes(analyte),
      by: (one) => foundIn(one, analyte)?.value ?? null,
      render: (one) => shown(one, analyte),
    })),
  ]
  return (
    <div ref={box}>
      <DataTable<Report>
        name="tests"
        label={t('All tests')}
        rows={rows}
        columns={columns}
        rowKey={(one) => one.id}
        empty={t('No soil test yet.')}
        narrow={{
          is: width < NARROW_PX,
          line: (one) => (
            <>
              {day(one)} <b>{named(one)}</b>
              <p className="small soft">
                {one.lab} · {extract(one)}
              </p>
              <p className="small">
                {one.ph != null && `pH ${plain(one.ph)} · `}
                {one.values.map((it) => `${it.analyte} ${shown(one, it.analyte)}`).join(' · ')}
              </p>
            </>
          ),
        }}
      />
    </div>
  )
}
