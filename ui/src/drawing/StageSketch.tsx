/** A plant at a stage, in a few lines: what to look for, not a portrait. */
export function StageSketch({
  stage,
  habit,
  size = 72,
}: {
  stage: string
  habit: string
  size?: number
}) {
  const look = lookOf(stage, habit)
  return (
    <svg
      className="stage-sketch"
      width={size}
      height={size}
      viewBox="0 0 72 72"
      aria-hidden="true"
      fill="none"
      stroke="var(--ink)"
      strokeWidth={1.6}
      strokeLinecap="round"
    >
      <path d="M4 56H68" stroke="var(--soft)" />
      {look.under}
      {look.height > 0 && (
        <path
          d={`M36 56C35 ${56 - look.height / 2} 37 ${56 - look.height / 2} 36 ${56 - look.height}`}
        />
      )}
      {leaves(look)}
      {look.top}
      {look.marks.map(([x, y, kind], n) => (
        <Mark key={n} x={x} y={y} kind={kind} />
      ))}
    </svg>
  )
}

type MarkKind = 'bud' | 'flower' | 'set' | 'fruit' | 'ripe'

interface Look {
  height: number
  pairs: number
  spread: number
  under?: React.ReactNode
  top?: React.ReactNode
  marks: [number, number, MarkKind][]
}

const ROSETTE = ['leafy', 'root', 'bulb', 'stem', 'perennial']

function lookOf(stage: string, habit: string): Look {
  const low = ROSETTE.includes(habit)
  const grown: Look = { height: low ? 20 : 42, pairs: low ? 3 : 4, spread: 17, marks: [] }
  const looks: Record<string, Look> = {
    germination: { height: 8, pairs: 1, spread: 7, under: <Seed />, marks: [] },
    sprouting: { height: 7, pairs: 0, spread: 0, under: <Seed />, marks: [] },
    seedling: { height: 16, pairs: 2, spread: 9, marks: [] },
    potted_on: { height: 22, pairs: 3, spread: 11, under: <Pot />, marks: [] },
    transplant_establishment: { height: 24, pairs: 3, spread: 12, under: <Ball />, marks: [] },
    regrowth: { height: 12, pairs: 2, spread: 13, under: <Roots />, marks: [] },
    dormancy: { height: 6, pairs: 1, spread: 10, under: <Roots />, marks: [] },
    crown_recharge: { ...grown, under: <Roots /> },
    vegetative: grown,
    bud: {
      ...grown,
      marks: [
        [36, 12, 'bud'],
        [28, 22, 'bud'],
      ],
    },
    flowering: {
      ...grown,
      marks: [
        [36, 12, 'flower'],
        [47, 24, 'flower'],
      ],
    },
    fruit_set: {
      ...grown,
      marks: [
        [46, 30, 'set'],
        [36, 12, 'flower'],
      ],
    },
    fruit_fill: {
      ...grown,
      marks: [
        [47, 34, 'fruit'],
        [27, 36, 'fruit'],
        [36, 12, 'flower'],
      ],
    },
    harvest: low
      ? { ...grown, ...harvestOf(habit) }
      : {
          ...grown,
          marks: [
            [47, 36, 'ripe'],
            [26, 38, 'ripe'],
            [44, 20, 'fruit'],
          ],
        },
    root_swelling: { ...grown, under: <Root wide={7} /> },
    tuber_initiation: { ...grown, under: <Tubers r={2.5} /> },
    tuber_bulking: { ...grown, under: <Tubers r={5} /> },
    bulbing: { ...grown, under: <Bulb r={8} /> },
    heading: { ...grown, pairs: 3, top: <circle cx={36} cy={42} r={9} /> },
    stem_swelling: { ...grown, top: <path d="M32 56V36M40 56V36" strokeWidth={2.6} /> },
  }
  return looks[stage] ?? grown
}

function harvestOf(habit: string): Partial<Look> {
  if (habit === 'root') return { under: <Root wide={10} /> }
  if (habit === 'bulb') return { under: <Bulb r={10} /> }
  if (habit === 'perennial')
    return {
      marks: [
        [48, 44, 'ripe'],
        [24, 46, 'ripe'],
      ],
    }
  return { pairs: 4, top: <circle cx={36} cy={41} r={10} /> }
}

function leaves({ height, pairs, spread }: Look) {
  return Array.from({ length: pairs }, (_, n) => {
    const y = 56 - height * (1 - n / Math.max(pairs, 1) / 1.3)
    const reach = spread * (0.62 + (0.38 * (n + 1)) / pairs)
    return (
      <g key={n} fill="var(--leaf, none)">
        <path
          d={`M36 ${y}q${reach / 2} ${-reach / 2} ${reach} ${-2}q${-reach / 2} ${reach / 2} ${-reach} 2`}
        />
        <path
          d={`M36 ${y}q${-reach / 2} ${-reach / 2} ${-reach} ${-2}q${reach / 2} ${reach / 2} ${reach} 2`}
        />
      </g>
    )
  })
}

function Mark({ x, y, kind }: { x: number; y: number; kind: MarkKind }) {
  if (kind === 'bud') return <ellipse cx={x} cy={y} rx={2.4} ry={3.6} fill="var(--sheet)" />
  if (kind === 'flower') {
    return (
      <g transform={`translate(${x} ${y})`}>
        {[0, 72, 144, 216, 288].map((turn) => (
          <ellipse
            key={turn}
            cx={0}
            cy={-4}
            rx={2}
            ry={3}
            transform={`rotate(${turn})`}
            fill="var(--sheet)"
          />
        ))}
        <circle r={1.6} fill="var(--ink)" stroke="none" />
      </g>
    )
  }
  const r = { set: 2.6, fruit: 5, ripe: 6 }[kind]
  return <circle cx={x} cy={y} r={r} fill={kind === 'ripe' ? 'var(--now)' : 'var(--sheet)'} />
}

const Seed = () => <ellipse cx={36} cy={61} rx={4} ry={2.6} />
const Pot = () => <path d="M26 56l2 12h16l2 -12" />
const Ball = () => <path d="M29 56q0 10 7 11q7 -1 7 -11" strokeDasharray="2 2.5" />
const Roots = () => <path d="M36 56q-5 6 -11 9M36 56v11M36 56q5 6 11 9" />
const Root = ({ wide }: { wide: number }) => (
  <path
    d={`M${36 - wide} 56q${wide * 0.4} 9 ${wide} 14q${wide * 0.6} -5 ${wide} -14`}
    fill="var(--sheet)"
  />
)
const Bulb = ({ r }: { r: number }) => (
  <circle cx={36} cy={56 + r / 2.4} r={r} fill="var(--sheet)" />
)
const Tubers = ({ r }: { r: number }) => (
  <g fill="var(--sheet)">
    <path d="M36 56l-9 6M36 56l9 6" fill="none" />
    <ellipse cx={25} cy={63} rx={r * 1.3} ry={r} />
    <ellipse cx={47} cy={63} rx={r * 1.3} ry={r} />
  </g>
)
