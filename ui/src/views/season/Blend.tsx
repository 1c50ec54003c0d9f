import { Button, Drawer } from 'antd'
import { useState } from 'react'
import { faultsOf, type Schemas } from '../../api/client'
import { useGarden, useWrites } from '../../api/gardens'
import { useSeasonBlend, type Working } from '../../api/planning'
import { NutrientMark } from '../../drawing/NutrientMark'
import { showDate } from '../../lib/dates'
import { showLitres, showNumber, showNutrient, showPrice } from '../../lib/numbers'
import { plural, t } from '../../lib/words'
import { ChoiceField, NumberField, Refused } from '../../parts/Field'
import { namesOf } from '../../parts/names'
import { useToast } from '../../lib/useToast'
import type { Nutrient } from '../../theme/nutrients'
import { MayKeep } from '../../parts/MayKeep'

type Whole = Schemas['WholeSeason']

/** One blend for all feeds to come, of a place or the garden: what it would save, and whether to use it. */
export default function Blend({ gardenId, onClose }: { gardenId: string; onClose: () => void }) {
  const { garden } = useGarden(gardenId).file
  const [place, setPlace] = useState('')
  const [limit, setLimit] = useState(10)
  const blend = useSeasonBlend(gardenId)
  return (
    <Drawer open onClose={onClose} size={640} title={t('Blend the whole season')}>
      <div className="stack">
        <p className="small soft">
          {t(
            'Feed by feed, each feed is met as well as it can be. Looked at together, the base dressing leaves to later feeds what these bring along, and fewer bags do for all. Scoops stay whole; what rounding leaves is carried on.',
          )}
        </p>
        <InUse gardenId={gardenId} />
        <div className="fields">
          <ChoiceField
            label={t('For')}
            value={place}
            options={[
              { value: '', label: t('the whole garden') },
              ...garden.places.map((one) => ({ value: one.id, label: one.name })),
            ]}
            onChange={setPlace}
          />
          <NumberField
            label={t('At most')}
            suffix="s"
            value={limit}
            onChange={(seconds) => setLimit(Math.min(Math.max(seconds ?? 10, 1), 120))}
          />
        </div>
        <div className="row">
          <Button
            type="primary"
            disabled={blend.working !== null}
            onClick={() => blend.ask({ place: place || null, time_limit_s: limit })}
          >
            {t('Blend it')}
          </Button>
          {blend.working && <Progress of={blend.working} onStop={blend.stop} />}
          <Refused faults={faultsOf(blend.error)} />
        </div>
        {blend.found && <Found gardenId={gardenId} found={blend.found} onDone={blend.drop} />}
      </div>
    </Drawer>
  )
}

/** Blends that the season follows, each with the way back. */
function InUse({ gardenId }: { gardenId: string }) {
  const { garden } = useGarden(gardenId).file
  const { remove } = useWrites(gardenId)
  const names = namesOf(garden)
  if (garden.blends.length === 0) {
    return (
      <p className="small">
        <b>{t('Now each feed is blended by itself.')}</b>
      </p>
    )
  }
  return (
    <>
      <ul className="stack blends">
        {garden.blends.map((one) => (
          <li key={one.id} className="row sheet">
            <span>
              {t('In use since {day}: {place}', {
                day: showDate(one.made_on),
                place: one.place ? (names.places.get(one.place) ?? '') : t('the whole garden'),
              })}
            </span>
            <span className="spacer" />
            <MayKeep kind="blends">
              <Button size="small" onClick={() => remove.mutate({ kind: 'blends', key: one.id })}>
                {t('Back to feed by feed')}
              </Button>
            </MayKeep>
          </li>
        ))}
      </ul>
      <Refused faults={faultsOf(remove.error)} />
    </>
  )
}

function Progress({ of, onStop }: { of: Working; onStop: () => void }) {
  return (
    <>
      <progress value={Math.min(of.seconds, of.limit)} max={of.limit} aria-label={t('Working …')} />
      <span className="small">
        {t('{n} of at most {limit} s', { n: showNumber(of.seconds), limit: showNumber(of.limit) })}
      </span>
      <Button size="small" type="text" onClick={onStop}>
        {t('Stop')}
      </Button>
    </>
  )
}

/** What the blend would change, and the way to use it. */
function Found(props: { gardenId: string; found: Whole; onDone: () => void }) {
  const { found, onDone } = props
  const { garden } = useGarden(props.gardenId).file
  const toast = useToast()
  const { save, remove } = useWrites(props.gardenId)
  const gap = showNumber(100 * found.gap, 2)
  const said = {
    text: t('The season follows this blend from today on.'),
    undo: () => remove.mutate({ kind: 'blends', key: found.blend.id }),
  }
  const use = () => {
    onDone()
    toast(said)
  }
  return (
    <>
      <Saved found={found} currency={garden.preferences.currency} />
      <p className="small soft">
        {plural(found.jobs, 'One job was looked at.', '{n} jobs were looked at together.')}{' '}
        {found.proved
          ? t('It could be better by at most {gap} %.', { gap })
          : t('The time ran out: it could be better by at most {gap} %.', { gap })}
      </p>
      <div className="row">
        <MayKeep kind="blends">
          <Button
            type="primary"
            loading={save.isPending}
            onClick={() =>
              save.mutate({ kind: 'blends', thing: { ...found.blend } }, { onSuccess: use })
            }
          >
            {t('Use it')}
          </Button>
        </MayKeep>
        <Button type="text" onClick={onDone}>
          {t('Cancel')}
        </Button>
        <Refused faults={faultsOf(save.error)} />
      </div>
    </>
  )
}

const SHOWN: readonly Nutrient[] = ['N', 'P', 'K', 'Ca', 'Mg']

/** Both ways in figures, in whole scoops. */
function Saved({ found, currency }: { found: Whole; currency: string }) {
  const { now, then } = found
  const money = (cost: number | null | undefined) =>
    cost == null ? t('not known') : showPrice(cost, currency)
  const rows = [
    [t('Jobs'), String(now.feeds), String(then.feeds)],
    [t('Different products'), String(now.products), String(then.products)],
    [t('Feed to make'), showLitres(now.litres), showLitres(then.litres)],
    [t('Cost'), money(now.cost), money(then.cost)],
  ]
  return (
    <table className="saved">
      <thead>
        <tr>
          <th />
          <th scope="col">{t('feed by feed')}</th>
          <th scope="col">{t('blended together')}</th>
        </tr>
      </thead>
      <tbody>
        {rows.map(([name, before, after]) => (
          <tr key={name}>
            <th scope="row">{name}</th>
            <td>{before}</td>
            <td>
              <b>{after}</b>
            </td>
          </tr>
        ))}
        {SHOWN.map((x) => (
          <tr key={x}>
            <th scope="row">
              <NutrientMark nutrient={x} size={12} /> {t('{nutrient} met', { nutrient: x })}
            </th>
            <td>{showNumber(100 * now.met[x])} %</td>
            <td>
              <b>{showNumber(100 * then.met[x])} %</b>
            </td>
          </tr>
        ))}
        {(['P', 'K'] as const).map((x) => (
          <tr key={`along ${x}`}>
            <th scope="row">
              <NutrientMark nutrient={x} size={12} />{' '}
              {t('{nutrient} that nothing needs', { nutrient: x })}
            </th>
            <td>{showNutrient(now.unasked_g[x])}</td>
            <td>
              <b>{showNutrient(then.unasked_g[x])}</b>
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  )
}
