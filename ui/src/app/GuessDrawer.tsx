import { Button, Drawer } from 'antd'
import { useMemo, useState, type FormEvent } from 'react'
import { useGarden, usePlan } from '../api/gardens'
import { useGuesses, useQuestions, type Guess, type Question } from '../api/guesses'
import { ToScale } from '../drawing/ToScale'
import { showLitres, showNumber } from '../lib/numbers'
import { recall, remember } from '../lib/memory'
import { litresOf, waterAmount } from '../lib/units'
import { useReturn } from '../lib/useReturn'
import { t } from '../lib/words'
import { NumberField } from '../parts/Field'
import { namesOf, plantingName, scoopName } from '../parts/names'
import { Waiting } from '../parts/Waiting'
import { WorkingSteps } from '../parts/WorkingSteps'
import { OneOfThree } from './OneOfThree'

type Kind = Guess['kind']

/** After so many guesses one's own bias is told. */
const ENOUGH = 5
/** So many of each kind are remembered, in this browser alone. */
const REMEMBERED = 20
/** Nearer than this is right: nobody measures a bed better by eye. */
const RIGHT = 0.1

type Told = Partial<Record<Kind, number[]>>

/** A few minutes' practice: guess first, see then. Nothing leaves this browser. */
export default function GuessDrawer(props: { gardenId: string; onClose: () => void }) {
  useReturn()
  const guesses = useGuesses(props.gardenId)
  const questions = useQuestions(props.gardenId)
  const data = guesses && questions && inTurn(guesses, questions)
  const [at, setAt] = useState(0)
  const [told, setTold] = useState(recalled)
  const tell = (kind: Kind, ratio: number) => {
    const next = { ...told, [kind]: [...(told[kind] ?? []), ratio].slice(-REMEMBERED) }
    setTold(next)
    remember('guesses', JSON.stringify(next))
  }
  return (
    <Drawer open onClose={props.onClose} size={460} title={t('Guess first, see then')}>
      {data ? (
        <div className="stack">
          <Practised
            key={at}
            gardenId={props.gardenId}
            of={data[at % data.length]}
            onTell={tell}
            onNext={() => setAt(at + 1)}
          />
          <Bias told={told} />
        </div>
      ) : (
        <Waiting />
      )}
    </Drawer>
  )
}

function recalled(): Told {
  try {
    return JSON.parse(recall('guesses', '{}')) as Told
  } catch {
    return {}
  }
}

/** Two guesses, then a question with three answers; what is left of them at the end. */
function inTurn(guesses: Guess[], questions: Question[]): (Guess | Question)[] {
  const mixed = guesses.flatMap((guess, n) =>
    n % 2 === 1 && n < 2 * questions.length ? [guess, questions[(n - 1) / 2]] : [guess],
  )
  return [...mixed, ...questions.slice(Math.floor(guesses.length / 2))]
}

function Practised(props: {
  gardenId: string
  of: Guess | Question
  onTell: (kind: Kind, ratio: number) => void
  onNext: () => void
}) {
  const { gardenId, of, onTell, onNext } = props
  if ('options' in of) return <OneOfThree gardenId={gardenId} of={of} onNext={onNext} />
  return <One gardenId={gardenId} guess={of} onTell={onTell} onNext={onNext} />
}

