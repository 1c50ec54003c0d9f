import { Button } from 'antd'
import { gardenQueries, keepsOf, useGarden } from '../api/gardens'
import type { Kind } from '../api/letters'
import { write } from '../api/client'
import { useWords } from '../api/reference'
import { useMutation, useQueryClient } from '@tanstack/react-query'
import { plural, t } from '../lib/words'
import { termOf } from '../parts/names'

/** What is stored and breaks the garden's rules: it counts for nothing until it is mended. */
export function AsideBanner({ gardenId }: { gardenId: string }) {
  const { aside, role } = useGarden(gardenId)
  const words = useWords()
  const client = useQueryClient()
  const remove = useMutation({
    mutationFn: (one: (typeof aside)[number]) =>
      write('DELETE', `/api/gardens/${gardenId}/${one.kind}/${one.id}?based_on=${one.revision}`),
    onSettled: () =>
      client.invalidateQueries({ queryKey: gardenQueries.document(gardenId).queryKey }),
  })
  if (aside.length === 0) return null
  return (
    <div className="outbox small" role="status">
      <p>
        <b>
          {plural(
            aside.length,
            'One entry of this garden breaks its rules and counts for nothing.',
            '{n} entries of this garden break its rules and count for nothing.',
          )}
        </b>{' '}
        {t('All else is as it was. Each is in every backup, and removing can be undone.')}
      </p>
      {aside.map((one) => (
        <p className="row" key={one.id}>
          <span>
            {words.terms[`things.${one.kind}`] ?? one.kind}
            {named(one.data) && ` “${named(one.data)}”`}
            {one.field && `, ${termOf(words.terms, one.field)}`}: {one.problem}. {one.remedy}
          </span>
          {keepsOf(role, one.kind as Kind) && (
            <Button size="small" loading={remove.isPending} onClick={() => remove.mutate(one)}>
              {t('Remove it')}
            </Button>
          )}
        </p>
      ))}
    </div>
  )
}

/** What people know a thing by. */
function named(data: Record<string, unknown>): string {
  const found = ['name', 'variety', 'crop', 'lab', 'on'].map((field) => data[field]).find(Boolean)
  return found ? String(found) : ''
}
