import { Button, Empty, Segmented, Tabs } from 'antd'
import { lazy, Suspense, useRef } from 'react'
import { useParams } from 'react-router'
import { useEditing, type ThingEditing } from '../../api/editing'
import { useGarden, usePlan } from '../../api/gardens'
import { intoSight } from '../../lib/intoSight'
import { CropSketch } from '../../drawing/CropSketch'
import { useAddress } from '../../lib/useAddress'
import { t } from '../../lib/words'
import { Waiting } from '../../parts/Waiting'
import { useDraft } from '../../api/draft'
import { AddMaterial } from './AddMaterial'
import { Buy } from './Buy'
import { OneList } from './OneList'
import { Compare } from './Compare'
import { Detail } from './Detail'
import { ProductFiles } from './ProductFiles'
import { ProductForm } from './ProductForm'
import { ProductList } from './ProductList'
import { ReadLabel } from './ReadLabel'
import { ScoopGives } from './ScoopGives'
import { Scoops } from './ScoopList'
import { labelDraft, newProduct, PAGES, TABS, type Page, type Product } from './state'
import './shed.css'

const Mixes = lazy(() => import('./Mixes').then((own) => ({ default: own.Mixes })))
const ShelfTable = lazy(() => import('./ShelfTable'))

const pageNames = () => ({
  shelf: t('On the shelf'),
  compare: t('Compare'),
  mixes: t('Mixes'),
  buy: t('Buy'),
})

const ADDING = ['label', 'material', 'file'] as const
type Adding = (typeof ADDING)[number]

/** What is in the shed, what one scoop of it gives, what to choose and what to buy. */
export function View() {
  const { gardenId = '' } = useParams()
  const [address, go] = useAddress()
  const page = PAGES.find((one) => one === address.get('page')) ?? 'shelf'
  return (
    <div className="stack shed-pages">
      <h1>{t('Shed')}</h1>
      <Tabs
        activeKey={page === 'table' ? 'shelf' : page}
        destroyOnHidden
        items={TABS.map((key) => ({
          key,
          label: pageNames()[key],
          children: <OnPage page={key === 'shelf' ? page : key} gardenId={gardenId} />,
        }))}
        onChange={(next) => go({ page: next === 'shelf' ? null : next })}
      />
    </div>
  )
}

function OnPage({ page, gardenId }: { page: Page; gardenId: string }) {
  if (page === 'compare') return <Compare gardenId={gardenId} />
  if (page === 'mixes') {
    return (
      <Suspense fallback={<Waiting />}>
        <Mixes gardenId={gardenId} />
      </Suspense>
    )
  }
  if (page === 'buy') {
    return (
      <div className="stack">
        <OneList gardenId={gardenId} />
        <Buy gardenId={gardenId} />
      </div>
    )
  }
  return (
    <div className="stack">
      <AsListOrTable page={page} />
      {page === 'table' ? (
        <Suspense fallback={<Waiting />}>
          <ShelfTable gardenId={gardenId} />
        </Suspense>
      ) : (
        <Shelf gardenId={gardenId} />
      )}
    </div>
  )
}

function AsListOrTable({ page }: { page: Page }) {
  const [, go] = useAddress()
  return (
    <Segmented
      className="shelf-form"
      aria-label={t('The shelf as')}
      value={page === 'table' ? 'table' : 'list'}
      options={[
        { value: 'list', label: t('List') },
        { value: 'table', label: t('Table') },
      ]}
      onChange={(form) => go({ page: form === 'table' ? 'table' : null })}
    />
  )
}

