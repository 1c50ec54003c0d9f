import { useQuery } from '@tanstack/react-query'
import { get, type Schemas } from './client'
import { usePlan } from './gardens'

export type Guess = Schemas['GuessView']
export type Question = Schemas['QuestionView']

/** Questions about a garden to practise guessing at, as it stands on its day. */
export function useGuesses(gardenId: string): Guess[] | undefined {
  const { as_of } = usePlan(gardenId)
  return useQuery({
    queryKey: ['guesses', gardenId, as_of],
    queryFn: ({ signal }) => get<Guess[]>(`/api/gardens/${gardenId}/planning/guesses`, signal),
  }).data
}

/** Questions with three answers, about a garden's bags and about leaves. */
export function useQuestions(gardenId: string): Question[] | undefined {
  const { as_of } = usePlan(gardenId)
  return useQuery({
    queryKey: ['choices', gardenId, as_of],
    queryFn: ({ signal }) => get<Question[]>(`/api/gardens/${gardenId}/planning/choices`, signal),
  }).data
}
