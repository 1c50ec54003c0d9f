import {
  useEffect,
  useLayoutEffect,
  useMemo,
  useRef,
  useState,
  type DragEvent,
  type KeyboardEvent,
  type RefObject,
} from 'react'
import { t } from '../../lib/words'
import { scale } from '../../lib/numbers'
import { Handles } from './Handles'
import { Feature, Place } from './Place'
import { useHand, type Moves } from './useHand'
import {
  viewportOf,
  round,
  shaped,
  type Viewport,
  type PlotFeature,
  type PlotPlace,
} from './shapes'

/** On a narrower sheet only the chosen place shows its measures. */
const ROOMY_PX = 560
const MOST_LABELLED = 60
const ZOOM = 1.25
const TURN_DEG = 15
/** What a crop is called that is dragged onto the sheet. */
export const CROP_DRAGGED = 'text/x-crop'

/** The garden like a surveyor's sketch, true to scale: one unit of the drawing is one metre. */
export function PlotSheet(
  props: Moves & {
    places: readonly PlotPlace[]
    features: readonly PlotFeature[]
    featureLabel: (feature: PlotFeature) => string
    chosen: string | null
    /** Chosen together with others. */
    several: readonly string[]
    north: number
    /** A crop was dropped on a place. */
    onCrop: (crop: string, place: string) => void
  },
) {
  const { places, features, chosen } = props
  const sheet = useRef<SVGSVGElement>(null)
  const whole = useMemo(() => viewportOf(places, features), [places, features])
  const [view, setView] = useState<Viewport | null>(null)
  const shown = view ?? whole
  const px = useMetresPerPixel(sheet, shown)
  const hand = useHand(sheet, places, features, chosen, px, {
    ...props,
    onPan: (dx, dy) => setView({ ...shown, left: shown.left - dx, top: shown.top - dy }),
  })
  const zoom = (by: number, at?: { x: number; y: number }) => {
    const middle = at ?? { x: shown.left + shown.width / 2, y: shown.top + shown.height / 2 }
    setView({
      left: middle.x - (middle.x - shown.left) / by,
      top: middle.y - (middle.y - shown.top) / by,
      width: shown.width / by,
      height: shown.height / by,
    })
  }
  useWheel(sheet, (event) => {
    const matrix = sheet.current?.getScreenCTM()
    if (!matrix) return
    const at = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix.inverse())
    zoom(event.deltaY < 0 ? ZOOM : 1 / ZOOM, at)
  })
  const one = places.find((place) => place.id === chosen)
  const held = one && shaped(one, hand.shaping)
  const roomy = shown.width / px > ROOMY_PX
  return (
    <div className="plot-box">
      <svg
        ref={sheet}
        className="plot"
        viewBox={`${shown.left} ${shown.top} ${shown.width} ${shown.height}`}
        role="group"
        aria-label={t('Garden drawn to scale')}
        onKeyDown={(event) => byKey(event, props)}
        {...hand.on}
        {...dropping(props.onCrop)}
      >
        {features.map((feature) => (
          <Feature
            key={feature.id}
            feature={feature}
            label={props.featureLabel(feature)}
            chosen={feature.id === chosen}
            px={px}
            full={roomy}
          />
        ))}
        {places.map((place) => (
          <Place
            key={place.id}
            place={place.id === held?.id ? held : place}
            chosen={place.id === chosen || props.several.includes(place.id)}
            px={px}
            full={roomy && (places.length <= MOST_LABELLED || place.id === chosen)}
          />
        ))}
        {held && <Handles place={held} px={px} />}
        <ScaleBar
          x={shown.left + 14 * px}
          y={shown.top + shown.height - 14 * px}
          px={px}
          across={shown.width}
        />
        <North
          x={shown.left + shown.width - 22 * px}
          y={shown.top + shown.height - 26 * px}
          px={px}
          turn={props.north}
        />
      </svg>
      <div className="plot-zoom" role="group" aria-label={t('Zoom')}>
        <button type="button" onClick={() => zoom(ZOOM)} aria-label={t('Zoom in')}>
          +
        </button>
        <button type="button" onClick={() => zoom(1 / ZOOM)} aria-label={t('Zoom out')}>
          −
        </button>
        {view && (
          <button type="button" onClick={() => setView(null)}>
            {t('Whole garden')}
          </button>
        )}
      </div>
    </div>
  )
}

/** A crop that is dragged over the sheet lands on the place below it. */
function dropping(onCrop: (crop: string, place: string) => void) {
  return {
    onDragOver: (event: DragEvent<SVGSVGElement>) => {
      if (event.dataTransfer.types.includes(CROP_DRAGGED)) event.preventDefault()
    },
    onDrop: (event: DragEvent<SVGSVGElement>) => {
      const on = (event.target as Element).closest<SVGGElement>('[data-place]')?.dataset.place
      const crop = event.dataTransfer.getData(CROP_DRAGGED)
      if (on && crop) onCrop(crop, on)
    },
  }
}

