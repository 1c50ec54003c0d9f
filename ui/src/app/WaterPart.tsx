import { Button, Segmented } from 'antd'
import { useState } from 'react'
import { Link } from 'react-router'
import { faultsOf, type Schemas } from '../api/client'
import { useGarden } from '../api/gardens'
import { useSourceWater } from '../api/water'
import { newId } from '../lib/ids'
import { waterDepth } from '../lib/units'
import { t } from '../lib/words'
import { ChoiceField, NumberField, Refused, TextField, faultsAt } from '../parts/Field'
import { NONE, WaterFields } from './WaterFields'
import { WaterJudged } from './WaterJudged'

type Site = Schemas['Settings']['site']
type Other = NonNullable<Site['waters']>[number]
type Mix = Extract<Other, { kind: 'mix' }>
type Faults = Schemas['FaultView'][]

/** The garden's usual water. */
const USUAL = ''

/** What the garden is watered with: the usual water, others, mixes of two, and what follows. */
export function WaterPart(props: {
  gardenId: string
  site: Site
  faults: Faults
  onChange: (part: Partial<Site>) => void
}) {
  const { gardenId, site } = props
  const waters = site.waters ?? []
  const [chosen, setChosen] = useState(USUAL)
  const other = waters.find((one) => one.id === chosen)
  const written = other !== undefined || site.water != null
  const found = useSourceWater(gardenId, { site, of: other?.id ?? null }, written)
  const faults = props.faults.length > 0 ? props.faults : faultsOf(found.error)
  const add = (one: Other) => {
    props.onChange({ waters: [...waters, one] })
    setChosen(one.id)
  }
  const change = (one: Other) =>
    props.onChange({ waters: waters.map((old) => (old.id === one.id ? one : old)) })
  const remove = (id: string) => {
    props.onChange({ waters: waters.filter((one) => one.id !== id) })
    setChosen(USUAL)
  }
  return (
    <>
      <h2>{t('Water')}</h2>
      {waters.length > 0 && (
        <Segmented
          className="waters-chosen"
          value={other?.id ?? USUAL}
          options={[
            { value: USUAL, label: t('The usual water') },
            ...waters.map((one) => ({ value: one.id, label: one.name || t('no name yet') })),
          ]}
          aria-label={t('Which water')}
          onChange={setChosen}
        />
      )}
      {other ? (
        <OtherWater
          key={other.id}
          {...{ gardenId, waters, faults }}
          of={other}
          onChange={change}
          onRemove={() => remove(other.id)}
        />
      ) : (
        <WaterFields
          gardenId={gardenId}
          of={{ water: site.water ?? NONE, ec: site.water_ec_ds_m ?? null }}
          at="site.water"
          ecAt="site.water_ec_ds_m"
          faults={faults}
          onChange={({ water, ec }) => props.onChange({ water, water_ec_ds_m: ec })}
        />
      )}
      <Refused faults={faultsAt(faults, 'places')} />
      <AddWater others={waters} onAdd={add} />
      <p className="small">
        <Link to="/sum?of=draw">
          {t('Does a proportioner draw right? Check it with a bucket.')}
        </Link>
      </p>
      {written && found.data && <WaterJudged gardenId={gardenId} of={found.data} />}
    </>
  )
}

const MOST = 12

function AddWater(props: { others: readonly Other[]; onAdd: (one: Other) => void }) {
  const { others, onAdd } = props
  const analysed = others.find((one) => one.kind === 'analysed')
  const plain = (name: string, rain_pct: number): Other => ({
    kind: 'analysed',
    id: newId(),
    name,
    water: { ...NONE, rain_pct },
    ec_ds_m: null,
  })
  if (others.length >= MOST) return null
  return (
    <div className="row">
      <Button size="small" onClick={() => onAdd(plain(t('Rain water'), 100))}>
        {t('Add rain water')}
      </Button>
      <Button size="small" onClick={() => onAdd(plain(t('Another water'), 0))}>
        {t('Add another water')}
      </Button>
      {analysed && (
        <Button
          size="small"
          onClick={() =>
            onAdd({
              kind: 'mix',
              id: newId(),
              name: t('Mix'),
              first: null,
              second: analysed.id,
              second_pct: 50,
              season_mm: 0,
            })
          }
        >
          {t('Add a mix of two')}
        </Button>
      )}
    </div>
  )
}

