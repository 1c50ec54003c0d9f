import { Tabs } from 'antd'
import { useParams } from 'react-router'
import { useAddress } from '../../lib/useAddress'
import { t } from '../../lib/words'
import { Aims } from './Aims'
import { Days } from './Days'
import { Harvest } from './Harvest'
import { Look } from './Look'
import { Taught } from './Taught'
import { Trials } from './Trials'
import { Years } from './Years'
import './book.css'

const PAGES = ['harvest', 'look', 'days', 'years', 'trials', 'learned', 'aims'] as const
type Page = (typeof PAGES)[number]

const pageNames = (): Record<Page, string> => ({
  look: t('Look'),
  harvest: t('Harvest'),
  days: t('Days'),
  years: t('Years'),
  trials: t('Trials'),
  learned: t('Learned'),
  aims: t('Aims'),
})

/** What was picked and is to come, what was written down, what the year was to bring. */
export function View() {
  const { gardenId = '' } = useParams()
  const [address, go] = useAddress()
  const page = PAGES.find((one) => one === address.get('page')) ?? 'harvest'
  return (
    <div className="stack">
      <h1 className="visually-hidden">{t('Book')}</h1>
      <Tabs
        className="book-pages"
        activeKey={page}
        destroyOnHidden
        items={PAGES.map((key) => ({
          key,
          label: pageNames()[key],
          children: <OnPage page={key} gardenId={gardenId} />,
        }))}
        onChange={(next) => go({ page: next === 'harvest' ? null : next })}
      />
    </div>
  )
}

function OnPage({ page, gardenId }: { page: Page; gardenId: string }) {
  if (page === 'look') return <Look gardenId={gardenId} />
  if (page === 'days') return <Days gardenId={gardenId} />
  if (page === 'trials') return <Trials gardenId={gardenId} />
  if (page === 'years') return <Years gardenId={gardenId} />
  if (page === 'learned') return <Taught gardenId={gardenId} />
  if (page === 'aims') return <Aims gardenId={gardenId} />
  return <Harvest gardenId={gardenId} />
}
