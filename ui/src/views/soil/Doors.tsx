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
        steps={[
          [SLICES, t('Dig a dozen slices a spade deep, mix them, send a cupful.')],
          [SHEET, t('Paste what comes back, or open its file.')],
        ]}
      >
        <Button onClick={props.onRead}>{t('Read the report')}</Button>
        <Button type="text" onClick={props.onType}>
          {t('Type it in')}
        </Button>
      </Door>
      <Door
        title={t('A colour kit')}
        steps={[
          [SHAKEN, t('Fill soil and clean water to the marks, shake, let it settle.')],
          [
            BESIDE,
            t('Add the powder, wait as the card says, hold it beside the colours in daylight.'),
          ],
          [NEAREST, t('Take the nearest colour: low, medium or high.')],
        ]}
      >
        <Button onClick={props.onKit}>{t('Type in the colours')}</Button>
      </Door>
      <Door
        title={t('Nothing yet')}
        steps={[
          [LEAVES, t('Feeding goes on with careful guesses: phosphorus enough, potassium medium.')],
          [CRUMB, t('What the hand feels and how water sinks help already.')],
        ]}
      >
        <Button onClick={props.onHand}>{t('Test it by hand')}</Button>
      </Door>
    </div>
  )
}

/** Each step in a few lines, in a square of 48. */
const SLICES =
  'M4 40 H44 M10 40 L14 20 L20 40 M24 40 L28 20 L34 40 M38 8 V26 M33 26 H43 L41 38 H35 Z'
const SHEET = 'M12 4 H36 V44 H12 Z M17 13 H31 M17 20 H31 M17 27 H26 M17 34 H28'
const SHAKEN =
  'M18 4 H30 M20 4 V42 H28 V4 M20 34 H28 M20 16 H28 M22 38 H26 M8 18 C4 24 4 28 8 34 M40 18 C44 24 44 28 40 34'
const BESIDE = 'M8 6 H16 V42 H8 Z M8 20 H16 M26 6 H40 V42 H26 Z M26 18 H40 M26 30 H40 M19 24 H23'
const NEAREST =
  'M6 16 H16 V34 H6 Z M19 16 H29 V34 H19 Z M32 16 H42 V34 H32 Z M24 42 V37 M21 40 L24 37 L27 40'
const LEAVES =
  'M24 44 V16 M24 28 C16 28 10 22 10 12 C18 12 24 18 24 28 Z M24 22 C32 22 38 16 38 6 C30 6 24 12 24 22 Z M8 44 H40'
const CRUMB = 'M6 30 C12 40 36 40 42 30 M6 30 C12 26 36 26 42 30 M24 6 V18 M20 14 L24 18 L28 14'

function Door(props: {
  title: string
  steps: [drawn: string, text: string][]
  children: ReactNode
}) {
  return (
    <section className="sheet stack" aria-label={props.title}>
      <h2>{props.title}</h2>
      <ol className="small">
        {props.steps.map(([drawn, text]) => (
          <li key={text}>
            <svg viewBox="0 0 48 48" aria-hidden="true">
              <path d={drawn} />
            </svg>
            {text}
          </li>
        ))}
      </ol>
      <div className="row">{props.children}</div>
    </section>
  )
}
