import type { components } from '../api/schema'

type Drawn = components['schemas']['Preset']['drawn']

const OUTLINES: Record<Drawn, string> = {
  bed: 'M4 30 L18 18 H76 L62 30 Z M4 30 V42 H62 V30 M62 42 L76 30 V18',
  bucket: 'M24 14 H56 L52 46 H28 Z M24 14 C24 4 56 4 56 14',
  bag: 'M22 16 H58 C61 28 61 38 57 46 H23 C19 38 19 28 22 16 Z M22 16 C14 16 14 26 21 27 M58 16 C66 16 66 26 59 27',
  pot: 'M22 12 H58 V19 H22 Z M25 19 H55 L51 46 H29 Z',
  trough: 'M6 22 H74 L70 42 H10 Z M6 22 V17 H74 V22',
}

const SOIL: Record<Drawn, string> = {
  bed: 'M9 29 L20 20 H71 L60 29 Z',
  bucket: 'M25.5 18 H54.5',
  bag: 'M23 20 H57',
  pot: 'M26 19 H54',
  trough: 'M9 22 H71',
}

/** What holds plants, as a line drawing; its name stands beside it. */
export function Vessel({ drawn }: { drawn: Drawn }) {
  return (
    <svg viewBox="0 0 80 52" width="80" height="52" aria-hidden="true" className="vessel">
      <path d={SOIL[drawn]} fill="var(--line)" stroke="var(--soft)" strokeWidth="2" />
      <path
        d={OUTLINES[drawn]}
        fill="none"
        stroke="var(--ink)"
        strokeWidth="1.6"
        strokeLinejoin="round"
      />
    </svg>
  )
}
