import type { Schemas } from '../api/client'
import { useGarden } from '../api/gardens'
import { useWords } from '../api/reference'
import { showLitres, showNutrient } from '../lib/numbers'
import { t } from '../lib/words'
import { Findings } from '../parts/Findings'
import { WorkingSteps } from '../parts/WorkingSteps'

type View = Schemas['SourceWaterView']

const figureNames = (): Record<View['figures'][number]['figure'], string> => ({
  hardness: t('Hardness of calcium and magnesium'),
  sodium_ratio: t('Sodium ratio'),
  adjusted_ratio: t('Sodium ratio, with the lime that falls out'),
  residual: t('Carbonate left over'),
  conductivity: t('Conductivity by its ions'),
  apart: t('The charges of both signs differ by'),
})

/** What follows of the figures, while they are typed. */
export function WaterJudged({ gardenId, of }: { gardenId: string; of: View }) {
  const words = useWords()
  return (
    <div className="stack" aria-live="polite">
      <Findings of={of.findings} words={words} />
      {of.figures.map(({ figure, shown }) => (
        <details key={figure}>
          <summary>
            {figureNames()[figure]}: <b>{shown.result}</b>
          </summary>
          <WorkingSteps of={shown.steps} />
        </details>
      ))}
      <Brought gardenId={gardenId} of={of.brings} />
    </div>
  )
}

/** Nothing is also what nobody measured. */
const some = (grams: number) => (grams > 0 ? showNutrient(grams) : '–')

/** What the water brings to each place in a season. */
function Brought(props: { gardenId: string; of: View['brings'] }) {
  const { garden } = useGarden(props.gardenId).file
  const names = new Map(garden.places.map((one) => [one.id, one.name]))
  if (props.of.length === 0) return null
  const columns = ['N', 'K', 'Ca', 'Mg'] as const
  return (
    <div className="water-brings small">
      <table>
        <caption>{t('What it brings in a season')}</caption>
        <thead>
          <tr>
            <th scope="col">{t('Place')}</th>
            <th scope="col">{t('Water')}</th>
            {columns.map((one) => (
              <th key={one} scope="col">
                {one}
              </th>
            ))}
            <th scope="col">{t('as lime')}</th>
          </tr>
        </thead>
        <tbody>
          {props.of.map((row) => (
            <tr key={row.place}>
              <th scope="row">{names.get(row.place)}</th>
              <td>{showLitres(row.litres)}</td>
              {columns.map((one) => (
                <td key={one}>{some(row.nutrients_g[one])}</td>
              ))}
              <td>{some(row.lime_g)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  )
}
