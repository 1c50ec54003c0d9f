/** Names by what browsers say of themselves; most of them claim to be several. */
const BROWSERS = [
  ['Firefox', /Firefox\/|FxiOS\//],
  ['Edge', /Edg(e|A|iOS)?\//],
  ['Opera', /OPR\//],
  ['Samsung Internet', /SamsungBrowser\//],
  ['Chromium', /Chrom(e|ium)\/|CriOS\//],
  ['Safari', /Safari\//],
] as const

const MACHINES = [
  ['Android', /Android/],
  ['iPhone', /iPhone/],
  ['iPad', /iPad/],
  ['Windows', /Windows/],
  ['Mac', /Macintosh/],
  ['Linux', /Linux/],
] as const

const found = (of: readonly (readonly [string, RegExp])[], said: string) =>
  of.find(([, pattern]) => pattern.test(said))?.[0]

/** What people know a browser by: its name, and what it runs on; empty where it says neither. */
export const browserName = (said: string) =>
  [found(BROWSERS, said), found(MACHINES, said)].filter(Boolean).join(', ')
