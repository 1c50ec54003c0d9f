/** Places, paths and walls as the sheet draws them; metres, turned clockwise in degrees. */

export interface Spot {
  x: number
  y: number
}

export type Tone = 'now' | 'wait' | 'calm' | 'bare'

export interface PlotPlace {
  id: string
  name: string
  x: number
  y: number
  turn: number
  /** Along and across; both the width of the circle where it is round. */
  length: number
  width: number
  round: boolean
  /** Corners of what is neither rectangle nor circle, from the middle of the place. */
  outline: readonly Spot[]
  /** How its size is changed by hand: by its sides, its width, its corners, or not at all. */
  handles: 'sides' | 'across' | 'corners' | 'none'
  /** The missing corner of an L. */
  notch: { length: number; width: number } | null
  /** Identical tubs, so many in a line; 0 for a bed. */
  tubs: number
  perLine: number
  tone: Tone
  /** Where plants stand from the middle of the place or tub, and how wide each is drawn. */
  plants: readonly {
    x: number
    y: number
    across: number
    later: boolean
    /** Which treatment it has in a trial: one for a bed, one for each tub. */
    sides: readonly (number | null)[]
  }[]
  /** The treatments of a trial there, by their marks: "● mulched ○ bare"; empty where none runs. */
  sides: string
  note: string
  /** What grows there now, as it is called. */
  crops: readonly { crop: string; name: string }[]
  /** What is planned there next: "then Kale, August 12"; empty where nothing is. */
  next: string
}

export interface PlotFeature {
  id: string
  kind: 'path' | 'wall' | 'fence' | 'hedge' | 'water'
  name: string
  points: readonly Spot[]
  width: number
}

/** What a hand changes of a place while it drags. */
export interface Shaping {
  id: string
  x: number
  y: number
  turn: number
  length: number
  width: number
  corners: Spot[] | null
}

export const GAP = 0.12
const MARGIN = 0.75

/** How far along and across a place reaches with all its tubs. */
export function extent(place: PlotPlace): { length: number; width: number } {
  if (place.tubs < 2) return { length: place.length, width: place.width }
  const columns = Math.min(place.perLine || place.tubs, place.tubs)
  const lines = Math.ceil(place.tubs / columns)
  return {
    length: columns * place.length + (columns - 1) * GAP,
    width: lines * place.width + (lines - 1) * GAP,
  }
}

/** Where the tubs of a place stand, from its middle. */
export function tubSpots(place: PlotPlace): Spot[] {
  const count = Math.max(place.tubs, 1)
  const columns = Math.min(place.perLine || count, count)
  const lines = Math.ceil(count / columns)
  return Array.from({ length: count }, (_, n) => ({
    x: ((n % columns) - (Math.min(columns, count) - 1) / 2) * (place.length + GAP),
    y: (Math.floor(n / columns) - (lines - 1) / 2) * (place.width + GAP),
  }))
}

/** A spot turned about the middle. */
export function turned({ x, y }: Spot, degrees: number): Spot {
  const angle = (degrees * Math.PI) / 180
  return {
    x: x * Math.cos(angle) - y * Math.sin(angle),
    y: x * Math.sin(angle) + y * Math.cos(angle),
  }
}

export interface Viewport {
  left: number
  top: number
  width: number
  height: number
}

/** The part of the plane that holds everything that is drawn. */
export function viewportOf(
  places: readonly PlotPlace[],
  features: readonly PlotFeature[],
): Viewport {
  const spots = places.flatMap((place) => {
    const { length, width } = extent(place)
    return [-1, 1].flatMap((a) =>
      [-1, 1].map((b) => {
        const corner = turned({ x: (a * length) / 2, y: (b * width) / 2 }, place.turn)
        return { x: place.x + corner.x, y: place.y + corner.y }
      }),
    )
  })
  spots.push(...features.flatMap((feature) => feature.points))
  if (spots.length === 0) return { left: -1, top: -1, width: 8, height: 5 }
  const left = Math.min(...spots.map((s) => s.x)) - MARGIN
  const top = Math.min(...spots.map((s) => s.y)) - MARGIN
  const right = Math.max(left + 5, ...spots.map((s) => s.x + MARGIN))
  const bottom = Math.max(top + 3, ...spots.map((s) => s.y + MARGIN)) + 0.5
  return { left, top, width: right - left, height: bottom - top }
}

/** A place as it is while a hand changes it: only its outline moves, the numbers follow. */
export function shaped(place: PlotPlace, by: Shaping | null): PlotPlace {
  if (!by || by.id !== place.id) return place
  const outline = by.corners ?? stretched(place, by.length, by.width)
  return { ...place, ...by, outline }
}

function stretched(place: PlotPlace, length: number, width: number): readonly Spot[] {
  if (place.notch) {
    const { length: nl, width: nw } = place.notch
    const [a, b, x, y] = [length / 2, width / 2, length / 2 - nl, width / 2 - nw]
    return [
      { x: -a, y: -b },
      { x, y: -b },
      { x, y: -y },
      { x: a, y: -y },
      { x: a, y: b },
      { x: -a, y: b },
    ]
  }
  const [along, across] = [length / place.length, width / place.width]
  return place.outline.map((s) => ({ x: s.x * along, y: s.y * across }))
}

/** Spots joined into an SVG path. */
export function pathOf(spots: readonly Spot[], closed: boolean): string {
  const line = spots.map((s, n) => `${n ? 'L' : 'M'}${s.x.toFixed(3)} ${s.y.toFixed(3)}`)
  return line.join('') + (closed ? 'Z' : '')
}

/** Circles in one path: many plants are one piece of the drawing. */
export function circlesOf(circles: readonly { x: number; y: number; across: number }[]): string {
  return circles
    .map(({ x, y, across }) => {
      const r = across / 2
      return `M${(x - r).toFixed(3)} ${y.toFixed(3)}a${r} ${r} 0 1 0 ${across} 0a${r} ${r} 0 1 0 ${-across} 0`
    })
    .join('')
}

/** To the centimetre. */
export function round(metres: number): number {
  return Math.round(metres * 100) / 100
}
