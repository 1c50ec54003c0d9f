import { Button } from 'antd'
import { useRef, useState } from 'react'
import { useParams } from 'react-router'
import { revisionOf, useGarden, usePlan } from '../../api/gardens'
import { useWhatIf } from '../../api/whatIf'
import { useWords } from '../../api/reference'
import { showMass } from '../../lib/numbers'
import { t } from '../../lib/words'
import { useDraft } from '../../parts/draft'
import { ChoiceField } from '../../parts/Field'
import { HistoryButton } from '../../parts/History'
import { Search, found } from '../../parts/Search'
import { Beside } from './Beside'
import { ProductForm } from './ProductForm'
import { ScoopGives } from './ScoopGives'
import { Scoops } from './ScoopList'
import { newProduct, SHOWN, type Product } from './state'
import './shed.css'

const MOST_BESIDE = 4

/** What is in the shed, and what one scoop of it gives. */
export function View() {
  const { gardenId = '' } = useParams()
  const garden = useGarden(gardenId)
  const { products } = garden.file.garden
  const kept = usePlan(gardenId)
  const words = useWords()
  const typed = useDraft<Product>(`${gardenId}.product`)
  const [chosen, setChosen] = useState<string | null>(products[0]?.id ?? null)
  const [beside, setBeside] = useState<readonly string[]>([])
  const [looked, setLooked] = useState('')
  const [form, setForm] = useState('')
  const draft = typed.thing
  const whatIf = useWhatIf(gardenId, draft ? { products: [named(draft)] } : null)
  const plan = (draft && whatIf.plan) || kept
  const shown = draft ?? products.find((one) => one.id === chosen) ?? null
  const detail = useRef<HTMLElement>(null)
  // On a phone the details stand below the list: go there once they are drawn.
  const show = () => requestAnimationFrame(() => below(detail.current))
  const facts = plan.products.find((one) => one.id === shown?.id)
  const before = draft ? kept.products.find((one) => one.id === draft.id) : undefined
  const listed = found(products, looked, (one) => one.name).filter(
    (one) => !form || one.form === form,
  )
  const forms = [...new Set(products.map((one) => one.form))]
  const mark = (id: string, on: boolean) =>
    setBeside(on ? [...beside, id].slice(-MOST_BESIDE) : beside.filter((one) => one !== id))
  return (
    <div className="shed-view">
      <section className="stack">
        <div className="row">
          <h1>{t('Shed')}</h1>
          <span className="spacer" />
          <Button
            type="primary"
            onClick={() => {
              typed.begin(newProduct(), 0)
              show()
            }}
          >
            {t('Add a bag or bottle')}
          </Button>
        </div>
        {products.length === 0 && !draft && (
          <div className="sheet stack">
            <p>{t('Nothing here yet. Type in what the label of a bag says.')}</p>
            <p className="small soft">
              {t(
                'Its analysis is enough to begin: three numbers like 5-4-8, and whether it is granules, powder or a liquid.',
              )}
            </p>
          </div>
        )}
        {products.length > MOST_BESIDE && (
          <div className="row shed-filter">
            <Search
              of={products.length}
              value={looked}
              onChange={setLooked}
              label={t('Find a bag or bottle')}
            />
            <ChoiceField
              label={t('Kind')}
              value={form}
              options={[
                { value: '', label: t('all kinds') },
                ...forms.map((value) => ({ value, label: words.terms[`form.${value}`] })),
              ]}
              onChange={setForm}
            />
          </div>
        )}
        <ul className="products">
          {listed.map((product) => (
            <li key={product.id}>
              <button
                type="button"
                aria-pressed={product.id === shown?.id}
                onClick={() => {
                  typed.drop()
                  setChosen(product.id)
                  show()
                }}
              >
                <b>{product.name}</b>
                <span className="soft small">{label(product, words.terms)}</span>
                <Left gardenId={gardenId} product={product.id} />
              </button>
              {products.length > 1 && (
                <label className="beside small">
                  <input
                    type="checkbox"
                    aria-label={t('{name}: side by side', { name: product.name })}
                    checked={beside.includes(product.id)}
                    onChange={(event) => mark(product.id, event.target.checked)}
                  />
                </label>
              )}
            </li>
          ))}
        </ul>
        {listed.length === 0 && products.length > 0 && (
          <p className="soft">{t('Nothing of that name or kind.')}</p>
        )}
        <Scoops gardenId={gardenId} />
      </section>
      <section ref={detail} className="stack shed-detail">
        {beside.length > 1 && !draft && (
          <Beside
            products={products.filter((one) => beside.includes(one.id))}
            plan={plan}
            garden={garden.file.garden}
            onClose={() => setBeside([])}
          />
        )}
        {draft ? (
          <ProductForm
            gardenId={gardenId}
            typed={typed}
            plan={plan}
            faults={whatIf.faults}
            onClose={(saved) => {
              if (saved) setChosen(draft.id)
              typed.drop()
            }}
          />
        ) : (
          shown && (
            <Heading
              product={shown}
              onEdit={() => typed.begin(shown, revisionOf(garden, shown.id))}
            />
          )
        )}
        {shown && facts && (
          <ScoopGives product={shown} facts={facts} before={before} garden={garden.file.garden} />
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

function label(product: Product, terms: Record<string, string>): string {
  const lines = product.declared.map((one) => `${SHOWN[one.nutrient]} ${one.pct}`)
  return `${terms[`form.${product.form}`]}: ${lines.join(' · ') || t('nothing declared')}`
}

function Left({ gardenId, product }: { gardenId: string; product: string }) {
  const plan = usePlan(gardenId)
  const facts = plan.products.find((one) => one.id === product)
  if (!facts || facts.left_g == null) return null
  const after = facts.left_after_g ?? facts.left_g
  return (
    <span className="left small">
      <span className="bar" aria-hidden>
        <span style={{ width: `${Math.round((100 * after) / Math.max(facts.left_g, 1))}%` }} />
      </span>
      {t('{now} left, {after} after this season', {
        now: showMass(facts.left_g),
        after: showMass(Math.max(after, 0)),
      })}
    </span>
  )
}

function Heading({ product, onEdit }: { product: Product; onEdit: () => void }) {
  const words = useWords()
  return (
    <div className="row">
      <div>
        <h2>{product.name}</h2>
        <p className="soft">{words.terms[`form.${product.form}`]}</p>
      </div>
      <span className="spacer" />
      <HistoryButton of={product.id} name={product.name} />
      <Button onClick={onEdit}>{t('Change what the label says')}</Button>
    </div>
  )
}
