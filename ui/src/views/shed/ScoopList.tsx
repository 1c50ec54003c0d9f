import { Button } from 'antd'
import { useEditing } from '../../api/editing'
import { useGarden, usePlan } from '../../api/gardens'
import { useWords } from '../../api/reference'
import { Scoops as Drawn } from '../../drawing/Scoops'
import { showAmount } from '../../lib/numbers'
import { t } from '../../lib/words'
import { Findings } from '../../parts/Findings'
import { MeasureField, Refused, SCOOP_VOLUMES, TextField, faultsAt } from '../../parts/Field'
import { SaveBar } from '../../parts/SaveBar'
import { newScoop } from './state'

/** The grower's own measures, drawn to size. */
export function Scoops({ gardenId }: { gardenId: string }) {
  const { file } = useGarden(gardenId)
  const plan = usePlan(gardenId)
  const words = useWords()
  const editing = useEditing(gardenId, 'scoops')
  const { thing: draft, faults, change } = editing
  const ml = new Map(plan.scoops.map((scoop) => [scoop.id, scoop.ml]))
  return (
    <div className="stack">
      <h2>{t('Scoops, level')}</h2>
      <ul className="scoop-list">
        {file.garden.scoops.map((scoop) => (
          <li key={scoop.id}>
            <button type="button" onClick={() => editing.begin(scoop)}>
              <Drawn count={1} ml={ml.get(scoop.id) ?? 5} label={scoop.name} />
              {scoop.name}
              <span className="soft small">{showAmount(ml.get(scoop.id) ?? 0, 'mL')}</span>
            </button>
          </li>
        ))}
        <li>
          <Button onClick={() => editing.begin(newScoop())}>{t('Add a scoop')}</Button>
        </li>
      </ul>
      <Findings
        of={plan.findings.filter((f) => file.garden.scoops.some((s) => s.id === f.about))}
        words={words}
      />
      {draft && (
        <div className="sheet stack">
          <div className="fields">
            <TextField
              label={t('Called')}
              value={draft.name}
              faults={faultsAt(faults, 'name')}
              onChange={(name) => change({ ...draft, name })}
            />
            <MeasureField
              label={t('Holds')}
              units={SCOOP_VOLUMES}
              value={draft.volume}
              faults={faultsAt(faults, 'volume')}
              onChange={(volume) => volume && change({ ...draft, volume })}
            />
          </div>
          <SaveBar editing={editing} terms={words.terms}>
            {file.garden.scoops.some((one) => one.id === draft.id) && (
              <Button type="text" danger onClick={() => editing.remove(draft.id)}>
                {t('Remove')}
              </Button>
            )}
            <Refused faults={editing.removeFaults} />
          </SaveBar>
        </div>
      )}
    </div>
  )
}
