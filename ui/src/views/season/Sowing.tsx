import { useQuery } from '@tanstack/react-query'
import { Button, Drawer, Segmented } from 'antd'
import { useState } from 'react'
import { faultsOf, type Schemas } from '../../api/client'
import { useGarden, usePlan, useWrites } from '../../api/gardens'
import { planningQueries, type SowingAsked } from '../../api/planning'
import { useCatalogue, useWords } from '../../api/reference'
import { SowingBar, type SowingPart } from '../../drawing/SowingBar'
import { addDays, showDate, showDay } from '../../lib/dates'
import { newId } from '../../lib/ids'
import { useWidth } from '../../lib/useWidth'
import { plural, t } from '../../lib/words'
import { DateField } from '../../parts/DateField'
import {
  ChoiceField,
  NumberField,
  Refused,
  faultsAt,
  faultsOfWhole,
  type FaultAt,
} from '../../parts/Field'
import { Findings } from '../../parts/Findings'
import { cropChoices } from '../../parts/names'
import { PickField } from '../../parts/Pick'
import { useToast } from '../../lib/useToast'
import { MayKeep } from '../../parts/MayKeep'

type Dates = Schemas['Sowing']

/** When to sow: "sown today, first picking when?", or "picking by then, sow when?". */
export default function Sowing({ gardenId, onClose }: { gardenId: string; onClose: () => void }) {
  const plan = usePlan(gardenId)
  const { garden } = useGarden(gardenId).file
  const catalogue = useCatalogue()
  const [asked, setAsked] = useState<SowingAsked>(() => {
    const crop = catalogue.crops.find((one) => one.key === 'lettuce') ?? catalogue.crops[0]
    return {
      crop: crop.key,
      variety: '',
      place: garden.places[0]?.id ?? '',
      sown_in_place: false,
      day: plan.as_of,
      by: 'sown',
      successions: 0,
    }
  })
  const query = useQuery({
    ...planningQueries.sowing(gardenId, asked),
    enabled: asked.place !== '',
  })
  const faults = faultsOf(query.error)
  return (
    <Drawer open onClose={onClose} size={640} title={t('When to sow')}>
      {asked.place === '' ? (
        <p>{t('Draw a bed or a tub on the Plot first: its warmth decides the dates.')}</p>
      ) : (
        <div className="stack">
          <WhatFields asked={asked} garden={garden} faults={faults} onChange={setAsked} />
          <WhenFields asked={asked} today={plan.as_of} faults={faults} onChange={setAsked} />
          {query.data && <Answers gardenId={gardenId} asked={asked} answer={query.data} />}
          <Refused faults={faultsOfWhole(faults)} />
        </div>
      )}
    </Drawer>
  )
}

/** Whether a crop can be raised before it is planted out. */
function useRaised(crop: string): boolean {
  return useCatalogue().stages[crop].some((stage) => stage.key === 'transplant_establishment')
}

interface Fields {
  asked: SowingAsked
  faults: readonly FaultAt[]
  onChange: (asked: SowingAsked) => void
}

/** Which crop, where, and how it is started. */
function WhatFields({ asked, garden, faults, onChange }: Fields & { garden: Schemas['Garden'] }) {
  const catalogue = useCatalogue()
  return (
    <div className="fields">
      <PickField
        label={t('Crop')}
        value={asked.crop}
        options={cropChoices(catalogue.crops)}
        faults={faultsAt(faults, 'crop')}
        onChange={(crop) => onChange({ ...asked, crop, sown_in_place: false })}
      />
      <ChoiceField
        label={t('Place')}
        value={asked.place}
        options={garden.places.map((one) => ({ value: one.id, label: one.name }))}
        onChange={(place) => onChange({ ...asked, place })}
      />
      {useRaised(asked.crop) && (
        <ChoiceField
          label={t('Started')}
          value={asked.sown_in_place ? 'place' : 'out'}
          options={[
            { value: 'out', label: t('raised, then planted out') },
            { value: 'place', label: t('sown where it stays') },
          ]}
          onChange={(how) => onChange({ ...asked, sown_in_place: how === 'place' })}
        />
      )}
    </div>
  )
}

/** From which day on, in which direction, and how many sowings after it. */
function WhenFields({ asked, today, faults, onChange }: Fields & { today: string }) {
  const dayOf = (by: SowingAsked['by']) => (by === 'sown' ? today : addDays(today, 90))
  return (
    <>
      <Segmented<SowingAsked['by']>
        value={asked.by}
        aria-label={t('Question')}
        onChange={(by) => onChange({ ...asked, by, day: dayOf(by) })}
        options={[
          { value: 'sown', label: t('Picking when?') },
          { value: 'picked', label: t('Sow when?') },
        ]}
      />
      <div className="fields">
        <DateField
          label={asked.by === 'sown' ? t('Sown on') : t('Picking by')}
          value={asked.day}
          faults={[...faultsAt(faults, 'day'), ...faultsAt(faults, 'pick_by')]}
          onChange={(day) => day && onChange({ ...asked, day })}
        />
        <NumberField
          label={t('More sowings after it')}
          hint={t('Each is picked when the one before is over.')}
          value={asked.successions}
          faults={faultsAt(faults, 'successions')}
          onChange={(n) =>
            onChange({ ...asked, successions: Math.min(Math.max(Math.round(n ?? 0), 0), 12) })
          }
        />
      </div>
    </>
  )
}

