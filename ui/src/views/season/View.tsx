import { Button, Empty, Segmented } from 'antd'
import { lazy, Suspense, useMemo, useState, type ReactNode } from 'react'
import { Link, useParams } from 'react-router'
import { faultsOf } from '../../api/client'
import { useEditing } from '../../api/editing'
import { useGarden, useMoveJob, usePlan, type Plan } from '../../api/gardens'
import { useWords } from '../../api/reference'
import { SeasonStrip } from '../../drawing/SeasonStrip'
import { StripLegend } from '../../drawing/StripLegend'
import { showDate } from '../../lib/dates'
import { recall, remember } from '../../lib/memory'
import { paper, system } from '../../lib/units'
import { CropSketch } from '../../drawing/CropSketch'
import { useAddress } from '../../lib/useAddress'
import { useWidth } from '../../lib/useWidth'
import { t } from '../../lib/words'
import { Waiting } from '../../parts/Waiting'
import { Refused } from '../../parts/Field'
import { namesOf } from '../../parts/names'
import { Search, found } from '../../parts/Search'
import { useToast } from '../../lib/useToast'
import { Calendar } from './Calendar'
import { Detail } from './Detail'
import { inSeason, lanes } from './state'
import './season.css'
import { Later } from '../../parts/Later'

const Sowing = lazy(() => import('./Sowing'))
const Raising = lazy(() => import('./Raising'))
const Blend = lazy(() => import('./Blend'))
const NextYear = lazy(() => import('./NextYear'))
const List = lazy(() => import('./List'))

type Form = 'lanes' | 'calendar' | 'list'
const formOf = (said: string): Form => (said === 'calendar' || said === 'list' ? said : 'lanes')

/** One lane a planting over the season; below, the chosen planting's need against its supply. */
export function View() {
  const { gardenId = '' } = useParams()
  const kept = usePlan(gardenId)
  const [address, go] = useAddress()
  const form = formOf(address.get('as') ?? recall('season', 'lanes'))
  const tried = useEditing(gardenId, 'plantings', {
    name: 'season',
    changes: (thing) => ({ plantings: [thing] }),
  })
  const { plan } = tried
  const shown = inSeason(plan)
  const chosen = address.get('planting') ?? (shown.length === 1 ? shown[0].id : null)
  const planting = shown.find((one) => one.id === chosen)
  const choose = (id: string) => go({ planting: id === chosen ? null : id })
  if (shown.length === 0) return <NoSeason gardenId={gardenId} />
  const detail = planting && (
    <Detail
      key={planting.id}
      gardenId={gardenId}
      planting={planting}
      was={plan === kept ? null : (kept.plantings.find((p) => p.id === planting.id) ?? null)}
      tried={tried}
      onClose={() => go({ planting: null })}
    />
  )
  return (
    <div className="stack season-view">
      <Head
        gardenId={gardenId}
        form={form}
        onForm={(next) => {
          remember('season', next)
          go({ as: next })
        }}
      />
      {form === 'list' && (
        <Suspense fallback={<Waiting />}>
          <List gardenId={gardenId} plan={plan} />
        </Suspense>
      )}
      {form === 'calendar' && <Calendar plan={plan} chosen={chosen} onChoose={choose} />}
      {form === 'lanes' && (
        <Lanes gardenId={gardenId} plan={plan} chosen={chosen} onChoose={choose}>
          {detail}
        </Lanes>
      )}
      {form === 'calendar' && detail}
      <Asked gardenId={gardenId} />
    </div>
  )
}

/** What can be asked here before anything is done. */
function Asked({ gardenId }: { gardenId: string }) {
  const [address, go] = useAddress()
  const open = address.get('ask')
  const close = () => go({ ask: null })
  return (
    <Later>
      {open === 'sowing' && <Sowing gardenId={gardenId} onClose={close} />}
      {open === 'raising' && <Raising gardenId={gardenId} onClose={close} />}
      {open === 'again' && <NextYear gardenId={gardenId} onClose={close} />}
      {open === 'blend' && <Blend gardenId={gardenId} onClose={close} />}
    </Later>
  )
}

