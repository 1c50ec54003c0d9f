import { Button, notification } from 'antd'
import { useEffect } from 'react'
import type { Said } from '../../lib/useToast'
import { t } from '../../lib/words'

const SHOWN_S = 8
/** One at a time: the next takes the place of the last. */
const KEY = 'said'
/** On a phone the foot holds the views and what is being saved. */
const NARROW = '(max-width: 760px)'
const BELOW_THE_HEAD_PX = 62

const LOOK = {
  root: { background: 'var(--ink)', color: 'var(--paper)', padding: '0.7rem 0.9rem' },
  title: { color: 'var(--paper)', fontSize: 15, marginBottom: 0 },
  close: { color: 'var(--paper)' },
}

/** What was said, for a moment. */
export default function Notice({ said }: { said: Said }) {
  const [notices, holder] = notification.useNotification({ top: BELOW_THE_HEAD_PX, bottom: 18 })
  useEffect(() => {
    const undo = () => {
      said.undo?.()
      notices.destroy(KEY)
    }
    notices.open({
      key: KEY,
      title: said.text,
      actions: said.undo && (
        <Button size="small" onClick={undo}>
          {t('Undo')}
        </Button>
      ),
      placement: window.matchMedia(NARROW).matches ? 'top' : 'bottomLeft',
      duration: SHOWN_S,
      className: 'toast',
      styles: LOOK,
      closable: { 'aria-label': t('Close') },
      role: 'status',
    })
  }, [said, notices])
  return holder
}
