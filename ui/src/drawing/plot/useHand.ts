import { useRef, useState, type PointerEvent, type RefObject } from 'react'
import { handlesOf, type Handle } from './Handles'
import { round, turned, type PlotFeature, type PlotPlace, type Shaping, type Spot } from './shapes'

export interface Moves {
  onChoose: (id: string | null) => void
  onMove: (id: string, x: number, y: number) => void
  onMoveFeature: (id: string, dx: number, dy: number) => void
  onShape: (shaping: Shaping) => void
  /** While the hand still drags, so that numbers can follow. */
  onShaping: (shaping: Shaping) => void
}

type Grip =
  | { what: 'place' | 'feature'; id: string; node: SVGGElement; from: Spot }
  | { what: 'handle'; handle: Handle; place: PlotPlace; from: Spot }
  | { what: 'sheet'; from: Spot; clientX: number; clientY: number }

const LEAST_M = 0.1
const SNAP_DEG = 5
const STILL_PX = 4

/**
 * One hand on the sheet: it moves places and lines, pulls handles, or shifts the sheet itself.
 * While a place is dragged only its own group is moved, so the rest of the drawing stands still.
 */
export function useHand(
  sheet: RefObject<SVGSVGElement | null>,
  places: readonly PlotPlace[],
  features: readonly PlotFeature[],
  chosen: string | null,
  px: number,
  moves: Moves & { onPan: (dx: number, dy: number) => void },
) {
  const grip = useRef<Grip | null>(null)
  const last = useRef<Spot | null>(null)
  const [shaping, setShaping] = useState<Shaping | null>(null)

  const metres = (event: { clientX: number; clientY: number }): Spot => {
    const matrix = sheet.current?.getScreenCTM()
    if (!matrix) return { x: 0, y: 0 }
    const point = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix.inverse())
    return { x: point.x, y: point.y }
  }
  const onPointerDown = (event: PointerEvent<SVGSVGElement>) => {
    if (event.button !== 0) return
    const target = event.target as Element
    const from = metres(event)
    last.current = from
    event.currentTarget.setPointerCapture(event.pointerId)
    const handle = target.closest<SVGGElement>('[data-handle]')
    const place = places.find((one) => one.id === chosen)
    if (handle && place) {
      const found = handlesOf(place, px)[Number(handle.dataset.handle)]
      grip.current = { what: 'handle', handle: found.handle, place, from }
      return
    }
    const node = target.closest<SVGGElement>('[data-place],[data-feature]')
    if (node) {
      const what = node.dataset.place ? 'place' : 'feature'
      const id = (node.dataset.place ?? node.dataset.feature) as string
      grip.current = { what, id, node, from }
      moves.onChoose(id)
      return
    }
    grip.current = { what: 'sheet', from, clientX: event.clientX, clientY: event.clientY }
  }
  const onPointerMove = (event: PointerEvent<SVGSVGElement>) => {
    const held = grip.current
    if (!held) return
    const now = metres(event)
    if (held.what === 'sheet') {
      moves.onPan(now.x - held.from.x, now.y - held.from.y)
      return
    }
    last.current = now
    if (held.what === 'handle') {
      const next = pulled(held.handle, held.place, now)
      setShaping(next)
      moves.onShaping(next)
      return
    }
    const [dx, dy] = [now.x - held.from.x, now.y - held.from.y]
    const place = places.find((one) => one.id === held.id)
    const at = place ? `translate(${place.x + dx} ${place.y + dy})` : `translate(${dx} ${dy})`
    held.node.setAttribute('transform', at)
    sheet.current?.classList.add('dragging')
  }
  const onPointerUp = (event: PointerEvent<SVGSVGElement>) => {
    const held = grip.current
    grip.current = null
    sheet.current?.classList.remove('dragging')
    if (!held) return
    if (held.what === 'sheet') {
      const still =
        Math.hypot(event.clientX - held.clientX, event.clientY - held.clientY) < STILL_PX
      if (still) moves.onChoose(null)
      return
    }
    const now = last.current ?? held.from
    if (held.what === 'handle') {
      if (shaping) moves.onShape(rounded(shaping))
      setShaping(null)
      return
    }
    const [dx, dy] = [now.x - held.from.x, now.y - held.from.y]
    const still = Math.hypot(dx, dy) < STILL_PX * px
    if (held.what === 'place') {
      const place = places.find((one) => one.id === held.id)
      if (!place) return
      if (still) held.node.setAttribute('transform', `translate(${place.x} ${place.y})`)
      else moves.onMove(held.id, round(place.x + dx), round(place.y + dy))
      return
    }
    held.node.removeAttribute('transform')
    if (!still && features.some((one) => one.id === held.id)) {
      moves.onMoveFeature(held.id, round(dx), round(dy))
    }
  }
  return {
    shaping,
    on: { onPointerDown, onPointerMove, onPointerUp, onPointerCancel: onPointerUp },
  }
}

function rounded(s: Shaping): Shaping {
  return {
    ...s,
    x: round(s.x),
    y: round(s.y),
    turn: Math.round(s.turn),
    length: round(s.length),
    width: round(s.width),
    corners: s.corners && s.corners.map((c) => ({ x: round(c.x), y: round(c.y) })),
  }
}

/** A place as a handle pulled to a spot makes it; the opposite side stays where it is. */
export function pulled(handle: Handle, place: PlotPlace, to: Spot): Shaping {
  const { id, x, y, turn, length, width } = place
  const kept: Shaping = { id, x, y, turn, length, width, corners: null }
  const local = turned({ x: to.x - x, y: to.y - y }, -turn)
  if (handle.kind === 'turn') {
    const degrees = (Math.atan2(to.y - y, to.x - x) * 180) / Math.PI + 90
    const snapped = Math.round(degrees / SNAP_DEG) * SNAP_DEG
    return { ...kept, turn: ((snapped + 540) % 360) - 180 }
  }
  if (handle.kind === 'corner' || handle.kind === 'between') {
    const corners = place.outline.map((spot) => ({ ...spot }))
    if (handle.kind === 'corner') corners[handle.index] = local
    else corners.splice(handle.index + 1, 0, local)
    return { ...kept, corners }
  }
  if (place.handles === 'across') {
    const across = Math.max(2 * Math.hypot(local.x, local.y), LEAST_M)
    return { ...kept, length: across, width: across }
  }
  const pull = (side: number, half: number, spot: number) => {
    if (side === 0) return { size: 2 * half, shift: 0 }
    const size = Math.max(side * spot + half, LEAST_M)
    return { size, shift: (side * (size - 2 * half)) / 2 }
  }
  const along = pull(handle.along, length / 2, local.x)
  const across = pull(handle.across, width / 2, local.y)
  const shift = turned({ x: along.shift, y: across.shift }, turn)
  return { ...kept, length: along.size, width: across.size, x: x + shift.x, y: y + shift.y }
}
