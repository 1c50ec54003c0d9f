import type { Schemas } from '../../api/client'
import { useGarden } from '../../api/gardens'
import { useWords } from '../../api/reference'
import { NutrientMark } from '../../drawing/NutrientMark'
import { showDate } from '../../lib/dates'
import { showMass, showNutrient } from '../../lib/numbers'
import { t } from '../../lib/words'
import { levelScoops, namesOf, plantingName } from '../../parts/names'
import { Why } from '../../parts/Why'

type Plan = Schemas['SeasonPlan']
type Planting = Schemas['PlantingPlan']

/** What the test means for each planting of a bed: its season, and what goes on before planting. */
export function Follows(props: { gardenId: string; bed: string; plan: Plan; before?: Plan }) {
  const here = props.plan.plantings.filter((one) => one.place === props.bed && !one.over)
  return (
    <aside className="stack follows-soil">
      <h2>{t('What follows')}</h2>
      <Work gardenId={props.gardenId} bed={props.bed} plan={props.plan} />
      {here.length === 0 && (
        <p className="soft">
          {t('Plant something in this bed on the Plot, and its amounts stand here.')}
        </p>
      )}
      {here.map((planting) => (
        <div key={planting.id} className="sheet stack">
          <h3>{plantingName(planting)}</h3>
          <Season
            planting={planting}
            before={props.before?.plantings.find((one) => one.id === planting.id)}
          />
          <Base gardenId={props.gardenId} planting={planting} />
        </div>
      ))}
    </aside>
  )
}

/** Lime, compost and new tests of this place, with their days: before any feeding. */
function Work(props: { gardenId: string; bed: string; plan: Plan }) {
  const words = useWords()
  const place = props.plan.places.find((one) => one.id === props.bed)
  const open = place?.jobs.filter((job) => job.status !== 'done') ?? []
  if (!place || open.length === 0) return null
  return (
    <div className="sheet stack">
      <h3>{t('First, the soil')}</h3>
      <ul className="base-lines small">
        {open.map((job) => (
          <li key={job.key}>
            {showDate(job.due_on, props.plan.as_of)}: {words.terms[`kind.${job.kind}`]}{' '}
            {job.grams > 0 && (
              <>
                <Why of={job.kind === 'preparation' ? `prepared/${job.key}` : `mend/${place.id}`}>
                  {showMass(job.grams)}
                </Why>{' '}
                {job.name}
              </>
            )}
          </li>
        ))}
      </ul>
    </div>
  )
}

function Season({ planting, before }: { planting: Planting; before?: Planting }) {
  const words = useWords()
  return (
    <ul className="needs">
      {planting.needs.map((need) => {
        const old = before?.needs.find((one) => one.nutrient === need.nutrient)
        const changed = old && Math.abs(old.total_g - need.total_g) > 0.05
        return (
          <li key={need.nutrient}>
            <NutrientMark nutrient={need.nutrient} />
            <span>{words.terms[`nutrient.${need.nutrient}`]}</span>
            <span className="need-amount">
              {changed && <s className="soft small">{showNutrient(old.total_g)}</s>}{' '}
              <Why of={`need/${planting.id}/${need.nutrient}`} assumed={need.assumed}>
                {showNutrient(need.total_g)}
              </Why>
            </span>
            <span className="soft small need-note">
              {need.assumed && need.high_g > need.low_g
                ? t('with a test it would be between {low} and {high}', {
                    low: showNutrient(need.low_g),
                    high: showNutrient(need.high_g),
                  })
                : need.soil_class && words.terms[`class.${need.soil_class}`]}
            </span>
          </li>
        )
      })}
    </ul>
  )
}

function Base({ gardenId, planting }: { gardenId: string; planting: Planting }) {
  const { file } = useGarden(gardenId)
  const names = namesOf(file.garden)
  const job = planting.jobs.find((one) => one.kind === 'base')
  if (!job) return <p className="small">{t('Nothing goes on before planting.')}</p>
  const [mix] = job.mixes
  if (job.status === 'given') {
    return (
      <p className="small">
        {t('The base dressing went on {day}.', { day: showDate(job.due_on) })}
      </p>
    )
  }
  if (!mix) {
    const buys = planting.to_buy.map((buy) =>
      t('{amount} of {material}', { amount: showMass(buy.grams), material: buy.material_name }),
    )
    return (
      <p className="small">
        {t('Before planting it wants {amounts}; the shed has nothing for it.', {
          amounts: wanted(job.need_g),
        })}{' '}
        {buys.length > 0 && t('To buy: {list}.', { list: buys.join(', ') })}
      </p>
    )
  }
  return (
    <div className="small">
      <b>{t('Before planting, {day}:', { day: showDate(job.due_on) })}</b>
      <ul className="base-lines">
        {mix.lines.map((line) => (
          <li key={line.product}>
            {levelScoops(line.count * mix.portions, names.scoops.get(line.scoop) ?? '')}{' '}
            {names.products.get(line.product)} ({showMass(line.grams * mix.portions)})
          </li>
        ))}
      </ul>
    </div>
  )
}

function wanted(need: Record<string, number>): string {
  const parts = Object.entries(need).filter(([, grams]) => grams > 0.05)
  return (
    parts.map(([nutrient, grams]) => `${showNutrient(grams)} ${nutrient}`).join(', ') ||
    t('nothing')
  )
}
