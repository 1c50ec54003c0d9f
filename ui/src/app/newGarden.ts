import type { Schemas } from '../api/client'
import { newId } from '../lib/ids'

/** A garden file with nothing in it but a name, a climate to be corrected, and kitchen scoops. */
export function newGarden(
  name: string,
  climate: Schemas['Climate'],
  kitchen: Schemas['Preferences']['kitchen'],
  kitchenMl: Record<string, Record<string, number>>,
) {
  const measures = [
    ['teaspoon', 'tsp'],
    ['tablespoon', 'tbsp'],
    ['cup', 'cup'],
  ] as const
  return {
    format: 'eznel garden' as const,
    version: 1,
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
      preferences: { kitchen },
      scoops: measures.map(([label, key]) => ({
        id: newId(),
        name: label,
        volume: { value: kitchenMl[kitchen][key], unit: 'mL' as const },
      })),
    },
  }
}
