import { Tour } from 'antd'
import { t } from '../lib/words'

/** The first thing on the page that one of these finds. */
const at = (path: string) => () =>
  document.querySelector<HTMLElement>(`nav.tabs a[href$="/${path}"]`) as HTMLElement

/** A look round: what each view answers; of the practice garden, that its day can be moved on. */
export default function Around({ onClose }: { onClose: () => void }) {
  const banner = document.querySelector<HTMLElement>('.practice')
  const views = [
    {
      target: at('today'),
      title: t('Today'),
      description: t('What to weigh, where to put it, and when the next feed is.'),
    },
    {
      target: at('plot'),
      title: t('Plot'),
      description: t('Beds and tubs, drawn true to size, and what stands in them.'),
    },
    {
      target: at('soil'),
      title: t('Soil'),
      description: t('Soil tests, lime, compost; and by feel, where there is no test.'),
    },
    {
      target: at('shed'),
      title: t('Shed'),
      description: t('Bags and bottles: what one scoop gives, what is left, what to buy.'),
    },
    {
      target: at('season'),
      title: t('Season'),
      description: t('Every feed of the year; what was seen and given changes the rest.'),
    },
    {
      target: at('book'),
      title: t('Book'),
      description: t('What was picked and written down; next year it is told again.'),
    },
  ]
  const day = {
    target: () => banner as HTMLElement,
    title: t('The day can be moved on'),
    description: t('Nothing here is yours: try everything, and look what follows.'),
  }
  const steps = banner ? [...views, day] : views
  return (
    <Tour
      open
      onClose={onClose}
      getPopupContainer={() => document.getElementById('view') ?? document.body}
      steps={steps.map((step, n) => ({
        ...step,
        prevButtonProps: { children: t('Back') },
        nextButtonProps: { children: n === steps.length - 1 ? t('Close') : t('Next') },
      }))}
    />
  )
}
