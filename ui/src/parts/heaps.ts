import factors from '../lib/factors.json'
import { showLitres, showMass, showNumber } from '../lib/numbers'
import { system } from '../lib/units'
import { plural, t } from '../lib/words'

/** What compost and manure are carried in, in litres, and how the size is said. */
const CARRIED = {
  metric: { bucket: [10, '10 L'], barrow: [80, '80 L'] },
  us: { bucket: [5 * factors.gal_us, '5 gal'], barrow: [6 * factors.ft3, '6 ft³'] },
  imperial: { bucket: [2 * factors.gal_imp, '2 gal'], barrow: [3 * factors.ft3, '3 ft³'] },
} as const

/** From so many buckets on they are counted whole. */
const MANY = 4
const HALF = 0.5

/** A heap as it is carried: "6 buckets of 10 L", "2.5 barrows of 80 L"; empty for a handful. */
export function showHeap(litres: number): string {
  const { bucket, barrow } = CARRIED[system]
  if (litres >= barrow[0]) {
    const n = halves(litres / barrow[0])
    return plural(n, 'one barrow of {size}', '{count} barrows of {size}', {
      count: showNumber(n),
      size: barrow[1],
    })
  }
  const buckets = litres / bucket[0]
  const n = buckets >= MANY ? Math.round(buckets) : halves(buckets)
  if (n === 0) return ''
  if (n === HALF) return t('half a bucket of {size}', { size: bucket[1] })
  return plural(n, 'one bucket of {size}', '{count} buckets of {size}', {
    count: showNumber(n),
    size: bucket[1],
  })
}

const halves = (count: number) => Math.round(2 * count) / 2

/** An amount of something bulky by volume and as it is carried, of anything else by mass. */
export function showBulk(litres: number, grams: number): string {
  if (litres <= 0) return showMass(grams)
  const heap = showHeap(litres)
  return heap ? `${showLitres(litres)} (${heap})` : showLitres(litres)
}
