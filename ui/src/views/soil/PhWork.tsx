import { Checkbox } from 'antd'
import type { Schemas } from '../../api/client'
import { useWords } from '../../api/reference'
import { Ruler } from '../../drawing/Ruler'
import { showDate } from '../../lib/dates'
import { groundRate, showAmount, showMass, showNumber } from '../../lib/numbers'
import { t } from '../../lib/words'
import { Findings } from '../../parts/Findings'
import { Sentence } from '../../parts/Sentence'
import { Why } from '../../parts/Why'
import { useKeeps } from '../../parts/MayKeep'
import { usePicking } from './picking'

/** What mends pH: by which method, with what, how much now, and when to test again. */
export function PhWork({ facts, today }: { facts: Schemas['PlacePlan']; today: string }) {
  const words = useWords()
  const work = facts.ph_work
  if (!work) return null
  const [first] = work.methods
  const brings = Object.entries(work.brings_g_m2).filter(([, grams]) => grams > 0.5)
  return (
    <section className="ph-work stack" aria-label={t('Correcting pH')}>
      <p>
        <b>
          {work.kind === 'lime'
            ? t('Lime to pH {target}', { target: showNumber(work.target) })
            : t('Sulphur to pH {target}', { target: showNumber(work.target) })}
        </b>{' '}
        {work.done_on ? (
          t('Given on {day}; test pH again from {retest}.', {
            day: showDate(work.done_on, today),
            retest: showDate(work.retest_on, today),
          })
        ) : work.now_g_m2 > 0 ? (
          <Sentence
            say="{amount} of {product} now ({rate}), pH again from {retest}."
            of={{
              amount: <Why of={`mend/${facts.id}`}>{showMass(work.now_g)}</Why>,
              product: work.product_name,
              rate: showAmount(work.now_g_m2, 'g/m²'),
              retest: showDate(work.retest_on, today),
            }}
          />
        ) : (
          t('So little is missing that nothing is spread.')
        )}
        {work.later_g_m2 > 1 && work.now_g_m2 > 0 && !work.done_on && (
          <>
            {' '}
            {t('The other {rate} only after that test.', {
              rate: showAmount(work.later_g_m2, 'g/m²'),
            })}
          </>
        )}
        {!work.in_shed && (
          <span className="soft small"> {t('Not in the shed: a general material to buy.')}</span>
        )}
      </p>
      {work.methods.length > 1 && (
        <Ruler
          marks={work.methods.map((one) => ({
            key: one.method,
            name: words.terms[`lime.${one.method}`] ?? one.method,
            value: groundRate.shown(one.pure_g_m2),
            followed: one === first,
          }))}
          unit={t('{unit} pure', { unit: groundRate.unit })}
          label={t('What each method asks for')}
          show={(value) => showNumber(value, 3)}
        />
      )}
      <p className="small soft">
        {work.methods.length > 1 ? t('Workings') : t('By')}{' '}
        {work.methods.map((one, n) => (
          <span key={one.method}>
            {n > 0 && ' · '}
            <Why of={`lime/${facts.id}/${one.method}`}>
              {words.terms[`lime.${one.method}`] ?? one.method}
            </Why>
          </span>
        ))}
        {brings.length > 0 && work.now_g_m2 > 0 && (
          <>
            {' · '}
            {t('brings along {list}', {
              list: brings.map(([x, grams]) => `${showAmount(grams, 'g/m²')} ${x}`).join(', '),
            })}
          </>
        )}
      </p>
      <Findings of={work.findings} words={words} />
    </section>
  )
}

/** Sulphur is only for those who ask for it: most vegetables do well a little above their range. */
export function AskForSulphur(props: {
  gardenId: string
  bed: Schemas['Bed']
  facts: Schemas['PlacePlan']
}) {
  const { bed, facts } = props
  const { picked = bed, pick, saving } = usePicking<Schemas['Bed']>(props.gardenId)
  const keeps = useKeeps('places')
  const above = facts.ph && facts.ph.ph > facts.ph.high
  if (!above && !bed.lower_ph) return null
  return (
    <p className="small">
      <Checkbox
        checked={picked.lower_ph}
        disabled={saving || !keeps}
        onChange={(event) => pick({ ...bed, lower_ph: event.target.checked })}
      >
        {t('Lower the pH of this bed with sulphur')}
      </Checkbox>{' '}
      <span className="soft">
        {t('Most vegetables do without; it takes a warm season to work.')}
      </span>
    </p>
  )
}
