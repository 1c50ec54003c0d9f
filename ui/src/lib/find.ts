/** Small letters without accents. */
function plain(text: string): string {
  return text.normalize('NFD').replace(/\p{M}/gu, '').toLowerCase()
}

/** How many letters a slip may change: none in a short word. */
function slips(word: string): number {
  return word.length >= 8 ? 2 : word.length >= 5 ? 1 : 0
}

/** Whether two words differ by at most so many letters, typed wrong, left out or too many. */
function near(a: string, b: string, most: number): boolean {
  if (Math.abs(a.length - b.length) > most) return false
  let row = Array.from({ length: b.length + 1 }, (_, n) => n)
  for (let i = 1; i <= a.length; i += 1) {
    const next = [i]
    for (let j = 1; j <= b.length; j += 1) {
      const same = a[i - 1] === b[j - 1] ? 0 : 1
      next.push(Math.min(row[j] + 1, next[j - 1] + 1, row[j - 1] + same))
    }
    row = next
  }
  return row[b.length] <= most
}

/** How well a thing with these names is what was typed: 0 the best, null not at all. */
export function rank(typed: string, names: readonly string[]): number | null {
  const wanted = plain(typed).trim()
  if (!wanted) return 0
  const all = names.map(plain)
  if (all[0]?.startsWith(wanted)) return 0
  if (all.some((name) => name.startsWith(wanted))) return 1
  const parts = all.flatMap((name) => name.split(/[^\p{L}\d]+/u))
  if (parts.some((part) => part.startsWith(wanted))) return 2
  if (all.some((name) => name.includes(wanted))) return 3
  const most = slips(wanted)
  return most > 0 && parts.some((part) => near(part, wanted, most)) ? 4 : null
}
