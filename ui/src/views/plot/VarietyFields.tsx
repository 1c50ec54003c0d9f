import { Button } from 'antd'
import type { Schemas } from '../../api/client'
import { useEditing } from '../../api/editing'
import { useGarden } from '../../api/gardens'
import { useWords } from '../../api/reference'
import { newId } from '../../lib/ids'
import { t } from '../../lib/words'
import { ChoiceField, NumberField, faultsAt, type FaultAt } from '../../parts/Field'
import { SaveBar } from '../../parts/SaveBar'

type Variety = Schemas['Variety']

/** How a variety differs from its crop; saved once, it counts for every planting of that name. */
export function VarietyFields(props: { gardenId: string; crop: string; name: string }) {
  const { gardenId, crop, name } = props
  const { garden } = useGarden(gardenId).file
  const words = useWords()
  const editing = useEditing(gardenId, 'varieties', { name: `varieties.${crop}.${name}` })
  const stored = garden.varieties.find(
    (one) => one.crop === crop && one.name.toLowerCase() === name.toLowerCase(),
  )
  const { thing } = editing
  if (!thing) {
    return (
      <div className="field">
        <Button size="small" onClick={() => editing.begin(stored ?? likeItsCrop(crop, name))}>
          {stored ? t('What this variety does') : t('Describe this variety')}
        </Button>
      </div>
    )
  }
  return (
    <fieldset className="variety">
      <legend>{name}</legend>
      <Particulars
        of={thing}
        faults={[...editing.faults, ...editing.removeFaults]}
        onChange={(part) => editing.change({ ...thing, ...part })}
      />
      <SaveBar editing={editing} terms={words.terms} label={t('Save the variety')}>
        {stored && (
          <Button size="small" type="text" danger onClick={() => editing.remove(stored.id)}>
            {t('Remove')}
          </Button>
        )}
      </SaveBar>
    </fieldset>
  )
}

function likeItsCrop(crop: string, name: string): Variety {
  return {
    id: newId(),
    crop,
    name,
    later_days: 0,
    picked_days: null,
    yield_share: 1,
    vigour: 'usual',
    determinate: null,
    note: '',
  }
}

function Particulars(props: {
  of: Variety
  faults: readonly FaultAt[]
  onChange: (part: Partial<Variety>) => void
}) {
  const { of, faults, onChange } = props
  return (
    <div className="fields">
      <NumberField
        label={t('First picking, days later')}
        hint={t('Below 0 where it is quicker.')}
        value={of.later_days}
        faults={faultsAt(faults, 'later_days')}
        onChange={(days) => onChange({ later_days: Math.round(days ?? 0) })}
      />
      <NumberField
        label={t('Picked for')}
        suffix={t('days')}
        value={of.picked_days}
        faults={faultsAt(faults, 'picked_days')}
        onChange={(days) => onChange({ picked_days: days && Math.round(days) })}
      />
      <NumberField
        label={t('Yield, of the crop’s usual')}
        suffix="%"
        value={Math.round(of.yield_share * 100)}
        faults={faultsAt(faults, 'yield_share')}
        onChange={(share) => onChange({ yield_share: (share ?? 100) / 100 })}
      />
      <ChoiceField
        label={t('Growth')}
        value={of.vigour}
        options={[
          { value: 'weak', label: t('weak') },
          { value: 'usual', label: t('usual') },
          { value: 'strong', label: t('strong') },
        ]}
        onChange={(vigour) => onChange({ vigour })}
      />
      <ChoiceField
        label={t('Stops by itself')}
        value={of.determinate === null ? '' : of.determinate ? 'yes' : 'no'}
        options={[
          { value: '', label: t('as the crop does') },
          { value: 'yes', label: t('yes, ripens all at once') },
          { value: 'no', label: t('no, grows on') },
        ]}
        onChange={(value) => onChange({ determinate: value === '' ? null : value === 'yes' })}
      />
    </div>
  )
}
