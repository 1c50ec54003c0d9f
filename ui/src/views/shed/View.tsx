import { Button, Segmented } from 'antd'
import { useRef, useState } from 'react'
import { useParams, useSearchParams } from 'react-router'
import { useEditing } from '../../api/editing'
import { useGarden, usePlan } from '../../api/gardens'
import { t } from '../../lib/words'
import { useDraft } from '../../api/draft'
import { AddMaterial } from './AddMaterial'
import { Buy } from './Buy'
import { Compare } from './Compare'
import { Detail } from './Detail'
import { ProductFiles } from './ProductFiles'
import { ProductForm } from './ProductForm'
import { ProductList } from './ProductList'
import { ReadLabel } from './ReadLabel'
import { ScoopGives } from './ScoopGives'
import { Scoops } from './ScoopList'
import { labelDraft, newProduct, PAGES, type Page, type Product } from './state'
import './shed.css'

const pageNames = (): Record<Page, string> => ({
  shelf: t('On the shelf'),
  compare: t('Compare'),
  buy: t('Buy'),
})

type Adding = 'label' | 'material' | 'file' | null

/** What is in the shed, what one scoop of it gives, what to choose and what to buy. */
export function View() {
  const { gardenId = '' } = useParams()
  const [query, setQuery] = useSearchParams()
  const page = PAGES.find((one) => one === query.get('page')) ?? 'shelf'
  return (
    <div className="stack shed-pages">
      <div className="row">
        <h1>{t('Shed')}</h1>
        <Segmented<Page>
          value={page}
          aria-label={t('Show')}
          options={PAGES.map((value) => ({ value, label: pageNames()[value] }))}
          onChange={(next) => setQuery(next === 'shelf' ? {} : { page: next })}
        />
      </div>
      {page === 'shelf' && <Shelf gardenId={gardenId} />}
      {page === 'compare' && <Compare gardenId={gardenId} />}
      {page === 'buy' && <Buy gardenId={gardenId} />}
    </div>
  )
}

function Shelf({ gardenId }: { gardenId: string }) {
  const { products } = useGarden(gardenId).file.garden
  const kept = usePlan(gardenId)
  const [chosen, setChosen] = useState<string | null>(products[0]?.id ?? null)
  const label = useDraft<{ text: string }>(labelDraft(gardenId))
  const [adding, setAdding] = useState<Adding>(label.thing ? 'label' : null)
  const editing = useEditing(gardenId, 'products', {
    changes: (thing) => ({ products: [named(thing)] }),
    onSaved: (thing) => setChosen(thing.id),
  })
  const { thing: draft, plan } = editing
  const shown = draft ?? products.find((one) => one.id === chosen) ?? null
  const detail = useRef<HTMLElement>(null)
  // On a phone the details stand below the list: go there once they are drawn.
  const show = () => requestAnimationFrame(() => below(detail.current))
  const facts = plan.products.find((one) => one.id === shown?.id)
  const begin = (product: Product) => {
    setAdding(null)
    editing.begin(product)
    show()
  }
  const choose = (id: string) => {
    editing.cancel()
    setAdding(null)
    setChosen(id)
    show()
  }
  const add = (next: Adding) => {
    editing.cancel()
    setAdding(next)
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
        {products.length === 0 && !draft && (
          <div className="sheet stack">
            <p>{t('Nothing here yet. Paste or type what the label of a bag says.')}</p>
            <p className="small soft">
              {t(
                'Its analysis is enough to begin: three numbers like 5-4-8, and whether it is granules, powder or a liquid.',
              )}
            </p>
          </div>
        )}
        <ProductList
          gardenId={gardenId}
          chosen={adding ? null : (shown?.id ?? null)}
          onChoose={choose}
        />
        <div className="row">
          <Button size="small" onClick={() => add('file')}>
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
        <Scoops gardenId={gardenId} />
      </section>
      <section ref={detail} className="stack shed-detail">
        {adding === 'label' && (
          <ReadLabel gardenId={gardenId} onUse={begin} onClose={() => setAdding(null)} />
        )}
        {adding === 'material' && (
          <AddMaterial
            gardenId={gardenId}
            onAdded={choose}
            onMeasure={begin}
            onClose={() => setAdding(null)}
          />
        )}
        {adding === 'file' && <ProductFiles gardenId={gardenId} onClose={() => setAdding(null)} />}
        {!adding && draft && (
          <>
            <ProductForm gardenId={gardenId} editing={editing} />
            {facts && (
              <ScoopGives
                gardenId={gardenId}
                product={named(draft)}
                facts={facts}
                before={kept.products.find((one) => one.id === draft.id)}
              />
            )}
          </>
        )}
        {!adding && !draft && shown && facts && (
          <Detail
            key={shown.id}
            gardenId={gardenId}
            product={shown}
            facts={facts}
            onEdit={() => editing.begin(shown)}
          />
        )}
      </section>
    </div>
  )
}

function below(element: HTMLElement | null) {
  const top = element?.getBoundingClientRect().top ?? 0
  if (top > window.innerHeight * 0.6) element?.scrollIntoView({ block: 'start' })
}

/** A bag needs a name before anything can be worked out; until one is typed it has a stand-in. */
function named(product: Product): Product {
  return product.name ? product : { ...product, name: t('this bag') }
}
