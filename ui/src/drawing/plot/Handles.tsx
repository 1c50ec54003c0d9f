import { turned, extent, type PlotPlace, type Spot } from './shapes'

export type Handle =
  | { kind: 'side'; along: -1 | 0 | 1; across: -1 | 0 | 1 }
  | { kind: 'turn' }
  | { kind: 'corner'; index: number }
  | { kind: 'between'; index: number }

/** The spots by which a place is resized and turned, in the metres of the sheet. */
export function handlesOf(place: PlotPlace, px: number): { handle: Handle; at: Spot }[] {
  const on = (spot: Spot): Spot => {
    const there = turned(spot, place.turn)
    return { x: place.x + there.x, y: place.y + there.y }
  }
  const [a, b] = [place.length / 2, place.width / 2]
  const found: { handle: Handle; at: Spot }[] = []
  if (place.handles === 'sides') {
    for (const along of [-1, 0, 1] as const) {
      for (const across of [-1, 0, 1] as const) {
        if (along === 0 && across === 0) continue
        const at = on({ x: along * a, y: across * b })
        found.push({ handle: { kind: 'side', along, across }, at })
      }
    }
  }
  if (place.handles === 'across') {
    found.push({ handle: { kind: 'side', along: 1, across: 0 }, at: on({ x: a, y: 0 }) })
  }
  if (place.handles === 'corners') {
    const ring = place.outline
    ring.forEach((spot, index) => {
      found.push({ handle: { kind: 'corner', index }, at: on(spot) })
      const next = ring[(index + 1) % ring.length]
      const middle = { x: (spot.x + next.x) / 2, y: (spot.y + next.y) / 2 }
      found.push({ handle: { kind: 'between', index }, at: on(middle) })
    })
  }
  if (!place.round || place.tubs > 1) {
    const reach = extent(place)
    const top =
      place.handles === 'corners' ? Math.max(reach.length, reach.width) / 2 : reach.width / 2
    found.push({ handle: { kind: 'turn' }, at: on({ x: 0, y: -top - 34 * px }) })
  }
  return found
}

/** Round grips for the hand, each large enough for a finger. */
export function Handles({ place, px }: { place: PlotPlace; px: number }) {
  return (
    <g aria-hidden>
      {handlesOf(place, px).map(({ handle, at }, n) => (
        <g key={n} data-handle={n} className={`plot-handle ${handle.kind}`}>
          <circle cx={at.x} cy={at.y} r={13 * px} fill="transparent" />
          <circle
            cx={at.x}
            cy={at.y}
            r={(handle.kind === 'between' ? 3.5 : 5.5) * px}
            fill={handle.kind === 'turn' ? 'var(--wait)' : 'var(--sheet)'}
            stroke="var(--ink)"
            strokeWidth={1.6 * px}
          />
        </g>
      ))}
    </g>
  )
}
