import { Button } from 'antd'
import { useGarden, usePlan } from '../../api/gardens'
import { useWords } from '../../api/reference'
import { showDate } from '../../lib/dates'
import { showMass, showNumber, showPrice } from '../../lib/numbers'
import factors from '../../lib/factors.json'
import { said, system } from '../../lib/units'
import { useAddress } from '../../lib/useAddress'
import { useWidth } from '../../lib/useWidth'
import { t } from '../../lib/words'
import { DataTable, type Column } from '../../parts/DataTable'
import { NUTRIENTS } from '../../theme/nutrients'
import { labelOf, type Product } from './state'

const NARROW_PX = 700
/** What prices are compared by. */
const SOLD_G = system === 'metric' ? 1000 : factors.lb
const OFTEN = ['N', 'P', 'K', 'Ca']

/** Everything in the shed as a table: what it is, what is left of it, what it costs. */
export default function ShelfTable({ gardenId }: { gardenId: string }) {
  const { products, preferences } = useGarden(gardenId).file.garden
  const plan = usePlan(gardenId)
  const words = useWords()
  const [, go] = useAddress()
  const [box, width] = useWidth()
  const facts = new Map(plan.products.map((one) => [one.id, one]))
  const open = (one: Product) => (
    <Button type="link" size="small" onClick={() => go({ page: null, of: one.id })}>
      {one.name}
    </Button>
  )
  const share = (one: Product, x: (typeof NUTRIENTS)[number]) =>
    100 * (facts.get(one.id)?.fractions[x] ?? 0)
  const kilo = (one: Product) => {
    const each = facts.get(one.id)?.price_per_g
    return each == null ? null : each * SOLD_G
  }
  const left = (one: Product) => facts.get(one.id)?.left_g ?? null
  const after = (one: Product) => facts.get(one.id)?.left_after_g ?? null
  const mass = (grams: number | null) => (grams === null ? '–' : showMass(Math.max(grams, 0)))
  const kind = (one: Product) => words.terms[`form.${one.form}`]
  const columns: Column<Product>[] = [
    { key: 'name', title: t('Name'), render: open, by: (one) => one.name },
    { key: 'kind', title: t('Kind'), render: kind, by: kind, filter: kind },
    ...NUTRIENTS.map((x): Column<Product> => ({
      key: x,
      title: `${x} %`,
      figures: true,
      hidden: !OFTEN.includes(x),
      by: (one) => share(one, x),
      render: (one) => (share(one, x) > 0 ? showNumber(share(one, x), 2) : ''),
    })),
    { key: 'left', title: t('Left'), figures: true, by: left, render: (one) => mass(left(one)) },
    {
      key: 'after',
      title: t('After this season'),
      figures: true,
      by: after,
      render: (one) => mass(after(one)),
    },
    {
      key: 'price',
      title: said(t('Price of a kilogram'), t('Price of a pound')),
      figures: true,
      by: kilo,
      render: (one) => {
        const price = kilo(one)
        return price === null ? '–' : showPrice(price, preferences.currency)
      },
    },
    {
      key: 'opened',
      title: t('Opened'),
      hidden: true,
      by: (one) => facts.get(one.id)?.opened_on ?? null,
      render: (one) => {
        const on = facts.get(one.id)?.opened_on
        return on ? showDate(on, plan.as_of) : '–'
      },
    },
  ]
  return (
    <div ref={box} className="stack">
      <p className="small soft">{t('Per cent of the element, whatever the label counts it as.')}</p>
      <DataTable<Product>
        name="shed"
        label={t('Everything in the shed')}
        rows={products}
        columns={columns}
        rowKey={(one) => one.id}
        narrow={{
          is: width < NARROW_PX,
          line: (one) => (
            <>
              {open(one)}
              <p className="small soft">{labelOf(one, words.terms)}</p>
              <p className="small">
                {t('{now} left, {after} after this season', {
                  now: mass(left(one)),
                  after: mass(after(one)),
                })}
              </p>
            </>
          ),
        }}
      />
    </div>
  )
}
