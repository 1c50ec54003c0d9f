import { Button } from 'antd'
import { useState } from 'react'
import { faultsOf } from '../../api/client'
import { useGarden, usePlan, useWrites } from '../../api/gardens'
import { useCatalogue, useWords } from '../../api/reference'
import { StageSketch } from '../../drawing/StageSketch'
import { showDate } from '../../lib/dates'
import { newId } from '../../lib/ids'
import { t } from '../../lib/words'
import { ChoiceField, DateField, Refused } from '../../parts/Field'
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
  const view = planting.stages.find((one) => one.key === stage)
  const known = file.log.stages.find((s) => s.planting === planting.id && s.stage === stage)
  const habit = catalogue.crops.find((one) => one.key === planting.crop)?.habit ?? 'fruiting'
  const record = () =>
    on &&
    save.mutate({
      kind: 'stages',
      thing: { id: known?.id ?? newId(), planting: planting.id, stage, on },
    })
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
          onChange={setStage}
        />
        <DateField label={t('On')} value={on} onChange={setOn} />
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
      <div className="row">
        <Button loading={save.isPending} disabled={!on} onClick={record}>
          {t('Record it')}
        </Button>
        <Refused faults={faultsOf(save.error)} />
      </div>
    </div>
  )
}
