import { useQuery } from '@tanstack/react-query'
import { Button, Drawer } from 'antd'
import { SaveButton } from '../parts/SaveButton'
import { useState } from 'react'
import { Link } from 'react-router'
import { gardenQueries, revisionOf, useGarden, useWrites } from '../api/gardens'
import { faultsOf, ProblemError, type Schemas } from '../api/client'
import { useReturn } from '../lib/useReturn'
import { t } from '../lib/words'
import { Waiting } from '../parts/Waiting'
import {
  DENSITIES,
  MASSES,
  MeasureField,
  NumberField,
  Refused,
  ChoiceField,
  type FaultAt,
} from '../parts/Field'
import { useSettings } from '../parts/Settings'
import { WorkingSteps } from '../parts/WorkingSteps'
import { MayKeep } from '../parts/MayKeep'

/** One drawer for any number anywhere: sentence, formula with its numbers, origin of each. */
export default function WhyDrawer(props: { gardenId: string; of: string; onClose: () => void }) {
  useReturn()
  const query = useQuery(gardenQueries.why(props.gardenId, props.of))
  return (
    <Drawer
      open
      onClose={props.onClose}
      size={460}
      title={
        query.data
          ? t('How {amount} came about', { amount: query.data.result })
          : t('How this came about')
      }
    >
      {query.isPending && <Waiting />}
      {query.isError && <Unexplained error={query.error} onAgain={() => void query.refetch()} />}
      {query.data && <Working {...props} shown={query.data} />}
    </Drawer>
  )
}

/** Why there is no working: the number is gone, nobody answers, or Eznel made a mistake. */
function Unexplained({ error, onAgain }: { error: Error; onAgain: () => void }) {
  if (faultsOf(error).some((fault) => fault.key === 'no_such_number')) {
    return <p>{t('This number has changed in the meantime. Close and open it again.')}</p>
  }
  const silent = error instanceof ProblemError && error.unreachable
  return (
    <div className="stack" role="alert">
      <p>
        {silent
          ? t('Eznel does not answer. The number stands as it is.')
          : t('Eznel made a mistake in explaining this number. The number itself stands as it is.')}
      </p>
      <Button onClick={onAgain}>{t('Try again')}</Button>
    </div>
  )
}

function Working(props: { gardenId: string; shown: Schemas['Shown']; onClose: () => void }) {
  const { shown } = props
  const measurable = [
    ...new Set(
      shown.steps.flatMap((step) => step.quantities.map((q) => q.measure_at)).filter(Boolean),
    ),
  ]
  return (
    <div className="stack">
      {shown.assumed && (
        <p>
          <span className="origin assumed">{t('assumed')}</span>{' '}
          {t('values are used here. Measure one and the amount follows.')}
        </p>
      )}
      <WorkingSteps of={shown.steps} />
      {shown.steps.length === 0 && (
        <p>{t('Nothing of it is declared, so there is nothing to work out.')}</p>
      )}
      {shown.findings.map((finding) => (
        <p key={finding.key} className="small">
          {finding.text} {finding.remedy}
        </p>
      ))}
      {measurable.map((path) => (
        <Measure key={path} path={path} {...props} />
      ))}
    </div>
  )
}

type MeasureProps = { gardenId: string; path: string; onClose: () => void }

/** Where a measured value takes the place of an assumed one. */
function Measure(props: MeasureProps) {
  const [kind, id, field] = props.path.split('/')
  const settings = useSettings()
  if (field === 'density') return <BedDensity {...props} id={id} />
  if (field === 'weighed') return <WeighOnce {...props} id={id} />
  if (field === 'dry_matter_pct') return <DryMatter {...props} id={id} />
  if (kind === 'reports') {
    return (
      <p>
        <Link to={`/g/${props.gardenId}/soil?bed=${id}&new`} onClick={props.onClose}>
          {t('Type in a soil test instead')}
        </Link>
      </p>
    )
  }
  return (
    <div>
      <Button
        onClick={() => {
          props.onClose()
          settings()
        }}
      >
        {t('Type in your own temperatures')}
      </Button>
    </div>
  )
}

