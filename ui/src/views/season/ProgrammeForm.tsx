import { Button } from 'antd'
import type { Schemas } from '../../api/client'
import type { ThingEditing } from '../../api/editing'
import { useGarden } from '../../api/gardens'
import { useCatalogue, useWords } from '../../api/reference'
import { showNumber } from '../../lib/numbers'
import { t } from '../../lib/words'
import {
  ChoiceField,
  NumberField,
  TextField,
  faultsAt,
  type FaultAt,
  type Option,
} from '../../parts/Field'
import { SaveBar } from '../../parts/SaveBar'

type Programme = Schemas['Programme']
type Phase = Schemas['Phase']

/** The fields of a programme, as each group of them takes it. */
interface Fields {
  draft: Programme
  faults: readonly FaultAt[]
  onChange: (part: Partial<Programme>) => void
}

/** A programme of one's own; the ones that ship stay as they are. */
export function ProgrammeForm(props: {
  gardenId: string
  draft: Programme
  editing: ThingEditing<Programme>
}) {
  const { draft, editing } = props
  const { garden } = useGarden(props.gardenId).file
  const words = useWords()
  const used = garden.plantings.some((one) => one.programme === draft.key)
  const fields: Fields = {
    draft,
    faults: [...editing.faults, ...editing.removeFaults],
    onChange: (part) => editing.change({ ...draft, ...part }),
  }
  return (
    <div className="stack programme">
      <TextField
        label={t('Name')}
        value={draft.name}
        faults={faultsAt(fields.faults, 'name')}
        onChange={(name) => fields.onChange({ name })}
      />
      <div className="fields">
        <AtPlanting {...fields} />
        <Feeding {...fields} />
        <Besides {...fields} />
      </div>
      {draft.method === 'side_dress' && <Dressings {...fields} />}
      <Emphasis {...fields} />
      <SaveBar editing={editing} terms={words.terms}>
        <span className="spacer" />
        {garden.programmes.some((one) => one.key === draft.key) && (
          <Button
            danger
            type="text"
            disabled={used}
            title={used ? t('A planting is fed by it.') : undefined}
            onClick={() => editing.remove(draft.key)}
          >
            {t('Remove')}
          </Button>
        )}
      </SaveBar>
    </div>
  )
}

type Counted = 'base_n_share' | 'base_p_share' | 'base_k2o_max_g_m2' | 'hold_days' | 'interval_days'

/** A number of a programme, shown as so many times what is stored. */
function Number(props: Fields & { of: Counted; label: string; suffix: string; times?: number }) {
  const { of, times = 1 } = props
  return (
    <NumberField
      label={props.label}
      suffix={props.suffix}
      value={Math.round(props.draft[of] * times * 10) / 10}
      faults={faultsAt(props.faults, of)}
      onChange={(value) => props.onChange({ [of]: (value ?? 0) / times })}
    />
  )
}

/** What goes in before and at planting. */
function AtPlanting(fields: Fields) {
  return (
    <>
      <Number
        {...fields}
        of="base_n_share"
        label={t('Nitrogen before planting')}
        suffix="%"
        times={100}
      />
      <Number
        {...fields}
        of="base_p_share"
        label={t('Phosphorus before planting')}
        suffix="%"
        times={100}
      />
      <Number
        {...fields}
        of="base_k2o_max_g_m2"
        label={t('Most potash before planting')}
        suffix="g K₂O/m²"
      />
      <ChoiceField
        label={t('At planting')}
        value={fields.draft.at_planting}
        options={[
          { value: 'nothing', label: t('plain water') },
          { value: 'starter', label: t('a weak starter solution') },
        ]}
        onChange={(at_planting) => fields.onChange({ at_planting })}
      />
    </>
  )
}

/** When and how it is fed. */
function Feeding(fields: Fields) {
  const { draft, onChange } = fields
  const side = (method: Programme['method']) =>
    method === 'side_dress' && draft.side_dress_at.length === 0
      ? ['flowering', 'fruit_set']
      : draft.side_dress_at
  return (
    <>
      <Number
        {...fields}
        of="hold_days"
        label={t('Water only after planting out')}
        suffix={t('days')}
      />
      <ChoiceField
        label={t('Feeds are')}
        value={draft.method}
        options={[
          { value: 'liquid', label: t('dissolved, at an interval') },
          { value: 'top_dress', label: t('spread, at an interval') },
          { value: 'side_dress', label: t('spread, at stages') },
        ]}
        onChange={(method) => onChange({ method, side_dress_at: side(method) })}
      />
      {draft.method !== 'side_dress' && (
        <Number {...fields} of="interval_days" label={t('Interval')} suffix={t('days')} />
      )}
      <Stop {...fields} />
      <Strength {...fields} />
    </>
  )
}

/** When feeding ends. */
function Stop({ draft, faults, onChange }: Fields) {
  const own = draft.stop_days
  return (
    <>
      <ChoiceField
        label={t('Feeding ends')}
        hint={t('Leafy crops are never fed later than their kind has it, for the nitrate in them.')}
        value={own == null ? 'crop' : own === 0 ? 'last' : 'before'}
        options={[
          { value: 'crop', label: t('as the crop has it') },
          { value: 'last', label: t('with the last picking') },
          { value: 'before', label: t('so many days before it') },
        ]}
        onChange={(ends) =>
          onChange({ stop_days: ends === 'crop' ? null : ends === 'last' ? 0 : 21 })
        }
      />
      {own != null && own > 0 && (
        <NumberField
          label={t('Days before the last picking')}
          suffix={t('days')}
          value={own}
          faults={faultsAt(faults, 'stop_days')}
          onChange={(stop_days) => onChange({ stop_days })}
        />
      )}
    </>
  )
}

