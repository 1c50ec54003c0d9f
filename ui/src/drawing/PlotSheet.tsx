import { useLayoutEffect, useRef, useState, type PointerEvent, type RefObject } from 'react'

export interface PlotPlace {
  id: string
  name: string
  x: number
  y: number
  turn: number
  /** In metres: along and across; both the width of the circle where it is round. */
  length: number
  width: number
  round: boolean
  /** Identical tubs stand in a row, each this wide; 0 for a bed. */
  tubs: number
  tone: 'now' | 'wait' | 'calm' | 'bare'
  /** Where plants stand from the middle of the place or tub, and how wide each is drawn. */
  plants: { x: number; y: number; across: number }[]
  note: string
}

const MARGIN = 0.75
/** On a narrower sheet only the chosen place shows its measures. */
const ROOMY_PX = 560
const GAP = 0.12

/** How far along a row of tubs reaches from its middle. */
export function extent(place: PlotPlace): { length: number; width: number } {
  if (place.tubs < 2) return { length: place.length, width: place.width }
  return { length: place.tubs * place.length + (place.tubs - 1) * GAP, width: place.width }
}

function frame(places: PlotPlace[]) {
  const reach = places.map((p) => ({
    p,
    r: Math.hypot(extent(p).length, p.width) / 2,
    e: extent(p),
  }))
  const half = ({ p, e, r }: (typeof reach)[number]) =>
    p.turn % 180 === 0 ? { x: e.length / 2, y: e.width / 2 } : { x: r, y: r }
  const most = (...of: number[]) => (places.length ? Math.max(...of) : 3)
  const left = -most(...reach.map((one) => half(one).x - one.p.x)) - MARGIN
  const top = -most(...reach.map((one) => half(one).y - one.p.y)) - MARGIN
  const right = Math.max(left + 5, ...reach.map((one) => one.p.x + half(one).x)) + MARGIN
  const bottom = Math.max(top + 3, ...reach.map((one) => one.p.y + half(one).y)) + MARGIN + 0.5
  return { left, top, width: right - left, height: bottom - top }
}

const FILL = { now: 'var(--now)', wait: 'var(--wait)', calm: 'var(--ink)', bare: 'var(--ink)' }
const OPACITY = { now: 0.24, wait: 0.26, calm: 0.1, bare: 0.02 }

/** The garden like a surveyor's sketch, true to scale: one unit of the drawing is one metre. */
export function PlotSheet(props: {
  places: PlotPlace[]
  chosen: string | null
  onChoose: (id: string | null) => void
  onMove: (id: string, x: number, y: number) => void
}) {
  const sheet = useRef<SVGSVGElement>(null)
  const [drag, setDrag] = useState<{ id: string; dx: number; dy: number } | null>(null)
  const start = useRef<{ x: number; y: number } | null>(null)
  const view = frame(props.places)
  const px = useMetresPerPixel(sheet, view.width)
  const roomy = view.width / px > ROOMY_PX
  const metres = (event: PointerEvent) => {
    const matrix = sheet.current?.getScreenCTM()
    if (!matrix) return { x: 0, y: 0 }
    const point = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix.inverse())
    return { x: point.x, y: point.y }
  }
  const down = (id: string) => (event: PointerEvent) => {
    event.currentTarget.setPointerCapture(event.pointerId)
    start.current = metres(event)
    props.onChoose(id)
    setDrag({ id, dx: 0, dy: 0 })
  }
  const move = (event: PointerEvent) => {
    if (!drag || !start.current) return
    const now = metres(event)
    setDrag({ ...drag, dx: now.x - start.current.x, dy: now.y - start.current.y })
  }
  const up = () => {
    const place = drag && props.places.find((p) => p.id === drag.id)
    if (drag && place && Math.hypot(drag.dx, drag.dy) > 0.04) {
      props.onMove(place.id, round(place.x + drag.dx), round(place.y + drag.dy))
    }
    setDrag(null)
  }
  return (
    <svg
      ref={sheet}
      className="plot"
      viewBox={`${view.left} ${view.top} ${view.width} ${view.height}`}
      role="group"
      aria-label="Garden drawn to scale"
    >
      {props.places.map((place) => {
        const moved = drag?.id === place.id ? drag : { dx: 0, dy: 0 }
        return (
          <g
            key={place.id}
            transform={`translate(${place.x + moved.dx} ${place.y + moved.dy})`}
            className="plot-place"
            role="button"
            tabIndex={0}
            aria-pressed={props.chosen === place.id}
            aria-label={`${place.name}. ${place.note}`}
            onPointerDown={down(place.id)}
            onPointerMove={move}
            onPointerUp={up}
            onKeyDown={(event) => {
              if (event.key === 'Enter' || event.key === ' ') {
                event.preventDefault()
                props.onChoose(place.id)
              }
              const step = event.shiftKey ? 0.5 : 0.1
              const by = {
                ArrowLeft: [-1, 0],
                ArrowRight: [1, 0],
                ArrowUp: [0, -1],
                ArrowDown: [0, 1],
              }[event.key]
              if (by) {
                event.preventDefault()
                props.onMove(place.id, round(place.x + by[0] * step), round(place.y + by[1] * step))
              }
            }}
          >
            <g transform={`rotate(${place.turn})`}>
              <Outline place={place} chosen={props.chosen === place.id} />
            </g>
            <Label place={place} px={px} full={roomy || props.chosen === place.id} />
          </g>
        )
      })}
      <ScaleBar x={view.left + 0.35} y={view.top + view.height - 0.35} px={px} />
      <North x={view.left + view.width - 0.5} y={view.top + view.height - 0.55} px={px} />
    </svg>
  )
}

