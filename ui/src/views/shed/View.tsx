import { Button } from 'antd'
import { useRef, useState } from 'react'
import { useParams } from 'react-router'
import { useGarden, usePlan } from '../../api/gardens'
import { useWhatIf } from '../../api/whatIf'
import { useWords } from '../../api/reference'
import { showMass } from '../../lib/numbers'
import { ProductForm } from './ProductForm'
import { ScoopGives } from './ScoopGives'
import { Scoops } from './ScoopList'
import { newProduct, SHOWN, type Product } from './state'
import './shed.css'

/** What is in the shed, and what one scoop of it gives. */
export function View() {
  const { gardenId = '' } = useParams()
  const { file } = useGarden(gardenId)
  const kept = usePlan(gardenId)
  const [chosen, setChosen] = useState<string | null>(file.garden.products[0]?.id ?? null)
  const [draft, setDraft] = useState<Product | null>(null)
  const whatIf = useWhatIf(gardenId, draft ? { products: [named(draft)] } : null)
  const plan = (draft && whatIf.plan) || kept
  const shown = draft ?? file.garden.products.find((one) => one.id === chosen) ?? null
  const detail = useRef<HTMLElement>(null)
  // On a phone the details stand below the list: go there once they are drawn.
  const show = () => requestAnimationFrame(() => below(detail.current))
  const facts = plan.products.find((one) => one.id === shown?.id)
  return (
    <div className="shed-view">
      <section className="stack">
        <div className="row">
          <h1>Shed</h1>
          <span className="spacer" />
          <Button
            type="primary"
            onClick={() => {
              setDraft(newProduct())
              show()
            }}
          >
            Add a bag or bottle
          </Button>
        </div>
        {file.garden.products.length === 0 && !draft && (
          <p className="soft">Nothing here yet. Type in what the label of a bag says.</p>
        )}
        <ul className="products">
          {file.garden.products.map((product) => (
            <li key={product.id}>
              <button
                type="button"
                aria-pressed={product.id === shown?.id}
                onClick={() => {
                  setDraft(null)
                  setChosen(product.id)
                  show()
                }}
              >
                <b>{product.name}</b>
                <span className="soft small">{label(product)}</span>
                <Left gardenId={gardenId} product={product.id} />
              </button>
            </li>
          ))}
        </ul>
        <Scoops gardenId={gardenId} />
      </section>
      <section ref={detail} className="stack shed-detail">
        {draft ? (
          <ProductForm
            gardenId={gardenId}
            draft={draft}
            plan={plan}
            faults={whatIf.faults}
            onChange={setDraft}
            onClose={(saved) => {
              if (saved) setChosen(draft.id)
              setDraft(null)
            }}
          />
        ) : (
          shown && <Heading product={shown} onEdit={() => setDraft(shown)} />
        )}
        {shown && facts && <ScoopGives product={shown} facts={facts} garden={file.garden} />}
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
  return product.name ? product : { ...product, name: 'this bag' }
}

function label(product: Product): string {
  const lines = product.declared.map((one) => `${SHOWN[one.nutrient]} ${one.pct}`)
  return `${product.form}: ${lines.join(' · ') || 'nothing declared'}`
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
      {showMass(facts.left_g)} left, {showMass(Math.max(after, 0))} after this season
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
      <Button onClick={onEdit}>Change what the label says</Button>
    </div>
  )
}
