import { useState } from 'react'
import { useGarden, usePlan } from '../../api/gardens'
import { useWords } from '../../api/reference'
import { showMass } from '../../lib/numbers'
import { t } from '../../lib/words'
import { ChoiceField } from '../../parts/Field'
import { Search, found } from '../../parts/Search'
import { labelOf } from './state'

const MANY = 6

/** Every bag and bottle with what is left of it. */
export function ProductList(props: {
  gardenId: string
  chosen: string | null
  onChoose: (id: string) => void
}) {
  const { products } = useGarden(props.gardenId).file.garden
  const words = useWords()
  const [looked, setLooked] = useState('')
  const [form, setForm] = useState('')
  const listed = found(products, looked, (one) => one.name).filter(
    (one) => !form || one.form === form,
  )
  const forms = [...new Set(products.map((one) => one.form))]
  return (
    <>
      {products.length > MANY && (
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
              aria-pressed={product.id === props.chosen}
              onClick={() => props.onChoose(product.id)}
            >
              <b>{product.name}</b>
              <span className="soft small">{labelOf(product, words.terms)}</span>
              <Left gardenId={props.gardenId} product={product.id} />
            </button>
          </li>
        ))}
      </ul>
      {listed.length === 0 && products.length > 0 && (
        <p className="soft">{t('Nothing of that name or kind.')}</p>
      )}
    </>
  )
}

function Left({ gardenId, product }: { gardenId: string; product: string }) {
  const plan = usePlan(gardenId)
  const words = useWords()
  const facts = plan.products.find((one) => one.id === product)
  if (!facts) return null
  if (facts.refused) {
    return <span className="small left">{words.findings[facts.refused]?.text}</span>
  }
  if (facts.left_g == null) return null
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
