import { Button } from 'antd'
import type { ThingEditing } from '../../api/editing'
import { useGarden } from '../../api/gardens'
import { useCatalogue, useWords } from '../../api/reference'
import { useAddress } from '../../lib/useAddress'
import { t } from '../../lib/words'
import { DateField } from '../../parts/DateField'
import { ChoiceField, faultsAt } from '../../parts/Field'
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
  if (shown.id !== stored.id) {
    return <Elsewhere of={shown} onLeave={tried.cancel} />
  }
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

/** A change of another planting is being tried: its ghosts stay until it is saved or left. */
function Elsewhere({ of, onLeave }: { of: RecordedPlanting; onLeave: () => void }) {
  const [, go] = useAddress()
  const catalogue = useCatalogue()
  const crop = catalogue.crops.find((one) => one.key === of.crop)?.name ?? of.crop
  return (
    <div className="aside-line" role="status">
      <p>
        {t('What you tried for {planting} is not saved yet.', {
          planting: `${crop} ${of.variety}`.trim(),
        })}
      </p>
      <div className="row">
        <Button size="small" onClick={() => go({ planting: of.id })}>
          {t('Back to it')}
        </Button>
        <Button size="small" onClick={onLeave}>
          {t('Leave it')}
        </Button>
      </div>
    </div>
  )
}
