/** The mark before decimals; null where nobody knows. */
export type Mark = '.' | ','

const MOST = 1e12

/**
 * The ways in which a number as people type it can be read, the likelier first: "1.5", "1,5",
 * " 1 200 ", "1.234,5". Two where its mark could stand before decimals or between thousands.
 * The same cases are read by the server: tests/data/numbers.json.
 */
export function readings(text: string, mark: Mark | null): number[] {
  const plain = text
    .trim()
    .replace('−', '-')
    .replace(/(?<=\d)[ '’\u00a0\u2009\u202f](?=\d{3}(?!\d))/g, '')
  const found = /^([+-]?)(\d*(?:[.,]\d+)*[.,]?)(e[+-]?\d{1,3})?$/i.exec(plain)
  if (!found || !/\d/.test(found[2])) return []
  const [, sign, digits, power = ''] = found
  return ways(digits, mark)
    .map((one) => Number(`${sign}${one}${power}`))
    .filter((value) => Math.abs(value) < MOST)
}

function ways(digits: string, mark: Mark | null): string[] {
  const dots = digits.split('.').length - 1
  const commas = digits.split(',').length - 1
  if (!dots && !commas) return [digits]
  if (dots && commas) {
    const last: Mark = digits.lastIndexOf('.') > digits.lastIndexOf(',') ? '.' : ','
    return (last === '.' ? dots : commas) === 1 ? grouped(digits, last) : []
  }
  const own: Mark = dots ? '.' : ','
  const other: Mark = dots ? ',' : '.'
  if (dots + commas > 1) return grouped(digits, other)
  const decimal = digits.replace(own, '.')
  const group = grouped(digits, other)
  if (!group.length || digits.startsWith('0')) return [decimal]
  if (mark === null) return own === '.' ? [decimal, ...group] : [...group, decimal]
  return own === mark ? [decimal] : group
}

/** Read with the other mark between thousands; nothing where the groups are not of three. */
function grouped(digits: string, mark: Mark): string[] {
  const [whole, part = '0'] = digits.split(mark)
  const groups = mark === '.' ? /^[1-9]\d{0,2}(,\d{3})+$/ : /^[1-9]\d{0,2}(\.\d{3})+$/
  return groups.test(whole) ? [`${whole.replace(/[.,]/g, '')}.${part || '0'}`] : []
}
