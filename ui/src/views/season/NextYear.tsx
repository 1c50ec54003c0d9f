import { Button, Drawer, Segmented } from 'antd'
import { useState } from 'react'
import { useNextSeason, type NextSeason } from '../../api/book'
import { faultsOf, type Schemas } from '../../api/client'
import { useGarden, usePlan, useWrites } from '../../api/gardens'
import { useCatalogue, useWords } from '../../api/reference'
import { useWhatIf } from '../../api/whatIf'
import { CropSketch } from '../../drawing/CropSketch'
import { showDate } from '../../lib/dates'
import { showMass } from '../../lib/numbers'
import { useReturn } from '../../lib/useReturn'
import { useToast } from '../../lib/useToast'
import { plural, t } from '../../lib/words'
import { ChoiceField, Refused } from '../../parts/Field'
import { Findings } from '../../parts/Findings'
import { Waiting } from '../../parts/Waiting'
import { plantingName } from '../../parts/names'
import { MayKeep } from '../../parts/MayKeep'

type Recorded = Schemas['Planting']
type Again = NextSeason['again'][number]

/** A season begun from the last one: lessons first, what stays, and what is planted again. */
export default function NextYear({ gardenId, onClose }: { gardenId: string; onClose: () => void }) {
  useReturn()
  const [year, setYear] = useState<number | null>(null)
  const { data } = useNextSeason(gardenId, year)
  return (
    <Drawer
      open
      onClose={onClose}
      size={720}
      title={data ? t('The season of {year}', { year: data.year }) : t('The next season')}
    >
      {data && (
        <Segmented
          value={data.year}
          aria-label={t('Season')}
          options={data.years.map((one) => ({ value: one, label: String(one) }))}
          onChange={setYear}
        />
      )}
      {data ? (
        <Begin key={data.year} gardenId={gardenId} of={data} onClose={onClose} />
      ) : (
        <Waiting />
      )}
    </Drawer>
  )
}

function Begin(props: { gardenId: string; of: NextSeason; onClose: () => void }) {
  const { gardenId, of, onClose } = props
  const toast = useToast()
  const { saveAll, removeAll } = useWrites(gardenId)
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set())
  const [moved, setMoved] = useState<Record<string, string>>({})
  const [kept, setKept] = useState<ReadonlySet<string>>(new Set())
  const open = of.again.filter((one) => !one.there)
  const anew = (one: Again): Recorded => ({
    ...(kept.has(one.of) && one.wintered ? one.wintered : one.planting),
    place: moved[one.of] ?? one.planting.place,
  })
  const things = open.filter((one) => !left.has(one.of)).map(anew)
  const whatIf = useWhatIf(gardenId, things.length ? { plantings: things } : null)
  const save = () =>
    saveAll.mutate(
      { kind: 'plantings', things },
      {
        onSuccess: () => {
          toast({
            text: plural(things.length, 'One planting was added.', '{n} plantings were added.'),
            undo: () =>
              removeAll(
                'plantings',
                things.map(({ id }) => id),
              ),
          })
          onClose()
        },
      },
    )
  return (
    <div className="stack">
      <p className="small soft">
        {t('Beds, tubs, tests, the shed and the log stay; nothing has to be copied.')}
      </p>
      <Remembered gardenId={gardenId} of={of} />
      <Stays gardenId={gardenId} of={of} />
      {of.again.length > 0 && <h3>{t('Planted again')}</h3>}
      {open.length === 0 && <p>{t('Nothing of last season is left to plant again.')}</p>}
      <ul className="again">
        {open.map((one) => (
          <AgainOne
            key={one.of}
            gardenId={gardenId}
            of={one}
            planting={anew(one)}
            taken={!left.has(one.of)}
            wintered={kept.has(one.of)}
            findings={
              whatIf.plan?.plantings
                .find((each) => each.id === anew(one).id)
                ?.findings.filter((each) => each.level === 'warning') ?? []
            }
            onTake={() => setLeft(toggled(left, one.of))}
            onKeep={() => setKept(toggled(kept, one.of))}
            onMove={(place) => setMoved({ ...moved, [one.of]: place })}
          />
        ))}
      </ul>
      <div className="row">
        <MayKeep kind="plantings">
          <Button
            type="primary"
            disabled={things.length === 0}
            loading={saveAll.isPending}
            onClick={save}
          >
            {plural(things.length, 'Add one planting', 'Add {n} plantings')}
          </Button>
        </MayKeep>
        <Refused faults={[...faultsOf(saveAll.error), ...whatIf.faults]} />
      </div>
    </div>
  )
}

