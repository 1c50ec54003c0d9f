import { useRef, useState } from 'react'
import { keepPreviousData, queryOptions, useMutation, useQueryClient } from '@tanstack/react-query'
import { get, ProblemError, write, type Schemas } from './client'
import { language, t } from '../lib/words'

export type SowingAsked = Schemas['SowingAsked']
export type WholeSeason = Schemas['WholeSeason']

/** Questions before anything is done; each begins with the garden's key, so that a write renews it. */
export const planningQueries = {
  sowing: (id: string, asked: SowingAsked) =>
    queryOptions({
      queryKey: ['garden', id, 'sowing', asked] as const,
      queryFn: ({ signal }) =>
        write<Schemas['SowingAnswer']>('POST', `/api/gardens/${id}/planning/sowing`, asked, signal),
      retry: false,
      placeholderData: keepPreviousData,
    }),
  years: (id: string, planting: string) =>
    queryOptions({
      queryKey: ['garden', id, 'years', planting] as const,
      queryFn: ({ signal }) =>
        get<Schemas['ManyYears']>(`/api/gardens/${id}/planning/years/${planting}`, signal),
    }),
  programmes: (id: string, planting: string) =>
    queryOptions({
      queryKey: ['garden', id, 'programmes', planting] as const,
      queryFn: ({ signal }) =>
        get<Schemas['Programmes']>(`/api/gardens/${id}/planning/programmes/${planting}`, signal),
    }),
}

export interface Working {
  seconds: number
  limit: number
}

type Line = Partial<Working> & { done?: WholeSeason; problem?: Schemas['Problem'] }

/** Asks for one blend for the season; tells how long it has worked until the answer comes. */
async function askSeasonBlend(
  id: string,
  asked: Schemas['BlendAsked'],
  working: (how: Working) => void,
  signal: AbortSignal,
): Promise<WholeSeason> {
  const answer = await fetch(`/api/gardens/${id}/planning/season-blend`, {
    method: 'POST',
    signal,
    headers: { 'Content-Type': 'application/json', 'Accept-Language': language },
    body: JSON.stringify(asked),
  })
  if (!answer.ok || !answer.body) {
    throw new ProblemError(answer.status, await answer.json().catch(() => ({})))
  }
  const reader = answer.body.pipeThrough(new TextDecoderStream()).getReader()
  let text = ''
  for (;;) {
    const { value, done } = await reader.read()
    text += value ?? ''
    const lines = text.split('\n')
    text = lines.pop() ?? ''
    for (const line of lines.filter(Boolean)) {
      const said = JSON.parse(line) as Line
      if (said.done) return said.done
      if (said.problem) throw new ProblemError(said.problem.status, said.problem)
      working({ seconds: said.seconds ?? 0, limit: said.limit ?? 0 })
    }
    if (done) throw new ProblemError(0, { title: t('The answer broke off. Ask again.') })
  }
}

/** Fetches weather from the station, reads files of it, and keeps what they hold. */
export function useWeather(id: string) {
  const client = useQueryClient()
  const renew = () => client.invalidateQueries({ queryKey: ['garden', id] })
  const fetched = useMutation({
    mutationFn: () => write<Schemas['WeatherKept']>('POST', `/api/gardens/${id}/weather/station`),
    onSuccess: renew,
  })
  const read = useMutation({
    mutationFn: (brought: Schemas['WeatherBrought']) =>
      write<Schemas['WeatherRead']>('POST', `/api/gardens/${id}/weather/read`, brought),
  })
  const keep = useMutation({
    mutationFn: (days: Schemas['WeatherDay'][]) =>
      write<Schemas['WeatherKept']>('POST', `/api/gardens/${id}/weather/keep`, { days }),
    onSuccess: renew,
  })
  return { fetched, read, keep }
}

/** Asks for one blend for the season: how long it has worked, what it found, and a way to stop it. */
export function useSeasonBlend(gardenId: string) {
  const [working, setWorking] = useState<Working | null>(null)
  const stopping = useRef<AbortController | null>(null)
  const blend = useMutation({
    mutationFn: async (asked: Schemas['BlendAsked']) => {
      stopping.current = new AbortController()
      setWorking({ seconds: 0, limit: asked.time_limit_s ?? 0 })
      return askSeasonBlend(gardenId, asked, setWorking, stopping.current.signal)
    },
    onSettled: () => setWorking(null),
  })
  const stopped = blend.error instanceof DOMException
  return {
    working,
    found: blend.data ?? null,
    error: stopped ? null : blend.error,
    ask: blend.mutate,
    stop: () => stopping.current?.abort(),
    drop: blend.reset,
  }
}
