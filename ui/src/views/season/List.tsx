import { Segmented } from 'antd'
import { useMemo } from 'react'
import { faultsOf, type Schemas } from '../../api/client'
import { useGarden, useMoveJob } from '../../api/gardens'
import { useWords } from '../../api/reference'
import { NutrientMark } from '../../drawing/NutrientMark'
import { showDate } from '../../lib/dates'
import { showNutrient } from '../../lib/numbers'
import { useAddress } from '../../lib/useAddress'
import { useWidth } from '../../lib/useWidth'
import { t } from '../../lib/words'
import { DataTable, type Column } from '../../parts/DataTable'
import { DateInput } from '../../parts/DateField'
import { Refused } from '../../parts/Field'
import { mixText, namesOf, plantingName } from '../../parts/names'
import { useToast } from '../../lib/useToast'
import { NUTRIENTS } from '../../theme/nutrients'
import { listed, type Listed } from './state'

const NARROW_PX = 760
const WORTH_A_FIGURE_G = 0.05

type When = 'ahead' | 'past'

/** Every feed of the season as a table; what is planned can be given another day. */
export default function List({
  gardenId,
  plan,
}: {
  gardenId: string
  plan: Schemas['SeasonPlan']
}) {
  const [address, go] = useAddress()
  const [box, width] = useWidth()
  const when: When = address.get('when') === 'past' ? 'past' : 'ahead'
  const all = useMemo(() => listed(plan), [plan])
  const rows = all.filter(({ job }) => job.due_on < plan.as_of === (when === 'past'))
  const { columns, line, error } = useColumns(gardenId, plan)
  return (
    <div ref={box} className="stack season-list">
      <Refused faults={faultsOf(error)} />
      <DataTable<Listed>
        name="season"
        label={t('Feeds of the season')}
        rows={when === 'past' ? [...rows].reverse() : rows}
        columns={columns}
        rowKey={({ job }) => job.key}
        rowClass={({ job }) => job.status}
        narrow={{ is: width < NARROW_PX, line }}
        tools={
          <Segmented<When>
            value={when}
            aria-label={t('Show')}
            onChange={(next) => go({ when: next === 'past' ? next : null })}
            options={[
              { value: 'ahead', label: t('To come') },
              { value: 'past', label: t('Before today') },
            ]}
          />
        }
        empty={t('Nothing to give there.')}
      />
    </div>
  )
}

/** What a feed's row shows, and its day to be changed in place. */
function useColumns(gardenId: string, plan: Schemas['SeasonPlan']) {
  const { file } = useGarden(gardenId)
  const words = useWords()
  const toast = useToast()
  const moving = useMoveJob(gardenId)
  const names = namesOf(file.garden)
  const move = (one: Listed, to: string) =>
    moving.move(one.job.key, to, (undo) =>
      toast({
        text: t('{planting}: moved to {day}.', {
          planting: plantingName(one.planting),
          day: showDate(to),
        }),
        undo,
      }),
    )
  const day = (one: Listed) =>
    one.job.status === 'planned' ? (
      <DateInput
        id={`day-${one.job.key}`}
        label={t('Day of the feed for {planting}', { planting: plantingName(one.planting) })}
        value={one.job.due_on}
        from={plan.as_of}
        onChange={(to) => to && move(one, to)}
      />
    ) : (
      showDate(one.job.due_on, plan.as_of)
    )
  const kind = ({ job }: Listed) => words.terms[`kind.${job.kind}`]
  const status = ({ job }: Listed) => words.terms[`status.${job.status}`]
  const place = ({ planting }: Listed) => names.places.get(planting.place) ?? ''
  const mix = ({ job }: Listed) => job.mixes.slice(0, 1).map((one) => mixText(one, names))
  const figures: Column<Listed>[] = NUTRIENTS.map((x) => ({
    key: x,
    title: x,
    figures: true,
    hidden: !['N', 'P', 'K'].includes(x),
    by: ({ job }) => job.brings_g[x],
    render: ({ job }) => (job.brings_g[x] > WORTH_A_FIGURE_G ? showNutrient(job.brings_g[x]) : ''),
  }))
  const columns: Column<Listed>[] = [
    { key: 'day', title: t('Day'), render: day, by: ({ job }) => job.due_on },
    {
      key: 'planting',
      title: t('Planting'),
      render: ({ planting }) => <b>{plantingName(planting)}</b>,
      by: ({ planting }) => plantingName(planting),
      filter: ({ planting }) => plantingName(planting),
    },
    { key: 'place', title: t('Place'), render: place, by: place, filter: place },
    { key: 'kind', title: t('Kind'), render: kind, by: kind, filter: kind },
    { key: 'status', title: t('State'), render: status, filter: status, hidden: true },
    { key: 'mix', title: t('How much'), render: mix },
    ...figures,
  ]
  const line = (one: Listed) => (
    <div className="stack list-line">
      {day(one)}
      <span>
        <b>{plantingName(one.planting)}</b>{' '}
        <span className="soft small">
          {place(one)} · {kind(one)} · {status(one)}
        </span>
      </span>
      <span className="small">{mix(one)}</span>
      <span className="list-brings small">
        {NUTRIENTS.slice(0, 3)
          .filter((x) => one.job.brings_g[x] > WORTH_A_FIGURE_G)
          .map((x) => (
            <span key={x}>
              <NutrientMark nutrient={x} size={12} /> {showNutrient(one.job.brings_g[x])}
            </span>
          ))}
      </span>
    </div>
  )
  return { columns, line, error: moving.error }
}
