import { Button } from 'antd'
import { t } from '../../lib/words'
import { PickManyField } from '../../parts/Pick'
import type { Place } from './state'

/** Several places, or all of them by one touch. */
export function ManyPlaces(props: {
  label: string
  hint?: string
  places: readonly Place[]
  value: readonly string[]
  onChange: (chosen: string[]) => void
}) {
  const { places, onChange } = props
  const beds = places.filter((one) => one.kind === 'bed')
  return (
    <div className="many-places">
      <PickManyField
        label={props.label}
        hint={props.hint}
        value={props.value}
        options={places.map((one) => ({ value: one.id, label: one.name }))}
        onChange={onChange}
      />
      {beds.length > 1 && (
        <Button size="small" onClick={() => onChange(beds.map((one) => one.id))}>
          {t('All beds')}
        </Button>
      )}
    </div>
  )
}
