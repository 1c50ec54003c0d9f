import { Button } from 'antd'
import { SaveButton } from '../../parts/SaveButton'
import { useState } from 'react'
import { faultsOf, type Schemas } from '../../api/client'
import { useGarden, useWrites } from '../../api/gardens'
import { useCatalogue, useWords } from '../../api/reference'
import { newId } from '../../lib/ids'
import { t } from '../../lib/words'
import { ChoiceField, NumberField, Refused, TextField, faultsAt } from '../../parts/Field'

type Programme = Schemas['Programme']
type Phase = Schemas['Phase']

/** A copy of a programme with answers of one's own; the ones that ship stay as they are. */
export function SchoolForm(props: { gardenId: string; from: Programme; onDone: () => void }) {
  const { gardenId, from } = props
  const { file } = useGarden(gardenId)
  const words = useWords()
  const catalogue = useCatalogue()
  const { save, remove } = useWrites(gardenId)
  const mine = file.garden.programmes.some((one) => one.key === from.key)
  const used = file.garden.plantings.some((one) => one.programme === from.key)
  const [draft, setDraft] = useState<Programme>(
    mine
      ? from
      : {
          ...from,
          key: `own_${newId().slice(0, 8)}`,
          name: t('{name}, our way', { name: from.name }),
        },
  )
  const faults = faultsOf(save.error)
  const change = (part: Partial<Programme>) => setDraft({ ...draft, ...part })
  const number = (field: keyof Programme, label: string, suffix: string, times = 1) => (
    <NumberField
      label={label}
      suffix={suffix}
      value={Math.round((draft[field] as number) * times * 10) / 10}
      faults={faultsAt(faults, field)}
      onChange={(value) => change({ [field]: (value ?? 0) / times })}
    />
  )
  const stages = [
    ...new Set(Object.values(catalogue.stages).flatMap((rows) => rows.map((row) => row.key))),
  ].map((key) => ({ value: key, label: words.terms[`stage.${key}`] ?? key }))
  return (
    <div className="stack">
      <TextField
        label={t('Name')}
        value={draft.name}
        faults={faultsAt(faults, 'name')}
        onChange={(name) => change({ name })}
      />
      <div className="fields">
        {number('base_n_share', t('Nitrogen before planting'), '%', 100)}
        {number('base_p_share', t('Phosphorus before planting'), '%', 100)}
        {number('base_k2o_max_g_m2', t('Most potash before planting'), 'g K₂O/m²')}
        {number('hold_days', t('Water only after planting out'), t('days'))}
        <ChoiceField
          label={t('Feeds are')}
          value={draft.method}
          options={[
            { value: 'liquid', label: t('dissolved, at an interval') },
            { value: 'top_dress', label: t('spread, at an interval') },
            { value: 'side_dress', label: t('spread, at stages') },
          ]}
          onChange={(method) =>
            change({
              method: method,
              side_dress_at:
                method === 'side_dress' && draft.side_dress_at.length === 0
                  ? ['flowering', 'fruit_set']
                  : draft.side_dress_at,
            })
          }
        />
        {draft.method !== 'side_dress' && number('interval_days', t('Interval'), t('days'))}
        <ChoiceField
          label={t('At planting')}
          value={draft.at_planting}
          options={[
            { value: 'nothing', label: t('plain water') },
            { value: 'starter', label: t('a weak starter solution') },
          ]}
          onChange={(value) => change({ at_planting: value })}
        />
        <ChoiceField
          label={t('Calcium')}
          hint={
            draft.calcium === 'supplement_at_planting'
              ? t(
                  'Trials find even watering to matter more; on a test that says enough it is warned about.',
                )
              : undefined
          }
          value={draft.calcium}
          options={[
            { value: 'water_and_ph_first', label: t('water and pH first') },
            { value: 'supplement_at_planting', label: t('a supplement at planting') },
          ]}
          onChange={(value) => change({ calcium: value })}
        />
        <ChoiceField
          label={t('Magnesium')}
          value={draft.magnesium}
          options={[
            { value: 'if_low', label: t('where a test is low') },
            { value: 'if_seen', label: t('only once its lack is seen') },
          ]}
          onChange={(value) => change({ magnesium: value })}
        />
      </div>
      {draft.method === 'side_dress' && (
        <div className="fields">
          {[0, 1, 2].map((n) => (
            <ChoiceField
              key={n}
              label={t('Dressing {n} at', { n: n + 1 })}
              value={draft.side_dress_at[n] ?? ''}
              options={[{ value: '', label: t('none') }, ...stages]}
              faults={faultsAt(faults, 'side_dress_at')}
              onChange={(key) => {
                const at = [...draft.side_dress_at]
                at[n] = key
                change({ side_dress_at: at.filter(Boolean) })
              }}
            />
          ))}
        </div>
      )}
      <h2>{t('Emphasis')}</h2>
      <p className="small soft">
        {t('Parts of N, P₂O₅ and K₂O. They move amounts within the season and never add to them.')}
      </p>
      {draft.phases.map((phase, n) => (
        <PhaseFields
          key={n}
          phase={phase}
          last={n === draft.phases.length - 1}
          stages={stages}
          faults={faultsAt(faults, `phases.${n}`)}
          onChange={(next) =>
            change({ phases: draft.phases.map((one, m) => (m === n ? next : one)) })
          }
          onRemove={
            draft.phases.length > 1
              ? () => {
                  const rest = draft.phases.filter((_, m) => m !== n)
                  rest[rest.length - 1] = { ...rest[rest.length - 1], until_stage: null }
                  change({ phases: rest })
                }
              : undefined
          }
        />
      ))}
      <div className="row">
        <Button
          size="small"
          onClick={() =>
            change({
              phases: [{ until_stage: 'flowering', n: 1, p2o5: 1, k2o: 1 }, ...draft.phases],
            })
          }
        >
          {t('A phase before')}
        </Button>
      </div>
      <div className="row">
        <SaveButton
          loading={save.isPending}
          onClick={() =>
            save.mutate(
              { kind: 'programmes', thing: { ...draft } },
              { onSuccess: () => props.onDone() },
            )
          }
        >
        </SaveButton>
        <Button type="text" onClick={props.onDone}>
          {t('Cancel')}
        </Button>
        <span className="spacer" />
        {mine && (
          <Button
            danger
            type="text"
            disabled={used}
            title={used ? t('A planting follows it.') : undefined}
            onClick={() =>
              remove.mutate(
                { kind: 'programmes', key: from.key },
                { onSuccess: () => props.onDone() },
              )
            }
          >
            {t('Remove')}
          </Button>
        )}
        <Refused faults={faults.filter((one) => one.field === '' || one.field === 'key')} />
      </div>
    </div>
  )
}

function PhaseFields(props: {
  phase: Phase
  last: boolean
  stages: { value: string; label: string }[]
  faults: ReturnType<typeof faultsAt>
  onChange: (phase: Phase) => void
  onRemove?: () => void
}) {
  const { phase, onChange } = props
  return (
    <div className="fields">
      {props.last ? (
        <p className="small phase-end">{t('to the end')}</p>
      ) : (
        <ChoiceField
          label={t('Until')}
          value={phase.until_stage ?? ''}
          options={props.stages}
          onChange={(until_stage) => onChange({ ...phase, until_stage })}
        />
      )}
      {(['n', 'p2o5', 'k2o'] as const).map((part) => (
        <NumberField
          key={part}
          label={{ n: 'N', p2o5: 'P₂O₅', k2o: 'K₂O' }[part]}
          value={phase[part]}
          faults={props.faults}
          onChange={(value) => onChange({ ...phase, [part]: value ?? 0 })}
        />
      ))}
      {props.onRemove && (
        <Button size="small" type="text" onClick={props.onRemove}>
          {t('Remove')}
        </Button>
      )}
    </div>
  )
}
