import { Button } from 'antd'
import { useState } from 'react'
import { usePlan, useWrites } from '../../api/gardens'
import { newId } from '../../lib/ids'
import { recall, remember } from '../../lib/memory'
import { useToast } from '../../lib/useToast'
import { plural, t } from '../../lib/words'
import { MayKeep } from '../../parts/MayKeep'

const LONGEST_MIN = 720
const minutesSince = (begun: number) => Math.max(Math.round((Date.now() - begun) / 60_000), 1)

/** About how long the day's walk takes; one that is timed makes the next figure one's own. */
export function Pace({ gardenId }: { gardenId: string }) {
  const { walk, as_of } = usePlan(gardenId)
  const { save, remove } = useWrites(gardenId)
  const toast = useToast()
  const name = `walk.${gardenId}`
  const [begun, setBegun] = useState(() => Number(recall(name, '0')))
  const set = (at: number) => {
    remember(name, String(at))
    setBegun(at)
  }
  const back = () => {
    const minutes = Math.min(minutesSince(begun), LONGEST_MIN)
    const id = newId()
    set(0)
    save.mutate(
      { kind: 'walks', thing: { id, on: as_of, minutes } },
      {
        onSuccess: () =>
          toast({
            text: plural(minutes, 'The walk took one minute.', 'The walk took {n} minutes.'),
            undo: () => remove.mutate({ kind: 'walks', key: id }),
          }),
      },
    )
  }
  if (begun > 0) {
    const since = new Date(begun).toLocaleTimeString([], { hour: 'numeric', minute: '2-digit' })
    return (
      <p className="row small">
        {t('On the walk since {time}.', { time: since })}
        <Button size="small" onClick={back}>
          {t('I am back')}
        </Button>
        <Button size="small" type="text" onClick={() => set(0)}>
          {t('Do not count it')}
        </Button>
      </p>
    )
  }
  if (walk.minutes < 1) return null
  const about = t('About {n} minutes for all of it', { n: roundly(walk.minutes) })
  return (
    <p className="row small soft">
      {about}
      {walk.walks > 0 ? t(', at your own pace.') : '.'}
      <MayKeep kind="walks">
        <Button size="small" type="text" onClick={() => set(Date.now())}>
          {t('Time the walk')}
        </Button>
      </MayKeep>
    </p>
  )
}

/** Nobody knows it to the minute. */
const roundly = (minutes: number) =>
  minutes < 10 ? Math.ceil(minutes) : Math.round(minutes / 5) * 5
