import type { ThingEditing } from '../../api/editing'
import { useGarden } from '../../api/gardens'
import { useCatalogue, useWords } from '../../api/reference'
import { t } from '../../lib/words'
import { ChoiceField, DateField, faultsAt } from '../../parts/Field'
import { SaveBar } from '../../parts/SaveBar'
import { programmesOf } from '../../parts/names'
import type { Planting, RecordedPlanting } from './state'

/** Another programme or date, tried before it is kept: the old plan stays as a ghost. */
export function Try(props: {
  gardenId: string
  planting: Planting
  tried: ThingEditing<RecordedPlanting>
}) {
  const { planting, tried } = props
  const { file } = useGarden(props.gardenId)
  const catalogue = useCatalogue()
  const words = useWords()
  const programmes = programmesOf(file.garden, catalogue)
  const stored = file.garden.plantings.find((one) => one.id === planting.id)
  const shown = tried.thing ?? stored
  if (!shown || !stored) return null
  const known = programmes.find((one) => one.key === shown.programme)
  return (
    <div className="stack">
      <ChoiceField
        label={t('Programme')}
        value={shown.programme}
        options={programmes.map((one) => ({ value: one.key, label: one.name }))}
        hint={known?.idea}
        onChange={(programme) => tried.change({ ...shown, programme })}
      />
      {known?.evidence && (
        <details className="small">
          <summary>{t('What the evidence is')}</summary>
          <p>{known.evidence}</p>
        </details>
      )}
      <DateField
        label={shown.sown_in_place ? t('Sown on') : t('Planted out on')}
        value={shown.planted_on}
        faults={faultsAt(tried.faults, 'planted_on')}
        onChange={(day) => day && tried.change({ ...shown, planted_on: day })}
      />
      <SaveBar editing={tried} terms={words.terms} />
    </div>
  )
}
