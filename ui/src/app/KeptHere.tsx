import { Switch } from 'antd'
import { useState } from 'react'
import { keepHere, keeps } from '../lib/kept'
import { t } from '../lib/words'

/** Whether this browser keeps a garden for where there is no network. */
export function KeptHere({ gardenId }: { gardenId: string }) {
  const [kept, setKept] = useState(keeps(gardenId))
  if (!window.isSecureContext) {
    return (
      <p className="small soft">
        {t('Without a network this page opens only where it was loaded over https.')}
      </p>
    )
  }
  return (
    <div>
      <label className="row">
        <Switch
          checked={kept}
          onChange={(wanted) => {
            setKept(wanted)
            void keepHere(gardenId, wanted)
          }}
        />
        <span>{t('Open this garden without a network too')}</span>
      </label>
      <p className="small soft">
        {t(
          'What was seen last is kept in this browser. Switch it off on a machine that is not yours.',
        )}
      </p>
    </div>
  )
}
