import { Button, Popconfirm, Slider } from 'antd'
import { useState } from 'react'
import type { Schemas } from '../../api/client'
import type { ThingEditing } from '../../api/editing'
import type { BenchRoom } from '../../api/raising'
import { BenchScale } from '../../drawing/BenchScale'
import { BenchTide } from '../../drawing/BenchTide'
import { addDays, dateOf, dayNumber, showDate, showDay } from '../../lib/dates'
import { showArea, showNumber } from '../../lib/numbers'
import { warmth } from '../../lib/units'
import { plural, t } from '../../lib/words'
import {
  ChoiceField,
  Field,
  LENGTHS,
  MeasureField,
  NumberField,
  Refused,
  TextField,
  faultsAt,
} from '../../parts/Field'
import { SaveBar } from '../../parts/SaveBar'

export type BenchThing = Schemas['Bench']
type Editing = ThingEditing<BenchThing>
type Terms = Record<string, string>

/** A bench through time, who has no room on it, and what would help. */
export function Bench(props: {
  of: BenchRoom
  bench: BenchThing
  editing: Editing
  names: Map<string, string>
  today: string
  terms: Terms
}) {
  const { of, bench, editing } = props
  const { room } = of
  const name = (id: string) => props.names.get(id) ?? ''
  return (
    <article className="sheet stack" aria-label={bench.name}>
      <div className="row">
        <h2>{bench.name}</h2>
        <span className="soft small">
          {t('{area}, {warmth} on average', {
            area: showArea(room.m2),
            warmth: `${showNumber(warmth.shown(bench.warm_c ?? 18))} ${warmth.unit}`,
          })}
        </span>
        <span className="spacer" />
        <Button size="small" onClick={() => editing.begin(bench)}>
          {t('Change')}
        </Button>
      </div>
      {room.spans.length > 0 ? (
        <Drawn of={room} bench={bench} name={name} today={props.today} />
      ) : (
        <p className="small soft">{t('Nothing stands on it. Name it in a planting below.')}</p>
      )}
      {room.no_room.map((one) => (
        <p key={one.since} className="finding warning" role="note">
          {plural(
            one.plants,
            'From {since} to {until} one plant has no room, {area} ({whose}).',
            'From {since} to {until} {n} plants have no room, {area} ({whose}).',
            {
              since: showDate(one.since),
              until: showDate(one.until, one.since),
              area: showArea(one.short_m2),
              whose: one.whose.map(name).join(', '),
            },
          )}
        </p>
      ))}
      <Helps of={of.helps} />
      {editing.thing?.id === bench.id && <BenchFields editing={editing} terms={props.terms} />}
    </article>
  )
}

/** Through time, and to scale on the day that is chosen. */
function Drawn(props: {
  of: BenchRoom['room']
  bench: BenchThing
  name: (planting: string) => string
  today: string
}) {
  const { of, bench, name } = props
  const { spans } = of
  const [first, last] = [spans[0].since, addDays(spans[spans.length - 1].until, -1)]
  const within = props.today < first ? first : props.today > last ? last : props.today
  const [day, setDay] = useState(of.no_room[0]?.since ?? within)
  const here = spans.find((one) => one.since <= day && day < one.until)
  const shades = [...new Set(spans.flatMap((one) => one.placed.map((each) => each.planting)))]
  return (
    <>
      <BenchTide
        spans={spans.map(({ since, until, placed }) => ({
          since,
          until,
          on: placed.map((one) => {
            const each = one.sides_m[0] * one.sides_m[1]
            return {
              planting: one.planting,
              name: name(one.planting),
              shade: shades.indexOf(one.planting),
              m2: (one.spots.length + one.out) * each,
              outM2: one.out * each,
            }
          }),
        }))}
        roomM2={of.m2}
        day={day}
        label={t('{bench} through time', { bench: bench.name })}
        show={showArea}
      />
      <Field label={t('On {day}', { day: showDay(day) })}>
        {() => (
          <Slider
            min={dayNumber(first)}
            max={dayNumber(last)}
            value={dayNumber(day)}
            ariaLabelForHandle={t('Day on which the bench is drawn')}
            tooltip={{ formatter: (value) => showDay(dateOf(value ?? 0)) }}
            onChange={(value) => setDay(dateOf(value))}
          />
        )}
      </Field>
      <BenchScale
        length={of.sides_m[0]}
        width={of.sides_m[1]}
        levels={bench.levels ?? 1}
        things={(here?.placed ?? []).flatMap((one) =>
          one.spots.map((spot) => ({
            shade: shades.indexOf(one.planting),
            name: name(one.planting),
            level: spot.level,
            along: spot.along_m,
            across: spot.across_m,
            sides: [one.sides_m[0], one.sides_m[1]] as const,
          })),
        )}
        label={t('{bench} from above, to scale', { bench: bench.name })}
      />
    </>
  )
}

