import { useQuery } from '@tanstack/react-query'
import { Button } from 'antd'
import { addressQuery, useAddress } from '../api/calendar'
import { faultsOf } from '../api/client'
import { system } from '../lib/units'
import { language, t } from '../lib/words'
import { Field, Refused } from '../parts/Field'

/** The jobs in a calendar: as a file, or at a private address that a phone reads by itself. */
export function CalendarPart({ gardenId }: { gardenId: string }) {
  const { data, error } = useQuery(addressQuery(gardenId))
  const { renew, end } = useAddress(gardenId)
  const address = data?.path
    ? `${window.location.origin}${data.path}?lang=${language}&units=${system}`
    : null
  return (
    <>
      <h2>{t('In your calendar')}</h2>
      <div className="row">
        <Button href={`/api/gardens/${gardenId}/calendar.ics?units=${system}`} download>
          {t('Save as a calendar file')}
        </Button>
        <Button loading={renew.isPending} onClick={() => renew.mutate()}>
          {address ? t('Make the address anew') : t('Make a private address')}
        </Button>
        {address && (
          <Button type="text" loading={end.isPending} onClick={() => end.mutate()}>
            {t('End it')}
          </Button>
        )}
      </div>
      {address && (
        <Field
          label={t('Private address')}
          hint={t(
            'Subscribe to it in a calendar: a job that moves here moves there. Whoever has it can read the jobs, so keep it to yourself.',
          )}
        >
          {(id) => (
            <input
              id={id}
              className="input"
              readOnly
              value={address}
              onFocus={(event) => event.target.select()}
            />
          )}
        </Field>
      )}
      {address && window.location.hostname === '127.0.0.1' && (
        <p className="small soft">
          {t(
            'This address is for this computer alone. A phone reads it when Eznel is shared in your network: ./eznel start --share',
          )}
        </p>
      )}
      <Refused faults={faultsOf(error ?? renew.error ?? end.error)} />
    </>
  )
}