/** One question: drawn, guessed, and shown. */
function One(props: {
  gardenId: string
  guess: Guess
  onTell: (kind: Kind, ratio: number) => void
  onNext: () => void
}) {
  const { guess } = props
  const [typed, setTyped] = useState<number | null>(null)
  const [seen, setSeen] = useState(false)
  const litres = guess.kind === 'litres'
  const said = litres ? waterAmount.typed(typed) : typed
  const look = (event: FormEvent) => {
    event.preventDefault()
    if (!said || said <= 0) return
    setSeen(true)
    props.onTell(guess.kind, said / guess.shown.value)
  }
  return (
    <form className="stack" onSubmit={look}>
      <p>
        <b>
          <Asked gardenId={props.gardenId} guess={guess} />
        </b>
      </p>
      <ToScale along={guess.along_m} across={guess.across_m} round={litres} />
      <NumberField
        label={t('Your guess')}
        suffix={litres ? waterAmount.unit : ''}
        value={typed}
        onChange={setTyped}
      />
      {!seen && (
        <Button htmlType="submit" type="primary" disabled={!said || said <= 0}>
          {t('See')}
        </Button>
      )}
      {seen && said && (
        <div className="stack" role="status">
          <p className="guess-answer">
            <b>{litres ? showLitres(guess.shown.value) : guess.shown.result}</b>{' '}
            {howFar(said / guess.shown.value)}
          </p>
          {guess.shown.steps.length > 0 && (
            <details>
              <summary>{t('How this came about')}</summary>
              <WorkingSteps of={guess.shown.steps} />
            </details>
          )}
          <Button onClick={props.onNext}>{t('The next one')}</Button>
        </div>
      )}
    </form>
  )
}

function Asked({ gardenId, guess }: { gardenId: string; guess: Guess }) {
  const { garden } = useGarden(gardenId).file
  const plan = usePlan(gardenId)
  const names = useMemo(() => namesOf(garden), [garden])
  const place = names.places.get(guess.place) ?? ''
  const planting = plan.plantings.find((one) => one.id === guess.planting)
  const of = {
    place,
    wanted: guess.wanted,
    product: names.products.get(guess.product ?? '') ?? '',
    scoop: scoopName(names.scoops.get(guess.scoop ?? '') ?? '', 2),
    planting: planting ? plantingName(planting) : '',
    can: showLitres(litresOf(garden.preferences.can)),
  }
  switch (guess.kind) {
    case 'spoons':
      return t('{place}: how many level {scoop} of {product} bring {wanted} of nitrogen?', of)
    case 'cans':
      return t('{place}: how many cans of {can} are {wanted} of water?', of)
    case 'days':
      return t('{place}: in how many days is {planting} fed next?', of)
    case 'litres':
      return t('{place}: how much does one of them hold, filled as usual?', of)
  }
}

/** So many parts of a whole, as people say it. */
const partsOf = (): [number, string][] => [
  [0.1, t('a tenth of it')],
  [0.2, t('a fifth of it')],
  [0.25, t('a quarter of it')],
  [1 / 3, t('a third of it')],
  [0.5, t('half of it')],
  [2 / 3, t('two thirds of it')],
  [0.75, t('three quarters of it')],
]

/** How far a guess is from the answer: a factor, not a difference. */
function howFar(ratio: number): string {
  if (Math.abs(ratio - 1) <= RIGHT) return t('You said nearly that.')
  if (ratio > 1) return t('You said {n} times as much.', { n: showNumber(ratio, 2) })
  const near = (one: [number, string]) => Math.abs(Math.log(one[0] / ratio))
  const [best] = partsOf().sort((a, b) => near(a) - near(b))
  return t('You said about {part}.', { part: best[1] })
}

/** One's own bias, once there are enough guesses: the middle of all factors, by kind. */
function Bias({ told }: { told: Told }) {
  const all = Object.values(told).flat().length
  if (all < ENOUGH) return null
  const kinds: [Kind, string][] = [
    ['spoons', t('with spoons on beds')],
    ['cans', t('with cans')],
    ['litres', t('with what tubs hold')],
    ['days', t('with days')],
  ]
  return (
    <section className="stack">
      <h3>{t('Your guesses so far')}</h3>
      <ul className="small">
        {kinds.map(([kind, where]) => {
          const ratios = told[kind] ?? []
          if (ratios.length === 0) return null
          const middle = Math.exp(
            ratios.reduce((sum, one) => sum + Math.log(one), 0) / ratios.length,
          )
          return (
            <li key={kind}>
              {t('{where}: about {n} times what it is', { where, n: showNumber(middle, 2) })}
            </li>
          )
        })}
      </ul>
      <p className="small soft">{t('Kept in this browser alone.')}</p>
    </section>
  )
}
