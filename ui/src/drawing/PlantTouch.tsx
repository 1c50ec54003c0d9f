import './plant-touch.css'

/** Where something can be seen on a plant. */
export type Part =
  | 'old_leaf'
  | 'young_leaf'
  | 'leaf_edge'
  | 'between_veins'
  | 'leaf_under'
  | 'stem'
  | 'flower'
  | 'fruit_end'
  | 'fruit'
  | 'root'
  | 'whole'

const WIDTH = 300
const HEIGHT = 330
const GROUND = 252

/** A leaf from its stalk to its tip, to the right; turned and sized where it is used. */
const LEAF = 'M0 0C14-16 40-18 58 0C40 18 14 16 0 0Z'
const VEINS = 'M0 0H56M14 0L24-8M14 0L24 8M28 0L38-8M28 0L38 8M42 0L48-5M42 0L48 5'

const leaf = (x: number, y: number, turn: number, size: number) =>
  `translate(${x} ${y}) rotate(${turn}) scale(${size})`

/** Each part as it is drawn: outlines, and where a finger may land. */
const DRAWN: Record<Part, { lines: { d: string; at?: string }[]; touch: string }> = {
  root: {
    lines: [
      { d: 'M112 252C112 268 108 284 112 304M112 258C100 268 92 272 84 290' },
      { d: 'M112 260C124 268 132 274 138 292M111 276C104 284 100 290 98 302' },
      { d: 'M112 282C118 290 122 294 124 306' },
    ],
    touch: 'M70 258H150V314H70Z',
  },
  stem: {
    lines: [{ d: 'M109 252C107 200 110 140 112 62M115 252C115 200 115 140 116 62' }],
    touch: 'M98 66H128V250H98Z',
  },
  old_leaf: {
    lines: [
      { d: LEAF, at: leaf(109, 218, 168, 1.25) },
      { d: VEINS, at: leaf(109, 218, 168, 1.25) },
      { d: LEAF, at: leaf(115, 196, 14, 1.25) },
      { d: VEINS, at: leaf(115, 196, 14, 1.25) },
    ],
    touch: 'M28 196H108V248H28ZM118 184H198V230H118Z',
  },
  young_leaf: {
    lines: [
      { d: LEAF, at: leaf(112, 66, -128, 0.6) },
      { d: LEAF, at: leaf(115, 64, -58, 0.6) },
      { d: LEAF, at: leaf(113, 92, 194, 0.75) },
    ],
    touch: 'M78 14H150V72H62V106H78Z',
  },
  flower: {
    lines: [
      { d: 'M116 118C132 108 142 104 150 102' },
      { d: 'M158 102m-4 0a4 4 0 1 0 8 0a4 4 0 1 0-8 0' },
      {
        d: 'M158 98C154 88 162 88 158 98M162 101C172 96 173 104 162 103M158 106C162 116 154 116 158 106M154 103C144 106 144 98 154 101',
      },
    ],
    touch: 'M136 84H182V122H136Z',
  },
  fruit: {
    lines: [
      { d: 'M112 138C94 130 78 132 68 142' },
      { d: 'M68 142C84 142 90 156 87 168M68 142C52 142 46 156 49 168' },
      { d: 'M68 142L60 136M68 142L76 136' },
    ],
    touch: 'M40 128H98V168H40Z',
  },
  fruit_end: {
    lines: [{ d: 'M49 168C52 182 60 186 68 186C76 186 84 182 87 168' }],
    touch: 'M40 168H98V194H40Z',
  },
  leaf_edge: {
    lines: [{ d: LEAF, at: leaf(196, 150, -12, 1.6) }],
    touch: 'M190 114H292V132H190ZM190 152H292V172H190Z',
  },
  between_veins: {
    lines: [{ d: VEINS, at: leaf(196, 150, -12, 1.6) }],
    touch: 'M192 132H290V152H192Z',
  },
  leaf_under: {
    lines: [
      { d: LEAF, at: leaf(206, 232, -30, 1.15) },
      { d: 'M4-2C20-9 40-8 52 0', at: leaf(206, 232, -30, 1.15) },
      { d: 'M20 4h.1M30 7h.1M36 3h.1M26-3h.1M42-3h.1', at: leaf(206, 232, -30, 1.15) },
    ],
    touch: 'M200 190H282V248H200Z',
  },
  whole: {
    lines: [{ d: 'M18 8H184V320H18Z' }],
    touch: 'M2 2H34V320H2Z',
  },
}

/** A plant to touch where something is the matter; what was touched is darker. */
export function PlantTouch(props: {
  parts: readonly Part[]
  chosen: Part | null
  /** Parts on which something was seen. */
  marked: readonly Part[]
  onChoose: (part: Part) => void
}) {
  const { parts, chosen, marked } = props
  return (
    <svg className="plant-touch" viewBox={`0 0 ${WIDTH} ${HEIGHT}`} aria-hidden="true">
      <path className="plant-ground" d={`M8 ${GROUND}H190`} />
      {parts.map((part) => (
        <g
          key={part}
          className={
            (part === chosen ? 'is-chosen ' : '') +
            (marked.includes(part) ? 'is-marked ' : '') +
            `is-${part.replace('_', '-')}`
          }
          onClick={() => props.onChoose(part)}
        >
          <path className="plant-finger" d={DRAWN[part].touch} />
          {DRAWN[part].lines.map(({ d, at }) => (
            <path key={d + (at ?? '')} className="plant-line" d={d} transform={at} />
          ))}
        </g>
      ))}
    </svg>
  )
}
