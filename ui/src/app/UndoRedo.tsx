import { Button } from 'antd'
import { useQuery } from '@tanstack/react-query'
import { useEffect } from 'react'
import { gardenQueries, useRevert } from '../api/gardens'
import { t } from '../lib/words'
import { sentenceOf, useKnown } from '../parts/History/sentences'
import { useToast } from '../lib/useToast'

/** Undo and redo of whatever was changed last, by anybody. */
export function UndoRedo({ gardenId }: { gardenId: string }) {
  const { data } = useQuery(gardenQueries.journal(gardenId, null))
  const known = useKnown()
  const toast = useToast()
  const revert = useRevert(gardenId)
  const act = (what: 'undo' | 'redo') => {
    const change = data?.[what]
    if (!change || revert.isPending) return
    revert.mutate(
      { act: what, number: change.number },
      {
        onSuccess: () =>
          toast({
            text: t(what === 'undo' ? 'Taken back: {change}' : 'Done again: {change}', {
              change: sentenceOf(change, known),
            }),
          }),
        onError: (error) => toast({ text: error.message }),
      },
    )
  }
  useEffect(() => {
    const press = (event: KeyboardEvent) => {
      const typing = (event.target as Element).closest('input, textarea, select')
      if (typing || event.key.toLowerCase() !== 'z' || !(event.ctrlKey || event.metaKey)) return
      event.preventDefault()
      act(event.shiftKey ? 'redo' : 'undo')
    }
    window.addEventListener('keydown', press)
    return () => window.removeEventListener('keydown', press)
  })
  const title = (change?: Parameters<typeof sentenceOf>[0] | null) =>
    change ? sentenceOf(change, known) : undefined
  return (
    <span className="undo-redo">
      <Button
        type="text"
        aria-label={t('Undo')}
        title={title(data?.undo)}
        disabled={!data?.undo}
        onClick={() => act('undo')}
      >
        <Arrow back />
      </Button>
      <Button
        type="text"
        aria-label={t('Redo')}
        title={title(data?.redo)}
        disabled={!data?.redo}
        onClick={() => act('redo')}
      >
        <Arrow />
      </Button>
    </span>
  )
}

function Arrow({ back = false }: { back?: boolean }) {
  return (
    <svg width="18" height="18" viewBox="0 0 18 18" fill="none" stroke="currentColor" aria-hidden>
      <g transform={back ? undefined : 'matrix(-1 0 0 1 18 0)'} strokeWidth="1.8">
        <path d="M3 7h8a4 4 0 0 1 0 8H8" />
        <path d="M6.5 3.5 3 7l3.5 3.5" />
      </g>
    </svg>
  )
}
