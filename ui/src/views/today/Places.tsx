import { Button } from 'antd'
import { useState } from 'react'
import { faultsOf } from '../../api/client'
import { useGarden, useWrites } from '../../api/gardens'
import { useWords } from '../../api/reference'
import { plural, t } from '../../lib/words'
import { Refused } from '../../parts/Field'
import { showBulk } from '../../parts/heaps'
import { namesOf } from '../../parts/names'
import { useToast } from '../../lib/useToast'
import { MayKeep } from '../../parts/MayKeep'
import { doneOn } from './amounts'
import { PlaceLine } from './Lines'
import { alike, type PlaceDue } from './state'

/** Work on whole places: the same on several of them is one job with a list. */
export function Places(props: {
  due: readonly PlaceDue[]
  gardenId: string
  today: string
  opened: boolean
}) {
  const { gardenId, today } = props
  return alike(props.due).map((group) =>
    group.length > 1 ? (
      <Several key={group[0].job.key} group={group} gardenId={gardenId} today={today} />
    ) : (
      <PlaceLine key={group[0].job.key} due={group[0]} gardenId={gardenId} opened={props.opened} />
    ),
  )
}

function Several(props: { group: PlaceDue[]; gardenId: string; today: string }) {
  const { group, gardenId, today } = props
  const { file } = useGarden(gardenId)
  const words = useWords()
  const [open, setOpen] = useState(false)
  const names = namesOf(file.garden)
  const [{ job }] = group
  const sum = (of: 'litres' | 'grams') => group.reduce((all, due) => all + due.job[of], 0)
  const size = showBulk(sum('litres'), sum('grams'))
  const where = plural(group.length, 'One place', '{n} places')
  const kind = words.terms[`kind.${job.kind}`] ?? job.kind
  return (
    <section className="stack">
      <article className="job-line" aria-label={`${where}, ${kind}`}>
        <button
          type="button"
          className="job-line-what"
          aria-expanded={open}
          onClick={() => setOpen(!open)}
        >
          <span className="row job-line-head">
            <b>{where}</b>
            <span className="soft small">{kind}</span>
          </span>
          <span className="job-line-amount">
            {t('{size} {name} in all', { size, name: job.name })}
          </span>
          <span className="soft small">
            {group.map(({ place }) => names.places.get(place.id)).join(', ')}
          </span>
        </button>
        <MayKeep kind="preparations">
          <AllDone group={group} gardenId={gardenId} today={today} />
        </MayKeep>
      </article>
      {open &&
        group.map((due) => (
          <PlaceLine key={due.job.key} due={due} gardenId={gardenId} opened={false} />
        ))}
    </section>
  )
}

/** The tick for all of them, with one undo. */
function AllDone(props: { group: PlaceDue[]; gardenId: string; today: string }) {
  const { group, gardenId, today } = props
  const { preparations } = useGarden(gardenId).file.garden
  const { save, remove } = useWrites(gardenId)
  const toast = useToast()
  const known = (due: PlaceDue) => preparations.find((one) => one.id === due.job.key)
  const before = group.map((due) => ({ key: due.job.key, was: known(due) }))
  const done = async () => {
    for (const due of group) {
      const thing = { ...doneOn(due, known(due), today) }
      await save.mutateAsync({ kind: 'preparations', thing })
    }
    toast({
      text: t('Recorded for all of them. The rest of the season is worked out again.'),
      undo: () => {
        for (const { key, was } of before) {
          if (was) save.mutate({ kind: 'preparations', thing: { ...was } })
          else remove.mutate({ kind: 'preparations', key })
        }
      },
    })
  }
  return (
    <>
      <Button type="primary" loading={save.isPending} onClick={() => void done().catch(() => null)}>
        {t('All done')}
      </Button>
      <Refused faults={faultsOf(save.error)} />
    </>
  )
}
