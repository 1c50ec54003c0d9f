import { t } from '../../lib/words'
import './search.css'

const LONG = 9

/** A box to find something by its name; only where a list is long. */
export function Search(props: {
  of: number
  label: string
  value: string
  onChange: (text: string) => void
}) {
  if (props.of <= LONG && !props.value) return null
  return (
    <input
      type="search"
      className="input search"
      aria-label={props.label}
      placeholder={t('Find …')}
      value={props.value}
      onChange={(event) => props.onChange(event.target.value)}
    />
  )
}

/** The things whose name has every word that is looked for. */
export function found<T>(things: readonly T[], text: string, name: (thing: T) => string): T[] {
  const words = text.toLowerCase().split(/\s+/).filter(Boolean)
  return things.filter((thing) => {
    const named = name(thing).toLowerCase()
    return words.every((word) => named.includes(word))
  })
}
