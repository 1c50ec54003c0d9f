import { useQuery } from '@tanstack/react-query'
import { stateQuery } from '../api/state'
import { showNumber } from '../lib/numbers'
import { t } from '../lib/words'

/** What is to be done before the machine is full, or while its backups cannot be relied on. */
export function MachineBanner() {
  const { data } = useQuery(stateQuery)
  if (!data) return null
  const said = [
    data.room_is_low &&
      t('Only {n} GB are free on the disk that Eznel writes to. Make room before it is full.', {
        n: showNumber(data.free_gb, 1),
      }),
    data.backup === 'failed' &&
      t('The backup of today could not be made; it is tried again. ./eznel doctor says why.'),
    data.backup === 'unproven' &&
      t('The backup of today does not restore as it should. ./eznel doctor says what is wrong.'),
    data.backup === 'not_copied' &&
      t(
        'The backup of today was not copied to the other machine; it is tried again. The window in which Eznel was started says why.',
      ),
  ].filter((one) => one !== false)
  if (said.length === 0) return null
  return (
    <div className="outbox small" role="status">
      {said.map((one) => (
        <p key={one}>{one}</p>
      ))}
    </div>
  )
}
