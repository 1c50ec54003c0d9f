import { Segmented } from 'antd'
import { Suspense, useEffect, useState } from 'react'
import { Link } from 'react-router'
import { faultsOf, type Schemas } from '../../api/client'
import { useCatalogue } from '../../api/reference'
import { useGroundSum, type GroundAsked } from '../../api/sums'
import { groundRate, showNumber, showNutrient } from '../../lib/numbers'
import { useAddress } from '../../lib/useAddress'
import { BRAND, locale, t } from '../../lib/words'
import { ChoiceField, MASSES, MeasureField, Refused, TextField, faultsAt } from '../../parts/Field'
import { Waiting } from '../../parts/Waiting'
import { WorkingSteps } from '../../parts/WorkingSteps'
import './sums.css'

type Asked = Schemas['GroundAnswer']['asked']

const RATES = ['g/m2', 'oz/yd2', 'lb/100ft2', 'lb/1000ft2', 'kg/ha', 'lb/acre'] as const
const AREAS = ['m2', 'ft2', 'yd2'] as const
const AREA_NAMES = { m2: 'm²', ft2: 'ft²', yd2: 'yd²' }
const RATE_NAMES = { 'lb/1000ft2': 'lb/1000 ft²' }
const PRINTED = { N: 'N', P2O5: 'P₂O₅', P: 'P', K2O: 'K₂O', K: 'K' } as const
const COUNTED = { oxide: ['N', 'P2O5', 'K2O'], element: ['N', 'P', 'K'] } as const

const askings = (): { value: Asked; label: string }[] => [
  { value: 'amount', label: t('How much of it?') },
  { value: 'rate', label: t('What does it give?') },
  { value: 'area', label: t('How far does it go?') },
]

/** One sum without a garden: some of a bag on some ground; the third follows from two. */
export function View() {
  return (
    <main className="page sums stack">
      <Suspense fallback={<Waiting />}>
        <OnGround />
      </Suspense>
    </main>
  )
}

/** The sum as its address keeps it, so that it can be opened again. */
function useSum() {
  const { countries } = useCatalogue()
  const [address, go] = useAddress()
  const country = countries.find((one) => locale.endsWith(`-${one.code}`))
  const kept = recalled(address.get('sum'))
  const [sum, setSum] = useState<GroundAsked>(
    kept ?? {
      grade: country?.usual[0] ?? '10-10-10',
      means: country?.grade ?? 'oxide',
      counted: 'N',
      amount: null,
      rate: null,
      area: null,
    },
  )
  const asks = askings().find((one) => one.value === address.get('ask'))?.value ?? 'amount'
  const change = (part: Partial<GroundAsked>) => {
    const next = { ...sum, ...part }
    setSum(next)
    go({ sum: JSON.stringify(next) })
  }
  return { sum, asks, change, ask: (next: Asked) => go({ ask: next }) }
}

function recalled(text: string | null): GroundAsked | null {
  try {
    const found = JSON.parse(text ?? 'null') as GroundAsked | null
    return found && typeof found.grade === 'string' ? found : null
  } catch {
    return null
  }
}

function OnGround() {
  useEffect(() => {
    document.title = `${t('One sum')} · ${BRAND}`
    return () => {
      document.title = BRAND
    }
  }, [])
  const { sum, asks, change, ask } = useSum()
  const asked: GroundAsked = { ...sum, [asks]: null }
  const known = [asked.amount, asked.rate, asked.area].filter((one) => one && one.value > 0)
  const answer = useGroundSum(known.length === 2 ? asked : null)
  const faults = known.length === 2 ? faultsOf(answer.error) : []
  const found = known.length === 2 && !answer.error ? answer.data : undefined
  return (
    <>
      <div className="row">
        <h1>{t('A bag and some ground')}</h1>
        <span className="spacer" />
        <Link to="/">{t('To the gardens')}</Link>
      </div>
      <Segmented<Asked>
        value={asks}
        aria-label={t('What is asked')}
        options={askings()}
        onChange={ask}
      />
      <Blanks sum={sum} asks={asks} faults={faults} onChange={change} />
      <Refused faults={faults.filter((one) => !['grade', 'counted'].includes(one.field))} />
      {known.length < 2 && <p className="soft">{t('Fill in both; the answer stands here.')}</p>}
      {found && found.asked === asks && <Answer of={found} counted={sum.counted ?? 'N'} />}
    </>
  )
}

