import { Button } from 'antd'
import { faultsOf } from '../../api/client'
import { useWords } from '../../api/reference'
import { photoAt, useKeepPhoto } from '../../api/photos'
import { showDate } from '../../lib/dates'
import { useLatest } from '../../lib/useLatest'
import { showNumber } from '../../lib/numbers'
import { t } from '../../lib/words'
import { Refused } from '../../parts/Field'
import { FileDrop } from '../../parts/FileDrop'
import { shownAs, type Product } from './state'
import { MayKeep } from '../../parts/MayKeep'

/** What a bag's label said when it was read, and its photo. */
export function FromLabel({ gardenId, product }: { gardenId: string; product: Product }) {
  const { terms } = useWords()
  const { label, photo } = product
  if (!label && !photo) return null
  return (
    <details className="small">
      <summary>
        {label
          ? t('What its label said, read on {date}', { date: showDate(label.on) })
          : t('Photo of the bag')}
      </summary>
      <div className="label-sides">
        {label && (
          <ul className="pieces">
            {label.figures.map((one, n) => (
              <li key={n} className="piece">
                <q>{one.words}</q>
                <b>
                  {shownAs(one.meaning) ?? terms[`label.${one.meaning}`] ?? one.meaning}
                  {one.value != null && ` ${showNumber(one.value, 4)} ${plainUnit(one.unit)}`}
                </b>
              </li>
            ))}
          </ul>
        )}
        {photo && <Photo gardenId={gardenId} photo={photo} name={product.name} />}
      </div>
    </details>
  )
}

function Photo(props: { gardenId: string; photo: string; name: string }) {
  const address = photoAt(props.gardenId, props.photo)
  return (
    <a href={address} target="_blank" rel="noreferrer">
      <img
        className="bag-photo"
        src={address}
        alt={t('Photo of {name}', { name: props.name })}
        loading="lazy"
      />
    </a>
  )
}

/** The photo of a bag: taken, shown, or taken off again. */
export function PhotoOfBag(props: {
  gardenId: string
  photo: string | null
  name: string
  onChange: (photo: string | null) => void
}) {
  const keep = useKeepPhoto(props.gardenId)
  const latest = useLatest(props.onChange)
  const take = (taken: File) => keep.mutate(taken, { onSuccess: (kept) => latest.current(kept.id) })
  return (
    <div className="row">
      {props.photo && <Photo {...props} photo={props.photo} />}
      <MayKeep kind="products">
        <FileDrop
          label={props.photo ? t('Another photo') : t('Photo of the bag')}
          name={t('Photo of the bag')}
          accept="image/*"
          busy={keep.isPending}
          onFile={take}
        />
      </MayKeep>
      {props.photo && (
        <Button type="text" onClick={() => props.onChange(null)}>
          {t('Take it off')}
        </Button>
      )}
      <Refused faults={faultsOf(keep.error)} />
    </div>
  )
}

/** A unit as people write it: of spoons it is not worth a word here where they are sold. */
export function plainUnit(unit: string): string {
  return unit
    .replace(/_(us|metric|au|imp|imperial)\b/g, '')
    .replaceAll('_', ' ')
    .replace(' / 1 ', '/')
    .replace(/\b(m|ft|yd)2\b/g, '$1²')
}
