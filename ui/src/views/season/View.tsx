import { Button, Segmented } from 'antd'
import { lazy, Suspense, useMemo, useState } from 'react'
import { Link, useParams, useSearchParams } from 'react-router'
import { faultsOf } from '../../api/client'
import { useGarden, useMoveJob, usePlan } from '../../api/gardens'
import { useWords } from '../../api/reference'
import { SeasonStrip } from '../../drawing/SeasonStrip'
import { showDate } from '../../lib/dates'
import { recall, remember } from '../../lib/memory'
import { system } from '../../lib/units'
import { useWidth } from '../../lib/useWidth'
import { t } from '../../lib/words'
import { useEditing } from '../../api/editing'
import { namesOf } from '../../parts/names'
import { Refused } from '../../parts/Field'
import { Search, found } from '../../parts/Search'
import { useToast } from '../../parts/Toast'
import { Calendar } from './Calendar'
import { Detail } from './Detail'
import { List } from './List'
import { lanes } from './state'
import './season.css'

const Sowing = lazy(() => import('./Sowing'))
const Blend = lazy(() => import('./Blend'))

type Form = 'lanes' | 'calendar' | 'list'
const formOf = (kept: string): Form => (kept === 'calendar' || kept === 'list' ? kept : 'lanes')

/** The paper that is usual where people measure like this. */
const paper = () => (system === 'us' ? 'letter' : 'a4')

/** One lane a planting over the season; below, the chosen planting's need against its supply. */
export function View() {
  const { gardenId = '' } = useParams()
  const [query, setQuery] = useSearchParams()
  const { file } = useGarden(gardenId)
  const kept = usePlan(gardenId)
  const words = useWords()
  const [looked, setLooked] = useState('')
  const [form, setForm] = useState<Form>(() => formOf(recall('season', 'lanes')))
  const [open, setOpen] = useState<'sowing' | 'blend' | null>(null)
  const moving = useMoveJob(gardenId)
  const toast = useToast()
  const tried = useEditing(gardenId, 'plantings', {
    name: 'season',
    changes: (thing) => ({ plantings: [thing] }),
  })
  const { plan } = tried
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
  const chosen = query.get('planting') ?? drawn[0]?.id ?? null
  const planting = plan.plantings.find((one) => one.id === chosen)
  const choose = (id: string) => {
    if (tried.thing && tried.thing.id !== id) tried.cancel()
    setQuery({ planting: id }, { replace: true })
  }
  if (drawn.length === 0) {
    return (
      <section className="stack">
        <h1>{t('No season yet')}</h1>
        <p>
          {t('Each planting gets a lane here: its stages, its feeds, and need against supply.')}
        </p>
        <p>
          <Link to={`/g/${gardenId}/plot`}>{t('Plant something on the Plot')}</Link>
        </p>
        <div className="row">
          <Button onClick={() => setOpen('sowing')}>{t('When to sow')}</Button>
        </div>
        <Suspense fallback={null}>
          {open === 'sowing' && <Sowing gardenId={gardenId} onClose={() => setOpen(null)} />}
        </Suspense>
      </section>
    )
  }
  return (
    <div className="stack season-view">
      <div className="row season-head">
        <h1 className="visually-hidden">{t('Season')}</h1>
        <Segmented<Form>
          value={form}
          aria-label={t('Show')}
          onChange={(next) => {
            remember('season', next)
            setForm(next)
          }}
          options={[
            { value: 'lanes', label: t('Lanes') },
            { value: 'calendar', label: t('Calendar') },
            { value: 'list', label: t('List') },
          ]}
        />
        <span className="spacer" />
        <Button onClick={() => setOpen('sowing')}>{t('When to sow')}</Button>
        <Button onClick={() => setOpen('blend')}>{t('Blend the season')}</Button>
        <Button href={`/api/gardens/${gardenId}/planning/season.pdf?paper=${paper()}`} download>
          {t('Print')}
        </Button>
      </div>
      {form === 'list' && <List gardenId={gardenId} plan={plan} />}
      {form === 'calendar' && <Calendar plan={plan} chosen={chosen} onChoose={choose} />}
      {form === 'lanes' && (
        <Search
          of={drawn.length}
          value={looked}
          onChange={setLooked}
          label={t('Find a planting')}
        />
      )}
      <div ref={box} className="strip-box">
        {form === 'lanes' && (
          <SeasonStrip
            lanes={shown.length ? shown : drawn}
            today={plan.as_of}
            width={width}
            chosen={chosen}
            onChoose={choose}
            onMove={(job, day) =>
              moving.move(job, day, (undo) =>
                toast({ text: t('Moved to {day}.', { day: showDate(day) }), undo }),
              )
            }
          />
        )}
      </div>
      <Refused faults={faultsOf(moving.error)} />
      <Suspense fallback={null}>
        {open === 'sowing' && <Sowing gardenId={gardenId} onClose={() => setOpen(null)} />}
        {open === 'blend' && <Blend gardenId={gardenId} onClose={() => setOpen(null)} />}
      </Suspense>
      {planting && form !== 'list' && (
        <Detail
          key={planting.id}
          gardenId={gardenId}
          planting={planting}
          was={plan === kept ? null : (kept.plantings.find((p) => p.id === planting.id) ?? null)}
          tried={tried}
        />
      )}
    </div>
  )
}
