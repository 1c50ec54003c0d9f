import { Button } from 'antd'
import { useCatalogue, useWords } from '../../api/reference'
import type { Schemas } from '../../api/client'
import { Layers } from '../../drawing/Layers'
import { showLength, showLitres, showMass } from '../../lib/numbers'
import { plural, t } from '../../lib/words'
import { DateField } from '../../parts/DateField'
import {
  ChoiceField,
  LENGTHS,
  MeasureField,
  VOLUMES,
  faultsAt,
  type FaultAt,
} from '../../parts/Field'
import { Findings } from '../../parts/Findings'
import { Why } from '../../parts/Why'
import { system } from '../../lib/units'
import type { Bed } from './state'

type Fill = NonNullable<Bed['fill']>
type Layer = Fill['layers'][number]

/** What a raised bed is filled with, from the bottom to the top. */
export function FillFields(props: { bed: Bed; faults: FaultAt[]; onChange: (bed: Bed) => void }) {
  const { bed, faults, onChange } = props
  const { substrates } = useCatalogue()
  const fill = bed.fill
  const set = (next: Fill | null) => onChange({ ...bed, fill: next })
  if (!fill) {
    return (
      <Button size="small" onClick={() => set({ layers: usual() })}>
        {t('Fill it by layers')}
      </Button>
    )
  }
  const layers = (next: Layer[]) => set(next.length > 0 ? { ...fill, layers: next } : null)
  const change = (n: number, part: Partial<Layer>) =>
    layers(fill.layers.map((one, m) => (m === n ? { ...one, ...part } : one)))
  // From the top down, as one looks at it.
  const shown = fill.layers.map((layer, n) => ({ layer, n })).reverse()
  return (
    <div className="recipe stack">
      <b className="small">{t('Layers, the top one first')}</b>
      {shown.map(({ layer, n }) => (
        <div key={n} className="fields">
          <ChoiceField
            label={t('What it is')}
            value={layer.material}
            options={substrates.map((one) => ({ value: one.key, label: one.name }))}
            faults={faultsAt(faults, `fill.layers.${n}.material`)}
            onChange={(material) => change(n, { material })}
          />
          <MeasureField
            label={t('How deep')}
            units={LENGTHS}
            value={layer.depth}
            faults={faultsAt(faults, `fill.layers.${n}.depth`)}
            onChange={(depth) => depth && change(n, { depth })}
          />
          <MeasureField
            label={t('Sold in bags of')}
            hint={t('Empty where it is not bought.')}
            units={VOLUMES}
            value={layer.bag}
            faults={faultsAt(faults, `fill.layers.${n}.bag`)}
            onChange={(bag) => change(n, { bag })}
          />
          <Button
            size="small"
            className="remove-part"
            onClick={() => layers(fill.layers.filter((_, m) => m !== n))}
          >
            {t('Remove this layer')}
          </Button>
        </div>
      ))}
      <DateField
        label={t('Filled on')}
        hint={t('Empty: it is still to be filled, and stands on the list of what to get.')}
        value={fill.filled_on ?? null}
        onChange={(filled_on) => set({ ...fill, filled_on })}
      />
      <div className="row">
        <Button
          size="small"
          onClick={() => layers([...fill.layers, { material: 'topsoil', depth: deep(10, 4) }])}
        >
          {t('Another layer on top')}
        </Button>
      </div>
    </div>
  )
}

/** Wood, leaves and a third of compost in the soil on top: as most fill one. */
function usual(): Layer[] {
  return [
    { material: 'logs', depth: deep(20, 8) },
    { material: 'leaves', depth: deep(10, 4) },
    { material: 'topsoil', depth: deep(20, 8) },
    { material: 'green_compost', depth: deep(8, 3) },
  ]
}

const deep = (cm: number, inches: number) =>
  system === 'metric' ? { value: cm, unit: 'cm' as const } : { value: inches, unit: 'in' as const }

/** Litres and bags of each layer, and how it sinks. */
export function FillFacts({ of, place }: { of: Schemas['FillView']; place: string }) {
  const { substrates } = useCatalogue()
  const words = useWords()
  const fresh = new Set(substrates.filter((one) => one.binds).map((one) => one.key))
  return (
    <div className="stack small">
      <Layers
        layers={of.layers.map((one) => ({
          name: one.name,
          fresh: fresh.has(one.material),
          newM: one.new_m,
          settledM: one.settled_m,
        }))}
        newM={of.new_m}
        afterTwoM={of.after_two_m}
        label={t('The layers of the fill, new and after two years')}
        show={showLength}
      />
      <ul className="fill-list">
        {of.layers
          .map((one, n) => (
            <li key={n}>
              <Why of={`fill/${place}/${n}`}>{showLitres(one.litres)}</Why> {one.name}
              {one.bags != null &&
                one.bag_l != null &&
                ` (${plural(one.bags, 'one bag of {litres}', '{n} bags of {litres}', {
                  litres: showLitres(one.bag_l),
                })})`}
              <span className="soft">
                {', '}
                {t('{low} to {high} to carry', {
                  low: showMass(one.low_kg * 1000),
                  high: showMass(one.high_kg * 1000),
                })}
                {', '}
                {t('after two years')}{' '}
                <Why of={`fill/${place}/${n}/settled`}>{showLength(one.settled_m)}</Why>
              </span>
            </li>
          ))
          .reverse()}
      </ul>
      <p>
        {t('To be as high as new: {first} after the first year, {second} after the second.', {
          first: showLitres(of.first_top_up_l),
          second: showLitres(of.second_top_up_l),
        })}
      </p>
      <Findings of={of.findings} words={words} />
    </div>
  )
}
