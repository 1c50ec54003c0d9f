import { Button } from 'antd'
import { useState } from 'react'
import { faultsOf, type Schemas } from '../../api/client'
import { useGarden, usePlan, useWrites } from '../../api/gardens'
import { Scoops } from '../../drawing/Scoops'
import { showDay } from '../../lib/dates'
import { showLitres, showMass, showNumber } from '../../lib/numbers'
import { plural, t } from '../../lib/words'
import { Refused } from '../../parts/Field'
import { levelScoops, namesOf, plantingName } from '../../parts/names'
import { useToast } from '../../lib/useToast'
import { MayKeep } from '../../parts/MayKeep'

type Can = Schemas['SharedCan']

/** One mix that serves several plantings on a day: whole cans, who gets how much, what is left. */
export function Shared({ can, gardenId }: { can: Can; gardenId: string }) {
  const plan = usePlan(gardenId)
  const [open, setOpen] = useState(false)
  const due = can.on <= plan.as_of
  const titles = new Map(plan.plantings.map((one) => [one.id, plantingName(one)]))
  const list = can.pours.map((pour) => titles.get(pour.planting) ?? '').join(', ')
  return (
    <section className="sheet shared-can stack" aria-label={t('One mix for several')}>
      <button
        type="button"
        className="job-line-what"
        aria-expanded={open}
        onClick={() => setOpen(!open)}
      >
        <span className="row job-line-head">
          <b>{t('One mix for {list}', { list })}</b>
          <span className="small soft">{due ? t('today') : showDay(can.on)}</span>
        </span>
        <span className="job-line-amount small">
          {plural(
            can.saves,
            'Nearly as good as a mix for each, and one less to make.',
            'Nearly as good as a mix for each, and {n} less to make.',
          )}
        </span>
      </button>
      {open && (
        <>
          <Lines can={can} gardenId={gardenId} />
          <Pours can={can} gardenId={gardenId} titles={titles} />
          <LeftOver litres={can.left_over_l} />
          {due && (
            <MayKeep kind="feeds">
              <Give can={can} gardenId={gardenId} />
            </MayKeep>
          )}
        </>
      )}
    </section>
  )
}

/** What goes into the cans. */
function Lines({ can, gardenId }: { can: Can; gardenId: string }) {
  const names = namesOf(useGarden(gardenId).file.garden)
  const plan = usePlan(gardenId)
  const ml = new Map(plan.scoops.map((scoop) => [scoop.id, scoop.ml]))
  return (
    <>
      <p>
        {plural(can.cans, 'In one can of {water}', 'In each of {n} cans of {water}', {
          water: showLitres(can.can_l),
        })}
        :
      </p>
      {can.lines.map((line) => {
        const level = levelScoops(line.count, names.scoops.get(line.scoop) ?? '')
        return (
          <p key={line.product} className="row shared-line">
            <Scoops count={line.count} ml={ml.get(line.scoop) ?? 5} label={level} />
            <span>
              <b>{level}</b> {names.products.get(line.product)}{' '}
              <span className="soft">({showMass(line.grams)})</span>
            </span>
          </p>
        )
      })}
    </>
  )
}

/** Who gets how much. */
function Pours(props: { can: Can; gardenId: string; titles: Map<string, string> }) {
  const names = namesOf(useGarden(props.gardenId).file.garden)
  const plan = usePlan(props.gardenId)
  const placeOf = new Map(plan.plantings.map((one) => [one.id, one.place]))
  return (
    <ul className="shared-pours">
      {props.can.pours.map((pour) => (
        <li key={pour.job}>
          <b>{props.titles.get(pour.planting)}</b>{' '}
          <span className="soft small">{names.places.get(placeOf.get(pour.planting) ?? '')}</span>:{' '}
          {t('{all} in all, {each} to each plant', {
            all: showLitres(pour.litres),
            each: showLitres(pour.per_plant_l),
          })}
          {pour.miss > 0.02 && (
            <span className="soft small">
              {' '}
              {t('({n} % more is missed)', { n: showNumber(100 * pour.miss, 2) })}
            </span>
          )}
        </li>
      ))}
    </ul>
  )
}

function Give({ can, gardenId }: { can: Can; gardenId: string }) {
  const plan = usePlan(gardenId)
  const toast = useToast()
  const { saveAll, removeAll } = useWrites(gardenId)
  const give = () =>
    saveAll.mutate(
      { kind: 'feeds', things: can.pours.map((pour) => ({ ...entryOf(pour, plan.as_of) })) },
      {
        onSuccess: () =>
          toast({
            text: t('Recorded for all of them. The rest of the season is worked out again.'),
            undo: () =>
              removeAll(
                'feeds',
                can.pours.map((pour) => pour.job),
              ),
          }),
      },
    )
  return (
    <div className="row">
      <Button type="primary" loading={saveAll.isPending} onClick={give}>
        {t('Done for all')}
      </Button>
      <Refused faults={faultsOf(saveAll.error)} />
    </div>
  )
}

function entryOf(pour: Can['pours'][number], on: string): Schemas['FeedEntry'] {
  return {
    id: pour.job,
    planting: pour.planting,
    job: pour.job,
    on,
    outcome: 'given',
    amounts: Object.entries(pour.grams).map(([product, grams]) => ({
      product,
      amount: { value: Math.round(grams * 100) / 100, unit: 'g' },
    })),
    planned: [],
    water: { value: Math.round(pour.litres * 10) / 10, unit: 'L' },
    poured: 1,
    note: '',
  }
}

/** What to do with feed that is left in the can. */
export function LeftOver({ litres }: { litres: number }) {
  if (litres < 0.05) return null
  return (
    <p className="small soft">
      {t(
        '{litres} are left over: pour them on something that grows and is not yet at its limit, today; never into a drain or a ditch.',
        { litres: showLitres(litres) },
      )}
    </p>
  )
}
