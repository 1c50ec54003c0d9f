export interface Paced<T> {
  tell: (value: T) => void
  /** Forgets what waits to be told. */
  stop: () => void
}

/** What is told at most so often: the first at once, and the latest always, unless it is stopped. */
export function pacing<T>(tell: (value: T) => void, everyMs: number): Paced<T> {
  let waiting: { value: T } | null = null
  let timer: ReturnType<typeof setTimeout> | null = null
  const now = (value: T) => {
    tell(value)
    timer = setTimeout(() => {
      const next = waiting
      timer = waiting = null
      if (next) now(next.value)
    }, everyMs)
  }
  return {
    tell: (value) => {
      if (timer) waiting = { value }
      else now(value)
    },
    stop: () => {
      if (timer) clearTimeout(timer)
      timer = waiting = null
    },
  }
}
