import { Button } from 'antd'
import { useEditing } from '../../api/editing'
import { useGarden, usePlan } from '../../api/gardens'
import { useCatalogue, useWords } from '../../api/reference'
import { StageSketch } from '../../drawing/StageSketch'
import { showDate } from '../../lib/dates'
import { newId } from '../../lib/ids'
import { t } from '../../lib/words'
import { DateField } from '../../parts/DateField'
import { ChoiceField, faultsAt } from '../../parts/Field'
import { SaveBar } from '../../parts/SaveBar'
import { Changed } from './Changed'
import type { Planting } from './state'

/** A stage that was seen re-anchors every later date; what was given stays as it was. */
export function Seen({ gardenId, planting }: { gardenId: string; planting: Planting }) {
  const words = useWords()
  const plan = usePlan(gardenId)
  const { log } = useGarden(gardenId).file
  const editing = useEditing(gardenId, 'stages', {
    name: `stages.${planting.id}`,
    changes: (thing) => ({ stages: [thing] }),
  })
  const { thing } = editing
  const of = (stage: string, on: string) => {
    const known = log.stages.find((s) => s.planting === planting.id && s.stage === stage)
    return { id: known?.id ?? newId(), planting: planting.id, stage, on }
  }
  const now = thing?.stage ?? planting.stage_now ?? planting.stages[0].key
  const then = editing.before && editing.plan.plantings.find((one) => one.id === planting.id)
  if (!thing) {
    return (
      <div className="stack">
        <StageLook planting={planting} stage={now} />
        <div className="row">
          <Button onClick={() => editing.begin(of(now, plan.as_of))}>
            {t('A stage was seen')}
          </Button>
        </div>
      </div>
    )
  }
  return (
    <div className="stack">
      <div className="fields">
        <ChoiceField
          label={t('Stage seen')}
          value={thing.stage}
          options={planting.stages.map((one) => ({
            value: one.key,
            label: words.terms[`stage.${one.key}`],
          }))}
          onChange={(stage) => editing.begin(of(stage, thing.on))}
        />
        <DateField
          label={t('On')}
          value={thing.on}
          faults={faultsAt(editing.faults, 'on')}
          onChange={(on) => on && editing.change({ ...thing, on })}
        />
      </div>
      <StageLook planting={planting} stage={thing.stage} />
      {then && <Changed was={planting} is={then} />}
      <SaveBar editing={editing} terms={words.terms} />
    </div>
  )
}

/** What a stage looks like, and when it was seen or is expected. */
function StageLook({ planting, stage }: { planting: Planting; stage: string }) {
  const catalogue = useCatalogue()
  const view = planting.stages.find((one) => one.key === stage)
  if (!view) return null
  const habit = catalogue.crops.find((one) => one.key === planting.crop)?.habit ?? 'fruiting'
  return (
    <div className="row stage-look">
      <StageSketch stage={stage} habit={habit} />
      <p className="small soft">
        {view.recognise_by}{' '}
        {view.seen
          ? t('Seen {day}.', { day: showDate(view.start) })
          : t('Expected {day}.', { day: showDate(view.start) })}{' '}
        {t('BBCH {code}', { code: view.bbch })}
      </p>
    </div>
  )
}