function round(metres: number): number {
  return Math.round(metres * 100) / 100
}

function Outline({ place, chosen }: { place: PlotPlace; chosen: boolean }) {
  const line = {
    fill: FILL[place.tone],
    fillOpacity: OPACITY[place.tone],
    stroke: 'var(--ink)',
    strokeWidth: chosen ? 0.055 : 0.022,
  }
  const count = Math.max(place.tubs, 1)
  const step = place.length + GAP
  return (
    <>
      {Array.from({ length: count }, (_, n) => (
        <g key={n} transform={`translate(${(n - (count - 1) / 2) * step} 0)`}>
          {place.round ? (
            <circle data-shape={place.name} r={place.length / 2} {...line} />
          ) : (
            <rect
              data-shape={place.name}
              x={-place.length / 2}
              y={-place.width / 2}
              width={place.length}
              height={place.width}
              {...line}
            />
          )}
          {place.plants.map((plant, m) => (
            <circle
              key={m}
              className="plant"
              cx={plant.x}
              cy={plant.y}
              r={plant.across / 2}
              fill="#2f8f5b"
              fillOpacity={0.3}
              stroke="#2f8f5b"
              strokeWidth={0.018}
            />
          ))}
        </g>
      ))}
    </>
  )
}

/** Metres in one pixel of the screen, so that lettering keeps its size on every sheet. */
function useMetresPerPixel(sheet: RefObject<SVGSVGElement | null>, widthM: number): number {
  const [width, setWidth] = useState(800)
  useLayoutEffect(() => {
    if (!sheet.current) return
    const watch = new ResizeObserver(([entry]) => setWidth(Math.max(entry.contentRect.width, 1)))
    watch.observe(sheet.current)
    return () => watch.disconnect()
  }, [sheet])
  return widthM / width
}

function Label({ place, px, full }: { place: PlotPlace; px: number; full: boolean }) {
  const reach = extent(place)
  const size = place.round && place.tubs === 0 ? `⌀ ${place.length.toFixed(2)} m` : ''
  const measured = place.tubs ? place.note : size || `${place.length} × ${place.width} m`
  const drop = place.turn % 180 === 0 ? reach.width / 2 : Math.max(reach.length, reach.width) / 2
  const roomy = reach.length / px > 130
  return (
    <g textAnchor="middle" fill="var(--ink)" pointerEvents="none">
      <text y={-drop - 5 * px} fontSize={(roomy ? 13.5 : 11.5) * px} fontWeight={650}>
        {place.name}
      </text>
      {full && (
        <text y={drop + 13 * px} fontSize={11 * px} fill="var(--soft)">
          {measured}
        </text>
      )}
    </g>
  )
}

function ScaleBar({ x, y, px }: { x: number; y: number; px: number }) {
  return (
    <g transform={`translate(${x} ${y})`} stroke="var(--ink)" strokeWidth={0.03}>
      <path d="M0 0H2M0 -0.09V0.09M1 -0.06V0.06M2 -0.09V0.09" fill="none" />
      <rect
        data-scale="1 m"
        x={0}
        y={-0.045}
        width={1}
        height={0.045}
        fill="var(--ink)"
        stroke="none"
      />
      <text x={2.1} y={4 * px} fontSize={12 * px} fill="var(--ink)" stroke="none">
        2 m
      </text>
    </g>
  )
}

function North({ x, y, px }: { x: number; y: number; px: number }) {
  return (
    <g transform={`translate(${x} ${y})`} fill="none" stroke="var(--ink)" strokeWidth={0.025}>
      <path d="M0 0.25V-0.25M-0.09 -0.08 0 -0.25 0.09 -0.08" />
      <text x={0.12} y={-0.1} fontSize={12 * px} fill="var(--ink)" stroke="none">
        N
      </text>
    </g>
  )
}
