import { Button } from 'antd'
import { Link } from 'react-router'
import type { Schemas } from '../../api/client'
import { useDevice } from '../../api/devices'
import { useEditing } from '../../api/editing'
import { useGarden, usePlan, useWrites } from '../../api/gardens'
import { useWords } from '../../api/reference'
import { showDate } from '../../lib/dates'
import { newId } from '../../lib/ids'
import { t } from '../../lib/words'
import { DateField } from '../../parts/DateField'
import { ChoiceField, NumberField, faultsAt, type FaultAt } from '../../parts/Field'
import { ReadDevice } from '../../parts/ReadDevice'
import { SaveBar } from '../../parts/SaveBar'
import { useToast } from '../../lib/useToast'
import { TakeBack } from './TakeBack'
import { Changed } from './Changed'
import type { Planting } from './state'

type Sight = Schemas['Observed']

/** Something seen besides a stage: what it would change, before it is recorded. */
export function Sighted(props: {
  gardenId: string
  planting: Planting
  /** What is looked for at this time, and has a button of its own. */
  offered: Sight['kind'] | null
}) {
  const { gardenId, planting, offered } = props
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
  const pen = useDevice(gardenId, 'ec_ph_pen')
  const then = editing.before && editing.plan.plantings.find((one) => one.id === planting.id)
  const begin = (kind: Sight['kind']) =>
    editing.begin({
      id: newId(),
      planting: planting.id,
      on: plan.as_of,
      kind,
      plants: null,
      ec_ds_m: null,
      note: '',
    })
  return (
    <div className="stack">
      <Before gardenId={gardenId} planting={planting} />
      {!thing && (
        <div className="row">
          {offered && (
            <Button onClick={() => begin(offered)}>
              {t('{sight}?', { sight: capital(words.terms[`sight.${offered}`]) })}
            </Button>
          )}
          <Button
            onClick={() => begin(planting.sights.find((one) => one !== offered) ?? 'flooded')}
          >
            {t('Something else was seen')}
          </Button>
        </div>
      )}
      {!thing && planting.planted_on <= plan.as_of && (
        <p>
          <Link to={`/g/${gardenId}/book?page=look&of=${planting.id}`}>
            {t('What is the matter with it?')}
          </Link>
        </p>
      )}
      {thing && (
        <>
          <SightFields
            sight={thing}
            possible={planting.sights}
            tub={file.garden.places.find((one) => one.id === planting.place)?.kind === 'tub'}
            faults={editing.faults}
            onChange={editing.change}
          />
          {thing.kind === 'salts' && (
            <ReadDevice
              of={pen}
              label={t('Read the pen')}
              onRead={({ value }) =>
                editing.change({ ...thing, ec_ds_m: Math.round(100 * value) / 100 })
              }
            />
          )}
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
      <TakeBack gardenId={gardenId} kind="observed" of={one.id} />
    </p>
  ))
}

function SightFields(props: {
  sight: Sight
  possible: readonly Sight['kind'][]
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
        options={props.possible.map((kind) => ({
          value: kind,
          label: words.terms[`sight.${kind}`],
        }))}
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

const capital = (text: string) => text.charAt(0).toLocaleUpperCase() + text.slice(1)

function isWhole(sight: Sight): boolean {
  if (sight.kind === 'plants_lost') return (sight.plants ?? 0) > 0
  return sight.kind !== 'salts' || sight.ec_ds_m != null
}
