import { Button } from 'antd'
import { SaveButton } from '../../parts/SaveButton'
import { useState } from 'react'
import { faultsOf, type Schemas } from '../../api/client'
import { useGarden, usePlan, useWrites } from '../../api/gardens'
import { useWords } from '../../api/reference'
import { useWhatIf } from '../../api/whatIf'
import { showDate } from '../../lib/dates'
import { newId } from '../../lib/ids'
import { t } from '../../lib/words'
import { ChoiceField, DateField, NumberField, Refused, faultsAt } from '../../parts/Field'
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
  const { save, remove } = useWrites(gardenId)
  const [draft, setDraft] = useState<Sight | null>(null)
  const tub = file.garden.places.find((one) => one.id === planting.place)?.kind === 'tub'
  const whole = draft && isWhole(draft) ? draft : null
  const whatIf = useWhatIf(gardenId, whole ? { observed: [whole] } : null)
  const then = whatIf.plan?.plantings.find((one) => one.id === planting.id)
  const before = file.log.observed
    .filter((one) => one.planting === planting.id)
    .sort((a, b) => b.on.localeCompare(a.on))
  const begin = () =>
    setDraft({
      id: newId(),
      planting: planting.id,
      on: plan.as_of,
      kind: 'growth_restarted',
      plants: null,
      ec_ds_m: null,
      note: '',
    })
  const faults = [...whatIf.faults, ...faultsOf(save.error)]
  return (
    <div className="stack">
      {before.map((one) => (
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
      ))}
      {!draft && (
        <div className="row">
          <Button onClick={begin}>{t('Something else was seen')}</Button>
        </div>
      )}
      {draft && (
        <>
          <div className="fields">
            <ChoiceField
              label={t('What')}
              value={draft.kind}
              options={SIGHTS.map((kind) => ({ value: kind, label: words.terms[`sight.${kind}`] }))}
              onChange={(kind) => setDraft({ ...draft, kind: kind, plants: null, ec_ds_m: null })}
            />
            <DateField
              label={t('On')}
              value={draft.on}
              faults={faultsAt(faults, 'on')}
              onChange={(on) => on && setDraft({ ...draft, on })}
            />
            {draft.kind === 'plants_lost' && (
              <NumberField
                label={t('Plants lost')}
                value={draft.plants}
                faults={faultsAt(faults, 'plants')}
                onChange={(plants) => setDraft({ ...draft, plants: plants && Math.round(plants) })}
              />
            )}
            {draft.kind === 'salts' && (
              <NumberField
                label={t('Conductivity')}
                suffix="dS/m"
                hint={
                  tub
                    ? t('Of what drains from the tub.')
                    : t('Of the saturated extract of the soil.')
                }
                value={draft.ec_ds_m}
                faults={faultsAt(faults, 'ec_ds_m')}
                onChange={(ec_ds_m) => setDraft({ ...draft, ec_ds_m })}
              />
            )}
          </div>
          {whole && then && <Changed was={planting} is={then} />}
          <div className="row">
            <SaveButton
              loading={save.isPending}
              disabled={!whole}
              onClick={() =>
                whole &&
                save.mutate(
                  { kind: 'observed', thing: { ...whole } },
                  {
                    onSuccess: () => {
                      setDraft(null)
                      toast({
                        text: t('Recorded. The rest of the season is worked out again.'),
                        undo: () => remove.mutate({ kind: 'observed', key: whole.id }),
                      })
                    },
                  },
                )
              }
            >
              {t('Save')}
            </SaveButton>
            <Button type="text" onClick={() => setDraft(null)}>
              {t('Cancel')}
            </Button>
            <Refused faults={faults.filter((one) => one.field === '')} />
          </div>
        </>
      )}
    </div>
  )
}

function isWhole(sight: Sight): boolean {
  if (sight.kind === 'plants_lost') return (sight.plants ?? 0) > 0
  return sight.kind !== 'salts' || sight.ec_ds_m != null
}