function Shelf({ gardenId }: { gardenId: string }) {
  const { products } = useGarden(gardenId).file.garden
  const [address, go] = useAddress()
  const label = useDraft<{ text: string }>(labelDraft(gardenId))
  // What was typed of a label opens again by itself, until something else is asked for.
  const said = address.get('add') ?? (label.thing ? 'label' : null)
  const adding = ADDING.find((one) => one === said) ?? null
  const none = label.thing ? 'none' : null
  const editing = useEditing(gardenId, 'products', {
    changes: (thing) => ({ products: [named(thing)] }),
    onSaved: (thing) => go({ of: thing.id }),
  })
  const chosen = products.find((one) => one.id === address.get('of')) ?? products[0] ?? null
  const detail = useRef<HTMLElement>(null)
  // On a phone the details stand below the list: go there once they are drawn.
  const show = () => requestAnimationFrame(() => intoSight(detail.current))
  const begin = (product: Product) => {
    editing.cancel()
    go({ add: none })
    editing.begin(product)
    show()
  }
  const choose = (id: string) => {
    editing.cancel()
    go({ add: none, of: id })
    show()
  }
  const add = (next: Adding | null) => {
    editing.cancel()
    go({ add: next ?? none })
    show()
  }
  return (
    <div className="shed-view">
      <section className="stack">
        <div className="row shed-add">
          <Button type="primary" onClick={() => add('label')}>
            {t('Read a label')}
          </Button>
          <Button onClick={() => begin(newProduct())}>{t('Type one in')}</Button>
          <Button onClick={() => add('material')}>{t('General material')}</Button>
        </div>
        {products.length === 0 && !editing.thing && <NothingYet />}
        <ProductList
          gardenId={gardenId}
          chosen={adding ? null : ((editing.thing ?? chosen)?.id ?? null)}
          onChoose={choose}
        />
        <Lists gardenId={gardenId} onRead={() => add('file')} />
        <Scoops gardenId={gardenId} />
      </section>
      <section ref={detail} className="stack shed-detail">
        {adding && <Add {...{ gardenId, adding, begin, choose }} onClose={() => add(null)} />}
        {!adding && <Chosen gardenId={gardenId} chosen={chosen} editing={editing} />}
      </section>
    </div>
  )
}

function NothingYet() {
  return (
    <div className="sheet">
      <Empty
        image={<CropSketch crop="tomato" size={48} />}
        description={t('Nothing here yet. Paste or type what the label of a bag says.')}
      >
        <p className="small soft">
          {t(
            'Its analysis is enough to begin: three numbers like 5-4-8, and whether it is granules, powder or a liquid.',
          )}
        </p>
      </Empty>
    </div>
  )
}

/** All products as a list, in and out. */
function Lists({ gardenId, onRead }: { gardenId: string; onRead: () => void }) {
  return (
    <div className="row">
      <Button size="small" onClick={onRead}>
        {t('Read a list')}
      </Button>
      {(['csv', 'json'] as const).map((kind) => (
        <Button
          key={kind}
          size="small"
          type="text"
          href={`/api/gardens/${gardenId}/products.${kind}`}
          download
        >
          {kind === 'csv' ? t('Save all as CSV') : t('Save all as JSON')}
        </Button>
      ))}
    </div>
  )
}

/** The ways in which something new comes into the shed. */
function Add(props: {
  gardenId: string
  adding: Adding
  begin: (product: Product) => void
  choose: (id: string) => void
  onClose: () => void
}) {
  const { gardenId, adding, begin, onClose } = props
  if (adding === 'label') return <ReadLabel {...{ gardenId, onClose }} onUse={begin} />
  if (adding === 'file') return <ProductFiles {...{ gardenId, onClose }} />
  return <AddMaterial {...{ gardenId, onClose }} onAdded={props.choose} onMeasure={begin} />
}

/** What is chosen, with what a scoop of it gives; or its form while it is typed. */
function Chosen(props: {
  gardenId: string
  chosen: Product | null
  editing: ThingEditing<Product>
}) {
  const { gardenId, editing, chosen } = props
  const kept = usePlan(gardenId)
  const draft = editing.thing
  const factsOf = (id: string) => editing.plan.products.find((one) => one.id === id)
  if (draft) {
    const facts = factsOf(draft.id)
    const before = kept.products.find((one) => one.id === draft.id)
    return (
      <>
        <ProductForm gardenId={gardenId} editing={editing} />
        {facts && <ScoopGives {...{ gardenId, facts, before }} product={named(draft)} />}
      </>
    )
  }
  const facts = chosen && factsOf(chosen.id)
  if (!facts) return null
  return (
    <Detail
      key={chosen.id}
      gardenId={gardenId}
      product={chosen}
      facts={facts}
      onEdit={() => editing.begin(chosen)}
    />
  )
}

/** A bag needs a name before anything can be worked out; until one is typed it has a stand-in. */
function named(product: Product): Product {
  return product.name ? product : { ...product, name: t('this bag') }
}
