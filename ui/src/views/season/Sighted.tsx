import { Button } from 'antd'
import type { Schemas } from '../../api/client'
import { useEditing } from '../../api/editing'
import { useGarden, usePlan, useWrites } from '../../api/gardens'
import { useWords } from '../../api/reference'
import { showDate } from '../../lib/dates'
import { newId } from '../../lib/ids'
import { t } from '../../lib/words'
import { ChoiceField, DateField, NumberField, faultsAt, type FaultAt } from '../../parts/Field'
import { SaveBar } from '../../parts/SaveBar'
import { useToast } from '../../parts/Toast'
import { Changed } from './Changed'
import type { Planting } from './state'

type Sight = Schemas['Observed']

const SIGHTS: readonly Sight['kind'][] = [
  'growth_restarted',
  'plants_lost',
  'rank_leaf',
  'tip_burn',
  'salts',
  'flooded',
  'dried_out',
  'end_rot',
  'magnesium_short',
  'fed_unknown',
]

/** Something seen besides a stage: what it would change, before it is recorded. */
export function Sighted({ gardenId, planting }: { gardenId: string; planting: Planting }) {
  const words = useWords()
  const toast = useToast()
  const plan = usePlan(gardenId)
  const { file } = useGarden(gardenId)
  const { remove } = useWrites(gardenId)
  const editing = useEditing(gardenId, 'observed', {
    name: `observed.${planting.id}`,
    changes: (thing) => (isWhole(thing) ? { observed: [thing] } : null),
    onSaved: (thing) =>
      toast({
        text: t('Recorded. The rest of the season is worked out again.'),
        undo: () => remove.mutate({ kind: 'observed', key: thing.id }),
      }),
  })
  const { thing } = editing
  const then = editing.before && editing.plan.plantings.find((one) => one.id === planting.id)
  const begin = () =>
    editing.begin({
      id: newId(),
      planting: planting.id,
      on: plan.as_of,
      kind: 'growth_restarted',
      plants: null,
      ec_ds_m: null,
      note: '',
    })
  return (
    <div className="stack">
      <Before gardenId={gardenId} planting={planting} />
      {!thing && (
        <div className="row">
          <Button onClick={begin}>{t('Something else was seen')}</Button>
        </div>
      )}
      {thing && (
        <>
          <SightFields
            sight={thing}
            tub={file.garden.places.find((one) => one.id === planting.place)?.kind === 'tub'}
            faults={editing.faults}
            onChange={editing.change}
          />
          {then && <Changed was={planting} is={then} />}
          <SaveBar
            editing={{ ...editing, blocked: editing.blocked || !isWhole(thing) }}
            terms={words.terms}
          />
        </>
      )}
    </div>
  )
}

/** What was seen there before, the newest first. */
function Before({ gardenId, planting }: { gardenId: string; planting: Planting }) {
  const words = useWords()
  const plan = usePlan(gardenId)
  const { log } = useGarden(gardenId).file
  const { remove } = useWrites(gardenId)
  const before = log.observed
    .filter((one) => one.planting === planting.id)
    .sort((a, b) => b.on.localeCompare(a.on))
  return before.map((one) => (
    <p key={one.id} className="small row">
      <span>
        {showDate(one.on, plan.as_of)}: <b>{words.terms[`sight.${one.kind}`]}</b>{' '}
        {one.plants ? `(${one.plants})` : one.ec_ds_m != null ? `(${one.ec_ds_m} dS/m)` : ''}
      </span>
      <span className="spacer" />
      <Button
        size="small"
        type="text"
        onClick={() => remove.mutate({ kind: 'observed', key: one.id })}
      >
        {t('Take it back')}
      </Button>
    </p>
  ))
}

function SightFields(props: {
  sight: Sight
  tub: boolean
  faults: FaultAt[]
  onChange: (sight: Sight) => void
}) {
  const { sight, faults, onChange } = props
  const words = useWords()
  return (
    <div className="fields">
      <ChoiceField
        label={t('What')}
        value={sight.kind}
        options={SIGHTS.map((kind) => ({ value: kind, label: words.terms[`sight.${kind}`] }))}
        onChange={(kind) => onChange({ ...sight, kind, plants: null, ec_ds_m: null })}
      />
      <DateField
        label={t('On')}
        value={sight.on}
        faults={faultsAt(faults, 'on')}
        onChange={(on) => on && onChange({ ...sight, on })}
      />
      {sight.kind === 'plants_lost' && (
        <NumberField
          label={t('Plants lost')}
          value={sight.plants}
          faults={faultsAt(faults, 'plants')}
          onChange={(plants) => onChange({ ...sight, plants: plants && Math.round(plants) })}
        />
      )}
      {sight.kind === 'salts' && (
        <NumberField
          label={t('Conductivity')}
          suffix="dS/m"
          hint={
            props.tub
              ? t('Of what drains from the tub.')
              : t('Of the saturated extract of the soil.')
          }
          value={sight.ec_ds_m}
          faults={faultsAt(faults, 'ec_ds_m')}
          onChange={(ec_ds_m) => onChange({ ...sight, ec_ds_m })}
        />
      )}
    </div>
  )
}

function isWhole(sight: Sight): boolean {
  if (sight.kind === 'plants_lost') return (sight.plants ?? 0) > 0
  return sight.kind !== 'salts' || sight.ec_ds_m != null
}
