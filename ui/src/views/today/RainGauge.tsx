import { Button } from 'antd'
import { useState } from 'react'
import { faultsOf } from '../../api/client'
import { useDevice } from '../../api/devices'
import { useRain } from '../../api/water'
import { addDays, showDay } from '../../lib/dates'
import { showNumber } from '../../lib/numbers'
import { waterDepth } from '../../lib/units'
import { t } from '../../lib/words'
import { useToast } from '../../lib/useToast'
import { DateField } from '../../parts/DateField'
import { NumberField, Refused, faultsAt } from '../../parts/Field'
import { ReadDevice } from '../../parts/ReadDevice'

/** What the rain gauge held, read in the morning of the day before, as is usual. */
export default function RainGauge(props: { gardenId: string; today: string; onDone: () => void }) {
  const [on, setOn] = useState(addDays(props.today, -1))
  const [rain_mm, setRain] = useState<number | null>(null)
  const keep = useRain(props.gardenId)
  const gauge = useDevice(props.gardenId, 'rain_gauge')
  const toast = useToast()
  const faults = faultsOf(keep.error)
  const send = () => {
    if (rain_mm === null) return
    keep.mutate(
      { on, rain_mm },
      {
        onSuccess: () => {
          toast({
            text: t('{rain} of rain on {day} recorded.', {
              rain: `${showNumber(waterDepth.shown(rain_mm) ?? 0)} ${waterDepth.unit}`,
              day: showDay(on),
            }),
          })
          props.onDone()
        },
      },
    )
  }
  return (
    <div className="stack">
      <div className="fields">
        <DateField
          label={t('Fell on')}
          value={on}
          faults={faultsAt(faults, 'on')}
          onChange={(day) => day && setOn(day)}
        />
        <NumberField
          label={t('Rain in the gauge')}
          suffix={waterDepth.unit}
          value={waterDepth.shown(rain_mm)}
          faults={faultsAt(faults, 'rain_mm')}
          onChange={(typed) => setRain(waterDepth.typed(typed))}
        />
      </div>
      <ReadDevice
        of={gauge}
        label={t('Read the gauge')}
        onRead={(reading) => setRain(reading.value)}
      />
      <Refused faults={faults} />
      <div className="row">
        <Button
          size="small"
          type="primary"
          disabled={keep.isPending || rain_mm === null}
          onClick={send}
        >
          {t('Save')}
        </Button>
        <Button size="small" onClick={props.onDone}>
          {t('Cancel')}
        </Button>
      </div>
    </div>
  )
}
