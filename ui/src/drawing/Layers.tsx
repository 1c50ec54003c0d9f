import { useId } from 'react'
import { t } from '../lib/words'
import './layers.css'

export interface LayerDrawn {
  name: string
  /** Whether it is of wood, leaves, straw. */
  fresh: boolean
  newM: number
  settledM: number
}

const WIDTH = 340
const HEIGHT = 190
const TOP = 16
const COLUMN = 78
const FOOT = 30

/** A fill in section, from the bottom: as it is new, and sunk after two years. */
export function Layers(props: {
  layers: readonly LayerDrawn[]
  afterTwoM: number
  newM: number
  label: string
  show: (metres: number) => string
}) {
  const id = useId()
  const perMetre = (HEIGHT - TOP - FOOT) / Math.max(props.newM, 0.01)
  const ground = HEIGHT - FOOT
  return (
    <svg className="fill-layers" viewBox={`0 0 ${WIDTH} ${HEIGHT}`} role="img" aria-labelledby={id}>
      <title id={id}>{props.label}</title>
      <Column of={props.layers} at={4} depth={(one) => one.newM * perMetre} ground={ground} />
      <Column
        of={props.layers}
        at={WIDTH - COLUMN - 4}
        depth={(one) => one.settledM * perMetre}
        ground={ground}
      />
      {props.layers.map((one, n) => (
        <text
          key={n}
          className="fill-name"
          x={COLUMN + 12}
          y={ground - middle(props.layers, n) * perMetre + 4}
        >
          {one.name.length > 26 ? `${one.name.slice(0, 25)}…` : one.name}
        </text>
      ))}
      <line className="fill-ground" x1={0} x2={WIDTH} y1={ground} y2={ground} />
      <text className="fill-said" x={4} y={HEIGHT - 10}>
        {`${t('new')}: ${props.show(props.newM)}`}
      </text>
      <text className="fill-said" x={WIDTH - 4} y={HEIGHT - 10} textAnchor="end">
        {`${t('after two years')}: ${props.show(props.afterTwoM)}`}
      </text>
    </svg>
  )
}

/** How high the middle of a layer is when it is new. */
function middle(layers: readonly LayerDrawn[], n: number): number {
  const below = layers.slice(0, n).reduce((sum, one) => sum + one.newM, 0)
  return below + layers[n].newM / 2
}

function Column(props: {
  of: readonly LayerDrawn[]
  at: number
  depth: (one: LayerDrawn) => number
  ground: number
}) {
  const depths = props.of.map(props.depth)
  return props.of.map((one, n) => {
    const top = props.ground - depths.slice(0, n + 1).reduce((sum, each) => sum + each, 0)
    return (
      <rect
        key={n}
        className={`fill-layer ${one.fresh ? 'is-fresh' : `shade-${n % 4}`}`}
        x={props.at}
        y={top}
        width={COLUMN}
        height={depths[n]}
      />
    )
  })
}
