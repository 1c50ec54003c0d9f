import { memo } from 'react'
import { cropPath } from '../CropSketch'
import { circlesOf, extent, pathOf, tubSpots, type PlotFeature, type PlotPlace } from './shapes'
import { showLength } from '../../lib/numbers'

const FILL = { now: 'var(--now)', wait: 'var(--wait)', calm: 'var(--ink)', bare: 'var(--ink)' }
const OPACITY = { now: 0.24, wait: 0.26, calm: 0.1, bare: 0.02 }
const PLANT = '#2f8f5b'

/** One place: outline, plants and lettering. Drawn again only when it has changed itself. */
export const Place = memo(function Place(props: {
  place: PlotPlace
  chosen: boolean
  /** Metres in a pixel, so that lettering keeps its size. */
  px: number
  /** Whether its measures are written below it. */
  full: boolean
}) {
  const { place, chosen } = props
  return (
    <g data-place={place.id} transform={`translate(${place.x} ${place.y})`}>
      <g
        className="plot-place"
        role="button"
        tabIndex={0}
        aria-pressed={chosen}
        aria-label={`${place.name}. ${place.note}`}
      >
        <g transform={`rotate(${place.turn})`}>
          <Outline place={place} chosen={chosen} />
        </g>
      </g>
      <Label place={place} px={props.px} full={props.full} />
    </g>
  )
})

function Outline({ place, chosen }: { place: PlotPlace; chosen: boolean }) {
  const line = {
    'data-shape': place.name,
    className: 'plot-outline',
    fill: FILL[place.tone],
    fillOpacity: OPACITY[place.tone],
    stroke: 'var(--ink)',
    strokeWidth: chosen ? 0.055 : 0.022,
    strokeLinejoin: 'round' as const,
  }
  const plants = circlesOf(place.plants.filter((one) => !one.later))
  const later = circlesOf(place.plants.filter((one) => one.later))
  return tubSpots(place).map((spot, n) => (
    <g key={n} transform={`translate(${spot.x} ${spot.y})`}>
      {place.outline.length > 0 ? (
        <path d={pathOf(place.outline, true)} {...line} />
      ) : place.round ? (
        <circle r={place.length / 2} {...line} />
      ) : (
        <rect
          x={-place.length / 2}
          y={-place.width / 2}
          width={place.length}
          height={place.width}
          {...line}
        />
      )}
      {plants && (
        <path
          className="plants"
          data-plants={place.plants.filter((one) => !one.later).length}
          d={plants}
          fill={PLANT}
          fillOpacity={0.3}
          stroke={PLANT}
          strokeWidth={0.018}
          pointerEvents="none"
        />
      )}
      <Lots of={place} tub={n} />
      {later && (
        <path
          className="plants-later"
          d={later}
          fill="none"
          stroke={PLANT}
          strokeWidth={0.018}
          strokeDasharray="0.05 0.04"
          pointerEvents="none"
        />
      )}
    </g>
  ))
}

const DOT = 0.34

/** The plants of a trial: a full dot for the first treatment, an open one for the second. */
function Lots({ of, tub }: { of: PlotPlace; tub: number }) {
  const dots = (side: number) =>
    circlesOf(
      of.plants
        .filter((one) => one.sides[tub] === side)
        .map((one) => ({ ...one, across: one.across * DOT })),
    )
  if (!of.sides) return null
  return (
    <>
      <path className="plot-lots" d={dots(0)} fill="var(--ink)" pointerEvents="none" />
      <path
        d={dots(1)}
        fill="var(--sheet)"
        stroke="var(--ink)"
        strokeWidth={0.014}
        pointerEvents="none"
      />
    </>
  )
}

function Label({ place, px, full }: { place: PlotPlace; px: number; full: boolean }) {
  const reach = extent(place)
  const drop = place.turn % 180 === 0 ? reach.width / 2 : Math.max(reach.length, reach.width) / 2
  const roomy = reach.length / px > 130
  return (
    <g textAnchor="middle" fill="var(--ink)" pointerEvents="none" aria-hidden>
      <text
        y={-drop - 5 * px}
        fontSize={(roomy ? 13.5 : 11.5) * px}
        fontWeight={650}
        stroke="var(--sheet)"
        strokeWidth={3 * px}
        paintOrder="stroke"
      >
        {place.name}
      </text>
      {full && <Below place={place} px={px} top={drop} />}
    </g>
  )
}

