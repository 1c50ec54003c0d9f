import { conflictOf, faultsOf } from '../../api/client'
import { revisionOf, useGarden, useWrites } from '../../api/gardens'
import { useCatalogue, useWords } from '../../api/reference'
import { t } from '../../lib/words'
import type { Draft } from '../../parts/draft'
import { ChoiceField, DateField, faultsAt, type FaultAt } from '../../parts/Field'
import { Keeping } from '../../parts/Keeping'
import { programmesOf, termOf } from '../../parts/names'
import type { Planting, RecordedPlanting } from './state'

/** Another programme or date, tried before it is kept: the old plan stays as a ghost. */
export function Try(props: {
  gardenId: string
  planting: Planting
  tried: Draft<RecordedPlanting>
  faults: FaultAt[]
}) {
  const { planting, tried, gardenId } = props
  const garden = useGarden(gardenId)
  const catalogue = useCatalogue()
  const words = useWords()
  const { save } = useWrites(gardenId)
  const programmes = programmesOf(garden.file.garden, catalogue)
  const stored = garden.file.garden.plantings.find((one) => one.id === planting.id)
  const shown = tried.thing ?? stored
  if (!shown || !stored) return null
  const known = programmes.find((one) => one.key === shown.programme)
  const change = (next: RecordedPlanting) => {
    save.reset()
    if (tried.thing) tried.change(next)
    else tried.begin(next, revisionOf(garden, next.id))
  }
  const refused = faultsOf(save.error)
  return (
    <div className="stack">
      <ChoiceField
        label={t('Programme')}
        value={shown.programme}
        options={programmes.map((one) => ({ value: one.key, label: one.name }))}
        hint={known?.idea}
        onChange={(programme) => change({ ...shown, programme })}
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
        faults={faultsAt([...props.faults, ...refused], 'planted_on')}
        onChange={(day) => day && change({ ...shown, planted_on: day })}
      />
      {tried.thing && (
        <Keeping
          mine={tried.thing}
          basedOn={tried.basedOn}
          label={t('Keep it so')}
          leave={t('As before')}
          saving={save.isPending}
          disabled={props.faults.length > 0}
          faults={[...props.faults.filter((f) => f.field === ''), ...refused]}
          conflict={conflictOf(save.error)}
          term={(field) => termOf(words.terms, field)}
          onKeep={(thing, basedOn) =>
            save.mutate(
              { kind: 'plantings', thing: { ...thing }, basedOn },
              { onSuccess: () => tried.drop() },
            )
          }
          onLeave={() => {
            save.reset()
            tried.drop()
          }}
        />
      )}
    </div>
  )
}
