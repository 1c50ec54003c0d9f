import { Button } from 'antd'
import { useState } from 'react'
import { faultsOf, type Schemas } from '../../api/client'
import { useGarden, useWrites } from '../../api/gardens'
import { useCatalogue, useWords } from '../../api/reference'
import { useMaterial } from '../../api/shed'
import { newId } from '../../lib/ids'
import { t } from '../../lib/words'
import { Refused } from '../../parts/Field'
import { found } from '../../parts/Search'
import { MayKeep } from '../../parts/MayKeep'
import { shownAs, type Product } from './state'

type Material = Schemas['Material']

/** General materials, added to the shed with one tap, and measured afterwards. */
export function AddMaterial(props: {
  gardenId: string
  onAdded: (id: string) => void
  onMeasure: (product: Product) => void
  onClose: () => void
}) {
  const { materials } = useCatalogue()
  const { products } = useGarden(props.gardenId).file.garden
  const words = useWords()
  const make = useMaterial(props.gardenId)
  const { save } = useWrites(props.gardenId)
  const [looked, setLooked] = useState('')
  const have = new Set(products.map((one) => one.material))
  const listed = found(materials, looked, (one) =>
    [one.name, ...(one.also_called ?? []), words.terms[`form.${one.form}`]].join(' '),
  )
  const add = (material: Material, then: (product: Product) => void) =>
    make.mutate(material.key, { onSuccess: (product) => then({ ...product, id: newId() }) })
  const keep = (product: Product) =>
    save.mutate(
      { kind: 'products', thing: { ...product } },
      { onSuccess: () => props.onAdded(product.id) },
    )
  return (
    <div className="sheet stack">
      <div className="row">
        <h2>{t('General material')}</h2>
        <span className="spacer" />
        <Button type="text" onClick={props.onClose}>
          {t('Close')}
        </Button>
      </div>
      <p className="small soft">
        {t(
          'With what is usual of it. A weighed cup, a label or a laboratory’s analysis replaces that.',
        )}
      </p>
      <input
        type="search"
        className="input search"
        aria-label={t('Find a material')}
        placeholder={t('Find …')}
        value={looked}
        onChange={(event) => setLooked(event.target.value)}
      />
      <Refused faults={faultsOf(make.error ?? save.error)} />
      <ul className="materials">
        {listed.map((one) => (
          <li key={one.key}>
            <span>
              <b>{one.name}</b>{' '}
              {have.has(one.key) && <span className="soft">{t('in the shed')}</span>}
              <span className="soft small of-label">{about(one, words.terms)}</span>
            </span>
            <MayKeep kind="products">
              <span className="row">
                <Button
                  size="small"
                  aria-label={t('Add {name}', { name: one.name })}
                  loading={make.isPending && make.variables === one.key}
                  onClick={() => add(one, keep)}
                >
                  {t('Add')}
                </Button>
                <Button
                  size="small"
                  type="text"
                  aria-label={t('Measure {name} first', { name: one.name })}
                  onClick={() => add(one, props.onMeasure)}
                >
                  {t('Measure first')}
                </Button>
              </span>
            </MayKeep>
          </li>
        ))}
      </ul>
      {listed.length === 0 && <p className="soft">{t('Nothing of that name or kind.')}</p>}
    </div>
  )
}

function about(material: Material, terms: Record<string, string>): string {
  const lines = Object.entries(material.analysis ?? {})
    .slice(0, 5)
    .map(([nutrient, pct]) => `${shownAs(nutrient) ?? nutrient} ${pct}`)
  const marks = [
    material.unproven && t('unproven'),
    material.restricted && t('restricted in places'),
    material.organic === 'yes' && t('allowed in organic growing'),
    material.animal && t('from animals'),
  ].filter(Boolean)
  return [terms[`form.${material.form}`], lines.join(' · '), ...marks].filter(Boolean).join('; ')
}