const SKETCH_PX = 17
const LINE_PX = 14

/** Below a place: what grows there with its picture, what comes next, and its measures. */
function Below({ place, px, top }: { place: PlotPlace; px: number; top: number }) {
  const grows = [...new Set(place.crops.map((one) => one.name))].join(', ')
  const lines = [
    ...(place.sides ? [place.sides] : []),
    ...(place.next ? [place.next] : []),
    ...(place.tubs || !grows ? [measured(place)] : []),
  ]
  const first = grows ? LINE_PX : 0
  const sketch = grows && place.crops[0]
  return (
    <>
      {sketch && (
        <g transform={`translate(0 ${top})`}>
          <path
            d={cropPath(sketch.crop)}
            transform={`translate(${(-grows.length * 3.4 - SKETCH_PX - 4) * px} ${px}) scale(${(SKETCH_PX / 24) * px})`}
            fill="none"
            stroke={PLANT}
            strokeWidth={2}
            strokeLinecap="round"
          />
          <text y={13 * px} fontSize={12 * px} fontWeight={600}>
            {grows}
          </text>
        </g>
      )}
      {lines.map((line, n) => (
        <text
          key={line}
          y={top + (first + 13 + n * LINE_PX) * px}
          fontSize={11 * px}
          fill="var(--soft)"
        >
          {line}
        </text>
      ))}
    </>
  )
}

function measured(place: PlotPlace): string {
  if (place.tubs) return place.note
  if (place.round) return `⌀ ${showLength(place.length)}`
  return `${showLength(place.length)} × ${showLength(place.width)}`
}

const LINES = {
  path: { stroke: 'var(--line)', dash: undefined, opacity: 0.75 },
  wall: { stroke: 'var(--ink)', dash: undefined, opacity: 0.75 },
  fence: { stroke: 'var(--ink)', dash: '0.35 0.12', opacity: 0.55 },
  hedge: { stroke: PLANT, dash: '0.02 0.3', opacity: 0.55 },
  water: { stroke: 'var(--wait)', dash: undefined, opacity: 0.35 },
}

/** A path, wall, fence, hedge or water: a line as wide as it is. */
export const Feature = memo(function Feature(props: {
  feature: PlotFeature
  chosen: boolean
  label: string
  px: number
  /** Whether there is room for its name. */
  full: boolean
}) {
  const { feature, chosen, px } = props
  const line = LINES[feature.kind]
  const middle = feature.points[Math.floor((feature.points.length - 1) / 2)]
  const next = feature.points[Math.floor((feature.points.length - 1) / 2) + 1]
  const d = pathOf(feature.points, false)
  return (
    <g
      data-feature={feature.id}
      className="plot-feature"
      role="button"
      tabIndex={0}
      aria-pressed={chosen}
      aria-label={props.label}
    >
      <path d={d} fill="none" stroke="transparent" strokeWidth={Math.max(feature.width, 16 * px)} />
      <path
        className="plot-line"
        d={d}
        fill="none"
        stroke={line.stroke}
        strokeWidth={feature.width}
        strokeDasharray={line.dash}
        strokeLinecap={feature.kind === 'hedge' ? 'round' : 'butt'}
        opacity={chosen ? 1 : line.opacity}
      />
      {feature.name && (props.full || chosen) && (
        <text
          x={0.86 * middle.x + 0.14 * next.x}
          y={0.86 * middle.y + 0.14 * next.y + 4 * px}
          fontSize={11 * px}
          textAnchor="middle"
          fill="var(--ink)"
          stroke="var(--sheet)"
          strokeWidth={3 * px}
          paintOrder="stroke"
          pointerEvents="none"
        >
          {feature.name}
        </text>
      )}
    </g>
  )
})
