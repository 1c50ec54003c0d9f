import type { Schemas } from '../../api/client'
import { useWords } from '../../api/reference'
import { NutrientMark } from '../../drawing/NutrientMark'
import { showNumber } from '../../lib/numbers'
import { t } from '../../lib/words'
import { Why } from '../../parts/Why'
import { MARKS, NUTRIENTS, type Nutrient } from '../../theme/nutrients'
import { useKeeps } from '../../parts/MayKeep'
import { usePicking } from './picking'
import type { Place } from './state'

type School = Schemas['SchoolView']

const notes = (): Record<string, string> => ({
  sufficiency: t('Feeds the crop by class; nothing at enough. Best supported by field trials.'),
  build: t('Puts back what the harvest takes, and fills the soil up over four years.'),
  balance: t('Aims at shares of the exchange sites. Trials rarely find a gain in yield.'),
})

/** The three schools of reading a test side by side, before one is picked. */
export function Schools(props: { gardenId: string; place: Place; schools: readonly School[] }) {
  const { place, schools } = props
  const words = useWords()
  const { picked, pick, saving } = usePicking<Schemas['Bed']>(props.gardenId)
  const keeps = useKeeps('places')
  if (place.kind !== 'bed' || schools.length === 0) {
    return (
      <p className="sheet soft">
        {t('The schools differ in how they read a test: plant something here and test the bed.')}
      </p>
    )
  }
  const most = Math.max(
    ...schools.flatMap((s) => s.crops.flatMap((c) => Object.values(c.per_m2))),
    1,
  )
  return (
    <div className="sheet stack">
      <p className="small">
        {t('What each school would give in a year, in grams of element for a square metre.')}
      </p>
      <div className="schools" role="radiogroup" aria-label={t('School (how a test is read)')}>
        {schools.map((one) => (
          <label key={one.school} className={one.chosen ? 'school chosen' : 'school'}>
            <span className="row">
              <input
                type="radio"
                name="school"
                checked={picked ? picked.school === one.school : one.chosen}
                disabled={saving || !keeps}
                onChange={() => pick({ ...place, school: one.school })}
              />
              <b>{words.terms[`school.${one.school}`]}</b>
            </span>
            <span className="small soft">{notes()[one.school]}</span>
            {one.crops.map((crop) => (
              <span key={crop.planting} className="school-crop">
                {one.crops.length > 1 && <span className="small">{crop.crop_name}</span>}
                {givenBy(crop).map(([nutrient, grams]) => (
                  <span key={nutrient} className="school-line">
                    <NutrientMark nutrient={nutrient} />
                    <span>{nutrient}</span>
                    <span
                      className="school-bar"
                      style={{
                        width: `${(grams / most) * 100}%`,
                        background: MARKS[nutrient].colour,
                      }}
                    />
                    <Why of={`school/${one.school}/${crop.planting}/${nutrient}`}>
                      {showNumber(grams, 3)}
                    </Why>
                  </span>
                ))}
              </span>
            ))}
          </label>
        ))}
      </div>
    </div>
  )
}

/** What a school gives of each nutrient that it reads, in their usual order. */
function givenBy(crop: Schemas['SchoolCrop']): [Nutrient, number][] {
  return NUTRIENTS.filter((n) => n in crop.per_m2).map((n) => [n, crop.per_m2[n]])
}
