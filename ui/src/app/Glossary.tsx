import { useQuery } from '@tanstack/react-query'
import { Drawer } from 'antd'
import { useEffect, useRef, useState } from 'react'
import { glossaryQuery } from '../api/reference'
import { Meant } from '../drawing/Meant'
import { rank } from '../lib/find'
import { useReturn } from '../lib/useReturn'
import { t } from '../lib/words'
import { TextField } from '../parts/Field'

/** Words and what they mean, to be searched; opened at the one that was asked for. */
export default function Glossary({ at, onClose }: { at: string; onClose: () => void }) {
  useReturn()
  const { data } = useQuery(glossaryQuery)
  const [looked, setLooked] = useState('')
  const asked = useRef<HTMLDivElement>(null)
  useEffect(() => {
    asked.current?.scrollIntoView({ block: 'start' })
  }, [data])
  const found = (data ?? []).filter((one) => rank(looked, [one.name, ...one.also]) !== null)
  return (
    <Drawer open onClose={onClose} size={460} title={t('What words mean')}>
      <div className="stack">
        <TextField label={t('Find a word')} value={looked} onChange={setLooked} />
        <dl className="glossary">
          {found.map((one) => (
            <div key={one.key} ref={one.key === at ? asked : undefined}>
              <dt>{one.name}</dt>
              <dd>
                <Meant of={one.key} />
                {one.text}
              </dd>
            </div>
          ))}
        </dl>
        {data && found.length === 0 && <p className="soft">{t('Nothing of that name')}</p>}
      </div>
    </Drawer>
  )
}