function NoSeason({ gardenId }: { gardenId: string }) {
  const [, go] = useAddress()
  return (
    <section className="stack">
      <h1>{t('No season yet')}</h1>
      <Empty
        image={<CropSketch crop="sweet_corn" size={48} />}
        description={t(
          'Each planting gets a lane here: its stages, its feeds, and need against supply.',
        )}
      >
        <p>
          <Link className="empty-way" to={`/g/${gardenId}/plot`}>
            {t('Plant something on the Plot')}
          </Link>
        </p>
        <div className="row">
          <Button onClick={() => go({ ask: 'sowing' })}>{t('When to sow')}</Button>
          <Button onClick={() => go({ ask: 'raising' })}>{t('Raising')}</Button>
        </div>
      </Empty>
      <Asked gardenId={gardenId} />
    </section>
  )
}

function Head(props: { gardenId: string; form: Form; onForm: (form: Form) => void }) {
  const { gardenId } = props
  const [, go] = useAddress()
  return (
    <div className="row season-head">
      <h1 className="visually-hidden">{t('Season')}</h1>
      <Segmented<Form>
        value={props.form}
        aria-label={t('Show')}
        onChange={props.onForm}
        options={[
          { value: 'lanes', label: t('Lanes') },
          { value: 'calendar', label: t('Calendar') },
          { value: 'list', label: t('List') },
        ]}
      />
      <span className="spacer" />
      <Button onClick={() => go({ ask: 'sowing' })}>{t('When to sow')}</Button>
      <Button onClick={() => go({ ask: 'raising' })}>{t('Raising')}</Button>
      <Button onClick={() => go({ ask: 'blend' })}>{t('Blend the season')}</Button>
      <Button onClick={() => go({ ask: 'again' })}>{t('Next year')}</Button>
      <Button
        href={`/api/gardens/${gardenId}/planning/season.pdf?paper=${paper()}&units=${system}`}
        download
      >
        {t('Print')}
      </Button>
      <Button href={`/api/gardens/${gardenId}/planning/labels.pdf?paper=${paper()}`} download>
        {t('Labels')}
      </Button>
    </div>
  )
}

/** The plantings as lanes; a change that is being tried shows the old days as ghosts. */
function Lanes(props: {
  gardenId: string
  plan: Plan
  chosen: string | null
  onChoose: (id: string) => void
  /** What there is to say about the chosen one. */
  children: ReactNode
}) {
  const { gardenId, plan } = props
  const { file } = useGarden(gardenId)
  const kept = usePlan(gardenId)
  const words = useWords()
  const toast = useToast()
  const moving = useMoveJob(gardenId)
  const [looked, setLooked] = useState('')
  const [box, width] = useWidth()
  const drawn = useMemo(() => {
    const names = namesOf(file.garden)
    return lanes(
      plan,
      plan === kept ? null : kept,
      (id) => names.places.get(id) ?? '',
      (key) => words.terms[key] ?? key,
    )
  }, [plan, kept, file.garden, words])
  const shown = found(drawn, looked, (lane) => `${lane.title} ${lane.subtitle}`)
  return (
    <>
      <Search of={drawn.length} value={looked} onChange={setLooked} label={t('Find a planting')} />
      <div ref={box} className="strip-box">
        <SeasonStrip
          lanes={shown.length ? shown : drawn}
          today={plan.as_of}
          width={width}
          chosen={props.chosen}
          onChoose={props.onChoose}
          onMove={(job, day) =>
            moving.move(job, day, (undo) =>
              toast({ text: t('Moved to {day}.', { day: showDate(day) }), undo }),
            )
          }
        >
          {props.children}
        </SeasonStrip>
      </div>
      {props.chosen === null && (
        <p className="small soft">
          {t('Touch a planting to see its need, its supply and its feeds.')}
        </p>
      )}
      <StripLegend />
      <Refused faults={faultsOf(moving.error)} />
    </>
  )
}