function Blanks(props: {
  sum: GroundAsked
  asks: Asked
  faults: ReturnType<typeof faultsOf>
  onChange: (part: Partial<GroundAsked>) => void
}) {
  const { sum, asks, faults, onChange } = props
  const counted = COUNTED[sum.means ?? 'oxide']
  return (
    <div className="fields">
      <TextField
        label={t('Three numbers of a bag or bottle')}
        hint={t('As printed, like 10-10-10.')}
        value={sum.grade}
        faults={faultsAt(faults, 'grade')}
        onChange={(grade) => onChange({ grade })}
      />
      <ChoiceField
        label={t('The numbers are')}
        hint={t('The label says which; most countries print oxides.')}
        value={sum.means ?? 'oxide'}
        options={[
          { value: 'oxide', label: 'N–P₂O₅–K₂O' },
          { value: 'element', label: 'N–P–K' },
        ]}
        onChange={(means) => onChange({ means, counted: 'N' })}
      />
      <ChoiceField
        label={t('Nutrient')}
        value={sum.counted ?? 'N'}
        options={counted.map((value) => ({ value, label: PRINTED[value] }))}
        faults={faultsAt(faults, 'counted')}
        onChange={(one) => onChange({ counted: one })}
      />
      {asks !== 'amount' && (
        <MeasureField
          label={t('Of the bag')}
          units={MASSES}
          value={sum.amount}
          faults={faultsAt(faults, 'amount')}
          onChange={(amount) => onChange({ amount })}
        />
      )}
      {asks !== 'rate' && (
        <MeasureField
          label={t('Nutrient on the ground')}
          hint={t('Of the nutrient, not of the bag.')}
          units={RATES}
          names={RATE_NAMES}
          value={sum.rate}
          faults={faultsAt(faults, 'rate')}
          onChange={(rate) => onChange({ rate })}
        />
      )}
      {asks !== 'area' && (
        <MeasureField
          label={t('Ground')}
          units={AREAS}
          names={AREA_NAMES}
          value={sum.area}
          faults={faultsAt(faults, 'area')}
          onChange={(area) => onChange({ area })}
        />
      )}
    </div>
  )
}

/** The answer in large figures, what else comes with it, and how it came about. */
function Answer({ of, counted }: { of: Schemas['GroundAnswer']; counted: keyof typeof PRINTED }) {
  const says = {
    amount: t('of the bag for this ground'),
    rate: t('{nutrient} on the ground', { nutrient: PRINTED[counted] }),
    area: t('of ground'),
  }
  return (
    <section className="sheet stack" aria-live="polite">
      <p className="sum-answer">
        <b>{of.shown.result}</b> {says[of.asked]}
      </p>
      {of.shown.findings.map((finding) => (
        <p key={finding.key} className="finding question">
          {finding.text} <span className="way-out">{finding.remedy}</span>
        </p>
      ))}
      <table className="sum-brings">
        <caption className="small soft">{t('All that comes with it')}</caption>
        <tbody>
          {of.brings.map((one) => (
            <tr key={one.counted}>
              <th scope="row">{PRINTED[one.counted]}</th>
              <td>{showNutrient(one.grams)}</td>
              <td>
                {showNumber(groundRate.shown(one.g_m2), 2)} {groundRate.unit}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <details>
        <summary>{t('How this came about')}</summary>
        <WorkingSteps of={of.shown.steps} />
      </details>
      <p className="small soft">{t('The label’s own rate goes before any sum.')}</p>
    </section>
  )
}
