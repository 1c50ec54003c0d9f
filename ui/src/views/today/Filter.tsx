import { Select } from 'antd'
import { useGarden } from '../../api/gardens'
import { useWords } from '../../api/reference'
import { t } from '../../lib/words'
import { namesOf } from '../../parts/names'
import { productsOf, type Due, type Only, type PlaceDue } from './state'

/** Narrows a long day to a place, a product or a kind of job. */
export default function Filter(props: {
  gardenId: string
  walk: readonly Due[]
  places: readonly PlaceDue[]
  value: Only
  onChange: (only: Only) => void
}) {
  const { walk, places, value, onChange } = props
  const names = namesOf(useGarden(props.gardenId).file.garden)
  const { terms } = useWords()
  const group = (
    label: string,
    by: string,
    keys: readonly string[],
    name: (key: string) => string,
  ) => ({
    label,
    options: [...new Set(keys)].map((key) => ({ value: `${by}:${key}`, label: name(key) })),
  })
  const kinds = [...places.map(({ job }) => job.kind), ...walk.map(({ job }) => job.kind)]
  const where = [...places.map(({ place }) => place.id), ...walk.map((due) => due.planting.place)]
  return (
    <Select<Only>
      className="today-filter"
      aria-label={t('Show only')}
      placeholder={t('Show only')}
      allowClear
      defaultOpen
      autoFocus
      value={value || undefined}
      onChange={(next) => onChange(next ?? '')}
      options={[
        group(t('Place'), 'place', where, (key) => names.places.get(key) ?? ''),
        group(
          t('Product'),
          'product',
          walk.flatMap(productsOf),
          (key) => names.products.get(key) ?? '',
        ),
        group(t('Kind'), 'kind', kinds, (key) => terms[`kind.${key}`] ?? key),
      ]}
    />
  )
}
