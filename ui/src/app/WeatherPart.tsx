import { Button } from 'antd'
import { useState } from 'react'
import { faultsOf } from '../api/client'
import { useGarden } from '../api/gardens'
import { useWeather } from '../api/planning'
import { showDate } from '../lib/dates'
import { base64 } from '../lib/files'
import { useLast } from '../lib/useLast'
import { plural, t } from '../lib/words'
import { Refused } from '../parts/Field'
import { FileDrop, TEXTS } from '../parts/FileDrop'
import { WeatherRead, type Told } from './WeatherRead'

/** Weather as it came: out of a file, or in practice from a simulated station. */
export function WeatherPart({ gardenId }: { gardenId: string }) {
  const { garden, log } = useGarden(gardenId).file
  // Only a practice garden asks the simulated station, and only there its days count.
  const practice = garden.stands_on != null
  const counted = log.weather.filter((day) => practice || day.source !== 'simulated')
  const { fetched, read, keep } = useWeather(gardenId)
  const shown = useLast(read)
  const [file, setFile] = useState('')
  const [told, setTold] = useState<Told>({})
  const bring = (next: string, say: Told) => {
    setFile(next)
    setTold(say)
    read.mutate({
      file: next,
      columns: say.columns ?? null,
      month_first: say.monthFirst ?? null,
    })
  }
  const take = async (chosen: File) => bring(await base64(chosen), {})
  return (
    <>
      <h2>{t('Weather')}</h2>
      <Known days={counted.map((day) => day.on).sort()} />
      <Simulated
        n={log.weather.filter((day) => day.source === 'simulated').length}
        practice={practice}
      />
      <div className="row">
        {practice && (
          <Button loading={fetched.isPending} onClick={() => fetched.mutate()}>
            {t('Ask the simulated weather station')}
          </Button>
        )}
        <FileDrop
          label={t('Read a weather file')}
          name={t('Weather file')}
          accept={TEXTS}
          busy={read.isPending}
          onFile={(file) => void take(file)}
        />
        {counted.length > 0 && (
          <Button type="text" href={`/api/gardens/${gardenId}/weather.csv`} download>
            {t('Save as a table')}
          </Button>
        )}
      </div>
      {fetched.data && (
        <p className="small" role="status">
          {plural(
            fetched.data.kept,
            'One day was added or changed.',
            '{n} days were added or changed.',
          )}
        </p>
      )}
      {shown && (
        <WeatherRead
          of={shown}
          told={told}
          busy={keep.isPending || read.isPending}
          onTell={(next) => bring(file, next)}
          onSave={(days) => keep.mutate(days, { onSuccess: () => read.reset() })}
          onCancel={() => read.reset()}
        />
      )}
      <Refused faults={faultsOf(fetched.error ?? read.error ?? keep.error)} />
    </>
  )
}

/** Which days are known. */
function Known({ days }: { days: readonly string[] }) {
  return (
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
        : t('No day is known yet; every date is worked out from the usual temperatures.')}
    </p>
  )
}

function Simulated({ n, practice }: { n: number; practice: boolean }) {
  if (n === 0) return null
  return (
    <p className="small">
      {practice
        ? plural(
            n,
            'One of them is simulated, for practice.',
            '{n} of them are simulated, for practice.',
          )
        : plural(
            n,
            'One day from the simulated station is kept and counts for nothing here.',
            '{n} days from the simulated station are kept and count for nothing here.',
          )}
    </p>
  )
}