function Helps({ of }: { of: BenchRoom['helps'] }) {
  if (of.length === 0) return null
  const said = ({ help, amount, plants }: BenchRoom['helps'][number]): string => {
    const left = plants > 0 ? plural(plants, 'one is left', '{n} are left') : t('all have room')
    if (help === 'smaller_pots') {
      return t('In the smallest pots alone, planted out in time: {left}.', { left })
    }
    if (help === 'later') {
      return t('Sown later, up to {days} days, as late as their usual time allows: {left}.', {
        days: showNumber(amount),
        left,
      })
    }
    if (help === 'frame') return t('Into the cold frame from hardening off on: {left}.', { left })
    return t('They take {area}: another shelf, or a table for these days.', {
      area: showArea(amount),
    })
  }
  return (
    <>
      <h3>{t('What was tried')}</h3>
      <ul className="small bench-helps">
        {of.map((one) => (
          <li key={one.help}>{said(one)}</li>
        ))}
      </ul>
    </>
  )
}

/** Its sides, levels and warmth. */
export function BenchFields({ editing, terms }: { editing: Editing; terms: Terms }) {
  const bench = editing.thing
  if (!bench) return null
  const { faults, change } = editing
  const set = (part: Partial<BenchThing>) => change({ ...bench, ...part })
  const side = (field: 'length' | 'width', label: string) => (
    <MeasureField
      label={label}
      units={LENGTHS}
      value={bench[field]}
      faults={faultsAt(faults, field)}
      onChange={(size) => size && set({ [field]: size })}
    />
  )
  return (
    <div className="stack">
      <div className="fields">
        <TextField
          label={t('Name')}
          value={bench.name}
          faults={faultsAt(faults, 'name')}
          onChange={(name) => set({ name })}
        />
        <ChoiceField
          label={t('Kind of bench')}
          value={bench.kind ?? 'shelf'}
          options={[
            { value: 'shelf', label: t('shelf') },
            { value: 'bench', label: t('bench or sill') },
            { value: 'frame', label: t('cold frame') },
          ]}
          onChange={(kind) => set({ kind })}
        />
        {side('length', t('Length'))}
        {side('width', t('Width'))}
        <NumberField
          label={t('Levels')}
          hint={t('One above the other, each as large.')}
          value={bench.levels ?? 1}
          faults={faultsAt(faults, 'levels')}
          onChange={(levels) => set({ levels: Math.round(levels ?? 1) })}
        />
        <NumberField
          label={t('Mean warmth, day and night')}
          suffix={warmth.unit}
          value={warmth.shown(bench.warm_c ?? 18)}
          faults={faultsAt(faults, 'warm_c')}
          onChange={(value) => set({ warm_c: warmth.typed(value ?? warmth.shown(18)) })}
        />
      </div>
      <Refused faults={editing.removeFaults} />
      <SaveBar editing={editing} terms={terms}>
        {editing.basedOn > 0 && (
          <Popconfirm
            title={t('Remove this bench?')}
            okText={t('Remove')}
            cancelText={t('Keep')}
            onConfirm={() => editing.remove(bench.id)}
          >
            <Button type="text" danger loading={editing.removing}>
              {t('Remove')}
            </Button>
          </Popconfirm>
        )}
      </SaveBar>
    </div>
  )
}
