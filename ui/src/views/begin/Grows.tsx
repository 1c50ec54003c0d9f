import { useCatalogue } from '../../api/reference'
import { CropSketch } from '../../drawing/CropSketch'
import { Vessel } from '../../drawing/Vessel'
import { t } from '../../lib/words'
import { DateField } from '../../parts/DateField'
import { faultsAt } from '../../parts/Field'
import { PickManyField } from '../../parts/Pick'
import { cropChoices } from '../../parts/names'
import { sizeOf, type Held } from './state'
import type { Step } from './Where'

/** What grows in each of them, and since when, where it stands there already. */
export function Grows({ draft, faults, onChange }: Step) {
  const { presets, crops } = useCatalogue()
  const { said } = draft
  const options = cropChoices(crops)
  const change = (n: number, part: Partial<Held>) =>
    onChange({
      ...draft,
      said: { ...said, held: said.held.with(n, { ...said.held[n], ...part }) },
    })
  if (said.held.length === 0) {
    return <p>{t('Nothing holds plants yet: go back a step, or open the garden and draw.')}</p>
  }
  return (
    <>
      <p className="soft">
        {t('By any name you use. Several crops are shared out over several beds or tubs.')}
      </p>
      {said.held.map((held, n) => {
        const preset = presets.find((one) => one.key === held.preset)
        if (!preset) return null
        const name = `${held.count} × ${held.name}, ${sizeOf(preset)}`
        return (
          <div key={held.preset} className="sheet growing">
            <span className="growing-drawn">
              <Vessel drawn={preset.drawn} />
              {held.crops.map((crop) => (
                <CropSketch key={crop} crop={crop} />
              ))}
            </span>
            <div className="fields">
              <PickManyField
                label={t('Crops in {name}', { name })}
                value={held.crops}
                options={options}
                faults={faultsAt(faults, `held.${n}.crops`)}
                onChange={(chosen) => change(n, { crops: chosen })}
              />
              {held.crops.length > 0 && (
                <DateField
                  label={t('There since')}
                  hint={t('Empty: planted when it is next worth it.')}
                  value={held.planted_on}
                  faults={faultsAt(faults, `held.${n}.planted_on`)}
                  onChange={(planted_on) => change(n, { planted_on })}
                />
              )}
            </div>
          </div>
        )
      })}
    </>
  )
}
