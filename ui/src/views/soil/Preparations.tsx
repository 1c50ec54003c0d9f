import { Button } from 'antd'
import type { Schemas } from '../../api/client'
import type { ThingEditing } from '../../api/editing'
import { useGarden } from '../../api/gardens'
import { useWords } from '../../api/reference'
import { showDate } from '../../lib/dates'
import { showLitres, showMass, showNumber, showNutrient } from '../../lib/numbers'
import { t } from '../../lib/words'
import { showHeap } from '../../parts/heaps'
import { Findings } from '../../parts/Findings'
import { SaveBar } from '../../parts/SaveBar'
import { Why } from '../../parts/Why'
import { SameElsewhere } from './SameElsewhere'
import { IntoSight } from '../../parts/IntoSight'
import { PreparationForm, newPreparation } from './PreparationForm'

type Preparation = Schemas['Preparation']
type View = Schemas['PreparationView']
const SHOWN = ['N', 'P', 'K'] as const

/** Compost, manure and the like: what was or will be worked in, and what it gives. */
export function Preparations(props: {
  gardenId: string
  place: string
  plan: Schemas['SeasonPlan']
  editing: ThingEditing<Preparation>
}) {
  const { editing, plan } = props
  const { file } = useGarden(props.gardenId)
  const words = useWords()
  const facts = plan.places.find((one) => one.id === props.place)
  const stored = file.garden.preparations
  return (
    <div className="sheet stack">
      {facts && facts.compost_share > 0.02 && (
        <p className="small">
          {t('About {share} % of this bed is compost of the last years.', {
            share: showNumber(facts.compost_share * 100, 2),
          })}{' '}
          {facts.rich && t('It is read as a mix: half of what the compost should give is counted.')}
        </p>
      )}
      {facts?.preparations.map((one) => {
        const known = stored.find((p) => p.id === one.id)
        const typed = editing.thing?.id === one.id ? editing.thing : known
        return (
          <article key={one.id} className="preparation">
            <div className="row">
              <b>{one.name}</b>
              <span className="soft small">
                {typed && showDate(typed.on, plan.as_of)} ·{' '}
                {typed?.done ? t('done') : one.counts ? t('planned') : t('not confirmed')}
              </span>
              <span className="spacer" />
              {known && editing.thing?.id !== one.id && (
                <>
                  <Button size="small" onClick={() => editing.begin(known)}>
                    {t('Change')}
                  </Button>
                  {editing.allowed && (
                    <Button
                      size="small"
                      type="text"
                      danger
                      loading={editing.removing}
                      onClick={() => editing.remove(known.id)}
                    >
                      {t('Remove')}
                    </Button>
                  )}
                </>
              )}
            </div>
            <Gives one={one} />
            <Findings of={one.findings} words={words} />
            {known && !editing.thing && <SameElsewhere gardenId={props.gardenId} of={known} />}
          </article>
        )
      })}
      {editing.thing ? (
        <IntoSight key={editing.thing.id} className="stack">
          <PreparationForm
            draft={editing.thing}
            garden={file.garden}
            faults={editing.faults}
            onChange={editing.change}
          />
          <SaveBar editing={editing} terms={words.terms} />
        </IntoSight>
      ) : (
        <div>
          <Button onClick={() => editing.begin(newPreparation(props.place, plan.as_of))}>
            {t('Work in compost or manure')}
          </Button>
        </div>
      )}
    </div>
  )
}

function Gives({ one }: { one: View }) {
  return (
    <div className="gives small">
      <span>
        <Why of={`prepared/${one.id}`}>{showMass(one.grams)}</Why>
        {one.litres > 0.05 && (
          <span className="soft">
            {' '}
            ({[showLitres(one.litres), showHeap(one.litres)].filter(Boolean).join(', ')})
          </span>
        )}
      </span>
      <table>
        <thead>
          <tr>
            <td />
            {SHOWN.map((x) => (
              <th key={x} scope="col">
                {x}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {(
            [
              [t('in all'), one.totals_g],
              [t('this season'), one.first_g],
              [t('the year after'), one.next_g],
            ] as const
          ).map(([label, grams]) => (
            <tr key={label}>
              <th scope="row">{label}</th>
              {SHOWN.map((x) => (
                <td key={x}>{showNutrient(grams[x])}</td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  )
}
