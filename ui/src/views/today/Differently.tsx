import { Button } from 'antd'
import { useState } from 'react'
import { faultsOf, type Schemas } from '../../api/client'
import { ChoiceField, DateField, NumberField, faultsAt } from '../../parts/Field'

type Amount = Schemas['ScoopOf']
type Entry = Pick<Schemas['FeedEntry'], 'on' | 'amounts' | 'water'>

/** What was really given: other products, amounts, water or day. Amounts are for everything together. */
export function Differently(props: {
  garden: Schemas['Garden']
  on: string
  amounts: Amount[]
  waterL: number
  error: Error | null
  saving: boolean
  onSave: (entry: Entry) => void
  onBack: () => void
}) {
  const { products, scoops } = props.garden
  const [on, setOn] = useState<string | null>(props.on)
  const [water, setWater] = useState<number | null>(
    props.waterL > 0 ? Math.round(props.waterL * 10) / 10 : null,
  )
  const [amounts, setAmounts] = useState<Amount[]>(props.amounts)
  const faults = faultsOf(props.error)
  const change = (n: number, part: Partial<Amount>) =>
    setAmounts(amounts.map((one, m) => (m === n ? { ...one, ...part } : one)))
  const choices = (things: readonly { id: string; name: string }[]) =>
    things.map((thing) => ({ value: thing.id, label: thing.name }))
  return (
    <div className="sheet stack" role="group" aria-label="What was given">
      <p className="small soft">Level scoops in all: every can, tub or part together.</p>
      {amounts.map((amount, n) => (
        <div key={n} className="fields">
          <NumberField
            label="Scoops"
            value={amount.count}
            faults={faultsAt(faults, `amounts.${n}.count`)}
            onChange={(count) => change(n, { count: count ?? 0 })}
          />
          <ChoiceField
            label="Scoop"
            value={amount.scoop}
            options={choices(scoops)}
            onChange={(scoop) => change(n, { scoop })}
          />
          <ChoiceField
            label="Product"
            value={amount.product}
            options={choices(products)}
            onChange={(product) => change(n, { product })}
          />
        </div>
      ))}
      <div className="row">
        <Button
          size="small"
          disabled={products.length === 0 || scoops.length === 0}
          onClick={() =>
            setAmounts([...amounts, { product: products[0].id, scoop: scoops[0].id, count: 1 }])
          }
        >
          Another product
        </Button>
      </div>
      <div className="fields">
        <DateField label="Day" value={on} onChange={setOn} faults={faultsAt(faults, 'on')} />
        <NumberField
          label="Water, if dissolved"
          suffix="L"
          value={water}
          onChange={setWater}
          faults={faultsAt(faults, 'water')}
        />
      </div>
      <div className="row">
        <Button
          type="primary"
          loading={props.saving}
          disabled={!on}
          onClick={() =>
            props.onSave({
              on: on ?? props.on,
              amounts: amounts.filter((one) => one.count > 0),
              water: water ? { value: water, unit: 'L' } : null,
            })
          }
        >
          Record it
        </Button>
        <Button type="text" onClick={props.onBack}>
          Back
        </Button>
      </div>
    </div>
  )
}
