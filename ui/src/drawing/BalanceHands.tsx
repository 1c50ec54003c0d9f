import { useRef, type ReactNode } from 'react'
import { addDays, dayNumber } from '../lib/dates'

/** What a hand may hold in the drawing of a balance, and how far it was pulled. */
export interface Hands {
  feeds: readonly { key: string; due: string; label: string }[]
  job: string | null
  dose_share: number
  later_days: number
  compost_mm: number
  rain_share: number
  /** Whether rain falls there, as far as anybody knows. */
  rains: boolean
  labels: { rain: string; compost: string }
  onPull: (part: Partial<Pulled>) => void
}

type Pulled = Pick<Hands, 'job' | 'dose_share' | 'later_days' | 'compost_mm' | 'rain_share'>

/** Where days and the ground line are in the drawing. */
export interface HandsScale {
  x: (day: string) => number
  perDay: number
  ground: number
  left: number
  right: number
  today: string
}

/** The strip above the drawing in which feeds and rain are pulled up and down. */
export const STRIP = { top: 12, height: 48 }
const MOST_SHARE = 2
const STEP = 0.05
const MOST_DAYS = 21
const MOST_COMPOST_MM = 40
const PX_PER_MM = 3
const BESIDE = 13

export function BalanceHands({ hands, scale }: { hands: Hands; scale: HandsScale }) {
  const { x, perDay, today } = scale
  const now = x(today)
  const pull = hands.onPull
  const moves = (key: string) => hands.job === null || hands.job === key
  return (
    <>
      {[MOST_SHARE, 1, 0].map((share) => (
        <g key={share}>
          <path d={`M${scale.left} ${rung(share)}H${scale.right}`} className="rung" />
          <text x={scale.left - 6} y={rung(share) + 4} textAnchor="end" className="balance-note">
            {100 * share} %
          </text>
        </g>
      ))}
      {hands.feeds.map((feed) => {
        const share = moves(feed.key) ? hands.dose_share : 1
        const later = moves(feed.key) ? hands.later_days : 0
        const at = { x: x(addDays(feed.due, later)), y: rung(share) }
        const earliest = Math.min(dayNumber(today) - dayNumber(feed.due), 0)
        return (
          <Grip
            key={feed.key}
            kind="feed"
            label={feed.label}
            at={at}
            now={{ share, later }}
            onPull={(from, dx, dy) =>
              pull({
                job: feed.key,
                dose_share: shareAt(from.share, dy),
                later_days: within(
                  from.later + Math.round(dx / perDay),
                  Math.max(earliest, -MOST_DAYS),
                  MOST_DAYS,
                ),
              })
            }
          >
            <path d={`M${at.x} ${rung(0)}V${at.y}`} className="stem" />
            <circle
              cx={at.x}
              cy={at.y}
              r={6}
              className={hands.job === feed.key ? 'knob chosen' : 'knob'}
            />
          </Grip>
        )
      })}
      {hands.rains && (
        <Grip
          kind="rain"
          label={hands.labels.rain}
          at={{ x: scale.right - BESIDE, y: rung(hands.rain_share) }}
          now={hands.rain_share}
          onPull={(from, _, dy) => pull({ rain_share: shareAt(from, dy) })}
        >
          <path
            d={`M${scale.right - BESIDE} ${rung(hands.rain_share) - 9}c4 6 6 8 6 11a6 6 0 0 1 -12 0c0 -3 2 -5 6 -11Z`}
            className="drop"
          />
        </Grip>
      )}
      <Grip
        kind="compost"
        label={hands.labels.compost}
        at={{ x: now + BESIDE, y: heap(scale, hands.compost_mm) }}
        now={hands.compost_mm}
        onPull={(from, _, dy) =>
          pull({ compost_mm: within(Math.round(from - dy / PX_PER_MM), 0, MOST_COMPOST_MM) })
        }
      >
        <path
          d={`M${now + BESIDE - 11} ${scale.ground}L${now + BESIDE - 6} ${heap(scale, hands.compost_mm)}h12L${now + BESIDE + 11} ${scale.ground}Z`}
          className="heap"
        />
      </Grip>
    </>
  )
}

/** Something that a pointer holds and pulls; arrow keys have the sliders below the drawing. */
function Grip<From>(props: {
  kind: string
  label: string
  at: { x: number; y: number }
  now: From
  onPull: (from: From, dx: number, dy: number) => void
  children: ReactNode
}) {
  const held = useRef<{ x: number; y: number; from: From } | null>(null)
  return (
    <g
      className="grip"
      data-grip={props.kind}
      onPointerDown={(event) => {
        if (event.button !== 0) return
        event.currentTarget.setPointerCapture(event.pointerId)
        held.current = { x: event.clientX, y: event.clientY, from: props.now }
      }}
      onPointerMove={(event) => {
        const grabbed = held.current
        if (grabbed) {
          props.onPull(grabbed.from, event.clientX - grabbed.x, event.clientY - grabbed.y)
        }
      }}
      onPointerUp={() => (held.current = null)}
      onPointerCancel={() => (held.current = null)}
    >
      <title>{props.label}</title>
      <circle cx={props.at.x} cy={props.at.y} r={13} fill="transparent" />
      {props.children}
    </g>
  )
}

function rung(share: number): number {
  return STRIP.top + ((MOST_SHARE - share) / MOST_SHARE) * STRIP.height
}

function shareAt(from: number, dy: number): number {
  const pulled = from - (dy / STRIP.height) * MOST_SHARE
  return within(Math.round(pulled / STEP) * STEP, 0, MOST_SHARE)
}

function heap(scale: HandsScale, layer: number): number {
  return scale.ground - 7 - layer * PX_PER_MM
}

function within(value: number, least: number, most: number): number {
  return Math.min(Math.max(value, least), most)
}
