/** What is spelled otherwise in American English, wherever it stands in a word. */
export const SPELLING: Record<string, string> = {
  sulph: 'sulf',
  fertilis: 'fertiliz',
  neutralis: 'neutraliz',
  recognis: 'recogniz',
  mineralis: 'mineraliz',
  colour: 'color',
  mould: 'mold',
  programme: 'program',
  litre: 'liter',
  metre: 'meter',
  centre: 'center',
  fibre: 'fiber',
  grey: 'gray',
  neighbour: 'neighbor',
  odour: 'odor',
  plough: 'plow',
  levelled: 'leveled',
  labelled: 'labeled',
  chilli: 'chili',
  ageing: 'aging',
  analyse: 'analyze',
}

const WORDS = new RegExp(Object.keys(SPELLING).join('|'), 'gi')

function cased(found: string): string {
  const there = SPELLING[found.toLowerCase()]
  if (found === found.toUpperCase()) return there.toUpperCase()
  return found[0] === found[0].toUpperCase() ? there[0].toUpperCase() + there.slice(1) : there
}

/** An English sentence as Americans spell it; names in braces stay as they are. */
export function americanized(sentence: string): string {
  return sentence
    .split(/(\{\w+\})/)
    .map((part, n) => (n % 2 ? part : part.replace(WORDS, cased)))
    .join('')
}
