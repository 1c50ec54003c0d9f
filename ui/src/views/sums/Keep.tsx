import { useQuery } from '@tanstack/react-query'
import { Button } from 'antd'
import { Suspense, useId, useState } from 'react'
import { useNavigate } from 'react-router'
import type { Schemas } from '../../api/client'
import { layOut } from '../../api/draft'
import { gardenQueries, useGarden, usePlan } from '../../api/gardens'
import { newId } from '../../lib/ids'
import { useToast } from '../../lib/useToast'
import { t } from '../../lib/words'
import { PickInLine } from '../../parts/Pick'
import { Waiting } from '../../parts/Waiting'

type Sum = Schemas['SumAnswer']

/** What an answer can become in a garden: it opens in the form that it belongs to, to be saved. */
export function Keep({ of, garden }: { of: Sum; garden: string | null }) {
  const gardens = useQuery(gardenQueries.list).data ?? []
  const [chosen, choose] = useState<string | null>(null)
  const id = chosen ?? garden ?? gardens[0]?.id
  const something = of.products.length > 0 || of.places.length > 0 || of.fed_g != null
  if (!something || !id) return null
  return (
    <div className="sum-keep row">
      <label>
        {t('Keep it in')}{' '}
        <select className="input" value={id} onChange={(event) => choose(event.target.value)}>
          {gardens.map((one) => (
            <option key={one.id} value={one.id}>
              {one.name}
            </option>
          ))}
        </select>
      </label>
      <Suspense fallback={<Waiting />}>
        <Ways key={id} of={of} garden={id} />
      </Suspense>
    </div>
  )
}

/** Lays something out for the form of a garden and goes there. */
function useLayOut(garden: string) {
  const navigate = useNavigate()
  const toast = useToast()
  return (name: string, thing: unknown, view: string) => {
    const back = layOut(`${garden}.${name}`, thing)
    void navigate(`/g/${garden}/${view}`)
    if (back) {
      const undo = () => {
        back()
        void navigate(0)
      }
      toast({ text: t('Left without saving.'), undo })
    }
  }
}

function Ways({ of, garden }: { of: Sum; garden: string }) {
  const { places, products } = useGarden(garden).file.garden
  const bags = of.products.filter((bag) => !products.some((one) => sameGrade(bag, one)))
  const open = useLayOut(garden)
  const below = Math.max(0, ...places.map((one) => one.y_m)) + (places.length > 0 ? 1.8 : 1.2)
  const asBag = (product: Schemas['Product']) => {
    open('products', { ...product, id: newId() }, 'shed')
  }
  const asPlace = (place: Sum['places'][number]) => {
    const thing = { ...place, id: newId(), x_m: 2, y_m: Math.round(below * 10) / 10 }
    open('places', thing, `plot?of=${thing.id}`)
  }
  return (
    <>
      {bags.map((one) => (
        <Button key={one.name} size="small" onClick={() => asBag(one)}>
          {t('as a bag: {name}', { name: one.name })}
        </Button>
      ))}
      {of.places.map((one) => (
        <Button key={one.kind} size="small" onClick={() => asPlace(one)}>
          {one.kind === 'bed' ? t('as a bed') : t('as a tub')}
        </Button>
      ))}
      {of.fed_g != null && <AsFeed grams={of.fed_g} bags={of.products} garden={garden} />}
    </>
  )
}

/** As a feed that was given: to which plants is chosen here, the rest in the form. */
function AsFeed(props: { grams: number; bags: Sum['products']; garden: string }) {
  const { grams, bags, garden } = props
  const plan = usePlan(garden)
  const { plantings, places, products } = useGarden(garden).file.garden
  const open = useLayOut(garden)
  const id = useId()
  const [to, setTo] = useState('')
  if (products.length === 0 || plantings.length === 0) return null
  const names = new Map(places.map((one) => [one.id, one.name]))
  const growing = plan.plantings.filter((one) => one.last_pick >= plan.as_of)
  const give = (planting: string) => {
    const like = products.find((one) => bags.some((bag) => sameGrade(bag, one))) ?? products[0]
    const value = Math.round(grams * 10) / 10
    const feed = {
      id: newId(),
      planting,
      job: null,
      on: plan.as_of,
      outcome: 'given',
      amounts: [{ product: like.id, amount: { value, unit: 'g' }, up_to: null }],
      water: null,
      poured: 1,
      plants: null,
      planned: [],
      note: '',
    }
    open(`feeds.${planting}`, feed, `season?as=lanes&planting=${planting}`)
  }
  return (
    <>
      <label htmlFor={id}>{t('as a feed given to')}</label>
      <PickInLine
        id={id}
        value={to}
        options={growing.map((one) => ({
          value: one.id,
          label: `${one.crop_name}, ${names.get(one.place) ?? ''}`,
        }))}
        onChange={setTo}
      />
      {to && (
        <Button size="small" onClick={() => give(to)}>
          {t('Go on there')}
        </Button>
      )}
    </>
  )
}

/** Whether two bags declare the same, in whatever order. */
function sameGrade(one: Schemas['Product'], other: Schemas['Product']): boolean {
  const said = (of: Schemas['Product']) =>
    of.declared
      .map((line) => `${line.nutrient} ${line.pct}`)
      .sort()
      .join()
  return said(one) === said(other)
}
