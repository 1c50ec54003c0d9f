import { Button } from 'antd'
import { useRef } from 'react'
import { faultsOf } from '../api/client'
import { useGarden } from '../api/gardens'
import { useWeather } from '../api/planning'
import { showDate } from '../lib/dates'
import { base64 } from '../lib/files'
import { plural, t } from '../lib/words'
import { Refused } from '../parts/Field'

/** Weather as it came: out of a file, or in practice from a simulated station. */
export function WeatherPart({ gardenId }: { gardenId: string }) {
  const { garden, log } = useGarden(gardenId).file
  // Only a practice garden asks the simulated station, and only there its days count.
  const practice = garden.stands_on != null
  const weather = log.weather.filter((day) => practice || day.source !== 'simulated')
  const simulated = log.weather.filter((day) => day.source === 'simulated').length
  const { fetched, read, keep } = useWeather(gardenId)
  const file = useRef<HTMLInputElement>(null)
  const days = weather.map((day) => day.on).sort()
  return (
    <>
      <h2>{t('Weather')}</h2>
      <p className="small">
        {days.length > 0
          ? plural(
              days.length,
              'One day is known, {first}. Stages and feeds follow it; the days to come are the usual ones.',
              '{n} days are known, from {first} to {last}. Stages and feeds follow them; the days to come are the usual ones.',
              {
                first: showDate(days[0], days.at(-1)),
                last: showDate(days[days.length - 1]),
              },
            )
          : t('No day is known yet; every date is reckoned with the usual temperatures.')}
      </p>
      {simulated > 0 && (
        <p className="small">
          {practice
            ? plural(
                simulated,
                'One of them is simulated, for practice.',
                '{n} of them are simulated, for practice.',
              )
            : plural(
                simulated,
                'One day from the simulated station is kept and counts for nothing here.',
                '{n} days from the simulated station are kept and count for nothing here.',
              )}
        </p>
      )}
      <div className="row">
        {practice && (
          <Button loading={fetched.isPending} onClick={() => fetched.mutate()}>
            {t('Ask the simulated weather station')}
          </Button>
        )}
        <Button loading={read.isPending} onClick={() => file.current?.click()}>
          {t('Read a weather file')}
        </Button>
        {days.length > 0 && (
          <Button type="text" href={`/api/gardens/${gardenId}/weather.csv`} download>
            {t('Save as a table')}
          </Button>
        )}
        <input
          ref={file}
          type="file"
          accept=".csv,.txt,.tsv,text/csv,text/plain"
          hidden
          aria-label={t('Weather file')}
          onChange={async (event) => {
            const chosen = event.target.files?.[0]
            event.target.value = ''
            if (chosen) read.mutate(await base64(chosen))
          }}
        />
      </div>
      {fetched.data && (
        <p className="small" role="status">
          {plural(
            fetched.data.kept,
            'One day was new or other than before.',
            '{n} days were new or other than before.',
          )}
        </p>
      )}
      {read.data && (
        <div className="sheet stack small">
          <p>
            {plural(read.data.days.length, 'One day was read.', '{n} days were read.')}{' '}
            {read.data.left.length > 0 &&
              plural(read.data.left.length, 'One row is no day:', '{n} rows are no days:')}
          </p>
          {read.data.left.slice(0, 5).map((row) => (
            <p key={row.row} className="soft">
              {row.row}: {row.words}
            </p>
          ))}
          <div className="row">
            <Button
              size="small"
              type="primary"
              loading={keep.isPending}
              disabled={read.data.days.length === 0}
              onClick={() =>
                keep.mutate(read.data.days, {
                  onSuccess: () => read.reset(),
                })
              }
            >
              {t('Save these days')}
            </Button>
            <Button size="small" type="text" onClick={() => read.reset()}>
              {t('Leave them')}
            </Button>
          </div>
        </div>
      )}
      <Refused faults={faultsOf(fetched.error ?? read.error ?? keep.error)} />
    </>
  )
}
