import { Button } from 'antd'
import type { ThingEditing } from '../../api/editing'
import { useGarden } from '../../api/gardens'
import { useIntoSight } from '../../lib/intoSight'
import { t } from '../../lib/words'
import { ChoiceField, LENGTHS, MeasureField, TextField, faultsAt } from '../../parts/Field'
import { HistoryButton } from '../../parts/History'
import { Foot } from './Foot'
import { Corners } from './Corners'
import { FEATURES, featureKind, type Feature } from './state'

/** A path, wall, fence, hedge or water: what it is, how wide, and where it runs. */
export function FeaturePanel(props: {
  gardenId: string
  feature: Feature
  editing: ThingEditing<Feature>
  onClose: () => void
}) {
  const { feature, editing } = props
  const { file } = useGarden(props.gardenId)
  const stored = file.garden.features.some((one) => one.id === feature.id)
  const { faults, change } = editing
  const box = useIntoSight<HTMLElement>(!stored)
  const name = `${featureKind(feature.kind)} ${feature.name}`.trim()
  return (
    <aside ref={box} className="sheet stack place-panel" aria-label={name}>
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
          onChange={(kind) => change({ ...feature, kind })}
        />
        <TextField
          label={t('Name')}
          value={feature.name ?? ''}
          onChange={(text) => change({ ...feature, name: text })}
        />
        <MeasureField
          label={t('Width')}
          units={LENGTHS}
          value={feature.width}
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
      <Foot id={feature.id} editing={editing} remove={t('Remove it')} />
    </aside>
  )
}