function BedDensity({ gardenId, id }: MeasureProps & { id: string }) {
  const garden = useGarden(gardenId)
  const { save } = useWrites(gardenId)
  const place = garden.file.garden.places.find((one) => one.id === id)
  const [density, setDensity] = useState<Schemas['Density'] | null>(null)
  if (place?.kind !== 'bed') return null
  return (
    <Box
      kind="places"
      title={t('Measured it in {name}?', { name: place.name })}
      error={save.error}
      saving={save.isPending}
      disabled={!density}
      onSave={() =>
        save.mutate({
          kind: 'places',
          thing: { ...place, density },
          basedOn: revisionOf(garden, id),
        })
      }
    >
      <MeasureField
        label={t('Bulk density')}
        hint={t('Weight of a known volume of dry soil, by that volume.')}
        units={DENSITIES}
        value={density}
        onChange={setDensity}
      />
    </Box>
  )
}

function WeighOnce({ gardenId, id }: MeasureProps & { id: string }) {
  const garden = useGarden(gardenId)
  const { scoops, products } = garden.file.garden
  const { save } = useWrites(gardenId)
  const product = products.find((one) => one.id === id)
  const largest = [...scoops].sort((a, b) => b.volume.value - a.volume.value)[0]
  const [scoop, setScoop] = useState(largest?.id ?? '')
  const [count, setCount] = useState<number | null>(1)
  const [mass, setMass] = useState<Schemas['Mass'] | null>(null)
  const volume = scoops.find((one) => one.id === scoop)?.volume
  if (!product || !volume) return null
  return (
    <Box
      kind="products"
      title={t('Weigh it once: {name}', { name: product.name })}
      error={save.error}
      saving={save.isPending}
      disabled={!mass || !count}
      onSave={() =>
        save.mutate({
          kind: 'products',
          thing: { ...product, density: null, weighed: { count: count ?? 1, volume, mass } },
          basedOn: revisionOf(garden, id),
        })
      }
    >
      <NumberField label={t('Level scoops')} value={count} onChange={setCount} />
      <ChoiceField
        label={t('Of')}
        value={scoop}
        options={scoops.map((one) => ({ value: one.id, label: one.name }))}
        onChange={setScoop}
      />
      <MeasureField label={t('Weigh together')} units={MASSES} value={mass} onChange={setMass} />
    </Box>
  )
}

function DryMatter({ gardenId, id }: MeasureProps & { id: string }) {
  const garden = useGarden(gardenId)
  const { save } = useWrites(gardenId)
  const product = garden.file.garden.products.find((one) => one.id === id)
  const [pct, setPct] = useState<number | null>(null)
  if (!product) return null
  return (
    <Box
      kind="products"
      title={t('Does the label of {name} say it?', { name: product.name })}
      error={save.error}
      saving={save.isPending}
      disabled={pct === null}
      onSave={() =>
        save.mutate({
          kind: 'products',
          thing: { ...product, dry_matter_pct: pct },
          basedOn: revisionOf(garden, id),
        })
      }
    >
      <NumberField label={t('Dry matter')} suffix="%" value={pct} onChange={setPct} />
    </Box>
  )
}

function Box(props: {
  kind: 'places' | 'products'
  title: string
  error: Error | null
  saving: boolean
  disabled: boolean
  onSave: () => void
  children: React.ReactNode
}) {
  const faults: FaultAt[] = faultsOf(props.error)
  return (
    <MayKeep kind={props.kind}>
      <section className="measure stack">
        <h2>{props.title}</h2>
        <div className="fields">{props.children}</div>
        <div className="row">
          <SaveButton loading={props.saving} disabled={props.disabled} onClick={props.onSave}>
            {t('Use it instead')}
          </SaveButton>
          <Refused faults={faults} />
        </div>
      </section>
    </MayKeep>
  )
}