/** A water besides the usual one, what it is called, and where it is poured. */
function OtherWater(props: {
  gardenId: string
  waters: readonly Other[]
  of: Other
  faults: Faults
  onChange: (one: Other) => void
  onRemove: () => void
}) {
  const { of, waters, onChange } = props
  const at = `site.waters.${waters.indexOf(of)}`
  return (
    <>
      <div className="fields">
        <TextField
          label={t('Name of this water')}
          value={of.name}
          faults={faultsAt(props.faults, `${at}.name`)}
          onChange={(name) => onChange({ ...of, name })}
        />
      </div>
      {of.kind === 'mix' ? (
        <MixFields {...{ of, at, waters, onChange }} faults={props.faults} />
      ) : (
        <WaterFields
          gardenId={props.gardenId}
          of={{ water: of.water ?? NONE, ec: of.ec_ds_m ?? null }}
          at={`${at}.water`}
          ecAt={`${at}.ec_ds_m`}
          faults={props.faults}
          onChange={({ water, ec }) => onChange({ ...of, water, ec_ds_m: ec })}
        />
      )}
      <WhereUsed {...{ of, waters }} gardenId={props.gardenId} onRemove={props.onRemove} />
    </>
  )
}

function MixFields(props: {
  of: Mix
  at: string
  waters: readonly Other[]
  faults: Faults
  onChange: (one: Other) => void
}) {
  const { of, at, faults, onChange } = props
  const options = [
    { value: USUAL, label: t('the usual water') },
    ...props.waters
      .filter((one) => one.kind === 'analysed')
      .map((one) => ({ value: one.id, label: one.name })),
  ]
  const part = (field: 'first' | 'second', label: string) => (
    <ChoiceField
      label={label}
      value={of[field] ?? USUAL}
      options={options}
      faults={faultsAt(faults, `${at}.${field}`)}
      onChange={(id) => onChange({ ...of, [field]: id || null })}
    />
  )
  return (
    <div className="fields">
      {part('first', t('One water'))}
      {part('second', t('The other water'))}
      <NumberField
        label={t('Share of the other')}
        suffix="%"
        value={of.second_pct}
        faults={faultsAt(faults, `${at}.second_pct`)}
        onChange={(second_pct) => onChange({ ...of, second_pct: second_pct ?? 0 })}
      />
      <NumberField
        label={t('Watered on beds in a season')}
        suffix={waterDepth.unit}
        value={waterDepth.shown(of.season_mm || null)}
        faults={faultsAt(faults, `${at}.season_mm`)}
        onChange={(typed) => onChange({ ...of, season_mm: waterDepth.typed(typed) ?? 0 })}
      />
    </div>
  )
}

/** Where a water is poured; it can go once it is poured and mixed nowhere. */
function WhereUsed(props: {
  gardenId: string
  of: Other
  waters: readonly Other[]
  onRemove: () => void
}) {
  const { id } = props.of
  const { places } = useGarden(props.gardenId).file.garden
  const poured = places.filter((one) => one.water === id).map((one) => one.name)
  const mixed = props.waters
    .filter((one) => one.kind === 'mix' && (one.first === id || one.second === id))
    .map((one) => one.name)
  const used = [...poured, ...mixed]
  return (
    <div className="row">
      <span className="small">
        {poured.length > 0
          ? t('Watered with it: {places}.', { places: poured.join(', ') })
          : t('Watered with it: nothing yet. Choose it among a place’s measures, on the plot.')}
      </span>
      <Button size="small" disabled={used.length > 0} onClick={props.onRemove}>
        {t('Remove this water')}
      </Button>
      {used.length > 0 && (
        <span className="hint">
          {t('First choose another for {used}.', { used: used.join(', ') })}
        </span>
      )}
    </div>
  )
}
