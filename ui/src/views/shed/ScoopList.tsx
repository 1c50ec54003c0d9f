import { Button } from 'antd'
import { conflictOf, faultsOf } from '../../api/client'
import { revisionOf, useGarden, usePlan, useWrites } from '../../api/gardens'
import { useWords } from '../../api/reference'
import { Scoops as Drawn } from '../../drawing/Scoops'
import { showNumber } from '../../lib/numbers'
import { t } from '../../lib/words'
import { useDraft } from '../../parts/draft'
import { Findings } from '../../parts/Findings'
import { MeasureField, Refused, SCOOP_VOLUMES, TextField, faultsAt } from '../../parts/Field'
import { Keeping } from '../../parts/Keeping'
import { termOf } from '../../parts/names'
import { newScoop, type Scoop } from './state'

/** The grower's own measures, drawn to size. */
export function Scoops({ gardenId }: { gardenId: string }) {
  const garden = useGarden(gardenId)
  const { file } = garden
  const plan = usePlan(gardenId)
  const words = useWords()
  const { save, remove } = useWrites(gardenId)
  const typed = useDraft<Scoop>(`${gardenId}.scoop`)
  const draft = typed.thing
  const change = (next: Scoop) => {
    save.reset()
    typed.change(next)
  }
  const ml = new Map(plan.scoops.map((scoop) => [scoop.id, scoop.ml]))
  const faults = faultsOf(save.error)
  return (
    <div className="stack">
      <h2>{t('Scoops, level')}</h2>
      <ul className="scoop-list">
        {file.garden.scoops.map((scoop) => (
          <li key={scoop.id}>
            <button
              type="button"
              onClick={() => {
                save.reset()
                typed.begin(scoop, revisionOf(garden, scoop.id))
              }}
            >
              <Drawn count={1} ml={ml.get(scoop.id) ?? 5} label={scoop.name} />
              {scoop.name}
              <span className="soft small">{showNumber(ml.get(scoop.id) ?? 0)} mL</span>
            </button>
          </li>
        ))}
        <li>
          <Button onClick={() => typed.begin(newScoop(), 0)}>{t('Add a scoop')}</Button>
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
          <Keeping
            mine={draft}
            basedOn={typed.basedOn}
            label={t('Keep it')}
            saving={save.isPending}
            faults={faults}
            conflict={conflictOf(save.error)}
            term={(field) => termOf(words.terms, field)}
            onKeep={(thing, basedOn) =>
              save.mutate(
                { kind: 'scoops', thing: { ...thing }, basedOn },
                { onSuccess: () => typed.drop() },
              )
            }
            onLeave={() => {
              save.reset()
              typed.drop()
            }}
          >
            {file.garden.scoops.some((one) => one.id === draft.id) && (
              <Button
                type="text"
                danger
                onClick={() =>
                  remove.mutate(
                    { kind: 'scoops', key: draft.id },
                    { onSuccess: () => typed.drop() },
                  )
                }
              >
                {t('Remove')}
              </Button>
            )}
            <Refused faults={faultsOf(remove.error)} />
          </Keeping>
        </div>
      )}
    </div>
  )
}
