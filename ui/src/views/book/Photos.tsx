import { Button } from 'antd'
import { useEffect } from 'react'
import { faultsOf, ProblemError } from '../../api/client'
import {
  dropPhoto,
  holdPhotosOf,
  keepPhotoHere,
  useWaitingPhotos,
  type ShowsPhotos,
  type WaitingPhoto,
} from '../../api/photoBox'
import { photoAt, useKeepPhoto } from '../../api/photos'
import { useLatest } from '../../lib/useLatest'
import { t } from '../../lib/words'
import { Refused } from '../../parts/Field'
import { FileDrop } from '../../parts/FileDrop'
import { MayKeep } from '../../parts/MayKeep'

const MOST = 6

/** Photos of a note, and a way to take another: from the phone's camera or a file. */
export function PhotosOf(props: {
  gardenId: string
  /** The note or look that it is of: its photos can wait for it without a network. */
  of?: { kind: ShowsPhotos; id: string }
  photos: readonly string[]
  onChange: (photos: string[]) => void
}) {
  const { gardenId, of, photos, onChange } = props
  const keep = useKeepPhoto(gardenId)
  const waiting = useWaitingPhotos(gardenId).filter((one) => one.of === of?.id)
  const thing = of?.id
  useEffect(() => (thing ? holdPhotosOf(thing) : undefined), [thing])
  const latest = useLatest(props)
  const take = (taken: File) =>
    keep.mutate(taken, {
      onSuccess: ({ id }) => {
        const { photos: now, onChange: put } = latest.current
        put([...now.filter((one) => one !== id), id])
      },
      onError: (error) => {
        if (!of || !(error instanceof ProblemError) || !error.unreachable) return
        const kept = keepPhotoHere({ garden: gardenId, kind: of.kind, of: of.id, taken })
        void kept.then(keep.reset, () => undefined) // else the error stays: it is kept nowhere
      },
    })
  return (
    <div className="row book-photos">
      {photos.map((one, n) => (
        <figure key={one}>
          <Shown gardenId={props.gardenId} photo={one} />
          <Button
            size="small"
            type="text"
            aria-label={t('Take it off: photo {n}', { n: n + 1 })}
            onClick={() => onChange(photos.filter((each) => each !== one))}
          >
            {t('Take it off')}
          </Button>
        </figure>
      ))}
      <Waiting of={waiting} onDrop={(id) => void dropPhoto(id)} />
      {photos.length + waiting.length < MOST && (
        <MayKeep kind="notes">
          <FileDrop
            label={t('A photo')}
            name={t('A photo')}
            accept="image/*"
            busy={keep.isPending}
            onFile={take}
          />
        </MayKeep>
      )}
      <Refused faults={faultsOf(keep.error)} />
    </div>
  )
}

/** Photos that wait in this browser: they are sent once Eznel answers and their note is stored. */
export function Waiting(props: { of: readonly WaitingPhoto[]; onDrop?: (id: string) => void }) {
  const { of, onDrop } = props
  return of.map((one) => (
    <figure key={one.id}>
      <img
        className="book-photo"
        src={`data:image/jpeg;base64,${one.file}`}
        alt={t('Photo of this day')}
      />
      <figcaption className="small soft">
        {one.refused || t('Kept in this browser until Eznel answers.')}
      </figcaption>
      {onDrop && (
        <Button size="small" type="text" onClick={() => onDrop(one.id)}>
          {t('Take it off')}
        </Button>
      )}
    </figure>
  ))
}

/** A photo of a day, small; touched it opens whole. */
export function Shown({ gardenId, photo }: { gardenId: string; photo: string }) {
  const at = photoAt(gardenId, photo)
  return (
    <a href={at} target="_blank" rel="noreferrer">
      <img className="book-photo" src={at} alt={t('Photo of this day')} loading="lazy" />
    </a>
  )
}
