import { Skeleton } from 'antd'
import { t } from '../lib/words'

/** Shown while something is read: quiet, the shape of what comes, and gone before it is noticed. */
export function Waiting() {
  return (
    <div className="waiting" role="status">
      <p className="soft">{t('Working it out …')}</p>
      <Skeleton title={false} paragraph={{ rows: 3 }} />
    </div>
  )
}
