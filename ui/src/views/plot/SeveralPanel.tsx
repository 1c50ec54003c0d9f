import { Button, Popconfirm } from 'antd'
import { useState } from 'react'
import { faultsOf, type Schemas } from '../../api/client'
import { useGarden, useWrites } from '../../api/gardens'
import { useCatalogue } from '../../api/reference'
import { newId } from '../../lib/ids'
import { useToast } from '../../lib/useToast'
import { plural, t } from '../../lib/words'
import { DateField } from '../../parts/DateField'
import { ChoiceField, Refused, TextField } from '../../parts/Field'
import { PickField } from '../../parts/Pick'
import { cropChoices } from '../../parts/names'
import { textures } from './BedFields'
import { shelters, suns, watersToChoose } from './PlaceFields'
import { newPlanting, type Place } from './state'

/** What is changed of all chosen places; what is left empty stays as it is in each. */
type Shared = Partial<Pick<Place, 'sun' | 'shelter'>> & {
  texture?: Schemas['Bed']['texture']
  water?: string
}

/** The garden's usual water, where a place is to name no other. */
const USUAL = 'usual'

/** Several places that were chosen together: changed, planted or removed at once. */
export function SeveralPanel(props: {
  gardenId: string
  chosen: readonly Place[]
  today: string
  onClose: () => void
}) {
  const { gardenId, chosen } = props
  return (
    <aside className="sheet stack place-panel" aria-label={t('Several places')}>
      <div className="row">
        <h2>{plural(chosen.length, 'One place chosen', '{n} places chosen')}</h2>
        <span className="spacer" />
        <Button type="text" size="small" onClick={props.onClose}>
          {t('Close')}
        </Button>
      </div>
      <p className="small">
        {chosen.length
          ? chosen.map((one) => one.name).join(', ')
          : t('Touch places on the plot to choose them.')}
      </p>
      {chosen.length > 0 && (
        <>
          <ChangeAll gardenId={gardenId} chosen={chosen} />
          <PlantAll gardenId={gardenId} chosen={chosen} today={props.today} />
          <RemoveAll gardenId={gardenId} chosen={chosen} onRemoved={props.onClose} />
        </>
      )}
    </aside>
  )
}

interface Chosen {
  gardenId: string
  chosen: readonly Place[]
}

function ChangeAll({ gardenId, chosen }: Chosen) {
  const waters = watersToChoose(useGarden(gardenId).file.garden.site.waters)
  const { replaceAll } = useWrites(gardenId)
  const toast = useToast()
  const [shared, setShared] = useState<Shared>({})
  const beds = chosen.some((one) => one.kind === 'bed')
  const save = () =>
    replaceAll.mutate(
      { kind: 'places', things: chosen.map((one) => changed(one, shared)) },
      {
        onSuccess: () => {
          setShared({})
          toast({ text: plural(chosen.length, 'One place changed.', '{n} places changed.') })
        },
      },
    )
  const as = { value: '', label: t('as it is in each') }
  return (
    <section className="stack">
      <h3>{t('Change all of them')}</h3>
      <div className="fields">
        <ChoiceField
          label={t('Sun')}
          value={shared.sun ?? ''}
          options={[as, ...suns()]}
          onChange={(sun) => setShared({ ...shared, sun: oneOf(suns(), sun) })}
        />
        <ChoiceField
          label={t('Shelter')}
          value={shared.shelter ?? ''}
          options={[as, ...shelters()]}
          onChange={(shelter) => setShared({ ...shared, shelter: oneOf(shelters(), shelter) })}
        />
        {waters.length > 0 && (
          <ChoiceField
            label={t('Watered with')}
            value={shared.water ?? ''}
            options={[as, { value: USUAL, label: t('the usual water') }, ...waters]}
            onChange={(water) => setShared({ ...shared, water })}
          />
        )}
        {beds && (
          <ChoiceField
            label={t('Texture')}
            value={shared.texture ?? ''}
            options={[as, ...textures()]}
            onChange={(texture) => setShared({ ...shared, texture: oneOf(textures(), texture) })}
          />
        )}
      </div>
      <div className="row">
        <Button
          disabled={!Object.values(shared).some(Boolean)}
          loading={replaceAll.isPending}
          onClick={save}
        >
          {t('Change them')}
        </Button>
        <Refused faults={faultsOf(replaceAll.error)} />
      </div>
    </section>
  )
}

/** The option of that value, as its type has it. */
function oneOf<V extends string>(options: readonly { value: V }[], value: string): V | undefined {
  return options.find((one) => one.value === value)?.value
}

function changed(place: Place, { texture, water, ...shared }: Shared): Place {
  const site = {
    ...Object.fromEntries(Object.entries(shared).filter(([, value]) => value)),
    ...(water ? { water: water === USUAL ? null : water } : {}),
  }
  if (place.kind === 'tub') return { ...place, ...site }
  return { ...place, ...site, ...(texture ? { texture, texture_by_feel: false } : {}) }
}

function PlantAll(props: Chosen & { today: string }) {
  const { gardenId, chosen } = props
  const { crops, stages } = useCatalogue()
  const { saveAll, removeAll } = useWrites(gardenId)
  const toast = useToast()
  const [crop, setCrop] = useState('')
  const [variety, setVariety] = useState('')
  const [on, setOn] = useState<string | null>(props.today)
  const save = () => {
    const things = chosen.map((place) => ({
      ...newPlanting(place.id, crop, stages[crop], on ?? props.today),
      id: newId(),
      variety,
    }))
    saveAll.mutate(
      { kind: 'plantings', things },
      {
        onSuccess: () => {
          setCrop('')
          toast({
            text: plural(things.length, 'Planted in one place.', 'Planted in {n} places.'),
            undo: () =>
              removeAll(
                'plantings',
                things.map(({ id }) => id),
              ),
          })
        },
      },
    )
  }
  return (
    <section className="stack">
      <h3>{t('Plant the same in each')}</h3>
      <div className="fields">
        <PickField label={t('Crop')} value={crop} options={cropChoices(crops)} onChange={setCrop} />
        {crop && (
          <>
            <TextField label={t('Variety')} value={variety} onChange={setVariety} />
            <DateField label={t('On')} value={on} onChange={setOn} />
          </>
        )}
      </div>
      <div className="row">
        <Button disabled={!crop || !on} loading={saveAll.isPending} onClick={save}>
          {plural(chosen.length, 'Plant it in one place', 'Plant it in {n} places')}
        </Button>
        <Refused faults={faultsOf(saveAll.error)} />
      </div>
    </section>
  )
}

function RemoveAll(props: Chosen & { onRemoved: () => void }) {
  const { gardenId, chosen } = props
  const { remove } = useWrites(gardenId)
  const act = async () => {
    for (const { id } of chosen) await remove.mutateAsync({ kind: 'places', key: id })
    props.onRemoved()
  }
  return (
    <div className="row">
      <Popconfirm
        title={plural(chosen.length, 'Remove one place?', 'Remove {n} places?')}
        description={t('Each can be brought back with Undo.')}
        okText={t('Remove')}
        cancelText={t('Keep them')}
        onConfirm={() => void act().catch(() => undefined)}
      >
        <Button type="text" danger size="small" loading={remove.isPending}>
          {t('Remove them')}
        </Button>
      </Popconfirm>
      <Refused faults={faultsOf(remove.error)} />
    </div>
  )
}
