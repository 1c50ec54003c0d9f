import { useRef, useState, type ReactNode } from 'react'
import { addDays, dayNumber, showDate, showMonth } from '../lib/dates'
import { t } from '../lib/words'
import { MARKS, type Nutrient } from '../theme/nutrients'
import { monthStarts } from './Tide'

export interface StripMark {
  key: string
  day: string
  /** Grams by nutrient that the mark is sized by, relative to the largest on the strip. */
  nutrient: Nutrient
  share: number
  done: boolean
  skipped: boolean
  /** Whether it is still to come, and may be given another day. */
  movable: boolean
  label: string
}

export interface StripLane {
  id: string
  title: string
  subtitle: string
  hold: { from: string; to: string }
  stages: { key: string; name: string; start: string; end: string; seen: boolean }[]
  stop: string
  marks: StripMark[]
  /** The old plan's days, while a change is being tried. */
  ghosts: { feeds: { day: string; share: number }[]; stages: string[] }
}

const NAME = 196
const LANE = 62
const HEAD = 26

interface Scale {
  from: string
  to: string
  narrow: boolean
  perDay: number
  x: (day: string) => number
}

/** Days as pixels, from the first stage to the last of all lanes. */
function scaleOf(lanes: StripLane[], width: number): Scale {
  const from = lanes.flatMap((l) => [l.stages[0].start, l.hold.from]).sort()[0]
  const ends = lanes.flatMap((l) => l.stages.map((s) => s.end)).sort()
  const to = addDays(ends.at(-1) ?? from, 6)
  const narrow = width < 700
  const left = narrow ? 8 : NAME
  const perDay = (width - left - 8) / Math.max(dayNumber(to) - dayNumber(from), 1)
  return {
    from,
    to,
    narrow,
    perDay,
    x: (day) => left + (dayNumber(day) - dayNumber(from)) * perDay,
  }
}

/**
 * One lane a planting: stages as tinted bands, feeds as nutrient marks, today as a plumb line.
 * What there is to say about the chosen one stands right below it.
 */
export function SeasonStrip(props: {
  lanes: StripLane[]
  today: string
  width: number
  chosen: string | null
  onChoose: (id: string) => void
  /** A feed was pulled to another day, or moved there by arrow keys. */
  onMove: (job: string, day: string) => void
  /** What stands below the chosen lane. */
  children?: ReactNode
}) {
  const { lanes, children, ...rest } = props
  const scale = scaleOf(lanes, props.width)
  const cut = lanes.findIndex((one) => one.id === props.chosen) + 1
  const [above, below] = cut ? [lanes.slice(0, cut), lanes.slice(cut)] : [lanes, []]
  return (
    <>
      <Lanes {...rest} lanes={above} scale={scale} />
      {cut > 0 && children}
      {below.length > 0 && <Lanes {...rest} lanes={below} scale={scale} />}
    </>
  )
}

function Lanes(props: {
  lanes: StripLane[]
  scale: Scale
  today: string
  width: number
  chosen: string | null
  onChoose: (id: string) => void
  onMove: (job: string, day: string) => void
}) {
  const { lanes, width, today } = props
  const { from, to, x, narrow, perDay } = props.scale
  const lane = narrow ? LANE + 22 : LANE
  const height = HEAD + lanes.length * lane + 8
  return (
    <svg
      className="strip"
      width={width}
      height={height}
      role="group"
      aria-label={t('Plantings by time')}
    >
      {monthStarts(from, to).map((day) => (
        <g key={day}>
          <path d={`M${x(day)} ${HEAD - 6}V${height}`} stroke="var(--line)" />
          <text x={x(day) + 4} y={14} fontSize={12.5} fill="var(--soft)">
            {showMonth(Number(day.slice(5, 7)) - 1)}
          </text>
        </g>
      ))}
      {lanes.map((one, n) => (
        <Lane
          key={one.id}
          lane={one}
          x={x}
          top={HEAD + n * lane}
          height={lane}
          width={width}
          narrow={narrow}
          chosen={one.id === props.chosen}
          perDay={perDay}
          today={today}
          onChoose={() => props.onChoose(one.id)}
          onMove={props.onMove}
        />
      ))}
      {today >= from && today <= to && (
        <g>
          <path d={`M${x(today)} ${HEAD - 8}V${height}`} stroke="var(--now)" strokeWidth={1.8} />
          <path d={`M${x(today)} ${HEAD - 4}l-5 -9h10z`} fill="var(--now)" />
        </g>
      )}
    </svg>
  )
}

