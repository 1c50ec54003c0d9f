import type { Schemas } from '../../api/client'
import { locale, t } from '../../lib/words'
import { useCatalogue } from '../../api/reference'
import {
  ChoiceField,
  DateField,
  LENGTHS,
  MeasureField,
  NumberField,
  TextField,
  faultsAt,
  type FaultAt,
  type Option,
} from '../../parts/Field'
import { programmesOf } from '../../parts/names'
import { VarietyFields } from './VarietyFields'

type Planting = Schemas['Planting']
type Spacing = Schemas['Spacing']

const patterns = (): Option<Spacing['pattern'] | ''>[] => [
  { value: '', label: t("the crop's usual rows") },
  { value: 'rows', label: t('rows') },
  { value: 'square', label: t('square') },
  { value: 'staggered', label: t('staggered') },
]

/** Whether a crop is usually grown on before it is planted out. */
function isPlantedOut(stages: readonly Schemas['Stage'][]): boolean {
  return stages.some((stage) => stage.key === 'transplant_establishment')
}

/** Crop, dates, number, spacing and programme of a planting. */
export function PlantingForm(props: {
  draft: Planting
  garden: Schemas['Garden']
  inTub: boolean
  faults: FaultAt[]
  onChange: (draft: Planting) => void
}) {
  const { draft, faults, onChange } = props
  const catalogue = useCatalogue()
  const crop = catalogue.crops.find((one) => one.key === draft.crop) ?? catalogue.crops[0]
  const programmes = programmesOf(props.garden, catalogue)
  const spaced = (pattern: Spacing['pattern'] | ''): Spacing | null => {
    if (!pattern) return null
    return {
      pattern,
      in_row: draft.spacing?.in_row ?? { value: crop.in_row_m * 100, unit: 'cm' },
      between_rows: pattern === 'rows' ? { value: crop.between_rows_m * 100, unit: 'cm' } : null,
    }
  }
  return (
    <div className="fields">
      <ChoiceField
        label={t('Crop')}
        value={draft.crop}
        options={catalogue.crops
          .map((one) => ({ value: one.key, label: one.name }))
          .sort((a, b) => a.label.localeCompare(b.label, locale))}
        faults={faultsAt(faults, 'crop')}
        onChange={(key) =>
          onChange({
            ...draft,
            crop: key,
            spacing: null,
            sown_in_place: !isPlantedOut(catalogue.stages[key]),
          })
        }
      />
      <TextField
        label={t('Variety')}
        value={draft.variety}
        faults={faultsAt(faults, 'variety')}
        onChange={(variety) => onChange({ ...draft, variety })}
      />
      {draft.variety.trim() !== '' && (
        <VarietyFields gardenId={props.garden.id} crop={crop.key} name={draft.variety.trim()} />
      )}
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
        <>
          <DateField
            label={t('Sown under cover on')}
            hint={t('Only if you raise them: weak feeds for seedlings follow.')}
            value={draft.sown_on}
            faults={faultsAt(faults, 'sown_on')}
            onChange={(sown_on) => onChange({ ...draft, sown_on })}
          />
          {draft.sown_on && (
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
      )}
      <NumberField
        label={t('Plants')}
        hint={t('Empty: as many as fit.')}
        value={draft.plants}
        faults={faultsAt(faults, 'plants')}
        onChange={(plants) => onChange({ ...draft, plants })}
      />
      {!props.inTub && (
        <ChoiceField
          label={t('Spacing')}
          value={draft.spacing?.pattern ?? ''}
          options={patterns()}
          onChange={(pattern) => onChange({ ...draft, spacing: spaced(pattern) })}
        />
      )}
      {!props.inTub && draft.spacing && (
        <MeasureField
          label={t('Between plants')}
          units={LENGTHS}
          value={draft.spacing.in_row}
          faults={faultsAt(faults, 'spacing.in_row')}
          onChange={(in_row) =>
            in_row && draft.spacing && onChange({ ...draft, spacing: { ...draft.spacing, in_row } })
          }
        />
      )}
      {!props.inTub && draft.spacing?.pattern === 'rows' && (
        <MeasureField
          label={t('Between rows')}
          units={LENGTHS}
          value={draft.spacing.between_rows}
          faults={faultsAt(faults, 'spacing.between_rows')}
          onChange={(between_rows) =>
            draft.spacing && onChange({ ...draft, spacing: { ...draft.spacing, between_rows } })
          }
        />
      )}
      <ChoiceField
        label={t('Programme')}
        value={draft.programme}
        options={programmes.map((one) => ({ value: one.key, label: one.name }))}
        hint={programmes.find((one) => one.key === draft.programme)?.idea}
        faults={faultsAt(faults, 'programme')}
        onChange={(programme) => onChange({ ...draft, programme })}
      />
      {!props.inTub && (
        <>
          <ChoiceField
            label={t('Base dressing goes')}
            hint={
              draft.base_by === 'hole'
                ? t('Little fits there: salts burn roots. No urea, nothing soluble with seed.')
                : undefined
            }
            value={draft.base_by}
            options={[
              { value: 'broadcast', label: t('over the ground') },
              { value: 'band', label: t('in a band beside the row') },
              { value: 'hole', label: t('in the planting holes') },
            ]}
            onChange={(base_by) => onChange({ ...draft, base_by: base_by })}
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
      )}
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