/** Lessons that nobody knows by heart yet. */
function Remembered({ gardenId, of }: { gardenId: string; of: NextSeason }) {
  const { notes } = useGarden(gardenId).file.log
  if (of.lessons.length === 0) return null
  return (
    <section aria-label={t('Learned before')}>
      <h3>{t('Learned before')}</h3>
      <ul>
        {of.lessons.map((id) => (
          <li key={id}>{notes.find((one) => one.id === id)?.words}</li>
        ))}
      </ul>
    </section>
  )
}

/** What stands through the winter or for years. */
function Stays({ gardenId, of }: { gardenId: string; of: NextSeason }) {
  const plan = usePlan(gardenId)
  if (of.carried.length === 0) return null
  const names = of.carried.map((one) => {
    const planting = plan.plantings.find((each) => each.id === one.planting)
    const name = planting ? plantingName(planting) : ''
    return one.until ? t('{crop} until {day}', { crop: name, day: showDate(one.until, '') }) : name
  })
  return <p>{t('Stays where it is: {crops}.', { crops: names.join(', ') })}</p>
}

function AgainOne(props: {
  gardenId: string
  of: Again
  planting: Recorded
  taken: boolean
  wintered: boolean
  findings: Schemas['Finding'][]
  onTake: () => void
  onKeep: () => void
  onMove: (place: string) => void
}) {
  const { of, planting } = props
  const { places, plantings } = useGarden(props.gardenId).file.garden
  const { crops } = useCatalogue()
  const words = useWords()
  const before = plantings.find((one) => one.id === of.of)?.plants
  const crop = crops.find((one) => one.key === planting.crop)?.name ?? planting.crop
  const was = places.find((one) => one.id === of.was_in)?.name ?? ''
  return (
    <li className="stack">
      <div className="row">
        <label>
          <input type="checkbox" checked={props.taken} onChange={props.onTake} />{' '}
          <CropSketch crop={planting.crop} size={20} />{' '}
          <b>{`${crop} ${planting.variety}`.trim()}</b>{' '}
          <span className="small">
            {showDate(planting.planted_on, '')}
            {planting.plants != null && `, ${plural(planting.plants, 'one plant', '{n} plants')}`}
            {planting.plants !== before && ` (${t('{n} last time', { n: before ?? 0 })})`}
          </span>
        </label>
        <span className="spacer" />
        {props.taken && (
          <ChoiceField
            label={t('Place')}
            value={planting.place}
            options={places.map((one) => ({ value: one.id, label: one.name }))}
            onChange={props.onMove}
          />
        )}
      </div>
      {props.taken && (
        <>
          <p className="small soft">
            {dayOf(of)} {planting.place !== of.was_in && t('Last time in {place}.', { place: was })}{' '}
            {planting.place === of.planting.place &&
              !of.rested &&
              t('No bed of its size has rested from its family: another crop there is safer.')}
          </p>
          <Went of={of} />
          {of.wintered && (
            <label className="small">
              <input type="checkbox" checked={props.wintered} onChange={props.onKeep} />{' '}
              {t('These plants were kept through the winter: nothing is sown')}
            </label>
          )}
          <Findings of={props.findings} words={words} />
        </>
      )}
    </li>
  )
}

/** How its day was found. */
function dayOf(of: Again): string {
  const was = { day: showDate(of.was_on, '') }
  if (of.day_by === 'warmth') {
    return t('As warm a spring as on {day} last time.', was)
  }
  if (of.day_by === 'sown_late') {
    return t(
      'Its day of sowing is past: sown now, it is ready then. Bought plants can go out sooner.',
    )
  }
  if (of.day_by === 'next_good') return t('{day} would be past: the next good day.', was)
  return t('The same day as last time.')
}

/** What is known of how it went. */
function Went({ of }: { of: Again }) {
  const { terms } = useWords()
  const { went } = of
  const said = [
    went.picked_kg != null &&
      t('{kg} picked of about {expected}', {
        kg: showMass(went.picked_kg * 1000),
        expected: showMass(went.expected_kg * 1000),
      }),
    went.given > 0 && plural(went.given, 'one feed given', '{n} feeds given'),
    went.missed > 0 && plural(went.missed, 'one missed', '{n} missed'),
    ...went.seen.map(([kind, times]) => `${terms[`sight.${kind}`] ?? kind} × ${times}`),
  ].filter(Boolean)
  return said.length > 0 ? <p className="small">{said.join('; ')}</p> : null
}

function toggled(ids: ReadonlySet<string>, id: string): ReadonlySet<string> {
  return ids.has(id) ? new Set([...ids].filter((one) => one !== id)) : new Set([...ids, id])
}
