import { Button, Drawer } from 'antd'
import { useMemo, useState } from 'react'
import { faultsOf, type Schemas } from '../../api/client'
import { useGarden, usePlan, useWrites } from '../../api/gardens'
import { useCatalogue, useWords } from '../../api/reference'
import { useWhatIf } from '../../api/whatIf'
import { CropSketch } from '../../drawing/CropSketch'
import { showDate } from '../../lib/dates'
import { useReturn } from '../../lib/useReturn'
import { useToast } from '../../lib/useToast'
import { plural, t } from '../../lib/words'
import { ChoiceField, Refused } from '../../parts/Field'
import { Findings } from '../../parts/Findings'
import { aYearOn, yearOn } from './state'

type Recorded = Schemas['Planting']

/** This year's plantings once more, a year on: each can go elsewhere, or be left out. */
export default function NextYear({ gardenId, onClose }: { gardenId: string; onClose: () => void }) {
  useReturn()
  const { file } = useGarden(gardenId)
  const plan = usePlan(gardenId)
  const toast = useToast()
  const { saveAll, removeAll } = useWrites(gardenId)
  const { crops } = useCatalogue()
  const again = useMemo(() => {
    const perennial = new Set(crops.filter((c) => c.habit === 'perennial').map((c) => c.key))
    return file.garden.plantings
      .filter((one) => !perennial.has(one.crop) && one.planted_on >= yearOn(plan.as_of, -1))
      .map((one) => ({ of: one.id, anew: aYearOn(one, plan.as_of) }))
  }, [file.garden.plantings, crops, plan.as_of])
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set())
  const [moved, setMoved] = useState<Record<string, string>>({})
  const things = again
    .filter(({ of }) => !left.has(of))
    .map(({ of, anew }) => ({ ...anew, place: moved[of] ?? anew.place }))
  const whatIf = useWhatIf(gardenId, things.length ? { plantings: things } : null)
  const save = () =>
    saveAll.mutate(
      { kind: 'plantings', things },
      {
        onSuccess: () => {
          toast({
            text: plural(things.length, 'One planting was added.', '{n} plantings were added.'),
            undo: () =>
              removeAll(
                'plantings',
                things.map(({ id }) => id),
              ),
          })
          onClose()
        },
      },
    )
  return (
    <Drawer open onClose={onClose} size={640} title={t('The same again next year')}>
      <div className="stack">
        <p className="small soft">
          {t('Beds, tubs, tests, the shed and the log stay; nothing has to be copied.')}
        </p>
        {again.length === 0 && <p>{t('Nothing was planted in the last twelve months.')}</p>}
        <ul className="again">
          {again.map(({ of, anew }) => (
            <Again
              key={of}
              planting={{ ...anew, place: moved[of] ?? anew.place }}
              places={file.garden.places}
              taken={!left.has(of)}
              findings={
                whatIf.plan?.plantings
                  .find((one) => one.id === anew.id)
                  ?.findings.filter((one) => one.level === 'warning') ?? []
              }
              onTake={() => setLeft(toggled(left, of))}
              onMove={(place) => setMoved({ ...moved, [of]: place })}
            />
          ))}
        </ul>
        <div className="row">
          <Button
            type="primary"
            disabled={things.length === 0}
            loading={saveAll.isPending}
            onClick={save}
          >
            {plural(things.length, 'Add one planting', 'Add {n} plantings')}
          </Button>
          <Refused faults={[...faultsOf(saveAll.error), ...whatIf.faults]} />
        </div>
      </div>
    </Drawer>
  )
}

function Again(props: {
  planting: Recorded
  places: Schemas['Garden']['places']
  taken: boolean
  findings: Schemas['Finding'][]
  onTake: () => void
  onMove: (place: string) => void
}) {
  const { planting } = props
  const { crops } = useCatalogue()
  const words = useWords()
  const crop = crops.find((one) => one.key === planting.crop)?.name ?? planting.crop
  return (
    <li className="stack">
      <div className="row">
        <label>
          <input type="checkbox" checked={props.taken} onChange={props.onTake} />{' '}
          <CropSketch crop={planting.crop} size={20} />{' '}
          <b>{`${crop} ${planting.variety}`.trim()}</b>{' '}
          <span className="soft small">{showDate(planting.planted_on, '')}</span>
        </label>
        <span className="spacer" />
        {props.taken && (
          <ChoiceField
            label={t('Place')}
            value={planting.place}
            options={props.places.map((one) => ({ value: one.id, label: one.name }))}
            onChange={props.onMove}
          />
        )}
      </div>
      {props.taken && <Findings of={props.findings} words={words} />}
    </li>
  )
}

function toggled(ids: ReadonlySet<string>, id: string): ReadonlySet<string> {
  return ids.has(id) ? new Set([...ids].filter((one) => one !== id)) : new Set([...ids, id])
}
