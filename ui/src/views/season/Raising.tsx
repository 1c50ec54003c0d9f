import { Button, Drawer } from 'antd'
import { useMemo } from 'react'
import { faultsOf } from '../../api/client'
import { useEditing } from '../../api/editing'
import { useGarden, usePlan } from '../../api/gardens'
import { useRaising, type RaisingRoom } from '../../api/raising'
import { newId } from '../../lib/ids'
import { useWords } from '../../api/reference'
import { t } from '../../lib/words'
import { Refused } from '../../parts/Field'
import { plantingName } from '../../parts/names'
import { Bench, BenchFields, type BenchThing } from './RaisingBench'
import { RaisedPlanting } from './RaisingPlanting'
import { PotSizes } from './RaisingPots'

/** What is raised under cover: seed, pots, mix, hours outside, and the room on the benches. */
export default function Raising({ gardenId, onClose }: { gardenId: string; onClose: () => void }) {
  const { data, error } = useRaising(gardenId)
  return (
    <Drawer open onClose={onClose} size={860} title={t('Raising')}>
      <div className="stack">
        <Refused faults={faultsOf(error)} />
        {data && <Benches gardenId={gardenId} room={data} />}
        {data && <Plantings gardenId={gardenId} room={data} />}
        {data && <PotSizes gardenId={gardenId} usual={data.usual_pots} />}
      </div>
    </Drawer>
  )
}

/** Crop and variety of each planting of the garden, by id. */
function useNames(gardenId: string): Map<string, string> {
  const plan = usePlan(gardenId)
  return useMemo(() => new Map(plan.plantings.map((one) => [one.id, plantingName(one)])), [plan])
}

function Benches({ gardenId, room }: { gardenId: string; room: RaisingRoom }) {
  const { garden } = useGarden(gardenId).file
  const editing = useEditing(gardenId, 'benches')
  const words = useWords()
  const names = useNames(gardenId)
  const plan = usePlan(gardenId)
  const known = garden.benches ?? []
  const fresh: BenchThing = {
    id: newId(),
    kind: 'shelf',
    name: t('Shelf'),
    length: { value: 1, unit: 'm' },
    width: { value: 40, unit: 'cm' },
    levels: 1,
    warm_c: 18,
  }
  const isNew = editing.thing && known.every((one) => one.id !== editing.thing?.id)
  return (
    <section className="stack" aria-label={t('Benches')}>
      {room.benches.map((one) => {
        const bench = known.find((each) => each.id === one.room.bench)
        return (
          bench && (
            <Bench
              key={bench.id}
              of={one}
              today={plan.as_of}
              {...{ bench, editing, names, terms: words.terms }}
            />
          )
        )
      })}
      {isNew && <BenchFields editing={editing} terms={words.terms} />}
      <div className="row">
        <Button onClick={() => editing.begin(fresh)}>{t('Add a shelf, bench or frame')}</Button>
        {room.benches.length === 0 && (
          <span className="small soft">
            {t('Draw what you raise on: then you see from when on there is no room.')}
          </span>
        )}
      </div>
    </section>
  )
}

function Plantings({ gardenId, room }: { gardenId: string; room: RaisingRoom }) {
  const names = useNames(gardenId)
  const { garden } = useGarden(gardenId).file
  const editing = useEditing(gardenId, 'plantings', { name: 'raising' })
  if (room.plantings.length === 0) {
    return (
      <p>
        {t(
          'Nothing is raised yet. Give a planting a day of sowing before its day of planting, or ask when to sow.',
        )}
      </p>
    )
  }
  return room.plantings.map((one) => {
    const planting = garden.plantings.find((each) => each.id === one.planting)
    return (
      planting && (
        <RaisedPlanting
          key={one.planting}
          of={one}
          name={names.get(one.planting) ?? ''}
          benches={garden.benches ?? []}
          {...{ gardenId, planting, editing }}
        />
      )
    )
  })
}
