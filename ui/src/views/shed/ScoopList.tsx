import { Button } from 'antd'
import { useState } from 'react'
import { faultsOf } from '../../api/client'
import { useGarden, usePlan, useWrites } from '../../api/gardens'
import { useWords } from '../../api/reference'
import { Scoops as Drawn } from '../../drawing/Scoops'
import { showNumber } from '../../lib/numbers'
import { Findings } from '../../parts/Findings'
import {
  MeasureField,
  SCOOP_VOLUMES,
  TextField,
  faultsAt,
  Refused,
  faultsOfWhole,
} from '../../parts/Field'
import { newScoop, type Scoop } from './state'

/** The grower's own measures, drawn to size. */
export function Scoops({ gardenId }: { gardenId: string }) {
  const { file } = useGarden(gardenId)
  const plan = usePlan(gardenId)
  const words = useWords()
  const { save, remove } = useWrites(gardenId)
  const [draft, setDraft] = useState<Scoop | null>(null)
  const ml = new Map(plan.scoops.map((scoop) => [scoop.id, scoop.ml]))
  const faults = faultsOf(save.error)
  return (
    <div className="stack">
      <h2>Scoops, level</h2>
      <ul className="scoop-list">
        {file.garden.scoops.map((scoop) => (
          <li key={scoop.id}>
            <button type="button" onClick={() => setDraft(scoop)}>
              <Drawn count={1} ml={ml.get(scoop.id) ?? 5} label={scoop.name} />
              {scoop.name}
              <span className="soft small">{showNumber(ml.get(scoop.id) ?? 0)} mL</span>
            </button>
          </li>
        ))}
        <li>
          <Button onClick={() => setDraft(newScoop())}>Add a scoop</Button>
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
              label="Called"
              value={draft.name}
              faults={faultsAt(faults, 'name')}
              onChange={(name) => setDraft({ ...draft, name })}
            />
            <MeasureField
              label="Holds"
              units={SCOOP_VOLUMES}
              value={draft.volume as never}
              faults={faultsAt(faults, 'volume')}
              onChange={(volume) => volume && setDraft({ ...draft, volume })}
            />
          </div>
          <div className="row">
            <Button
              type="primary"
              loading={save.isPending}
              onClick={() =>
                save.mutate({ kind: 'scoops', thing: draft }, { onSuccess: () => setDraft(null) })
              }
            >
              Keep it
            </Button>
            <Button onClick={() => setDraft(null)}>Leave it</Button>
            <Refused faults={faultsOfWhole(faults)} />
            {file.garden.scoops.some((one) => one.id === draft.id) && (
              <Button
                type="text"
                danger
                onClick={() =>
                  remove.mutate(
                    { kind: 'scoops', key: draft.id },
                    { onSuccess: () => setDraft(null) },
                  )
                }
              >
                Remove
              </Button>
            )}
            <Refused faults={faultsOf(remove.error)} />
          </div>
        </div>
      )}
    </div>
  )
}