function Lane(props: {
  lane: StripLane
  x: (day: string) => number
  top: number
  height: number
  width: number
  narrow: boolean
  chosen: boolean
  perDay: number
  today: string
  onChoose: () => void
  onMove: (job: string, day: string) => void
}) {
  const { lane, x, top, narrow } = props
  const bandTop = top + (narrow ? 24 : 4)
  return (
    <g className="strip-lane" onClick={props.onChoose}>
      <rect
        role="button"
        tabIndex={0}
        aria-label={`${lane.title}, ${lane.subtitle}`}
        aria-pressed={props.chosen}
        onKeyDown={(event) => {
          if (event.key === 'Enter' || event.key === ' ') {
            event.preventDefault()
            props.onChoose()
          }
        }}
        x={1}
        y={top}
        width={props.width - 2}
        height={props.height - 4}
        fill={props.chosen ? 'var(--sheet)' : 'transparent'}
        stroke={props.chosen ? 'var(--ink)' : 'transparent'}
      />
      <Heading lane={lane} top={top} narrow={narrow} />
      {lane.stages.map((stage, n) => (
        <Band key={stage.key} stage={stage} n={n} x={x} top={bandTop} />
      ))}
      <rect
        x={x(lane.hold.from)}
        y={bandTop + 26}
        width={Math.max(x(lane.hold.to) - x(lane.hold.from), 0)}
        height={5}
        fill="var(--wait)"
        opacity={0.8}
      >
        <title>{t('water only')}</title>
      </rect>
      <path
        d={`M${x(lane.stop)} ${bandTop + 24}v24`}
        stroke="var(--ink)"
        strokeWidth={1.4}
        strokeDasharray="2 2"
      />
      <Ghosts of={lane.ghosts} x={x} top={bandTop} />
      {lane.marks.map((mark) => (
        <MovableMark
          key={mark.key}
          mark={mark}
          x={x(mark.day)}
          y={bandTop + 38}
          perDay={props.perDay}
          today={props.today}
          onMove={props.onMove}
        />
      ))}
    </g>
  )
}

/** What it is called: in two lines, or in one above its band where room is scarce. */
function Heading({ lane, top, narrow }: { lane: StripLane; top: number; narrow: boolean }) {
  if (narrow) {
    return (
      <text x={8} y={top + 16} fontSize={14.5} fontWeight={650} fill="var(--ink)">
        {lane.title}
        <tspan fontWeight={400} fontSize={12.5} fill="var(--soft)">
          {'  '}
          {lane.subtitle}
        </tspan>
      </text>
    )
  }
  return (
    <>
      <text x={8} y={top + 24} fontSize={14.5} fontWeight={650} fill="var(--ink)">
        {lane.title}
      </text>
      <text x={8} y={top + 42} fontSize={12.5} fill="var(--soft)">
        {lane.subtitle}
      </text>
    </>
  )
}

/** Stages and feeds as they were, while a change is being tried. */
function Ghosts(props: { of: StripLane['ghosts']; x: (day: string) => number; top: number }) {
  const { of, x, top } = props
  return (
    <>
      {of.stages.map((day) => (
        <path
          key={day}
          d={`M${x(day)} ${top - 2}v24`}
          stroke="var(--soft)"
          strokeWidth={1.6}
          strokeDasharray="3 3"
        />
      ))}
      {of.feeds.map(({ day, share }) => (
        <circle
          key={day}
          className="ghost-mark"
          cx={x(day)}
          cy={top + 38}
          r={(sizeOf(share) + 5) / 2}
          fill="none"
          stroke="var(--soft)"
          strokeDasharray="2 2"
        />
      ))}
    </>
  )
}

