import type { components } from '../api/schema'
import type { System } from '../lib/units'
import { t } from '../lib/words'
import type { Option } from './Field'

export type Kitchen = components['schemas']['Preferences']['kitchen']

/** Spoons and cups by where they are sold. */
export const kitchens = (): Option<Kitchen>[] => [
  { value: 'metric', label: t('metric (5, 15, 250 mL)') },
  { value: 'us', label: t('US (4.9, 14.8, 237 mL)') },
  { value: 'imperial', label: t('imperial (5.9, 17.8, 284 mL)') },
  { value: 'au', label: t('Australian (20 mL tablespoon)') },
]

/** Systems of units, by name. */
export const systems = (): Option<System>[] => [
  { value: 'metric', label: t('metric') },
  { value: 'us', label: t('US customary') },
  { value: 'imperial', label: t('imperial') },
]
