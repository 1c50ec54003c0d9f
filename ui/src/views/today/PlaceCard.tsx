import { Link } from 'react-router'
import { useGarden, useWrites } from '../../api/gardens'
import { useWords } from '../../api/reference'
import { showDate } from '../../lib/dates'
import { t } from '../../lib/words'
import { namesOf } from '../../parts/names'
import { PlaceJob } from '../../parts/PlaceJob'
import { useToast } from '../../lib/useToast'
import { doneOn } from './amounts'
import type { PlaceDue } from './state'

/** Work on a whole place on its day: lime, compost, a new test. */
export function PlaceCard(props: { due: PlaceDue; gardenId: string; today: string }) {
  const { due, gardenId, today } = props
  const { job, place } = due
  const { file } = useGarden(gardenId)
  const words = useWords()
  const toast = useToast()
  const { save, remove } = useWrites(gardenId)
  const names = namesOf(file.garden)
  const name = names.places.get(place.id) ?? ''
  const known = file.garden.preparations.find((one) => one.id === job.key)
  const done = () =>
    save.mutate(
      {
        kind: 'preparations',
        thing: { ...doneOn(due, known, today) },
      },
      {
        onSuccess: () =>
          toast({
            text: t('{place}: recorded. The plan counts it from today.', { place: name }),
            undo: () =>
              known
                ? save.mutate({ kind: 'preparations', thing: { ...known } })
                : remove.mutate({ kind: 'preparations', key: job.key }),
          }),
      },
    )
  const scoop = job.scoops
  return (
    <PlaceJob
      job={job}
      tone={job.due_on <= today ? 'now' : 'soon'}
      place={name}
      when={job.due_on <= today ? t('today') : showDate(job.due_on, today)}
      why={job.kind === 'preparation' ? `prepared/${job.key}` : `mend/${place.id}`}
      scoops={scoop ? { count: scoop.count, name: names.scoops.get(scoop.scoop) ?? '' } : undefined}
      words={words}
      busy={save.isPending}
      onDone={job.kind === 'retest' ? undefined : done}
    >
      {job.kind === 'retest' && (
        <p>
          <Link to={`/g/${gardenId}/soil?bed=${place.id}&new`}>{t('Type in the new test')}</Link>
        </p>
      )}
      {job.status === 'unconfirmed' && (
        <p className="small soft">
          {t('It was planned for {day}; until it is ticked it does not count.', {
            day: showDate(job.due_on, today),
          })}
        </p>
      )}
    </PlaceJob>
  )
}
