import factors from './factors.json'
import { recall, remember } from './memory'
import { locale } from './words'

export const SYSTEMS = ['metric', 'us', 'imperial'] as const
export type System = (typeof SYSTEMS)[number]

const US_REGIONS = ['US', 'LR', 'MM']

function usual(): System {
  const region = locale.split('-').at(-1) ?? ''
  return US_REGIONS.includes(region) ? 'us' : 'metric'
}

const chosen = recall('units', '')

/** The units that amounts are shown in. What was typed is kept as typed. */
export const system: System = SYSTEMS.find((one) => one === chosen) ?? usual()

/** Chooses units; the page is loaded anew, and what was typed is kept. */
export function chooseSystem(next: System): void {
  remember('units', next)
  window.location.reload()
}

const PREFERRED = {
  metric: [],
  us: [
    'ft',
    'in',
    'ft2',
    'gal_us',
    'oz',
    'lb',
    'oz/yd2',
    'lb/100ft2',
    'lb/ft3',
    'oz/gal_us',
    'tsp_us',
  ],
  imperial: ['ft', 'in', 'ft2', 'gal_imp', 'oz', 'lb', 'oz/yd2', 'lb/ft3', 'tsp_imperial'],
} satisfies Record<System, string[]>

/** Units to choose from, those that the reader is used to in front. */
export function inOrder<U extends string>(units: readonly U[]): U[] {
  const first = PREFERRED[system].flatMap((name) => units.filter((one) => one === name))
  return [...first, ...units.filter((one) => !first.includes(one))]
}

/** Degrees Celsius as the reader counts warmth, and back. */
export const warmth = {
  unit: system === 'us' ? '°F' : '°C',
  shown: (celsius: number) => (system === 'us' ? round(celsius * 1.8 + 32) : celsius),
  typed: (value: number) => (system === 'us' ? (value - 32) / 1.8 : value),
  /** A difference, which has no 32 in it. */
  step: (celsius: number) => (system === 'us' ? round(celsius * 1.8) : celsius),
  typedStep: (value: number) => (system === 'us' ? value / 1.8 : value),
}

/** A quantity that is kept in a metric unit and typed in the reader's. */
function scaled(unit: string, by: number) {
  return {
    unit,
    shown: (kept: number | null | undefined) =>
      kept == null ? kept : Number((kept / by).toPrecision(6)),
    typed: (value: number | null) => (value === null ? null : value * by),
  }
}

const gallon = system === 'us' ? factors.gal_us : factors.gal_imp
const metric = system === 'metric'

/** Rain and watering as a depth, kept in millimetres. */
export const waterDepth = metric ? scaled('mm', 1) : scaled('in', 25.4)
/** Water in a can or a season, kept in litres. */
export const waterAmount = metric ? scaled('L', 1) : scaled('gal', gallon)
/** Water that was reckoned, as a reader would type it: three digits of their own unit. */
export const typedWater = (litres: number) => ({
  value: Number((litres / (metric ? 1 : gallon)).toPrecision(3)),
  unit: ({ metric: 'L', us: 'gal_us', imperial: 'gal_imp' } as const)[system],
})
/** What an emitter lets out, kept in litres an hour. */
export const flow = metric ? scaled('L/h', 1) : scaled('gal/h', gallon)

/** Wind, kept in metres a second. */
export const windSpeed = metric ? scaled('km/h', 1 / 3.6) : scaled('mph', 0.44704)
/** What a hose or sprinkler lets out, kept in litres a minute. */
export const flowMinute = metric ? scaled('L/min', 1) : scaled('gal/min', gallon)

/** A round length in words: as it is said here, or in the reader's other units. */
export const said = (here: string, customary: string) => (metric ? here : customary)

function round(value: number): number {
  return Math.round(value * 10) / 10
}

/** A volume in litres, so that no spoon or gallon is read as another country's. */
export const litresOf = ({ value, unit }: { value: number; unit: keyof typeof factors }) =>
  value * factors[unit]

/** The paper that is usual where people measure like this. */
export const paper = () => (system === 'us' ? 'letter' : 'a4')
