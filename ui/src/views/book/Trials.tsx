import { Button, Empty } from 'antd'
import type { Schemas } from '../../api/client'
import { useEditing } from '../../api/editing'
import { useGarden, usePlan, useWrites } from '../../api/gardens'
import { useWords } from '../../api/reference'
import { useTrials, type TrialShown } from '../../api/trials'
import { CropSketch } from '../../drawing/CropSketch'
import { TwoSides } from '../../drawing/TwoSides'
import { showDate } from '../../lib/dates'
import { newId } from '../../lib/ids'
import { showNumber } from '../../lib/numbers'
import { useToast } from '../../lib/useToast'
import { t } from '../../lib/words'
import { Findings } from '../../parts/Findings'
import { Waiting } from '../../parts/Waiting'
import { Shown } from './Photos'
import { TrialForm } from './TrialForm'

type Trial = Schemas['Trial']
type Difference = NonNullable<TrialShown['differences'][number]>

/** Two treatments on plants that drew lots: set up fairly, measured, and told with its interval. */
export function Trials({ gardenId }: { gardenId: string }) {
  const { data } = useTrials(gardenId)
  const plan = usePlan(gardenId)
  const toast = useToast()
  const { trials = [] } = useGarden(gardenId).file.garden
  const { remove } = useWrites(gardenId)
  const editing = useEditing(gardenId, 'trials', {
    onSaved: (thing) =>
      toast({
        text: t('The trial is written down.'),
        undo: () => remove.mutate({ kind: 'trials', key: thing.id }),
      }),
  })
  if (!data) return <Waiting />
  const blank = (): Trial => ({
    id: newId(),
    name: '',
    on: plan.as_of,
    treatments: [
      { name: '', note: '', photos: [] },
      { name: '', note: '', photos: [] },
    ],
    measures: [{ name: '', unit: '', hoped: null, harvest: false }],
    plants: [],
    outside: '',
    conclusion: '',
  })
  if (editing.thing) {
    return <TrialForm gardenId={gardenId} editing={editing} ready={data.ready} of={trials} />
  }
  return (
    <div className="stack book-aims">
      <div className="row">
        <Button type="primary" onClick={() => editing.begin(blank())}>
          {t('A new trial')}
        </Button>
      </div>
      {data.trials.length === 0 && (
        <Empty
          image={<CropSketch crop="carrot" size={48} />}
          description={t(
            'What two growers disagree on, a trial in your own garden can settle: two treatments, lots, one measure.',
          )}
        />
      )}
      {data.trials.map((one) => {
        const trial = trials.find((each) => each.id === one.id)
        return (
          trial && (
            <Card
              gardenId={gardenId}
              key={one.id}
              today={plan.as_of}
              of={one}
              trial={trial}
              onChange={() => editing.begin(trial)}
            />
          )
        )
      })}
    </div>
  )
}

function Card(props: {
  gardenId: string
  of: TrialShown
  trial: Trial
  today: string
  onChange: () => void
}) {
  const { of, trial } = props
  const words = useWords()
  return (
    <article className="sheet stack" aria-label={trial.name}>
      <div className="row">
        <h2>{trial.name}</h2>
        <span className="soft">{showDate(trial.on, props.today)}</span>
        <span className="spacer" />
        <Button
          size="small"
          aria-label={t('Measure and change: {what}', { what: trial.name })}
          onClick={props.onChange}
        >
          {t('Measure and change')}
        </Button>
      </div>
      {trial.measures.map((measure, n) => {
        const found = of.differences[n]
        return (
          <div key={n} className="stack">
            <h3>{[measure.name, measure.unit && `(${measure.unit})`].filter(Boolean).join(' ')}</h3>
            {found ? (
              <Result of={found} trial={trial} measure={n} />
            ) : (
              <p className="soft">{t('Nothing is measured yet.')}</p>
            )}
          </div>
        )
      })}
      {trial.treatments.some((one) => one.photos?.length) && (
        <div className="book-sides">
          {trial.treatments.map((one, n) => (
            <figure key={n}>
              <figcaption className="small">{one.name}</figcaption>
              {one.photos?.map((photo) => (
                <Shown key={photo} gardenId={props.gardenId} photo={photo} />
              ))}
            </figure>
          ))}
        </div>
      )}
      {of.pooled && (
        <p>
          {t('{n} trials together: {estimate} ({low} to {high}).', {
            n: of.pooled.trials,
            estimate: signed(of.pooled.estimate),
            low: signed(of.pooled.low),
            high: signed(of.pooled.high),
          })}
        </p>
      )}
      <Findings of={of.findings} words={words} />
      {trial.conclusion && <p>{trial.conclusion}</p>}
    </article>
  )
}

const signed = (value: number) =>
  value > 0 ? `+${showNumber(value, 2)}` : showNumber(value, 2).replace('-', '−')

/** What the numbers say, in a sentence that promises no more than they hold. */
function Result({ of, trial, measure }: { of: Difference; trial: Trial; measure: number }) {
  const names = [trial.treatments[0].name, trial.treatments[1].name] as const
  const values = [0, 1].map((side) =>
    trial.plants
      .filter((one) => one.side === side && one.left == null)
      .flatMap((one) => one.values?.[measure] ?? []),
  )
  const unit = trial.measures[measure]?.unit ?? ''
  const numbers = {
    first: names[0],
    second: names[1],
    difference: `${signed(of.estimate)} ${unit}`.trim(),
    low: signed(of.low),
    high: signed(of.high),
    chance: showNumber(100 * of.by_chance, 2),
  }
  const said = {
    too_few: t('Too few to say: under three a side, chance alone does as much.'),
    none_shown: t(
      'No difference shown: “{first}” less “{second}” is {difference}, between {low} and {high}; lots alone bring as much in {chance} of 100.',
      numbers,
    ),
    shown: t(
      'A difference shows: “{first}” less “{second}” is {difference}, between {low} and {high}; lots alone bring as much in {chance} of 100.',
      numbers,
    ),
  }[of.shows]
  return (
    <>
      <TwoSides
        names={names}
        values={[values[0], values[1]]}
        means={[of.sides[0].mean, of.sides[1].mean]}
        range={of.shows === 'too_few' ? null : of}
        label={said}
      />
      <p>{said}</p>
    </>
  )
}