function Band(props: {
  stage: StripLane['stages'][number]
  n: number
  x: (day: string) => number
  top: number
}) {
  const { stage, n, x, top } = props
  const left = x(stage.start)
  const width = Math.max(x(stage.end) - left, 0)
  const room = Math.floor((width - 6) / 6.4)
  const name =
    room >= stage.name.length ? stage.name : room > 4 ? `${stage.name.slice(0, room - 1)}…` : ''
  return (
    <g>
      <title>{stage.name}</title>
      <rect
        x={left}
        y={top}
        width={width}
        height={20}
        fill="var(--ink)"
        opacity={0.05 + (n % 2) * 0.045 + n * 0.012}
      />
      {stage.seen && <path d={`M${left} ${top - 2}v24`} stroke="var(--ink)" strokeWidth={2.4} />}
      <text x={left + 4} y={top + 14} fontSize={12} fill="var(--ink)">
        {name}
      </text>
    </g>
  )
}

function sizeOf(share: number): number {
  return 6 + 10 * Math.sqrt(Math.min(share, 1))
}

/** A mark that a pointer pulls along its lane, or arrow keys move when it has the focus. */
function MovableMark(props: {
  mark: StripMark
  x: number
  y: number
  perDay: number
  today: string
  onMove: (job: string, day: string) => void
}) {
  const { mark, x, y, perDay, today } = props
  const [days, setDays] = useState<number | null>(null)
  const from = useRef(0)
  if (!mark.movable) return <Mark mark={mark} x={x} y={y} />
  const earliest = dayNumber(today) - dayNumber(mark.day)
  const drop = (by: number) => {
    setDays(null)
    if (by !== 0) props.onMove(mark.key, addDays(mark.day, by))
  }
  const shown = days ?? 0
  return (
    <g
      className="movable-mark"
      role="button"
      tabIndex={0}
      aria-label={t('{feed}. Arrow keys move it, Enter sets it down.', { feed: mark.label })}
      onClick={(event) => event.stopPropagation()}
      onPointerDown={(event) => {
        event.stopPropagation()
        event.currentTarget.setPointerCapture(event.pointerId)
        from.current = event.clientX
        setDays(0)
      }}
      onPointerMove={(event) => {
        if (days === null || !event.currentTarget.hasPointerCapture(event.pointerId)) return
        setDays(Math.max(Math.round((event.clientX - from.current) / perDay), earliest))
      }}
      onPointerUp={() => drop(shown)}
      onPointerCancel={() => setDays(null)}
      onKeyDown={(event) => {
        const step = { ArrowLeft: -1, ArrowRight: 1 }[event.key]
        if (step !== undefined) setDays(Math.max(shown + step, earliest))
        else if (event.key === 'Enter') drop(shown)
        else if (event.key === 'Escape') setDays(null)
        else return
        event.preventDefault()
        event.stopPropagation()
      }}
      onBlur={() => setDays(null)}
    >
      <circle cx={x + shown * perDay} cy={y} r={13} fill="transparent" />
      {shown !== 0 && (
        <>
          <circle cx={x} cy={y} r={5} fill="none" stroke="var(--soft)" strokeDasharray="2 2" />
          <text
            x={x + shown * perDay}
            y={y - 13}
            fontSize={12}
            fontWeight={650}
            textAnchor="middle"
            fill="var(--ink)"
            stroke="var(--sheet)"
            strokeWidth={3}
            paintOrder="stroke"
          >
            {showDate(addDays(mark.day, shown))}
          </text>
        </>
      )}
      <Mark mark={mark} x={x + shown * perDay} y={y} />
    </g>
  )
}

function Mark({ mark, x, y }: { mark: StripMark; x: number; y: number }) {
  const { colour, path } = MARKS[mark.nutrient]
  const size = sizeOf(mark.share)
  return (
    <g transform={`translate(${x - size / 2} ${y - size / 2}) scale(${size / 16})`}>
      <title>{mark.label}</title>
      <path
        d={mark.skipped ? 'M2 2 14 14M14 2 2 14' : path}
        fill={mark.done ? colour : 'var(--sheet)'}
        stroke={mark.skipped ? 'var(--soft)' : colour}
        strokeWidth={(2 * 16) / size}
      />
    </g>
  )
}
