import { Button } from 'antd'
import { useState } from 'react'
import { faultsOf, type Schemas } from '../../api/client'
import { useGarden, useWrites } from '../../api/gardens'
import { newId } from '../../lib/ids'
import { t } from '../../lib/words'
import { ChoiceField, NumberField, Refused, faultsAt } from '../../parts/Field'

type Variety = Schemas['Variety']

/** How a variety differs from its crop; kept once, it counts for every planting of that name. */
export function VarietyFields(props: { gardenId: string; crop: string; name: string }) {
  const { gardenId, crop, name } = props
  const { file } = useGarden(gardenId)
  const { save, remove } = useWrites(gardenId)
  const stored = file.garden.varieties.find(
    (one) => one.crop === crop && one.name.toLowerCase() === name.toLowerCase(),
  )
  const [draft, setDraft] = useState<Variety | null>(null)
  const faults = faultsOf(save.error)
  if (!draft) {
    return (
      <div className="field">
        <Button
          size="small"
          onClick={() =>
            setDraft(
              stored ?? {
                id: newId(),
                crop,
                name,
                later_days: 0,
                picked_days: null,
                yield_share: 1,
                vigour: 'usual',
                determinate: null,
                note: '',
              },
            )
          }
        >
          {stored ? t('What this variety does') : t('Describe this variety')}
        </Button>
      </div>
    )
  }
  const change = (part: Partial<Variety>) => setDraft({ ...draft, ...part })
  return (
    <fieldset className="variety">
      <legend>{name}</legend>
      <div className="fields">
        <NumberField
          label={t('First picking, days later')}
          hint={t('Below 0 where it is quicker.')}
          value={draft.later_days}
          faults={faultsAt(faults, 'later_days')}
          onChange={(days) => change({ later_days: Math.round(days ?? 0) })}
        />
        <NumberField
          label={t('Picked for')}
          suffix={t('days')}
          value={draft.picked_days}
          faults={faultsAt(faults, 'picked_days')}
          onChange={(days) => change({ picked_days: days && Math.round(days) })}
        />
        <NumberField
          label={t('Yield, of the crop’s usual')}
          suffix="%"
          value={Math.round(draft.yield_share * 100)}
          faults={faultsAt(faults, 'yield_share')}
          onChange={(share) => change({ yield_share: (share ?? 100) / 100 })}
        />
        <ChoiceField
          label={t('Growth')}
          value={draft.vigour}
          options={[
            { value: 'weak', label: t('weak') },
            { value: 'usual', label: t('usual') },
            { value: 'strong', label: t('strong') },
          ]}
          onChange={(vigour) => change({ vigour: vigour })}
        />
        <ChoiceField
          label={t('Stops by itself')}
          value={draft.determinate === null ? '' : draft.determinate ? 'yes' : 'no'}
          options={[
            { value: '', label: t('as the crop does') },
            { value: 'yes', label: t('yes, ripens all at once') },
            { value: 'no', label: t('no, grows on') },
          ]}
          onChange={(value) => change({ determinate: value === '' ? null : value === 'yes' })}
        />
      </div>
      <div className="row">
        <Button
          size="small"
          loading={save.isPending}
          onClick={() =>
            save.mutate(
              { kind: 'varieties', thing: { ...draft } },
              { onSuccess: () => setDraft(null) },
            )
          }
        >
          {t('Keep the variety')}
        </Button>
        {stored && (
          <Button
            size="small"
            type="text"
            danger
            onClick={() =>
              remove.mutate(
                { kind: 'varieties', key: stored.id },
                { onSuccess: () => setDraft(null) },
              )
            }
          >
            {t('Remove')}
          </Button>
        )}
        <Button size="small" type="text" onClick={() => setDraft(null)}>
          {t('Cancel')}
        </Button>
        <Refused faults={faults.filter((one) => one.field === '')} />
      </div>
    </fieldset>
  )
}
