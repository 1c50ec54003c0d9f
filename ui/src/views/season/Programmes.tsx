import { useQuery } from '@tanstack/react-query'
import { Button, Drawer } from 'antd'
import { faultsOf, type Schemas } from '../../api/client'
import { useEditing } from '../../api/editing'
import { useGarden } from '../../api/gardens'
import { planningQueries } from '../../api/planning'
import { useCatalogue, useWords } from '../../api/reference'
import { NutrientMark } from '../../drawing/NutrientMark'
import { FeedLine } from '../../drawing/FeedLine'
import { newId } from '../../lib/ids'
import { showLitres, showPrice, showNumber } from '../../lib/numbers'
import { plural, t } from '../../lib/words'
import { Refused } from '../../parts/Field'
import { Findings } from '../../parts/Findings'
import { programmesOf } from '../../parts/names'
import type { Nutrient } from '../../theme/nutrients'
import { ProgrammeForm } from './ProgrammeForm'
import type { Planting } from './state'

type Programme = Schemas['Programme']
type Season = Schemas['ProgrammeSeason']

const SHOWN: readonly Nutrient[] = ['N', 'P', 'K']

/** Every programme for one planting: jobs, cost, what is met, how supply keeps pace, strength. */
export default function Programmes(props: {
  gardenId: string
  planting: Planting
  onTry: (programme: string) => void
  onClose: () => void
}) {
  const { gardenId, planting } = props
  const { file } = useGarden(gardenId)
  const catalogue = useCatalogue()
  const words = useWords()
  const { data, error } = useQuery(planningQueries.programmes(gardenId, planting.id))
  const editing = useEditing(gardenId, 'programmes')
  const known = new Map(programmesOf(file.garden, catalogue).map((one) => [one.key, one]))
  const own = new Set(file.garden.programmes.map((one) => one.key))
  return (
    <Drawer open onClose={props.onClose} size={860} title={t('Programmes side by side')}>
      {editing.thing ? (
        <ProgrammeForm gardenId={gardenId} draft={editing.thing} editing={editing} />
      ) : (
        <div className="stack">
          <p className="small soft">
            {t(
              'The same planting, the same shed, the same season: only the programme differs. The season’s amounts stay; a programme says when they come and how.',
            )}
          </p>
          <Refused faults={faultsOf(error)} />
          {!data && <p role="status">{t('Planning eight seasons …')}</p>}
          <ul className="programmes">
            {data?.seasons.map((one) => {
              const programme = known.get(one.programme)
              if (!programme) return null
              return (
                <li key={one.programme} className="sheet">
                  <div className="row">
                    <h2>{programme.name}</h2>
                    {one.programme === data.current && <span className="tag">{t('in use')}</span>}
                    <span className="spacer" />
                    <Button
                      size="small"
                      type="text"
                      onClick={() =>
                        editing.begin(own.has(programme.key) ? programme : copyOf(programme))
                      }
                    >
                      {own.has(one.programme) ? t('Edit') : t('Copy and edit')}
                    </Button>
                    {one.programme !== data.current && (
                      <Button size="small" onClick={() => props.onTry(one.programme)}>
                        {t('Try it')}
                      </Button>
                    )}
                  </div>
                  <p className="small soft">{programme.idea}</p>
                  <FeedLine
                    days={one.jobs.map((job) => ({ day: job.on, done: job.planned }))}
                    from={planting.planted_on}
                    to={planting.last_pick}
                    label={t('Feeds over the season')}
                  />
                  {one.same_as && (
                    <p className="small">
                      {t('It comes to the same as “{name}”: the same days, the same amounts.', {
                        name: known.get(one.same_as)?.name ?? one.same_as,
                      })}
                    </p>
                  )}
                  <Findings of={one.findings} words={words} />
                  <Figures one={one} currency={file.garden.preferences.currency} />
                  <Fits one={one} terms={words.terms} />
                </li>
              )
            })}
          </ul>
        </div>
      )}
    </Drawer>
  )
}

/** The same to be changed: a programme of one's own. */
function copyOf(programme: Programme): Programme {
  const key = `own_${newId().slice(0, 8)}`
  return { ...programme, key, name: t('{name}, our way', { name: programme.name }) }
}

function Figures({ one, currency }: { one: Season; currency: string }) {
  const { judged } = one
  return (
    <p className="programme-figures">
      <span>{plural(judged.feeds, 'one job', '{n} jobs')}</span>
      {judged.litres > 0 && (
        <span>{t('{water} of feed', { water: showLitres(judged.litres) })}</span>
      )}
      <span>{judged.cost == null ? t('cost not known') : showPrice(judged.cost, currency)}</span>
      {SHOWN.map((x) => (
        <span key={x}>
          <NutrientMark nutrient={x} size={12} />{' '}
          {t('{share} % of the need', { share: showNumber(100 * judged.met[x]) })}
        </span>
      ))}
      {one.highest_ec_ds_m > 0 && (
        <span>
          {t('up to {ec} dS/m, {n} mg N/L', {
            ec: showNumber(one.highest_ec_ds_m),
            n: showNumber(one.highest_n_mg_l),
          })}
        </span>
      )}
    </p>
  )
}

/** Supply over need by the end of each stage: a bar that ends at the line keeps pace. */
function Fits({ one, terms }: { one: Season; terms: Record<string, string> }) {
  const stages = one.fits.filter((fit) => SHOWN.some((x) => fit.fit[x] != null))
  if (stages.length === 0) return null
  return (
    <table className="programme-fits small">
      <caption className="visually-hidden">{t('How supply keeps pace with need')}</caption>
      <thead>
        <tr>
          <th scope="col">{t('by the end of')}</th>
          {SHOWN.map((x) => (
            <th key={x} scope="col">
              <NutrientMark nutrient={x} size={12} /> {x}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {stages.map((fit) => (
          <tr key={fit.stage}>
            <th scope="row">{terms[`stage.${fit.stage}`]}</th>
            {SHOWN.map((x) => (
              <td key={x}>{fit.fit[x] == null ? '–' : <Pace share={fit.fit[x] ?? 0} />}</td>
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  )
}

const EVEN = 0.15
const MOST = 2

function Pace({ share }: { share: number }) {
  const words = share < 1 - EVEN ? t('late') : share > 1 + EVEN ? t('early') : t('in step')
  return (
    <span className="pace">
      <svg width={64} height={12} aria-hidden="true">
        <rect width={64} height={12} fill="none" stroke="var(--line)" />
        <rect
          width={(Math.min(share, MOST) / MOST) * 64}
          height={12}
          fill={share < 1 - EVEN ? 'var(--now)' : 'var(--wait)'}
        />
        <path d="M32 0V12" stroke="var(--ink)" strokeWidth={1.6} />
      </svg>{' '}
      {words}
    </span>
  )
}
