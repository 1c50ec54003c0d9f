import { Button, Modal } from 'antd'
import { useState } from 'react'
import { useNavigate } from 'react-router'
import { faultsOf } from '../api/client'
import { useGarden, useRemoval } from '../api/gardens'
import { t } from '../lib/words'
import { Refused } from '../parts/Field'
import { Sentence } from '../parts/Sentence'

/** Removes a garden: what is in it is counted, a file of it is saved first, and it can come back. */
export function RemoveGarden({ gardenId }: { gardenId: string }) {
  const [asked, setAsked] = useState(false)
  const { file } = useGarden(gardenId)
  const { remove } = useRemoval()
  const navigate = useNavigate()
  const { garden, log } = file
  const counts = [
    [garden.places.length, t('beds and tubs')],
    [garden.plantings.length, t('plantings')],
    [garden.products.length, t('products')],
    [garden.reports.length, t('soil reports')],
    [log.feeds.length + log.tasks.length, t('entries in the log')],
  ] as const
  const done = () => remove.mutate(gardenId, { onSuccess: () => void navigate('/') })
  return (
    <>
      <Button danger onClick={() => setAsked(true)}>
        {t('Remove this garden …')}
      </Button>
      <Modal
        open={asked}
        title={<Sentence say="Remove {name}?" of={{ name: <b>{garden.name}</b> }} />}
        okText={t('Save a file of it, and remove it')}
        okButtonProps={{ danger: true, loading: remove.isPending }}
        cancelText={t('Keep it')}
        onOk={done}
        onCancel={() => setAsked(false)}
      >
        <p>{t('It holds:')}</p>
        <ul>
          {counts.map(([count, name]) => (
            <li key={name}>
              {count} {name}
            </li>
          ))}
        </ul>
        <p className="soft">{t('For a month the start page can bring it back as it is now.')}</p>
        <Refused faults={faultsOf(remove.error)} />
      </Modal>
    </>
  )
}