/** How strong feeds are, and what a rich mix means for them. */
function Strength({ draft, onChange }: Fields) {
  const shares = [1, 0.5, 0.25]
  const kept = draft.label_share
  const listed = kept == null || shares.includes(kept) ? shares : [...shares, kept]
  return (
    <>
      <ChoiceField
        label={t('Feeds are mixed')}
        value={kept == null ? 'stage' : String(kept)}
        options={[
          { value: 'stage', label: t('as strong as the stage bears') },
          ...listed.map((share) => ({
            value: String(share),
            label: t('at {share} % of the label’s strength', { share: showNumber(100 * share) }),
          })),
        ]}
        onChange={(share) => onChange({ label_share: share === 'stage' ? null : +share })}
      />
      <ChoiceField
        label={t('A rich potting mix')}
        value={draft.rich_mix}
        options={[
          { value: 'counts', label: t('counts; feeds make up the rest') },
          { value: 'instead_of_feed', label: t('stands in the place of feeds') },
        ]}
        onChange={(rich_mix) => onChange({ rich_mix })}
      />
      <ChoiceField
        label={t('Seedlings stand in')}
        value={draft.raised_in ?? ''}
        options={[
          { value: '', label: t('what the planting says') },
          { value: 'plain', label: t('mix without feed') },
          { value: 'charged', label: t('mix with a charge') },
        ]}
        onChange={(raised) => onChange({ raised_in: raised || null })}
      />
    </>
  )
}

/** Calcium and magnesium. */
function Besides({ draft, onChange }: Fields) {
  return (
    <>
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
        onChange={(calcium) => onChange({ calcium })}
      />
      <ChoiceField
        label={t('Magnesium')}
        value={draft.magnesium}
        options={[
          { value: 'if_low', label: t('where a test is low') },
          { value: 'if_seen', label: t('only once its lack is seen') },
        ]}
        onChange={(magnesium) => onChange({ magnesium })}
      />
    </>
  )
}

/** Every stage that any crop has. */
function useStages(): Option[] {
  const words = useWords()
  const rows = Object.values(useCatalogue().stages).flat()
  return [...new Set(rows.map((row) => row.key))].map((key) => ({
    value: key,
    label: words.terms[`stage.${key}`] ?? key,
  }))
}

/** The stages at which it is spread. */
function Dressings({ draft, faults, onChange }: Fields) {
  const stages = useStages()
  return (
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
            onChange({ side_dress_at: at.filter(Boolean) })
          }}
        />
      ))}
    </div>
  )
}

/** How the emphasis shifts from phase to phase. */
function Emphasis({ draft, faults, onChange }: Fields) {
  const { phases } = draft
  const stages = useStages()
  const without = (n: number) => {
    const rest = phases.filter((_, m) => m !== n)
    return rest.map((one, m) => (m === rest.length - 1 ? { ...one, until_stage: null } : one))
  }
  const before: Phase = { until_stage: 'flowering', n: 1, p2o5: 1, k2o: 1 }
  return (
    <>
      <h2>{t('Emphasis')}</h2>
      <p className="small soft">
        {t('Parts of N, P₂O₅ and K₂O. They move amounts within the season and never add to them.')}
      </p>
      {phases.map((phase, n) => (
        <PhaseFields
          key={n}
          phase={phase}
          last={n === phases.length - 1}
          spread={draft.method === 'side_dress'}
          stages={stages}
          faults={faultsAt(faults, `phases.${n}`)}
          onChange={(next) => onChange({ phases: phases.map((one, m) => (m === n ? next : one)) })}
          onRemove={phases.length > 1 ? () => onChange({ phases: without(n) }) : undefined}
        />
      ))}
      <div className="row">
        <Button size="small" onClick={() => onChange({ phases: [before, ...phases] })}>
          {t('Add a phase before')}
        </Button>
      </div>
    </>
  )
}

function PhaseFields(props: {
  phase: Phase
  last: boolean
  spread: boolean
  stages: readonly Option[]
  faults: FaultAt[]
  onChange: (phase: Phase) => void
  onRemove?: () => void
}) {
  const { phase, onChange } = props
  return (
    <div className="fields phase">
      {props.last ? (
        <p className="small phase-end">{t('to the end')}</p>
      ) : (
        <ChoiceField
          label={t('Until')}
          value={phase.until_stage ?? ''}
          options={[...props.stages]}
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
      {props.spread || (
        <NumberField
          label={t('Interval in it')}
          suffix={t('days')}
          value={phase.interval_days ?? undefined}
          faults={faultsAt(props.faults, 'interval_days')}
          onChange={(interval_days) => onChange({ ...phase, interval_days: interval_days ?? null })}
        />
      )}
      {props.onRemove && (
        <Button size="small" type="text" onClick={props.onRemove}>
          {t('Remove')}
        </Button>
      )}
    </div>
  )
}