const ARROWS: Record<string, [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
}

/** Enter chooses; arrows move, with Alt they change the size; R turns. */
function byKey(
  event: KeyboardEvent<SVGSVGElement>,
  props: Moves & { places: readonly PlotPlace[] },
) {
  const node = (event.target as Element).closest<SVGGElement>('[data-place],[data-feature]')
  if (!node) return
  const id = (node.dataset.place ?? node.dataset.feature) as string
  const place = props.places.find((one) => one.id === id)
  const step = event.shiftKey ? 0.5 : 0.1
  const by = ARROWS[event.key]
  const turn = event.key.toLowerCase() === 'r'
  if (event.key === 'Enter' || event.key === ' ') props.onChoose(id)
  else if (event.key === 'Escape') props.onChoose(null)
  else if (by && !place) props.onMoveFeature(id, by[0] * step, by[1] * step)
  else if (place && by && event.altKey && place.handles !== 'none' && place.handles !== 'corners') {
    const across = place.handles === 'across'
    const length = round(Math.max(place.length + (across ? by[0] - by[1] : by[0]) * step, 0.1))
    const width = across ? length : round(Math.max(place.width - by[1] * step, 0.1))
    props.onShape({ ...place, length, width, corners: null })
  } else if (place && by) {
    props.onMove(id, round(place.x + by[0] * step), round(place.y + by[1] * step))
  } else if (place && turn && !event.ctrlKey && !event.metaKey) {
    const degrees = place.turn + (event.shiftKey ? -TURN_DEG : TURN_DEG)
    props.onShape({ ...place, turn: ((degrees + 540) % 360) - 180, corners: null })
  } else return
  event.preventDefault()
}

/** Metres in one pixel of the screen, so that lettering keeps its size on every sheet. */
function useMetresPerPixel(sheet: RefObject<SVGSVGElement | null>, view: Viewport): number {
  const [box, setBox] = useState({ width: 800, height: 500 })
  useLayoutEffect(() => {
    if (!sheet.current) return
    const watch = new ResizeObserver(([entry]) => {
      const { width, height } = entry.contentRect
      setBox({ width: Math.max(width, 1), height: Math.max(height, 1) })
    })
    watch.observe(sheet.current)
    return () => watch.disconnect()
  }, [sheet])
  return Math.max(view.width / box.width, view.height / box.height)
}

function useWheel(sheet: RefObject<SVGSVGElement | null>, act: (event: WheelEvent) => void) {
  const latest = useRef(act)
  useEffect(() => {
    latest.current = act
  })
  useEffect(() => {
    const node = sheet.current
    const zoom = (event: WheelEvent) => {
      if (!event.ctrlKey && !event.shiftKey) return // the page itself scrolls without them
      event.preventDefault()
      latest.current(event)
    }
    node?.addEventListener('wheel', zoom, { passive: false })
    return () => node?.removeEventListener('wheel', zoom)
  }, [sheet])
}

function ScaleBar({ x, y, px, across }: { x: number; y: number; px: number; across: number }) {
  const wanted = across / 6
  const each =
    [0.25, 0.5, 1, 2, 5, 10, 20, 50].filter((n) => n * scale.metres <= wanted).at(-1) ?? 0.25
  const half = each * scale.metres
  return (
    <g transform={`translate(${x} ${y})`} stroke="var(--ink)" strokeWidth={1.4 * px}>
      <path
        d={`M0 0H${2 * half}M0 ${-4 * px}V${4 * px}M${half} ${-3 * px}V${3 * px}M${2 * half} ${-4 * px}V${4 * px}`}
        fill="none"
      />
      <rect
        data-scale={half}
        x={0}
        y={-2 * px}
        width={half}
        height={2 * px}
        fill="var(--ink)"
        stroke="none"
      />
      <text x={2 * half + 5 * px} y={4 * px} fontSize={12 * px} fill="var(--ink)" stroke="none">
        {`${2 * each * scale.each} ${scale.unit}`}
      </text>
    </g>
  )
}

function North({ x, y, px, turn }: { x: number; y: number; px: number; turn: number }) {
  return (
    <g
      transform={`translate(${x} ${y}) rotate(${turn}) scale(${px})`}
      fill="none"
      stroke="var(--ink)"
      strokeWidth={1.4}
    >
      <path d="M0 13V-13M-5 -4 0 -13 5 -4" />
      <text x={6} y={-5} fontSize={12} fill="var(--ink)" stroke="none">
        {t('North').charAt(0)}
      </text>
    </g>
  )
}
