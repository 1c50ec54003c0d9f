import { Button } from 'antd'
import type { Schemas } from '../../api/client'
import { useGarden, useWrites } from '../../api/gardens'
import type { LookedSaid } from '../../api/looking'
import { useWords } from '../../api/reference'
import { showDate } from '../../lib/dates'
import { newId } from '../../lib/ids'
import { showNumber } from '../../lib/numbers'
import { useToast } from '../../lib/useToast'
import { t } from '../../lib/words'
import { MayKeep } from '../../parts/MayKeep'

type Look = Schemas['Look']
type Suspect = LookedSaid['named'][number]

const percent = (share: number) => `${showNumber(Math.round(100 * share))} %`

/** Who is named by what odds, what to do and when to look again, and the check that would tell. */
export function Found(props: {
  gardenId: string
  look: Look
  of: LookedSaid
  onChange: (look: Look) => void
}) {
  const { look, of, onChange } = props
  const take = (cause: string) => onChange({ ...look, decided: cause, again_on: of.again_on })
  return (
    <>
      <div className="sheet stack book-answer">
        <h2>{of.nothing ? t('Nothing to do now') : t('What to do')}</h2>
        <p>{of.answer}</p>
        <p className="soft">{t('Look again on {day}.', { day: showDate(of.again_on) })}</p>
        <Counted of={of} />
      </div>
      {of.check && <Check look={look} of={of.check} onChange={onChange} />}
      {of.named.map((one) => (
        <Card key={one.cause} of={one} taken={look.decided === one.cause} onTake={take} />
      ))}
      <PlanAnswers gardenId={props.gardenId} look={look} of={of} />
      {of.others.length > 0 && (
        <details>
          <summary>{t('What else it could be')}</summary>
          <div className="stack">
            {of.others.map((one) => (
              <Card key={one.cause} of={one} taken={look.decided === one.cause} onTake={take} />
            ))}
          </div>
        </details>
      )}
      <p className="small soft">
        {t(
          'Odds of home gardens, recalled and judged, with what this garden has recorded. Not a diagnosis: the local plant clinic knows what is about, and what the law wants reported.',
        )}
      </p>
    </>
  )
}

/** How many of all plants may have it. */
function Counted({ of }: { of: LookedSaid }) {
  if (of.share_low === null || of.share_high === null) return null
  const said = { low: percent(of.share_low), high: percent(of.share_high) }
  return (
    <p className="small soft">
      {t('By what was counted, between {low} and {high} of such plants have it.', said)}
    </p>
  )
}

/** The one check that would tell the two likeliest apart, answered by what came out. */
function Check(props: {
  look: Look
  of: NonNullable<LookedSaid['check']>
  onChange: (look: Look) => void
}) {
  const { look, of } = props
  return (
    <fieldset className="sheet book-signs">
      <legend>{t('The check that would tell')}</legend>
      <p>{of.ask}</p>
      {of.outcomes.map((one) => (
        <Button
          key={one.outcome}
          onClick={() =>
            props.onChange({
              ...look,
              decided: null,
              checks: [...(look.checks ?? []), { check: of.check, outcome: one.outcome }],
            })
          }
        >
          {one.says}
        </Button>
      ))}
    </fieldset>
  )
}

/** A cause: its share of the odds, what speaks for it and against it, and what to do then. */
function Card(props: { of: Suspect; taken: boolean; onTake: (cause: string) => void }) {
  const { of, taken } = props
  const speaks = of.evidence.filter((one) => one.ratio > 1)
  const against = of.evidence.filter((one) => one.ratio < 1)
  return (
    <article className="sheet stack" aria-label={of.name}>
      <div className="row">
        <h3>{of.name}</h3>
        <span className="spacer" />
        <b>{percent(of.share)}</b>
      </div>
      <svg className="book-odds" viewBox="0 0 100 6" preserveAspectRatio="none" aria-hidden="true">
        <path className="book-odds-all" d="M0 5H100" />
        <path className="book-odds-this" d={`M0 5H${100 * of.share}`} />
      </svg>
      <Speaks title={t('For it')} of={speaks} />
      <Speaks title={t('Against it')} of={against} />
      <p className="small soft">
        {t('Before anything was seen: {share} of a hundred troubles of such plants.', {
          share: showNumber(of.in_100),
        })}
      </p>
      <p>{of.answer}</p>
      <div>
        <Button
          size="small"
          aria-pressed={taken}
          aria-label={
            taken
              ? t('Taken for it: {cause}', { cause: of.name })
              : t('Take it for this: {cause}', { cause: of.name })
          }
          onClick={() => props.onTake(of.cause)}
        >
          {taken ? t('Taken for it') : t('Take it for this')}
        </Button>
      </div>
    </article>
  )
}

function Speaks({ title, of }: { title: string; of: Suspect['evidence'] }) {
  const { terms } = useWords()
  if (of.length === 0) return null
  return (
    <div>
      <h4>{title}</h4>
      <ul className="book-speaks">
        {of.map((one) => (
          <li key={one.kind + one.text}>
            <span>
              {one.text}
              {one.numbers.length > 0 && (
                <span className="soft">
                  {' '}
                  ({one.numbers.map((number) => `${number.name}: ${number.value}`).join('; ')})
                </span>
              )}
            </span>
            <span className="book-factor" title={one.basis}>
              × {showNumber(one.ratio)}{' '}
              <span className="soft small">{sureness(one.confidence, terms)}</span>
            </span>
          </li>
        ))}
      </ul>
    </div>
  )
}

const sureness = (confidence: string, terms: Record<string, string>) =>
  terms[`confidence.${confidence}`] ?? confidence

/** What the plan does by itself once it is written down as seen; told, never done unasked. */
function PlanAnswers(props: { gardenId: string; look: Look; of: LookedSaid }) {
  const { look, of } = props
  const { terms } = useWords()
  const toast = useToast()
  const { save, remove } = useWrites(props.gardenId)
  const { observed = [] } = useGarden(props.gardenId).file.log
  const kind = of.plan_answers
  const known = observed.some(
    (one) => one.planting === look.planting && one.kind === kind && one.on === look.on,
  )
  if (!kind || known) return null
  const id = newId()
  const tell = () =>
    save.mutate(
      { kind: 'observed', thing: { id, planting: look.planting, on: look.on, kind, note: '' } },
      {
        onSuccess: () =>
          toast({
            text: t('The plan has changed: see its next feeds.'),
            undo: () => remove.mutate({ kind: 'observed', key: id }),
          }),
      },
    )
  return (
    <MayKeep kind="observed">
      <p>
        <Button disabled={save.isPending} onClick={tell}>
          {t('Let the plan answer: {seen}', { seen: terms[`sight.${kind}`] ?? kind })}
        </Button>
      </p>
    </MayKeep>
  )
}
