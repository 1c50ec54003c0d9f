import { Button, Drawer, Progress } from 'antd'
import { useEffect, useState } from 'react'
import type { Schemas } from '../../api/client'
import { useScale, type DeviceReading } from '../../api/devices'
import { useGarden } from '../../api/gardens'
import { showNumber } from '../../lib/numbers'
import { t } from '../../lib/words'
import { Refused } from '../../parts/Field'
import { levelScoops, namesOf, portionText, scoopName } from '../../parts/names'
import type { Mix } from './state'

type Amount = Schemas['WeighedOf']

/** Near enough to what was to be weighed: within three in a hundred, and a tenth of a gram. */
const NEAR_SHARE = 0.03
const FINEST_G = 0.1

/** Weighs out a mix line by line: tare, fill until it ticks itself, then the next. */
export default function WeighOut(props: {
  gardenId: string
  mix: Mix
  /** Where it is poured. */
  place: string
  simulated: boolean
  onDone: (amounts: Amount[]) => void
  onType: () => void
  onClose: () => void
}) {
  const { gardenId, mix } = props
  const { garden } = useGarden(gardenId).file
  const names = namesOf(garden)
  const scale = useScale(gardenId)
  const [portion, setPortion] = useState(1)
  const [begun, setBegun] = useState(false)
  const [weighed, setWeighed] = useState<number[]>([])
  const [all, setAll] = useState<Amount[]>([])
  const cups = cupsOf(mix)
  const cup = cups.at(weighed.length)
  const reading = begun ? scale.reading : null
  const take = (grams: number) => {
    if (!cup) return
    setWeighed([...weighed, grams])
    setAll([...all, { product: cup.product, amount: { value: grams, unit: 'g' } }])
    setBegun(false)
  }
  const last = portion >= mix.portions
  return (
    <Drawer open onClose={props.onClose} size={520} title={t('Weigh out')}>
      <div className="stack">
        <p>
          {portionText(mix, names.waters.get(props.place))}
          {mix.portions > 1 && (
            <>
              {' '}
              <b>{t('This is number {n} of {all}.', { n: portion, all: mix.portions })}</b>
            </>
          )}
        </p>
        <Cups of={cups} weighed={weighed} names={names} />
        {cup && !begun && (
          <Button
            type="primary"
            loading={scale.busy}
            onClick={() => void scale.tare().then(() => setBegun(true))}
          >
            {t('Empty cup on the scale, set it to nothing')}
          </Button>
        )}
        {cup && reading && <Filling wanted_g={cup.grams} reading={reading} onTake={take} />}
        {cup && begun && props.simulated && (
          <div className="row small">
            {cup.lines.map((line) => (
              <Button
                key={line.scoop}
                size="small"
                onClick={() => scale.put(line.grams / line.count)}
              >
                {t('Put a level {scoop} on it', {
                  scoop: scoopName(names.scoops.get(line.scoop) ?? '', 1),
                })}
              </Button>
            ))}
            <Button size="small" onClick={() => scale.put(-cup.grams / 10)}>
              {t('Take a little off')}
            </Button>
            <span className="soft">{t('simulated, for practice')}</span>
          </div>
        )}
        {!cup && !last && (
          <Button
            type="primary"
            onClick={() => {
              setPortion(portion + 1)
              setWeighed([])
            }}
          >
            {t('On to the next')}
          </Button>
        )}
        {!cup && last && (
          <Button type="primary" onClick={() => props.onDone(all)}>
            {t('Done, as weighed')}
          </Button>
        )}
        <Refused faults={scale.faults} />
        {scale.faults.length > 0 && <Button onClick={props.onType}>{t('Type it instead')}</Button>}
      </div>
    </Drawer>
  )
}

/** What is to be weighed, one after another, with what was. */
function Cups(props: {
  of: ReturnType<typeof cupsOf>
  weighed: readonly number[]
  names: ReturnType<typeof namesOf>
}) {
  const { of: cups, weighed, names } = props
  return (
    <ul className="weigh-out">
      {cups.map((one, n) => (
        <li key={one.product} aria-current={n === weighed.length || undefined}>
          <b>{names.products.get(one.product)}</b>{' '}
          <span className="soft">
            {t('{amount}, about {scoops}', {
              amount: scaleShows(one.grams),
              scoops: one.lines
                .map((line) => levelScoops(line.count, names.scoops.get(line.scoop) ?? ''))
                .join(' + '),
            })}
          </span>{' '}
          {n < weighed.length && <span className="tag">✓ {scaleShows(weighed[n])}</span>}
        </li>
      ))}
    </ul>
  )
}

/** What of a mix is weighed at once: all scoops of one product. */
function cupsOf(mix: Mix) {
  const products = [...new Set(mix.lines.map((line) => line.product))]
  return products.map((product) => {
    const lines = mix.lines.filter((line) => line.product === product)
    return { product, lines, grams: lines.reduce((sum, line) => sum + line.grams, 0) }
  })
}

/** In grams, to a tenth, whatever units are read otherwise: as the scale itself shows it. */
function scaleShows(grams: number): string {
  return `${showNumber(Math.round(10 * grams) / 10, 4)} g`
}

/** How far the cup is filled; it ticks itself when enough is in it and the scale stands still. */
function Filling(props: {
  wanted_g: number
  reading: DeviceReading
  onTake: (grams: number) => void
}) {
  const { wanted_g, reading, onTake } = props
  const near = Math.max(NEAR_SHARE * wanted_g, FINEST_G)
  const over = reading.value > wanted_g + near
  const enough = !over && reading.value >= wanted_g - near
  const ticks = enough && reading.settled
  useEffect(() => {
    if (ticks) onTake(reading.value)
  }, [ticks, onTake, reading.value])
  return (
    <div role="status">
      <p className="scale-reading">
        <b>{scaleShows(Math.max(reading.value, 0))}</b>{' '}
        <span className="soft">{t('of {amount}', { amount: scaleShows(wanted_g) })}</span>
      </p>
      <Progress
        percent={Math.min(Math.max((100 * reading.value) / wanted_g, 0), 100)}
        status={over ? 'exception' : 'normal'}
        showInfo={false}
        aria-label={t('How full it is')}
      />
      {over && <p>{t('Too much: take a little out.')}</p>}
      {over && reading.settled && (
        <Button size="small" onClick={() => onTake(reading.value)}>
          {t('Leave it so')}
        </Button>
      )}
    </div>
  )
}
