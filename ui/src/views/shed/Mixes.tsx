import { Button, Popconfirm } from 'antd'
import { useRef } from 'react'
import { useEditing, type ThingEditing } from '../../api/editing'
import { useGarden, usePlan } from '../../api/gardens'
import { useReuse, type Recipe } from '../../api/mixes'
import { useCatalogue, useWords } from '../../api/reference'
import { newId } from '../../lib/ids'
import { intoSight } from '../../lib/intoSight'
import { useAddress } from '../../lib/useAddress'
import { t } from '../../lib/words'
import { ChoiceField, Refused, TextField, faultsAt } from '../../parts/Field'
import { ChargeField, Ingredients } from '../../parts/Ingredients'
import { SaveBar } from '../../parts/SaveBar'
import { Batch } from './Batch'
import { UsedMix } from './UsedMix'

type Use = NonNullable<Recipe['use']>
type Ready = ReturnType<typeof useCatalogue>['recipes'][number]

const uses = (): Record<Use, string> => ({
  seed: t('to sow in'),
  potting: t('for young plants'),
  tub: t('for tubs'),
  bed: t('to fill beds'),
})
const USES = ['seed', 'potting', 'tub', 'bed'] as const

/** Mixes of one's own and ready-made ones, by the batch; and the mix of last season's tubs. */
export function Mixes({ gardenId }: { gardenId: string }) {
  const { garden } = useGarden(gardenId).file
  const { recipes: ready } = useCatalogue()
  const [address, go] = useAddress()
  const own = garden.recipes ?? []
  const editing = useEditing(gardenId, 'recipes', { onSaved: (one) => go({ mix: one.id }) })
  const chosen = own.find((one) => one.id === address.get('mix')) ?? own.at(0) ?? null
  const shown = editing.thing ?? chosen
  const reuse = useReuse(gardenId)
  const detail = useRef<HTMLElement>(null)
  // On a phone the details stand below the lists: go there once they are drawn.
  const show = () => requestAnimationFrame(() => intoSight(detail.current))
  const begin = (mix: Recipe) => {
    editing.begin(mix)
    show()
  }
  return (
    <div className="shed-view">
      <section className="stack">
        <h2>{t('Mixes of mine')}</h2>
        {own.length === 0 && (
          <p className="small soft">{t('None yet. Begin from one below, or from nothing.')}</p>
        )}
        <ul className="products" hidden={own.length === 0}>
          {own.map((one) => (
            <li key={one.id}>
              <button
                type="button"
                aria-pressed={shown?.id === one.id}
                onClick={() => {
                  editing.cancel()
                  go({ mix: one.id })
                  show()
                }}
              >
                <b>{one.name}</b>
                <span className="small soft">{uses()[one.use ?? 'tub']}</span>
              </button>
            </li>
          ))}
        </ul>
        <div className="row">
          <Button type="primary" onClick={() => begin(nothing())}>
            {t('A new mix')}
          </Button>
        </div>
        <h2>{t('To begin from')}</h2>
        <ul className="ready-mixes">
          {ready.map((one) => (
            <ReadyMix key={one.key} of={one} onBegin={begin} />
          ))}
        </ul>
      </section>
      <section ref={detail} className="stack shed-detail">
        {editing.thing && <RecipeForm gardenId={gardenId} editing={editing} />}
        {!editing.thing && chosen && (
          <div className="row">
            <h2>{chosen.name}</h2>
            <span className="spacer" />
            <Button size="small" onClick={() => editing.begin(chosen)}>
              {t('Change')}
            </Button>
          </div>
        )}
        {shown && <Batch key={shown.id} gardenId={gardenId} recipe={named(shown)} />}
        {reuse.data?.map((one) => (
          <UsedMix key={one.place} of={one} gardenId={gardenId} />
        ))}
      </section>
    </div>
  )
}

/** A mix that names no product, to begin from. */
function ReadyMix({ of, onBegin }: { of: Ready; onBegin: (mix: Recipe) => void }) {
  const { substrates } = useCatalogue()
  const name = (key: string) => substrates.find((one) => one.key === key)?.name ?? key
  const parts = of.parts.map(([material, parts]) => ({ material, parts, name: name(material) }))
  return (
    <li>
      <div className="row">
        <b>{of.name}</b>
        <span className="spacer" />
        <Button
          size="small"
          aria-label={t('Begin from it: {name}', { name: of.name })}
          onClick={() => onBegin({ ...nothing(), name: of.name, use: of.use, parts })}
        >
          {t('Begin from it')}
        </Button>
      </div>
      <p className="small">
        {parts.map((one) => `${one.parts} ${one.name}`).join(' + ')}{' '}
        <span className="soft">{of.say}</span>
      </p>
    </li>
  )
}

/** Its name, what it is for, what it is made of, and what is mixed through. */
function RecipeForm({ gardenId, editing }: { gardenId: string; editing: ThingEditing<Recipe> }) {
  const { garden } = useGarden(gardenId).file
  const { products } = usePlan(gardenId)
  const { substrates } = useCatalogue()
  const words = useWords()
  const mix = editing.thing
  if (!mix) return null
  const { faults, change } = editing
  const set = (part: Partial<Recipe>) => change({ ...mix, ...part })
  const percent = mix.shares_in === 'percent'
  const known = garden.recipes?.some((one) => one.id === mix.id) ?? false
  return (
    <div className="sheet stack">
      <div className="fields">
        <TextField
          label={t('Name of the mix')}
          value={mix.name}
          faults={faultsAt(faults, 'name')}
          onChange={(name) => set({ name })}
        />
        <ChoiceField
          label={t('What it is for')}
          value={mix.use ?? 'tub'}
          options={USES.map((value) => ({ value, label: uses()[value] }))}
          onChange={(use) => set({ use })}
        />
        <ChoiceField
          label={t('Shares in')}
          value={mix.shares_in ?? 'parts'}
          options={[
            { value: 'parts', label: t('parts') },
            { value: 'percent', label: t('per cent') },
          ]}
          onChange={(shares_in) => set({ shares_in })}
        />
      </div>
      <Ingredients
        of={mix.parts}
        at="parts"
        percent={percent}
        substrates={substrates}
        mixes={garden.products.filter((one) => one.form === 'mix')}
        faults={faults}
        onChange={(parts) => set({ parts })}
      />
      <Refused faults={faultsAt(faults, 'parts')} />
      <div className="fields">
        <ChargeField
          of={mix.charge ?? []}
          products={garden.products.filter((one) => products.some((p) => p.id === one.id))}
          faults={faults}
          onChange={(charge) => set({ charge })}
        />
      </div>
      <SaveBar editing={editing} terms={words.terms}>
        {known && (
          <Popconfirm
            title={t('Remove {name}?', { name: mix.name })}
            okText={t('Remove')}
            cancelText={t('Keep')}
            onConfirm={() => editing.remove(mix.id)}
          >
            <Button type="text" danger>
              {t('Remove')}
            </Button>
          </Popconfirm>
        )}
        <Refused faults={editing.removeFaults} />
      </SaveBar>
    </div>
  )
}

function nothing(): Recipe {
  return {
    id: newId(),
    name: t('My mix'),
    use: 'tub',
    shares_in: 'parts',
    parts: [{ name: t('Compost'), parts: 1, material: 'garden_compost' }],
    charge: [],
    note: '',
  }
}

/** A mix needs a name before anything can be worked out; until one is typed it has a stand-in. */
function named(mix: Recipe): Recipe {
  return mix.name ? mix : { ...mix, name: t('My mix') }
}
