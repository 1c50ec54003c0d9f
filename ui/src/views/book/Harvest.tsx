import { Button, Empty } from 'antd'
import { useHarvestBook, type HarvestBook } from '../../api/book'
import { useGarden, usePlan, useWrites } from '../../api/gardens'
import { useCatalogue, useWords } from '../../api/reference'
import { CropSketch } from '../../drawing/CropSketch'
import { PickingAhead } from '../../drawing/PickingAhead'
import { showDate } from '../../lib/dates'
import { showMass, showNumber } from '../../lib/numbers'
import { useToast } from '../../lib/useToast'
import { plural, t } from '../../lib/words'
import { Findings } from '../../parts/Findings'
import { namesOf, plantingName } from '../../parts/names'
import { Waiting } from '../../parts/Waiting'
import { WorkingSteps } from '../../parts/WorkingSteps'
import { MayKeep } from '../../parts/MayKeep'
import { Weigh } from './Weigh'

type Ahead = HarvestBook['weeks'][number]
type Yield = HarvestBook['yields'][number]

const mass = (kg: number) => showMass(kg * 1000)

/** What to weigh now, the next weeks' picking, and what every planting gave. */
export function Harvest({ gardenId }: { gardenId: string }) {
  const { data } = useHarvestBook(gardenId)
  if (!data) return <Waiting />
  const nothing = data.weeks.length === 0 && data.yields.length === 0
  return (
    <div className="book-harvest">
      <section className="stack">
        <Weigh gardenId={gardenId} pieces={data.pieces} />
        <Gave of={data} gardenId={gardenId} />
      </section>
      <section className="stack" aria-label={t('The next weeks')}>
        <h2>{t('The next weeks')}</h2>
        {nothing && (
          <Empty
            image={<CropSketch crop="tomato" size={48} />}
            description={t('What is planted and ripens within eight weeks is drawn here.')}
          />
        )}
        {!nothing && data.weeks.length === 0 && (
          <p className="soft">{t('Nothing ripens within eight weeks.')}</p>
        )}
        {data.weeks.map((one) => (
          <Coming key={one.crop} of={one} gardenId={gardenId} />
        ))}
      </section>
    </div>
  )
}

/** A crop's next weeks, with what there is to say of them. */
function Coming({ of, gardenId }: { of: Ahead; gardenId: string }) {
  const words = useWords()
  const { crops } = useCatalogue()
  const plan = usePlan(gardenId)
  const name = crops.find((one) => one.key === of.crop)?.name ?? of.crop
  const whole = of.weeks.reduce((sum, one) => sum + one.kg, 0)
  const says = t('{crop}: about {kg} in eight weeks', { crop: name, kg: mass(whole) })
  const many = of.plantings.length > 1
  return (
    <article className="sheet stack" aria-label={name}>
      <div className="row">
        <CropSketch crop={of.crop} size={22} />
        <h3>{says}</h3>
        {many && (
          <span className="soft small">
            {plural(of.plantings.length, 'one planting', '{n} plantings')}
          </span>
        )}
      </div>
      <PickingAhead
        weeks={of.weeks.map((one) => ({
          begins: one.begins,
          kg: one.kg,
          lowKg: one.low_kg,
          highKg: one.high_kg,
          overKg: one.over_kg,
        }))}
        weeklyKg={of.weekly_kg ?? null}
        label={`${says}, ${t('from {day} on', { day: showDate(plan.as_of) })}`}
        show={mass}
      />
      <Findings of={of.findings} words={words} />
    </article>
  )
}

/** What every planting gave, against what is to be expected of its whole season. */
function Gave({ of, gardenId }: { of: HarvestBook; gardenId: string }) {
  if (of.yields.length === 0) return null
  return (
    <section className="stack" aria-label={t('What they gave')}>
      <h2>{t('What they gave')}</h2>
      <ul className="book-gave">
        {[...of.yields].reverse().map((one) => (
          <GaveOne key={one.planting} of={one} gardenId={gardenId} />
        ))}
      </ul>
      <Own of={of.own} />
    </section>
  )
}

function GaveOne({ of, gardenId }: { of: Yield; gardenId: string }) {
  const plan = usePlan(gardenId)
  const { file } = useGarden(gardenId)
  const { remove, save } = useWrites(gardenId)
  const toast = useToast()
  const planting = plan.plantings.find((one) => one.id === of.planting)
  if (!planting) return null
  const place = namesOf(file.garden).places.get(planting.place) ?? ''
  const dropped = (key: string) => {
    const thing = file.log.harvests.find((one) => one.id === key)
    remove.mutate(
      { kind: 'harvests', key },
      {
        onSuccess: () =>
          toast({
            text: t('The picking was removed.'),
            undo: () => thing && save.mutate({ kind: 'harvests', thing: { ...thing } }),
          }),
      },
    )
  }
  const rough = of.high_kg - of.low_kg > of.picked_kg * 0.02
  return (
    <li>
      <details>
        <summary>
          <b>{plantingName(planting)}</b> <span className="soft small">{place}</span>
          <Share of={of} />
          <span>
            {t('{kg} of about {expected}', {
              kg: mass(of.picked_kg),
              expected: mass(of.expected_kg),
            })}
            {of.complete && ` · ${t('all of it')}`}
          </span>
        </summary>
        <div className="stack small">
          {rough && (
            <p className="soft">
              {t('Between {low} and {high}, since some of it was not weighed.', {
                low: mass(of.low_kg),
                high: mass(of.high_kg),
              })}
            </p>
          )}
          <p>
            {t('{amount} a plant', { amount: of.per_plant.result })}
            {[of.per_ground, of.per_cost, of.per_litre].map((one) => one && `, ${one.result}`)}
          </p>
          <ul className="book-pickings">
            {of.pickings.map((one) => (
              <li key={one.harvest} className="row">
                <details>
                  <summary>
                    {showDate(one.on, plan.as_of)}: {one.weight.result}
                  </summary>
                  <WorkingSteps of={one.weight.steps} />
                </details>
                <span className="spacer" />
                <MayKeep kind="harvests">
                  <Button size="small" type="text" onClick={() => dropped(one.harvest)}>
                    {t('Remove')}
                  </Button>
                </MayKeep>
              </li>
            ))}
          </ul>
        </div>
      </details>
    </li>
  )
}

/** How much of what is expected came, as a line that fills. */
function Share({ of }: { of: Yield }) {
  const share = Math.min(of.picked_kg / Math.max(of.expected_kg, 1e-9), 1)
  return (
    <svg className="book-share" viewBox="0 0 100 10" preserveAspectRatio="none" aria-hidden>
      <rect className="picked-share" width={100 * share} height={10} />
      <rect className="book-share-edge" width={100} height={10} />
    </svg>
  )
}

/** What the garden's own seasons say of its crops. */
function Own({ of }: { of: HarvestBook['own'] }) {
  const { crops } = useCatalogue()
  const known = of.filter((one) => one.seasons > 0)
  if (known.length === 0) {
    return (
      <p className="small soft">
        {t('Once a planting is written down whole, the garden’s own yield is reckoned with.')}
      </p>
    )
  }
  return known.map((one) => (
    <details key={one.crop} className="small">
      <summary>
        {t('{crop} brings {share} times the usual here ({low} to {high})', {
          crop: crops.find((each) => each.key === one.crop)?.name ?? one.crop,
          share: one.share.result,
          low: showNumber(one.low, 2),
          high: showNumber(one.high, 2),
        })}
      </summary>
      <WorkingSteps of={one.share.steps} />
    </details>
  ))
}
