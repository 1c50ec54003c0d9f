import { Button } from 'antd'
import { useState } from 'react'
import { said } from '../../lib/units'
import { faultsOf, type Schemas } from '../../api/client'
import { useWrites } from '../../api/gardens'
import { useCatalogue, useWords } from '../../api/reference'
import { showNumber } from '../../lib/numbers'
import { t } from '../../lib/words'
import { MeasureField, NumberField, faultsAt } from '../../parts/Field'
import { MayKeep, useKeeps } from '../../parts/MayKeep'

type Bed = Schemas['Bed']
/** Where there is no laboratory: texture between the fingers, and how fast a hole drains. */
export function ByFeel({ gardenId, bed }: { gardenId: string; bed: Bed }) {
  const words = useWords()
  const { save } = useWrites(gardenId)
  const keeps = useKeeps('places')
  const { texture_key } = useCatalogue()
  const [at, setAt] = useState('')
  const [fell, setFell] = useState<{ value: number; unit: 'cm' | 'in' } | null>(null)
  const [minutes, setMinutes] = useState<number | null>(null)
  const step = texture_key.find((one) => one.key === at) ?? texture_key[0]
  const first = texture_key[0].key
  const answer = (one: (typeof step.answers)[number]) => {
    if (one.to) return setAt(one.to)
    const { texture } = one
    save.mutate({ kind: 'places', thing: { ...bed, texture, texture_by_feel: true } })
    setAt(first)
  }
  return (
    <div className="sheet stack">
      <h2>{t('Texture by feel')}</h2>
      {bed.texture && (
        <p className="small">
          {t('Now: {texture}', { texture: words.terms[`texture.${bed.texture}`] })}
          {bed.texture_by_feel && ` (${t('by feel, an estimate')})`}.
        </p>
      )}
      <p>{step.question}</p>
      <div className="row">
        {step.answers.map((one) => (
          <Button
            key={one.say}
            disabled={!one.to && !keeps}
            loading={save.isPending}
            onClick={() => answer(one)}
          >
            {one.say}
          </Button>
        ))}
        {at !== '' && at !== first && (
          <Button type="text" onClick={() => setAt(first)}>
            {t('From the beginning')}
          </Button>
        )}
      </div>
      <h2>{t('How it drains')}</h2>
      <p>
        {t(
          'Dig a hole {size} deep and wide, fill it with water and let it drain. Fill it again, and measure how far the water falls in a while.',
          { size: said('30 cm', '12 in') },
        )}
      </p>
      <div className="fields">
        <MeasureField
          label={t('The water fell by')}
          units={['cm', 'in']}
          value={fell}
          onChange={setFell}
        />
        <NumberField
          label={t('In')}
          suffix={t('minutes')}
          value={minutes}
          faults={faultsAt(faultsOf(save.error), 'drained')}
          onChange={setMinutes}
        />
      </div>
      <div>
        <MayKeep kind="places">
          <Button
            disabled={!fell || !minutes}
            loading={save.isPending}
            onClick={() =>
              fell &&
              minutes &&
              save.mutate({ kind: 'places', thing: { ...bed, drained: { fell, minutes } } })
            }
          >
            {t('Save it for this bed')}
          </Button>
        </MayKeep>
        {bed.drained && (
          <span className="small soft">
            {' '}
            {t('Measured: {fell} {unit} in {minutes} minutes.', {
              fell: showNumber(bed.drained.fell.value),
              unit: bed.drained.fell.unit ?? 'cm',
              minutes: showNumber(bed.drained.minutes),
            })}
          </span>
        )}
      </div>
    </div>
  )
}
