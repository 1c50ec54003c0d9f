import type { Schemas } from '../../api/client'
import { dayNumber } from '../../lib/dates'
import { t } from '../../lib/words'
import { useCatalogue } from '../../api/reference'
import { DateField } from '../../parts/DateField'
import {
  ChoiceField,
  LENGTHS,
  MeasureField,
  NumberField,
  TextField,
  faultsAt,
  type FaultAt,
  type Option,
} from '../../parts/Field'
import { PickField } from '../../parts/Pick'
import { cropChoices, programmesOf } from '../../parts/names'
import { isPlantedOut } from './state'
import { VarietyFields } from './VarietyFields'

type Planting = Schemas['Planting']
type Spacing = Schemas['Spacing']

const patterns = (): Option<Spacing['pattern'] | ''>[] => [
  { value: '', label: t("the crop's usual rows") },
  { value: 'rows', label: t('rows') },
  { value: 'square', label: t('square') },
  { value: 'staggered', label: t('staggered') },
]

interface Fields {
  draft: Planting
  faults: FaultAt[]
  onChange: (draft: Planting) => void
  today: string
}

/** Crop, dates, number, spacing and programme of a planting. */
export function PlantingForm(props: Fields & { garden: Schemas['Garden']; inTub: boolean }) {
  const { draft, garden, inTub, faults, onChange, today } = props
  const fields: Fields = { draft, faults, onChange, today }
  return (
    <div className="fields">
      <What {...fields} gardenId={garden.id} />
      <Start {...fields} />
      <Before {...fields} />
      <NumberField
        label={t('Plants')}
        hint={t('Empty: as many as fit.')}
        value={draft.plants}
        faults={faultsAt(faults, 'plants')}
        onChange={(plants) => onChange({ ...draft, plants })}
      />
      {!inTub && <SpacingFields {...fields} />}
      <ProgrammeField {...fields} garden={garden} />
      {!inTub && <InGround {...fields} />}
      <DateField
        label={t('Last harvest')}
        hint={t('Only if you know better than the calendar.')}
        value={draft.ends_on}
        faults={faultsAt(faults, 'ends_on')}
        onChange={(ends_on) => onChange({ ...draft, ends_on })}
      />
    </div>
  )
}

/** Which crop, and which variety of it. */
function What({ draft, faults, onChange, gardenId }: Fields & { gardenId: string }) {
  const catalogue = useCatalogue()
  const variety = draft.variety.trim()
  return (
    <>
      <PickField
        label={t('Crop')}
        value={draft.crop}
        options={cropChoices(catalogue.crops)}
        faults={faultsAt(faults, 'crop')}
        onChange={(crop) =>
          onChange({
            ...draft,
            crop,
            spacing: null,
            sown_in_place: !isPlantedOut(catalogue.stages[crop]),
          })
        }
      />
      <TextField
        label={t('Variety')}
        value={draft.variety}
        faults={faultsAt(faults, 'variety')}
        onChange={(variety) => onChange({ ...draft, variety })}
      />
      {variety !== '' && (
        <VarietyFields key={variety} gardenId={gardenId} crop={draft.crop} name={variety} />
      )}
    </>
  )
}

/** So long in the ground, it may have been fed before it was written down. */
const LONG_DAYS = 15

/** What it had before the log was kept, where it has been growing for weeks. */
function Before({ draft, faults, onChange, today }: Fields) {
  if (!draft.kept_since && dayNumber(today) - dayNumber(draft.planted_on) < LONG_DAYS) return null
  const value = draft.kept_since ? (draft.had ?? 'unknown') : 'logged'
  return (
    <ChoiceField
      label={t('What it had so far')}
      value={value}
      options={[
        { value: 'logged', label: t('I enter each feed') },
        { value: 'nothing', label: t('nothing yet') },
        { value: 'fed', label: t('fed as usual') },
        { value: 'unknown', label: t('I do not know') },
      ]}
      faults={faultsAt(faults, 'had')}
      onChange={(said) =>
        onChange({
          ...draft,
          kept_since: said === 'logged' ? null : (draft.kept_since ?? today),
          had: said === 'nothing' || said === 'fed' ? said : null,
        })
      }
    />
  )
}

