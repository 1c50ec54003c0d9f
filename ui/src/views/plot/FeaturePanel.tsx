import { Button } from 'antd'
import { conflictOf, faultsOf } from '../../api/client'
import { revisionOf, useGarden, useWrites } from '../../api/gardens'
import { useWords } from '../../api/reference'
import { t } from '../../lib/words'
import type { Draft } from '../../parts/draft'
import { ChoiceField, LENGTHS, MeasureField, Refused, TextField, faultsAt } from '../../parts/Field'
import { HistoryButton } from '../../parts/History'
import { Keeping } from '../../parts/Keeping'
import { termOf } from '../../parts/names'
import { Corners } from './Corners'
import { FEATURES, featureKind, type Feature } from './state'

/** A path, wall, fence, hedge or water: what it is, how wide, and where it runs. */
export function FeaturePanel(props: {
  gardenId: string
  feature: Feature
  draft: Draft<Feature>
  onClose: () => void
}) {
  const { feature, draft } = props
  const garden = useGarden(props.gardenId)
  const words = useWords()
  const { save, remove } = useWrites(props.gardenId)
  const stored = garden.file.garden.features.some((one) => one.id === feature.id)
  const faults = faultsOf(save.error)
  const change = (next: Feature) => {
    save.reset()
    if (draft.thing) draft.change(next)
    else draft.begin(next, revisionOf(garden, next.id))
  }
  const name = `${featureKind(feature.kind)} ${feature.name}`.trim()
  return (
    <aside className="sheet stack place-panel" aria-label={name}>
      <div className="row">
        <h2 className="capital">{name}</h2>
        <span className="spacer" />
        {stored && <HistoryButton of={feature.id} name={name} />}
        <Button type="text" size="small" onClick={props.onClose}>
          {t('Close')}
        </Button>
      </div>
      <div className="fields">
        <ChoiceField
          label={t('It is a')}
          value={feature.kind}
          options={FEATURES.map((value) => ({ value, label: featureKind(value) }))}
          onChange={(kind) => change({ ...feature, kind: kind as Feature['kind'] })}
        />
        <TextField
          label={t('Name')}
          value={feature.name ?? ''}
          onChange={(text) => change({ ...feature, name: text })}
        />
        <MeasureField
          label={t('Width')}
          units={LENGTHS}
          value={feature.width as never}
          faults={faultsAt(faults, 'width')}
          onChange={(width) => width && change({ ...feature, width })}
        />
      </div>
      <Corners
        title={t('It runs through')}
        corners={feature.points}
        least={2}
        faults={faultsAt(faults, 'points')}
        onChange={(points) => change({ ...feature, points })}
      />
      {draft.thing ? (
        <Keeping
          mine={draft.thing}
          basedOn={draft.basedOn}
          label={stored ? t('Keep it so') : t('Add it to the garden')}
          leave={stored ? t('As before') : t('Leave it')}
          saving={save.isPending}
          faults={faults}
          conflict={conflictOf(save.error)}
          term={(field) => termOf(words.terms, field)}
          onKeep={(thing, basedOn) =>
            save.mutate(
              { kind: 'features', thing: { ...thing }, basedOn },
              { onSuccess: () => draft.drop() },
            )
          }
          onLeave={() => {
            draft.drop()
            if (!stored) props.onClose()
          }}
        />
      ) : (
        <div className="row">
          <Button
            type="text"
            danger
            size="small"
            loading={remove.isPending}
            onClick={() =>
              remove.mutate({ kind: 'features', key: feature.id }, { onSuccess: props.onClose })
            }
          >
            {t('Remove it')}
          </Button>
          <Refused faults={faultsOf(remove.error)} />
        </div>
      )}
    </aside>
  )
}