/** The answer drawn, and each sowing with the way to plan it. */
function Answers(props: { gardenId: string; asked: SowingAsked; answer: Schemas['SowingAnswer'] }) {
  const { gardenId, asked, answer } = props
  const plan = usePlan(gardenId)
  const words = useWords()
  const toast = useToast()
  const { save, remove } = useWrites(gardenId)
  const inPlace = !useRaised(asked.crop) || asked.sown_in_place
  const add = (dates: Dates) => {
    const thing = plantingOf(asked, dates, inPlace)
    const said = {
      text: t('Planted from {day} on.', { day: showDate(dates.plant_on, plan.as_of) }),
      undo: () => remove.mutate({ kind: 'plantings', key: thing.id }),
    }
    save.mutate({ kind: 'plantings', thing }, { onSuccess: () => toast(said) })
  }
  return (
    <>
      <Answer answer={answer} today={plan.as_of} />
      <Findings of={answer.chosen.findings} words={words} />
      <Window answer={answer} today={plan.as_of} />
      <ol className="sowings">
        {[answer.chosen, ...answer.following].map((dates) => (
          <li key={dates.sow_on} className="row">
            <span>{line(dates, plan.as_of)}</span>
            <span className="spacer" />
            <MayKeep kind="plantings">
              <Button size="small" loading={save.isPending} onClick={() => add(dates)}>
                {t('Plan this one')}
              </Button>
            </MayKeep>
          </li>
        ))}
      </ol>
      {asked.successions > answer.following.length && (
        <p className="small soft">
          {answer.following.length === 0
            ? t('No further sowing fits the season.')
            : plural(
                answer.following.length,
                'Only one further sowing fits the season.',
                'Only {n} further sowings fit the season.',
              )}
        </p>
      )}
      <Refused faults={faultsOf(save.error)} />
    </>
  )
}

function plantingOf(asked: SowingAsked, dates: Dates, inPlace: boolean): Schemas['Planting'] {
  return {
    id: newId(),
    place: asked.place,
    crop: asked.crop,
    variety: asked.variety,
    plants: null,
    spacing: null,
    programme: 'leaf_then_fruit',
    sown_on: dates.sow_on === dates.plant_on ? null : dates.sow_on,
    planted_on: dates.plant_on,
    sown_in_place: inPlace,
    raised_in: null,
    base_by: 'broadcast',
    residue: null,
    ends_on: null,
    note: '',
  }
}

function Answer({ answer, today }: { answer: Schemas['SowingAnswer']; today: string }) {
  const rows = [answer.chosen, ...answer.following]
  const [box, width] = useWidth()
  return (
    <div ref={box} className="stack">
      <p className="sowing-answer">
        {answer.chosen.first_pick
          ? t('Sow on {sow}, pick from {pick} on.', {
              sow: showDay(answer.chosen.sow_on),
              pick: showDate(answer.chosen.first_pick, today),
            })
          : t('Sow on {sow}.', { sow: showDay(answer.chosen.sow_on) })}
      </p>
      <SowingBar
        rows={rows.map((one, n) => ({ key: `${n}`, label: '', parts: partsOf(one) }))}
        window={
          answer.earliest && answer.latest
            ? { from: answer.earliest.plant_on, to: answer.latest.plant_on }
            : null
        }
        today={today}
        width={width}
        label={t('From sowing to the last picking')}
      />
    </div>
  )
}

function partsOf(one: Dates): SowingPart[] {
  const parts: SowingPart[] = []
  if (one.sow_on < one.plant_on) {
    parts.push({ key: 'raised', from: one.sow_on, to: one.plant_on, name: t('under cover') })
  }
  const end = one.first_pick ?? one.last_pick
  parts.push({ key: 'outside', from: one.plant_on, to: end, name: t('growing on') })
  if (one.first_pick) {
    parts.push({ key: 'picked', from: one.first_pick, to: one.last_pick, name: t('picking') })
  }
  return parts
}

function Window({ answer, today }: { answer: Schemas['SowingAnswer']; today: string }) {
  const { earliest, latest } = answer
  if (!earliest || !latest) return null
  return (
    <p className="small soft">
      {t('Sowings from {first} to {last} reach a harvest.', {
        first: showDate(earliest.sow_on, today),
        last: showDate(latest.sow_on, today),
      })}
    </p>
  )
}

function line(one: Dates, today: string): string {
  const day = (date: string) => showDate(date, today)
  const steps = [t('sow {day}', { day: day(one.sow_on) })]
  if (one.pot_on) steps.push(t('pot on {day}', { day: day(one.pot_on) }))
  if (one.harden_on) steps.push(t('harden off from {day}', { day: day(one.harden_on) }))
  if (one.plant_on !== one.sow_on) steps.push(t('plant out {day}', { day: day(one.plant_on) }))
  if (one.first_pick) {
    steps.push(
      t('pick {first} to {last}', { first: day(one.first_pick), last: day(one.last_pick) }),
    )
  }
  return steps.join(' · ')
}
