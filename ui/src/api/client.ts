import type { components } from './schema'
import { gardenOf, KEPT, keepNothing, keeps } from '../lib/kept'
import { recall } from '../lib/memory'
import { system } from '../lib/units'
import { language, t } from '../lib/words'
import { standsIn, unanswered } from './reach'

export type Schemas = components['schemas']
export type Fault = Schemas['FaultView']

/** Both versions of a thing that two people changed. */
export interface Conflict {
  theirs: Record<string, unknown> | null
  fields: string[]
  revision: number
}

/** A request that was not done, with the field at fault and the way out. */
export class ProblemError extends Error {
  readonly faults: Fault[]
  readonly status: number
  readonly conflict: Conflict | null

  constructor(status: number, problem: Partial<Schemas['Problem']>) {
    super(problem.title ?? t('The request was not done'))
    this.status = status
    this.faults = problem.faults ?? []
    this.conflict =
      status === 409 && problem.revision != null
        ? {
            theirs: problem.theirs ?? null,
            fields: problem.fields ?? [],
            revision: problem.revision,
          }
        : null
  }

  /** Nobody answered, or nobody could: the same request may be sent again later. */
  get unreachable(): boolean {
    return [0, 502, 503, 504].includes(this.status)
  }
}

/** The faults in whatever went wrong; what has no field of its own stands for the whole. */
export function faultsOf(error: Error | null): Fault[] {
  if (!error) return []
  if (error instanceof ProblemError && error.faults.length) return error.faults
  return [{ field: '', key: 'other', problem: error.message, remedy: '' }]
}

/** Both versions, where that is what went wrong. */
export function conflictOf(error: Error | null): Conflict | null {
  return error instanceof ProblemError ? error.conflict : null
}

/** Told when a request was refused for want of the password. */
export const SIGN_IN = 'eznel-sign-in'

let refused = false

/** Whether a request was refused for want of the password, perhaps before anybody listened. */
export const signInAsked = () => refused

/** When each address was answered, or a garden written, since the page was opened. [ms] */
const seen = new Map<string, number>()

const silent = () => {
  unanswered()
  return new ProblemError(0, { title: t('Eznel does not answer. What you typed is kept.') })
}

async function send<T>(path: string, init: RequestInit): Promise<T> {
  let response: Response
  const headers = { 'Accept-Language': language, 'X-Eznel-Units': system, ...init.headers }
  const garden = gardenOf(path)
  const cache = garden && !keeps(garden) ? 'no-store' : 'default'
  try {
    response = await fetch(path, { ...init, cache, headers })
    if (response.ok) {
      const answer = (await response.json()) as T
      const kept = response.headers.get(KEPT)
      const at = Date.parse(kept ?? response.headers.get('Date') ?? '')
      if (kept === null) seen.set(path, at)
      else if (at < (seen.get(path) ?? 0))
        throw silent() // what is shown is newer
      else standsIn(at)
      // What was kept before a write does not know of it.
      if (init.method && garden) seen.set(`/api/gardens/${garden}`, at + 1)
      return answer
    }
  } catch (error) {
    if (error instanceof ProblemError) throw error
    if (error instanceof DOMException && error.name === 'AbortError') throw error
    throw silent()
  }
  if (response.status === 401 && !path.startsWith('/api/door')) {
    refused = true
    void keepNothing()
    window.dispatchEvent(new Event(SIGN_IN))
  }
  throw new ProblemError(response.status, await response.json().catch(() => ({})))
}

/** A connection over which nothing came for so long is a dead one: what was read is asked again. */
const ANSWERS_WITHIN_MS = 30_000

/** Reads something. */
export function get<T>(path: string, signal?: AbortSignal): Promise<T> {
  const late = AbortSignal.timeout(ANSWERS_WITHIN_MS)
  return send<T>(path, { signal: signal ? AbortSignal.any([signal, late]) : late })
}

/** Writes something, in the name kept by this browser. */
export function write<T>(
  method: 'PUT' | 'POST' | 'DELETE',
  path: string,
  body?: unknown,
  signal?: AbortSignal,
): Promise<T> {
  return send<T>(path, {
    method,
    signal,
    headers: { 'Content-Type': 'application/json', 'X-Eznel-Who': encodeURI(recall('who', '')) },
    body: body === undefined ? undefined : JSON.stringify(body),
  })
}
