import { Button, Drawer } from 'antd'
import { useState } from 'react'
import { faultsOf, type Schemas } from '../../api/client'
import { useDevice } from '../../api/devices'
import { useWrites, type Plan } from '../../api/gardens'
import { useMoisture } from '../../api/water'
import { WaterSection } from '../../drawing/WaterSection'
import { newId } from '../../lib/ids'
import { showLitres, showNumber } from '../../lib/numbers'
import { t } from '../../lib/words'
import { DateField } from '../../parts/DateField'
import {
  ChoiceField,
  MeasureField,
  NumberField,
  Refused,
  VOLUMES,
  faultsAt,
  type FaultAt,
} from '../../parts/Field'
import { plantingName } from '../../parts/names'
import { ReadDevice } from '../../parts/ReadDevice'
import { Why } from '../../parts/Why'
import { MayKeep } from '../../parts/MayKeep'
import type { PlaceWater } from './watering'

type Watered = Schemas['Watered']

/** A place's water, drawn through the last weeks, and what was given on another day or otherwise. */
export default function WaterDrawer(props: {
  gardenId: string
  plan: Plan
  of: PlaceWater | undefined
  place: string
  name: string
  onClose: () => void
}) {
  const { plan, of, place } = props
  const { data, error } = useMoisture(props.gardenId, place)
  return (
    <Drawer
      open
      onClose={props.onClose}
      size={720}
      title={t('The water of {place}', { place: props.name })}
    >
      <div className="stack">
        <Refused faults={faultsOf(error)} />
        {data?.plantings.map((one) => {
          const planting = plan.plantings.find((known) => known.id === one.planting)
          if (!planting) return null
          return (
            <section key={one.planting} className="stack">
              <h2>{plantingName(planting)}</h2>
              <WaterSection
                crop={planting.crop}
                name={plantingName(planting)}
                root_m={one.root_m}
                days={one.days}
                today={plan.as_of}
              />
              <p className="small">
                {t('Between full and dry its ground holds {litres}; {gone} % of it is gone.', {
                  litres: showLitres(one.holds_l),
                  gone: showNumber(goneToday(one.days, plan.as_of), 2),
                })}
              </p>
            </section>
          )
        })}
        {of && (
          <p>
            {t('At a time:')} <Why of={`moist/${place}`}>{showLitres(of.with_losses_l)}</Why>
          </p>
        )}
        <p className="small soft">
          {t(
            'Drops are rain, ringed drops waterings. What is pale has no record of waterings. Days after today are reckoned without a drop from you. Soil and roots differ: a finger in the ground knows better; say so here, and it goes on from there.',
          )}
        </p>
        <MayKeep kind="watered">
          <Record gardenId={props.gardenId} place={place} today={plan.as_of} />
        </MayKeep>
      </div>
    </Drawer>
  )
}

function goneToday(days: readonly { on: string; held_pct: number }[], today: string): number {
  const before = days.filter((day) => day.on < today).at(-1)
  return before ? Math.max(100 - before.held_pct, 0) : 0
}

/** A watering of another day or amount, or what a finger or a probe found. */
function Record(props: { gardenId: string; place: string; today: string }) {
  const { save } = useWrites(props.gardenId)
  const [draft, setDraft] = useState<Watered | null>(null)
  const probe = useDevice(props.gardenId, 'moisture_probe', props.place)
  const faults = faultsOf(save.error)
  const begin = (outcome: 'given' | 'found') =>
    setDraft({
      id: newId(),
      place: props.place,
      on: props.today,
      outcome,
      amount: null,
      felt: outcome === 'found' ? 'moist' : null,
    })
  if (!draft) {
    return (
      <div className="row">
        <Button onClick={() => begin('given')}>{t('It was watered')}</Button>
        <Button onClick={() => begin('found')}>{t('I looked into the ground')}</Button>
      </div>
    )
  }
  const send = () =>
    save.mutate({ kind: 'watered', thing: draft }, { onSuccess: () => setDraft(null) })
  const fields = { draft, faults, onChange: setDraft }
  return (
    <div className="stack">
      <div className="fields">
        <DateField
          label={t('Day')}
          value={draft.on}
          faults={faultsAt(faults, 'on')}
          onChange={(on) => on && setDraft({ ...draft, on })}
        />
        {draft.outcome === 'found' ? <FoundFields {...fields} /> : <GivenField {...fields} />}
      </div>
      {draft.outcome === 'found' && (
        <ReadDevice
          of={probe}
          label={t('Read the probe')}
          onRead={({ value }) =>
            setDraft({ ...draft, felt: null, probe_pct: Math.round(10 * value) / 10 })
          }
        />
      )}
      <Refused faults={faults} />
      <div className="row">
        <Button type="primary" disabled={save.isPending} onClick={send}>
          {t('Save')}
        </Button>
        <Button onClick={() => setDraft(null)}>{t('Cancel')}</Button>
      </div>
    </div>
  )
}

interface Drafted {
  draft: Watered
  faults: FaultAt[]
  onChange: (draft: Watered) => void
}

function GivenField({ draft, faults, onChange }: Drafted) {
  return (
    <MeasureField
      label={t('How much, in all')}
      hint={t('Empty: until it was wet through.')}
      units={VOLUMES}
      value={draft.amount ?? null}
      faults={faultsAt(faults, 'amount')}
      onChange={(amount) => onChange({ ...draft, amount })}
    />
  )
}

/** Dry, moist or wet to a finger, or what a probe reads. */
function FoundFields({ draft, faults, onChange }: Drafted) {
  const felt = draft.felt ?? 'probe'
  return (
    <>
      <ChoiceField
        label={t('A finger deep it was')}
        value={felt}
        options={[
          { value: 'dry', label: t('dry') },
          { value: 'moist', label: t('moist') },
          { value: 'wet', label: t('wet') },
          { value: 'probe', label: t('read by a probe') },
        ]}
        onChange={(next) =>
          onChange({
            ...draft,
            felt: next === 'probe' ? null : next,
            probe_pct: next === 'probe' ? draft.probe_pct : null,
          })
        }
      />
      {felt === 'probe' && (
        <NumberField
          label={t('Water by volume')}
          suffix="%"
          hint={t('As the probe says it for this soil or mix, in the morning.')}
          value={draft.probe_pct ?? null}
          faults={[...faultsAt(faults, 'probe_pct'), ...faultsAt(faults, 'felt')]}
          onChange={(probe_pct) => onChange({ ...draft, probe_pct })}
        />
      )}
    </>
  )
}
