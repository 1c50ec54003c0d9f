import { Button, Empty } from 'antd'
import { useLooked, useLookPage, type LookAsked, type LookedSaid } from '../../api/looking'
import { useEditing, type ThingEditing } from '../../api/editing'
import type { Schemas } from '../../api/client'
import { useGarden, usePlan, useWrites } from '../../api/gardens'
import { useWords } from '../../api/reference'
import { CropSketch } from '../../drawing/CropSketch'
import { newId } from '../../lib/ids'
import { useAddress } from '../../lib/useAddress'
import { useToast } from '../../lib/useToast'
import { t } from '../../lib/words'
import { DateField } from '../../parts/DateField'
import { NumberField, TextField, faultsAt } from '../../parts/Field'
import { PickField } from '../../parts/Pick'
import { SaveBar } from '../../parts/SaveBar'
import { plantingName } from '../../parts/names'
import { Found } from './Found'
import { Looks } from './Looks'
import { PhotosOf } from './Photos'
import { Signs } from './Signs'

type Look = Schemas['Look']

/** What is the matter with a planting: touch where, say what, and see what may be behind it. */
export function Look({ gardenId }: { gardenId: string }) {
  const plan = usePlan(gardenId)
  const { names } = useNames(gardenId)
  const toast = useToast()
  const { remove } = useWrites(gardenId)
  const [address, go] = useAddress()
  const editing = useEditing(gardenId, 'looks', {
    onSaved: (thing) =>
      toast({
        text: t('It is written down. Today says when to look again.'),
        undo: () => remove.mutate({ kind: 'looks', key: thing.id }),
      }),
  })
  const standing = plan.plantings.filter(
    (one) => one.planted_on <= plan.as_of && one.last_pick >= plan.as_of,
  )
  const asked = standing.find((one) => one.id === address.get('of'))
  const begin = (planting: string) => {
    go({ of: null })
    editing.begin({
      id: newId(),
      planting,
      on: plan.as_of,
      signs: [],
      checks: [],
      photos: [],
      note: '',
    })
  }
  return (
    <div className="stack">
      {editing.thing ? (
        <LookForm gardenId={gardenId} editing={editing} />
      ) : standing.length === 0 ? (
        <Empty
          image={<CropSketch crop="tomato" size={48} />}
          description={t('Nothing stands in the garden today.')}
        />
      ) : (
        <section className="stack" aria-label={t('Which one?')}>
          <h2>{t('Which one has something the matter?')}</h2>
          <div className="row book-chips">
            {(asked ? [asked] : standing).map((one) => (
              <button
                key={one.id}
                type="button"
                className="book-chip"
                onClick={() => begin(one.id)}
              >
                <CropSketch crop={one.crop} size={22} />
                <span>{names.get(one.id)}</span>
              </button>
            ))}
          </div>
        </section>
      )}
      <Looks gardenId={gardenId} names={names} onChange={editing.begin} />
    </div>
  )
}

/** Plantings by name, with their place. */
function useNames(gardenId: string) {
  const plan = usePlan(gardenId)
  const { places } = useGarden(gardenId).file.garden
  const place = new Map(places.map((one) => [one.id, one.name]))
  const names = new Map(
    plan.plantings.map((one) => [one.id, `${plantingName(one)}, ${place.get(one.place) ?? ''}`]),
  )
  return { names }
}

/** What was seen so far, as a question; null while nothing was. */
function askedOf(thing: Look): LookAsked | null {
  if (thing.signs.length === 0) return null
  const both = thing.affected != null && thing.of != null && thing.affected <= thing.of
  return {
    planting: thing.planting,
    on: thing.on,
    signs: thing.signs,
    since: thing.since && thing.since <= thing.on ? thing.since : null,
    affected: both ? thing.affected : null,
    of: both ? thing.of : null,
    checks: thing.checks ?? [],
    look: thing.id,
  }
}

/** With the one cause that is named, and the day to look again, where nobody has chosen. */
function decided(thing: Look, of: LookedSaid | undefined): Look {
  if (!of || thing.came != null) return thing
  const only = of.named.length === 1 ? of.named[0].cause : null
  return { ...thing, decided: thing.decided ?? only, again_on: thing.again_on ?? of.again_on }
}

function LookForm({ gardenId, editing }: { gardenId: string; editing: ThingEditing<Look> }) {
  const { thing, change, faults } = editing
  const words = useWords()
  const plan = usePlan(gardenId)
  const page = useLookPage(gardenId, thing?.planting ?? null)
  const looked = useLooked(gardenId, thing ? askedOf(thing) : null)
  const planting = plan.plantings.find((one) => one.id === thing?.planting)
  if (!thing) return null
  const whole = (value: number | null | undefined) => (value == null ? null : Math.round(value))
  return (
    <div className="book-look">
      <section className="sheet stack" aria-label={t('What is seen')}>
        <h2>{planting ? plantingName(planting) : t('What is seen')}</h2>
        {page.data && (
          <Signs
            signs={page.data.signs}
            chosen={thing.signs}
            terms={words.terms}
            onChange={(signs) => change({ ...thing, signs, decided: null, again_on: null })}
          />
        )}
        <div className="fields">
          <DateField
            label={t('Since')}
            value={thing.since}
            faults={faultsAt(faults, 'since')}
            onChange={(since) => change({ ...thing, since })}
          />
          <NumberField
            label={t('How many have it')}
            value={thing.affected}
            faults={faultsAt(faults, 'affected')}
            onChange={(value) => change({ ...thing, affected: whole(value) })}
          />
          <NumberField
            label={t('of how many')}
            value={thing.of}
            faults={faultsAt(faults, 'of')}
            onChange={(value) => change({ ...thing, of: whole(value) })}
          />
        </div>
        <PhotosOf
          gardenId={gardenId}
          of={{ kind: 'looks', id: thing.id }}
          photos={thing.photos ?? []}
          onChange={(photos) => change({ ...thing, photos })}
        />
        <TextField
          label={t('In your words')}
          value={thing.note ?? ''}
          faults={faultsAt(faults, 'note')}
          onChange={(note) => change({ ...thing, note })}
        />
        {thing.came != null && (
          <PickField
            label={t('What it was in the end')}
            value={thing.turned_out ?? ''}
            options={(page.data?.causes ?? []).map((one) => ({ value: one.key, label: one.name }))}
            onChange={(cause) => change({ ...thing, turned_out: cause })}
          />
        )}
      </section>
      <section className="stack" aria-label={t('What may be behind it')} aria-live="polite">
        {thing.signs.length === 0 && (
          <p className="soft">
            {t('Touch the plant where something is the matter, then say what it looks like.')}
          </p>
        )}
        {thing.signs.length > 0 && looked.data && (
          <Found gardenId={gardenId} look={thing} of={looked.data} onChange={change} />
        )}
        <SaveBar
          editing={{
            ...editing,
            blocked: editing.blocked || thing.signs.length === 0,
            save: (one, basedOn) => editing.save(decided(one, looked.data), basedOn),
          }}
          terms={words.terms}
          label={t('Write it down')}
        >
          <RemoveLook gardenId={gardenId} editing={editing} />
        </SaveBar>
      </section>
    </div>
  )
}

function RemoveLook({ gardenId, editing }: { gardenId: string; editing: ThingEditing<Look> }) {
  const { looks = [] } = useGarden(gardenId).file.log
  const { thing } = editing
  if (!thing || !looks.some((one) => one.id === thing.id)) return null
  return (
    <Button type="text" danger onClick={() => editing.remove(thing.id)}>
      {t('Remove')}
    </Button>
  )
}
