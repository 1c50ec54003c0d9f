import { Drawer } from 'antd'
import { useEffect, useState } from 'react'
import { useNavigate } from 'react-router'
import { useReturn } from '../lib/useReturn'
import { t } from '../lib/words'

const VIEWS = ['today', 'plot', 'soil', 'shed', 'season', 'book']

/** The keys that do something, shown on "?"; digits lead to the views. */
export function Shortcuts({ gardenId }: { gardenId: string }) {
  const [open, setOpen] = useState(false)
  const navigate = useNavigate()
  useEffect(() => {
    const press = (event: KeyboardEvent) => {
      if ((event.target as Element).closest('input, textarea, select')) return
      if (event.ctrlKey || event.metaKey || event.altKey) return
      if (event.key === '?') setOpen(true)
      const view = VIEWS[Number(event.key) - 1]
      if (view) void navigate(`/g/${gardenId}/${view}`)
    }
    window.addEventListener('keydown', press)
    return () => window.removeEventListener('keydown', press)
  }, [gardenId, navigate])
  return open ? <Keys onClose={() => setOpen(false)} /> : null
}

function Keys({ onClose }: { onClose: () => void }) {
  useReturn()
  const keys = [
    ['1 – 6', t('Today, Plot, Soil, Shed, Season, Book')],
    ['Ctrl Z', t('undo the last change')],
    ['Ctrl Shift Z', t('do it again')],
    ['Tab', t('go to the next place, lane or button')],
    ['Enter', t('choose it')],
    ['← ↑ ↓ →', t('on the Plot: move the chosen place, with Shift further')],
    ['Alt ← ↑ ↓ →', t('on the Plot: change its size')],
    ['R, Shift R', t('on the Plot: turn it')],
    ['Esc', t('close, or choose nothing')],
    ['?', t('this list')],
  ]
  return (
    <Drawer open onClose={onClose} size={400} title={t('Keys')}>
      <dl className="keys">
        {keys.map(([key, what]) => (
          <div key={key}>
            <dt>
              <kbd>{key}</kbd>
            </dt>
            <dd>{what}</dd>
          </div>
        ))}
      </dl>
    </Drawer>
  )
}
