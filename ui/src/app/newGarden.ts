import type { Schemas } from '../api/client'
import { newId } from '../lib/ids'
import { system } from '../lib/units'
import { t } from '../lib/words'

/** A garden file with nothing in it but a name, a climate to be corrected, and kitchen scoops. */
export function newGarden(
  name: string,
  climate: Schemas['Climate'],
  kitchen: Schemas['Preferences']['kitchen'],
  kitchenMl: Record<string, Record<string, number>>,
) {
  const measures = [
    [t('quarter teaspoon'), 'tsp', 0.25],
    [t('teaspoon'), 'tsp', 1],
    [t('tablespoon'), 'tbsp', 1],
    [t('cup'), 'cup', 1],
  ] as const
  const can = {
    metric: { value: 9, unit: 'L' as const },
    us: { value: 2, unit: 'gal_us' as const },
    imperial: { value: 2, unit: 'gal_imp' as const },
  }[system]
  return {
    format: 'eznel garden' as const,
    version: 2,
    garden: {
      id: newId(),
      name,
      site: {
        time_zone: Intl.DateTimeFormat().resolvedOptions().timeZone || 'Etc/UTC',
        latitude_deg: climate.latitude_deg,
        last_frost: climate.last_frost ?? null,
        first_frost: climate.first_frost ?? null,
        monthly_min_c: climate.monthly_min_c,
        monthly_max_c: climate.monthly_max_c,
      },
      preferences: { kitchen, can },
      scoops: measures.map(([label, key, times]) => ({
        id: newId(),
        name: label,
        volume: {
          value: Number((kitchenMl[kitchen][key] * times).toPrecision(5)),
          unit: 'mL' as const,
        },
      })),
    },
  }
}