/** When and how it begins. */
function Start({ draft, faults, onChange }: Fields) {
  return (
    <>
      <DateField
        label={draft.sown_in_place ? t('Sown on') : t('Planted out on')}
        value={draft.planted_on}
        faults={faultsAt(faults, 'planted_on')}
        onChange={(day) => day && onChange({ ...draft, planted_on: day })}
      />
      <ChoiceField
        label={t('Started')}
        value={draft.sown_in_place ? 'place' : 'out'}
        options={[
          { value: 'out', label: t('planted out') },
          { value: 'place', label: t('sown where it stays') },
        ]}
        onChange={(value) =>
          onChange({ ...draft, sown_in_place: value === 'place', sown_on: null })
        }
      />
      {!draft.sown_in_place && (
        <DateField
          label={t('Sown under cover on')}
          hint={t('Only if you raise them: weak feeds for seedlings follow.')}
          value={draft.sown_on}
          faults={faultsAt(faults, 'sown_on')}
          onChange={(sown_on) => onChange({ ...draft, sown_on })}
        />
      )}
      {!draft.sown_in_place && draft.sown_on && (
        <ChoiceField
          label={t('Raised in')}
          value={draft.raised_in ?? ''}
          options={[
            { value: '', label: t('not known') },
            { value: 'plain', label: t('mix without fertiliser') },
            { value: 'charged', label: t('mix with some') },
          ]}
          onChange={(mix) => onChange({ ...draft, raised_in: mix || null })}
        />
      )}
    </>
  )
}

/** How the plants stand. */
function SpacingFields({ draft, faults, onChange }: Fields) {
  const catalogue = useCatalogue()
  const crop = catalogue.crops.find((one) => one.key === draft.crop) ?? catalogue.crops[0]
  const { spacing } = draft
  const spaced = (pattern: Spacing['pattern'] | ''): Spacing | null => {
    if (!pattern) return null
    return {
      pattern,
      in_row: spacing?.in_row ?? { value: crop.in_row_m * 100, unit: 'cm' },
      between_rows: pattern === 'rows' ? { value: crop.between_rows_m * 100, unit: 'cm' } : null,
    }
  }
  return (
    <>
      <ChoiceField
        label={t('Spacing')}
        value={spacing?.pattern ?? ''}
        options={patterns()}
        onChange={(pattern) => onChange({ ...draft, spacing: spaced(pattern) })}
      />
      {spacing && (
        <MeasureField
          label={t('Between plants')}
          units={LENGTHS}
          value={spacing.in_row}
          faults={faultsAt(faults, 'spacing.in_row')}
          onChange={(in_row) => in_row && onChange({ ...draft, spacing: { ...spacing, in_row } })}
        />
      )}
      {spacing?.pattern === 'rows' && (
        <MeasureField
          label={t('Between rows')}
          units={LENGTHS}
          value={spacing.between_rows}
          faults={faultsAt(faults, 'spacing.between_rows')}
          onChange={(between_rows) => onChange({ ...draft, spacing: { ...spacing, between_rows } })}
        />
      )}
    </>
  )
}

function ProgrammeField(props: Fields & { garden: Schemas['Garden'] }) {
  const { draft, faults, onChange } = props
  const programmes = programmesOf(props.garden, useCatalogue())
  return (
    <ChoiceField
      label={t('Programme')}
      value={draft.programme}
      options={programmes.map((one) => ({ value: one.key, label: one.name }))}
      hint={programmes.find((one) => one.key === draft.programme)?.idea}
      faults={faultsAt(faults, 'programme')}
      onChange={(programme) => onChange({ ...draft, programme })}
    />
  )
}

/** What is asked of ground alone: where the base goes, what stays after harvest. */
function InGround({ draft, onChange }: Fields) {
  return (
    <>
      <ChoiceField
        label={t('Base dressing goes')}
        hint={
          draft.base_by === 'hole'
            ? t('Little fits there: salts burn roots. No urea, nothing soluble with seed.')
            : undefined
        }
        ask="base_dressing"
        value={draft.base_by}
        options={[
          { value: 'broadcast', label: t('over the ground') },
          { value: 'band', label: t('in a band beside the row') },
          { value: 'hole', label: t('in the planting holes') },
        ]}
        onChange={(base_by) => onChange({ ...draft, base_by })}
      />
      <ChoiceField
        label={t('Roots and tops after harvest')}
        hint={t('What legumes and leafy crops leave feeds the next crop.')}
        value={draft.residue ?? ''}
        options={[
          { value: '', label: t('not known') },
          { value: 'removed', label: t('tops taken away') },
          { value: 'left', label: t('left or dug in') },
        ]}
        onChange={(residue) => onChange({ ...draft, residue: residue || null })}
      />
    </>
  )
}
