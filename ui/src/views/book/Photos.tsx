import { Button } from 'antd'
import { faultsOf } from '../../api/client'
import { photoAt, useKeepPhoto } from '../../api/photos'
import { base64, smallPhoto } from '../../lib/files'
import { t } from '../../lib/words'
import { Refused } from '../../parts/Field'
import { FileDrop } from '../../parts/FileDrop'

const MOST = 6

/** Photos of a note, and a way to take another: from the phone's camera or a file. */
export function PhotosOf(props: {
  gardenId: string
  photos: readonly string[]
  onChange: (photos: string[]) => void
}) {
  const { photos, onChange } = props
  const keep = useKeepPhoto(props.gardenId)
  const take = async (file: File) => {
    keep.mutate(await base64(await smallPhoto(file)), {
      onSuccess: ({ id }) => onChange([...photos.filter((one) => one !== id), id]),
    })
  }
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
      {photos.length < MOST && (
        <FileDrop
          label={t('A photo')}
          name={t('A photo')}
          accept="image/*"
          busy={keep.isPending}
          onFile={(file) => void take(file)}
        />
      )}
      <Refused faults={faultsOf(keep.error)} />
    </div>
  )
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
