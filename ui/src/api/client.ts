import type { components } from './schema'
import { recall } from '../lib/memory'

export type Schemas = components['schemas']
export type Fault = Schemas['FaultView']

/** A request that was not done, with the field at fault and the way out. */
export class ProblemError extends Error {
  readonly faults: Fault[]
  readonly status: number
  readonly theirs: unknown

  constructor(status: number, problem: Partial<Schemas['Problem']>) {
    super(problem.title ?? 'The request was not done')
    this.status = status
    this.faults = problem.faults ?? []
    this.theirs = problem.theirs
  }
}

/** The faults in whatever went wrong; what has no field of its own stands for the whole. */
export function faultsOf(error: Error | null): Fault[] {
  if (!error) return []
  if (error instanceof ProblemError && error.faults.length) return error.faults
  return [{ field: '', key: 'other', problem: error.message, remedy: '' }]
}

async function send<T>(path: string, init: RequestInit): Promise<T> {
  let response: Response
  try {
    response = await fetch(path, init)
  } catch (error) {
    if (error instanceof DOMException && error.name === 'AbortError') throw error
    throw new ProblemError(0, { title: 'Eznel does not answer. What you typed is kept.' })
  }
  if (!response.ok) {
    throw new ProblemError(response.status, await response.json().catch(() => ({})))
  }
  return (await response.json()) as T
}

/** Reads something. */
export function get<T>(path: string, signal?: AbortSignal): Promise<T> {
  return send<T>(path, { signal })
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
