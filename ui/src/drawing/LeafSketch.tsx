const GREEN = '#7da060'
const PALE = '#e3dc8c'
const BROWN = '#8a5a2b'
const PURPLE = '#8c6a92'

interface Look {
  leaf: string
  /** Along the veins. */
  veins?: string
  edge?: string
  tip?: string
}

/** Where a leaf is off colour, and which colour that is. */
const LOOKS: Record<string, Look> = {
  old_pale: { leaf: PALE },
  old_between_veins: { leaf: PALE, veins: GREEN },
  young_between_veins: { leaf: PALE, veins: GREEN },
  old_edge: { leaf: GREEN, edge: BROWN },
  young_tips: { leaf: GREEN, tip: BROWN },
  purple: { leaf: PURPLE },
}

const OUTLINE = 'M20 60C20 28 60 10 124 12c6 0 12 2 16 6-6 44-44 84-92 80-18-2-28-16-28-38Z'
const VEINS = 'M24 82C56 72 96 44 136 20M50 73 54 38M78 58 86 26M58 69 90 84M88 51 114 62'
/** A leaf, or the end of a fruit, as it looks when something is wrong. */
export function LeafSketch({ seen }: { seen: string }) {
  if (seen === 'fruit_end') return <Fruit />
  const look = LOOKS[seen]
  return (
    <svg viewBox="0 0 160 110" width={200} aria-hidden="true" stroke="var(--ink)" strokeWidth={1.4}>
      <path d={OUTLINE} fill={look.leaf} />
      {look.veins && <path d={VEINS} fill="none" stroke={look.veins} strokeWidth={9} />}
      {look.edge && (
        <path d={OUTLINE} fill="none" stroke={look.edge} strokeWidth={9} strokeLinejoin="round" />
      )}
      {look.tip && <path d="M108 13c16-2 26 0 32 5-3 10-7 17-11 24Z" fill={look.tip} />}
      <path d={VEINS} fill="none" />
      <path d="M6 96 20 84" fill="none" strokeWidth={3} />
    </svg>
  )
}

function Fruit() {
  return (
    <svg viewBox="0 0 160 110" width={200} aria-hidden="true" stroke="var(--ink)" strokeWidth={1.4}>
      <circle cx={80} cy={54} r={44} fill="#c96a4a" />
      <path d="M46 82c14-12 54-12 68 0-14 20-54 20-68 0Z" fill="#3c2a22" />
      <path d="M80 12V2M80 12 66 8M80 12l14-4" fill="none" />
    </svg>
  )
}
