import { Button } from 'antd'
import type { Schemas } from '../../api/client'
import { useEditing } from '../../api/editing'
import { useGarden, usePlan, useWrites } from '../../api/gardens'
import { useWords } from '../../api/reference'
import { showDate } from '../../lib/dates'
import { newId } from '../../lib/ids'
import { t } from '../../lib/words'
import { DateField } from '../../parts/DateField'
import { ChoiceField, NumberField, TextField, faultsAt } from '../../parts/Field'
import { Findings } from '../../parts/Findings'
import { SaveBar } from '../../parts/SaveBar'
import { useToast } from '../../lib/useToast'
import type { Planting } from './state'

type Spray = Schemas['Sprayed']
type Kind = NonNullable<Spray['kind']>

const KINDS: readonly Kind[] = ['oil', 'sulphur', 'copper', 'soap', 'other']

/** What a planting was sprayed with, and what its labels forbid for a while. */
export function Sprays({ gardenId, planting }: { gardenId: string; planting: Planting }) {
  const words = useWords()
  const plan = usePlan(gardenId)
  const toast = useToast()
  const { log } = useGarden(gardenId).file
  const { remove } = useWrites(gardenId)
  const editing = useEditing(gardenId, 'sprays', {
    name: `sprays.${planting.id}`,
    onSaved: (thing) =>
      toast({
        text: t('{planting}: recorded.', { planting: thing.name }),
        undo: () => remove.mutate({ kind: 'sprays', key: thing.id }),
      }),
  })
  const { thing, faults, change } = editing
  const before = (log.sprays ?? [])
    .filter((one) => one.planting === planting.id)
    .sort((a, b) => b.on.localeCompare(a.on))
  return (
    <div className="stack sprays">
      <Findings of={planting.sprayed} words={words} />
      {before.map((one) => (
        <p key={one.id} className="small row">
          <span>
            {showDate(one.on, plan.as_of)}: <b>{one.name}</b>{' '}
            {one.wait_days != null && t('({n} days before picking)', { n: one.wait_days })}
          </span>
          <span className="spacer" />
          <Button size="small" type="text" onClick={() => editing.begin(one)}>
            {t('Change')}
          </Button>
        </p>
      ))}
      {!thing && (
        <div className="row">
          <Button onClick={() => editing.begin(nothing(planting.id, plan.as_of))}>
            {t('It was sprayed')}
          </Button>
        </div>
      )}
      {thing && (
        <>
          <div className="fields">
            <TextField
              label={t('Sprayed with')}
              value={thing.name}
              faults={faultsAt(faults, 'name')}
              onChange={(name) => change({ ...thing, name })}
            />
            <ChoiceField
              label={t('What it is')}
              value={thing.kind ?? 'other'}
              options={KINDS.map((kind) => ({ value: kind, label: words.terms[`spray.${kind}`] }))}
              onChange={(kind) => change({ ...thing, kind })}
            />
            <DateField
              label={t('On')}
              value={thing.on}
              faults={faultsAt(faults, 'on')}
              onChange={(on) => on && change({ ...thing, on })}
            />
            <NumberField
              label={t('Days to wait before picking')}
              hint={t('As the label says; 0 where it asks for none.')}
              value={thing.wait_days}
              faults={faultsAt(faults, 'wait_days')}
              onChange={(wait_days) =>
                change({ ...thing, wait_days: wait_days == null ? null : Math.round(wait_days) })
              }
            />
            <NumberField
              label={t('Days until it may be repeated')}
              value={thing.again_days}
              faults={faultsAt(faults, 'again_days')}
              onChange={(again_days) =>
                change({ ...thing, again_days: again_days == null ? null : Math.round(again_days) })
              }
            />
          </div>
          <SaveBar editing={editing} terms={words.terms}>
            {before.some((one) => one.id === thing.id) && (
              <Button type="text" danger onClick={() => editing.remove(thing.id)}>
                {t('Remove')}
              </Button>
            )}
          </SaveBar>
        </>
      )}
    </div>
  )
}

function nothing(planting: string, on: string): Spray {
  return {
    id: newId(),
    planting,
    on,
    name: '',
    kind: 'other',
    wait_days: null,
    again_days: null,
    note: '',
  }
}
