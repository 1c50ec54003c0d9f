import { Button } from 'antd'
import type { ReactNode } from 'react'
import { t } from '../../lib/words'

/** A bed without a test: three ways to know more, none of them a must. */
export function Doors(props: {
  onRead: () => void
  onType: () => void
  onKit: () => void
  onHand: () => void
}) {
  return (
    <div className="doors">
      <Door
        title={t('A laboratory’s report')}
        drawn={<path d="M14 6 H54 V58 H14 Z M22 18 H46 M22 28 H46 M22 38 H38 M22 48 H42" />}
        steps={[
          t('Dig a dozen slices a spade deep, mix them, send a cupful.'),
          t('Paste what comes back, or open its file.'),
        ]}
      >
        <Button onClick={props.onRead}>{t('Read the report')}</Button>
        <Button type="text" onClick={props.onType}>
          {t('Type it in')}
        </Button>
      </Door>
      <Door
        title={t('A colour kit')}
        drawn={
          <path d="M10 10 H20 V58 H10 Z M29 10 H39 V58 H29 Z M48 10 H58 V58 H48 Z M10 36 H20 M29 28 H39 M48 44 H58" />
        }
        steps={[
          t('Fill soil and clean water to the marks, shake, let it settle.'),
          t('Add the powder, wait as the card says, hold it beside the colours in daylight.'),
          t('Take the nearest colour: low, medium or high.'),
        ]}
      >
        <Button onClick={props.onKit}>{t('Type in the colours')}</Button>
      </Door>
      <Door
        title={t('Nothing yet')}
        drawn={
          <path d="M34 58 V22 M34 36 C24 36 18 30 18 20 C28 20 34 26 34 36 Z M34 30 C44 30 50 24 50 14 C40 14 34 20 34 30 Z M12 58 H56" />
        }
        steps={[
          t('Feeding goes on with careful guesses: phosphorus enough, potassium medium.'),
          t('What the hand feels and how water sinks help already.'),
        ]}
      >
        <Button onClick={props.onHand}>{t('Test it by hand')}</Button>
      </Door>
    </div>
  )
}

function Door(props: { title: string; drawn: ReactNode; steps: string[]; children: ReactNode }) {
  return (
    <section className="sheet stack" aria-label={props.title}>
      <svg
        viewBox="0 0 68 64"
        width="68"
        height="64"
        fill="none"
        stroke="var(--ink)"
        strokeWidth="1.8"
        strokeLinejoin="round"
        aria-hidden="true"
      >
        {props.drawn}
      </svg>
      <h2>{props.title}</h2>
      <ol className="small">
        {props.steps.map((step) => (
          <li key={step}>{step}</li>
        ))}
      </ol>
      <div className="row">{props.children}</div>
    </section>
  )
}
