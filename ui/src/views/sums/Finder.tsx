import type { Schemas } from '../../api/client'
import { t } from '../../lib/words'

type Sum = Schemas['SumView']

/** The sums that hold most of the words, all where nothing is looked for. */
function findable(sums: readonly Sum[], looked: string): Sum[] {
  const words = looked.toLowerCase().match(/[\p{L}\d]{2,}/gu) ?? []
  const hits = sums.map((sum) => {
    const text = [sum.key, sum.name, sum.group, ...sum.parts, ...sum.also].join(' ').toLowerCase()
    return words.filter((word) => text.includes(word)).length
  })
  const best = Math.max(...hits)
  return sums.filter((_, n) => words.length === 0 || (best > 0 && hits[n] === best))
}

/** All questions by their groups, found by ordinary words. */
export function Finder(props: {
  sums: readonly Sum[]
  looked: string
  chosen: string | undefined
  onLook: (text: string) => void
  onChoose: (key: string) => void
}) {
  const found = findable(props.sums, props.looked)
  const groups = [...new Set(found.map((one) => one.group))]
  return (
    <nav className="sums-list" aria-label={t('Questions')}>
      <input
        type="search"
        className="input"
        aria-label={t('What do you want to know?')}
        placeholder={t('how strong is my feed, bags for a raised bed, lime …')}
        value={props.looked}
        onChange={(event) => props.onLook(event.target.value)}
      />
      {found.length === 0 && <p className="soft">{t('No question has these words.')}</p>}
      {groups.map((group) => (
        <section key={group}>
          <h2>{group}</h2>
          <ul>
            {found
              .filter((one) => one.group === group)
              .map((one) => (
                <li key={one.key}>
                  <button
                    type="button"
                    aria-current={one.key === props.chosen || undefined}
                    onClick={() => props.onChoose(one.key)}
                  >
                    {one.name}
                  </button>
                </li>
              ))}
          </ul>
        </section>
      ))}
    </nav>
  )
}
