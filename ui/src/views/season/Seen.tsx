import { Button } from 'antd'
import { useState } from 'react'
import { faultsOf } from '../../api/client'
import { useGarden, usePlan, useWrites } from '../../api/gardens'
import { useCatalogue, useWords } from '../../api/reference'
import { useWhatIf } from '../../api/whatIf'
import { StageSketch } from '../../drawing/StageSketch'
import { showDate } from '../../lib/dates'
import { newId } from '../../lib/ids'
import { t } from '../../lib/words'
import { ChoiceField, DateField, Refused } from '../../parts/Field'
import { Changed } from './Changed'
import type { Planting } from './state'

/** A stage that was seen re-anchors every later date; what was given stays as it was. */
export function Seen({ gardenId, planting }: { gardenId: string; planting: Planting }) {
  const words = useWords()
  const catalogue = useCatalogue()
  const plan = usePlan(gardenId)
  const { file } = useGarden(gardenId)
  const { save } = useWrites(gardenId)
  const [stage, setStage] = useState(planting.stage_now ?? planting.stages[0].key)
  const [on, setOn] = useState<string | null>(plan.as_of)
  const [touched, setTouched] = useState(false)
  const view = planting.stages.find((one) => one.key === stage)
  const known = file.log.stages.find((s) => s.planting === planting.id && s.stage === stage)
  const habit = catalogue.crops.find((one) => one.key === planting.crop)?.habit ?? 'fruiting'
  const [id] = useState(newId)
  const thing = on ? { id: known?.id ?? id, planting: planting.id, stage, on } : null
  const news = touched && thing !== null && known?.on !== on
  const whatIf = useWhatIf(gardenId, news ? { stages: [thing] } : null)
  const then = whatIf.plan?.plantings.find((one) => one.id === planting.id)
  const record = () => thing && save.mutate({ kind: 'stages', thing })
  return (
    <div className="stack">
      <div className="fields">
        <ChoiceField
          label={t('Stage seen')}
          value={stage}
          options={planting.stages.map((one) => ({
            value: one.key,
            label: words.terms[`stage.${one.key}`],
          }))}
          onChange={(next) => {
            setTouched(true)
            setStage(next)
          }}
        />
        <DateField
          label={t('On')}
          value={on}
          onChange={(day) => {
            setTouched(true)
            setOn(day)
          }}
        />
      </div>
      {view && (
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
      )}
      {news && then && <Changed was={planting} is={then} />}
      <div className="row">
        <Button loading={save.isPending} disabled={!on} onClick={record}>
          {t('Save')}
        </Button>
        <Refused faults={faultsOf(save.error)} />
      </div>
    </div>
  )
}
