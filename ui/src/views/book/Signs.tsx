import { useState } from 'react'
import type { LookPage } from '../../api/looking'
import { PlantTouch, type Part } from '../../drawing/PlantTouch'
import { t } from '../../lib/words'

const MOST = 8
const PARTS: readonly Part[] = [
  'whole',
  'stem',
  'old_leaf',
  'young_leaf',
  'leaf_edge',
  'between_veins',
  'leaf_under',
  'flower',
  'fruit',
  'fruit_end',
  'root',
]

/** A plant to touch, and what can be seen on the part that was touched. */
export function Signs(props: {
  signs: LookPage['signs']
  chosen: readonly string[]
  terms: Record<string, string>
  onChange: (signs: string[]) => void
}) {
  const { signs, chosen, terms } = props
  const [part, setPart] = useState<Part | null>(null)
  const parts = PARTS.filter((one) => signs.some((sign) => sign.part === one))
  const marked = signs.filter((one) => chosen.includes(one.key))
  const here = signs.filter((one) => one.part === part)
  const name = (one: Part) => terms[`part.${one}`] ?? one
  const toggle = (key: string) =>
    props.onChange(chosen.includes(key) ? chosen.filter((one) => one !== key) : [...chosen, key])
  return (
    <div className="stack">
      <div className="book-touch">
        <PlantTouch
          parts={parts}
          chosen={part}
          marked={marked.map((one) => one.part)}
          onChoose={setPart}
        />
        <div className="row book-chips" role="group" aria-label={t('Where')}>
          {parts.map((one) => (
            <button
              key={one}
              type="button"
              className="book-chip"
              aria-pressed={one === part}
              onClick={() => setPart(one)}
            >
              {name(one)}
            </button>
          ))}
        </div>
      </div>
      {part && (
        <fieldset className="book-signs">
          <legend>{t('{part}: what does it look like?', { part: name(part) })}</legend>
          {here.map((one) => (
            <label key={one.key}>
              <input
                type="checkbox"
                checked={chosen.includes(one.key)}
                disabled={!chosen.includes(one.key) && chosen.length >= MOST}
                onChange={() => toggle(one.key)}
              />{' '}
              {one.name}
            </label>
          ))}
        </fieldset>
      )}
      {marked.length > 0 && (
        <ul className="book-seen" aria-label={t('Seen')}>
          {marked.map((one) => (
            <li key={one.key}>
              <span className="soft">{name(one.part)}:</span> {one.name}
            </li>
          ))}
        </ul>
      )}
    </div>
  )
}
