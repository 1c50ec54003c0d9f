import { Button } from 'antd'
import { useState } from 'react'
import type { Schemas } from '../../api/client'
import { useCatalogue } from '../../api/reference'
import { CropSketch } from '../../drawing/CropSketch'
import { CROP_DRAGGED } from '../../drawing/plot/PlotSheet'
import { t } from '../../lib/words'
import { PickField } from '../../parts/Pick'
import { cropChoices } from '../../parts/names'

const MOST = 8

/** Crops to drag onto the plot, or to pick up here and set down by touching a place. */
export function CropShelf(props: {
  garden: Schemas['Garden']
  held: string | null
  onHold: (crop: string | null) => void
}) {
  const { held, onHold } = props
  const { crops } = useCatalogue()
  const [more, setMore] = useState<readonly string[]>([])
  const grown = props.garden.plantings.map((one) => one.crop).reverse()
  const keys = [...new Set([...more, ...grown])].slice(0, MOST)
  const name = (key: string) => crops.find((one) => one.key === key)?.name ?? key
  return (
    <div className="crop-shelf">
      <PickField
        label={t('A crop to plant')}
        value={held ?? ''}
        options={cropChoices(crops)}
        onChange={(crop) => {
          setMore([crop, ...more.filter((one) => one !== crop)])
          onHold(crop)
        }}
      />
      <div className="crop-chips" role="group" aria-label={t('Crops to drag onto the plot')}>
        {keys.map((key) => (
          <button
            key={key}
            type="button"
            draggable
            className="crop-chip small"
            aria-pressed={held === key}
            onDragStart={(event) => event.dataTransfer.setData(CROP_DRAGGED, key)}
            onClick={() => onHold(held === key ? null : key)}
          >
            <CropSketch crop={key} size={20} /> {name(key)}
          </button>
        ))}
      </div>
      {held && (
        <p className="small" role="status">
          {t('Touch the place where {crop} goes.', { crop: name(held) })}{' '}
          <Button size="small" type="text" onClick={() => onHold(null)}>
            {t('Put it back')}
          </Button>
        </p>
      )}
    </div>
  )
}
