import { recall, remember } from '../lib/memory'
import type { Fault, Schemas } from './client'

/** Every kind of thing that people record, as its address spells it. */
export type Kind = keyof Schemas['Changes']
export type Thing = { id?: string; key?: string } & Record<string, unknown>

/** A write that is on its way: kept until the answer is here. */
export interface Letter {
  id: string
  garden: string
  kind: Kind
  key: string
  /** Nothing where the thing is to be removed. */
  thing: Thing | null
  basedOn: number
  /** Whether nobody answered it so far. */
  tried: boolean
  /** Why it was refused while nobody was looking. */
  refused: Fault[] | null
}

/** Where letters lie between two lives of a page. */
export interface Drawer {
  /** What lies there; nothing where nothing can be read. */
  read: () => string | null
  /** Puts it there; says whether it could. */
  write: (text: string) => boolean
  /** Lays damaged text aside, where it can be found again. */
  setAside: (text: string) => void
}

/** The letters as everybody sees them: one value, so that nothing is drawn half. */
export interface Letters {
  all: readonly Letter[]
  /** Some letters lie in this page alone: the browser may not keep them, or has no room. */
  onlyHere: boolean
  /** What lay in the browser could not be read, and was set aside. */
  damaged: boolean
}

function isLetter(one: unknown): one is Letter {
  const letter = one as Partial<Letter> | null
  return (
    typeof letter === 'object' &&
    letter !== null &&
    [letter.id, letter.garden, letter.kind, letter.key].every((x) => typeof x === 'string') &&
    typeof letter.basedOn === 'number' &&
    typeof letter.thing === 'object'
  )
}

/** Letters out of what was kept; null where it is no such thing. */
export function parseLetters(text: string): Letter[] | null {
  try {
    const found: unknown = JSON.parse(text)
    return Array.isArray(found) && found.every(isLetter) ? found : null
  } catch {
    return null
  }
}

/**
 * Letters kept in memory first and in the browser second, so that a browser which may not keep
 * anything, or has no room, loses nothing as long as the page is open.
 */
export class LetterBox {
  private letters: Letters = { all: [], onlyHere: false, damaged: false }
  /** Letters that lie in this page alone, as it could not put them away. */
  private mine = new Set<string>()
  /** Letters that are answered or left: what still lies in a full drawer is none. */
  private gone = new Set<string>()
  private listeners = new Set<() => void>()

  constructor(private drawer: Drawer) {
    this.refresh()
  }

  /** All letters; the same value until something changes. */
  get = (): Letters => this.letters

  /** Changes the letters, beginning from what other pages have put into the drawer too. */
  change(how: (all: readonly Letter[]) => Letter[]): void {
    const before = this.merged()
    const all = how(before.all)
    const staying = new Set(all.map((one) => one.id))
    before.all.filter((one) => !staying.has(one.id)).forEach((one) => this.gone.add(one.id))
    const kept = this.drawer.write(JSON.stringify(all))
    this.mine = new Set(kept ? [] : all.map((one) => one.id))
    this.tell({ all, onlyHere: !kept && all.length > 0, damaged: before.damaged })
  }

  /** Looks into the drawer again: another page has changed it. */
  refresh = (): void => this.tell(this.merged())

  /** The reader knows that something was damaged. */
  seen(): void {
    this.tell({ ...this.letters, damaged: false })
  }

  subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener)
    return () => this.listeners.delete(listener)
  }

  private merged(): Letters {
    const text = this.drawer.read()
    const here = this.letters.all.filter((one) => this.mine.has(one.id))
    const parsed = text === null ? [] : parseLetters(text)
    if (parsed === null && text !== null) this.drawer.setAside(text)
    const own = new Map(here.map((one) => [one.id, one]))
    const kept = (parsed ?? [])
      .filter((one) => !this.gone.has(one.id))
      .map((one) => own.get(one.id) ?? one)
    const there = new Set(kept.map((one) => one.id))
    return {
      all: [...kept, ...here.filter((one) => !there.has(one.id))],
      onlyHere: here.length > 0,
      damaged: this.letters.damaged || parsed === null,
    }
  }

  private tell(next: Letters): void {
    this.letters = next
    this.listeners.forEach((listener) => listener())
  }
}

const NAME = 'outbox'

/** The drawer that a browser has. */
export const browserDrawer: Drawer = {
  read: () => recall(NAME, '') || null,
  write: (text) => remember(NAME, text),
  setAside: (text) => {
    remember(`${NAME}.damaged`, text)
    remember(NAME, '[]')
  },
}
