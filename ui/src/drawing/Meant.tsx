import type { ReactNode } from 'react'

const GROUND = <path d="M4 30 H116" stroke="var(--soft)" />
const PLANT = (x: number) => (
  <path
    key={x}
    d={`M${x} 30 V12 M${x} 22 C${x - 9} 22 ${x - 12} 16 ${x - 12} 11 C${x - 5} 11 ${x} 16 ${x} 22 M${x} 18 C${x + 9} 18 ${x + 12} 12 ${x + 12} 7 C${x + 5} 7 ${x} 12 ${x} 18`}
    stroke="var(--ink)"
  />
)
const GRAINS = (spots: readonly (readonly [number, number])[]) =>
  spots.map(([x, y]) => (
    <circle key={`${x} ${y}`} cx={x} cy={y} r="2.2" fill="var(--now)" stroke="none" />
  ))

const DRAWN: Record<string, ReactNode> = {
  base_dressing: [GRAINS([10, 24, 38, 52, 66, 80, 94, 108].map((x) => [x, 37] as const))],
  side_dressing: [PLANT(30), PLANT(90), GRAINS([46, 54, 62, 70].map((x) => [x, 28] as const))],
  band: [
    PLANT(40),
    GRAINS([
      [62, 40],
      [66, 42],
      [58, 42],
    ]),
  ],
  charge: [
    <path key="pot" d="M36 8 H84 L78 52 H42 Z" stroke="var(--ink)" />,
    GRAINS([
      [48, 20],
      [60, 28],
      [72, 18],
      [54, 40],
      [68, 42],
    ]),
  ],
  coated: [
    <circle key="skin" cx="60" cy="30" r="16" stroke="var(--ink)" strokeDasharray="6 3" />,
    GRAINS([
      [60, 30],
      [84, 18],
      [90, 36],
      [36, 40],
      [32, 22],
    ]),
  ],
  leaching: [
    PLANT(60),
    <path
      key="down"
      d="M30 36 V54 M26 49 L30 55 L34 49 M90 36 V54 M86 49 L90 55 L94 49"
      stroke="var(--wait)"
    />,
  ],
}

const IN_POTS = ['charge', 'coated']

/** A small picture of where something goes, for the words that have one. */
export function Meant({ of }: { of: string }) {
  const drawn = DRAWN[of]
  if (!drawn) return null
  return (
    <svg
      viewBox="0 0 120 60"
      width="120"
      height="60"
      fill="none"
      strokeWidth="1.6"
      strokeLinejoin="round"
      aria-hidden="true"
    >
      {!IN_POTS.includes(of) && GROUND}
      {drawn}
    </svg>
  )
}
