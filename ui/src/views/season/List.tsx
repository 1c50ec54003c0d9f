import { Button, Segmented } from 'antd'
import { useMemo, useState } from 'react'
import { faultsOf, type Schemas } from '../../api/client'
import { useGarden, useMoveJob, useWrites } from '../../api/gardens'
import { useWords } from '../../api/reference'
import { NutrientMark } from '../../drawing/NutrientMark'
import { addDays, showDate } from '../../lib/dates'
import { newId } from '../../lib/ids'
import { showNutrient } from '../../lib/numbers'
import { useAddress } from '../../lib/useAddress'
import { useWidth } from '../../lib/useWidth'
import { plural, t } from '../../lib/words'
import { DataTable, type Column } from '../../parts/DataTable'
import { DateInput } from '../../parts/DateField'
import { Findings } from '../../parts/Findings'
import { Refused } from '../../parts/Field'
import { mixText, namesOf, plantingName } from '../../parts/names'
import { useToast } from '../../lib/useToast'
import { NUTRIENTS } from '../../theme/nutrients'
import { useKeeps } from '../../parts/MayKeep'
import { listed, type Job, type Listed } from './state'

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
  const [chosen, setChosen] = useState<readonly string[]>([])
  const moves = useKeeps('pins')
  return (
    <div ref={box} className="stack season-list">
      <Refused faults={faultsOf(error)} />
      {chosen.length > 0 && (
        <MoveSeveral
          gardenId={gardenId}
          jobs={rows.filter(({ job }) => chosen.includes(job.key)).map(({ job }) => job)}
          today={plan.as_of}
          onDone={() => setChosen([])}
        />
      )}
      <DataTable<Listed>
        name="season"
        label={t('Feeds of the season')}
        rows={when === 'past' ? [...rows].reverse() : rows}
        columns={columns}
        rowKey={({ job }) => job.key}
        rowClass={({ job }) => job.status}
        chosen={
          when === 'ahead' && moves
            ? {
                keys: chosen,
                can: ({ job }) => job.status === 'planned',
                name: ({ job, planting }) => `${plantingName(planting)}, ${showDate(job.due_on)}`,
                onChange: setChosen,
              }
            : undefined
        }
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

/** Several feeds given so many days later, or earlier, all or none. */
function MoveSeveral(props: {
  gardenId: string
  jobs: readonly Job[]
  today: string
  onDone: () => void
}) {
  const { gardenId, jobs, today } = props
  const { pins } = useGarden(gardenId).file.garden
  const { replaceAll } = useWrites(gardenId)
  const toast = useToast()
  const move = (days: number) => {
    const things = jobs.map((job) => {
      const to = addDays(job.due_on, days)
      const id = pins.find((pin) => pin.job === job.key)?.id ?? newId()
      return { id, job: job.key, to: to < today ? today : to }
    })
    replaceAll.mutate(
      { kind: 'pins', things },
      {
        onSuccess: () => {
          toast({ text: plural(jobs.length, 'One feed was moved.', '{n} feeds were moved.') })
          props.onDone()
        },
      },
    )
  }
  const ways: [number, string][] = [
    [-7, t('A week earlier')],
    [-1, t('A day earlier')],
    [1, t('A day later')],
    [7, t('A week later')],
  ]
  return (
    <div className="row" role="group" aria-label={t('Move what is chosen')}>
      <b>{plural(jobs.length, 'One feed chosen', '{n} feeds chosen')}</b>
      {ways.map(([days, label]) => (
        <Button key={days} size="small" disabled={replaceAll.isPending} onClick={() => move(days)}>
          {label}
        </Button>
      ))}
      <Refused faults={faultsOf(replaceAll.error)} />
    </div>
  )
}

/** What a feed's row shows, and its day to be changed in place. */
function useColumns(gardenId: string, plan: Schemas['SeasonPlan']) {
  const { file } = useGarden(gardenId)
  const words = useWords()
  const toast = useToast()
  const moving = useMoveJob(gardenId)
  const moves = useKeeps('pins')
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
    moves && one.job.status === 'planned' ? (
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
  const mix = ({ job, planting }: Listed) =>
    job.mixes.length > 0 || job.status !== 'planned' ? (
      job.mixes.slice(0, 1).map((one) => mixText(one, names, planting.place))
    ) : (
      <Findings of={job.findings} words={words} />
    )
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
      <div className="small">{mix(one)}</div>
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
