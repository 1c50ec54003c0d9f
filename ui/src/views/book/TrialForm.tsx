import { Button, Checkbox } from 'antd'
import { faultsOf, type Schemas } from '../../api/client'
import type { ThingEditing } from '../../api/editing'
import { useGarden, usePlan } from '../../api/gardens'
import { useWords } from '../../api/reference'
import { useLots, useTrials, type TrialsView } from '../../api/trials'
import { Lots } from '../../drawing/Lots'
import { useLatest } from '../../lib/useLatest'
import { plural, t } from '../../lib/words'
import { DateField } from '../../parts/DateField'
import { NumberField, Refused, TextField, faultsAt } from '../../parts/Field'
import { PickField, PickManyField } from '../../parts/Pick'
import { SaveBar } from '../../parts/SaveBar'
import { WorkingSteps } from '../../parts/WorkingSteps'
import { plantingName } from '../../parts/names'
import { PhotosOf } from './Photos'
import { TrialPlants } from './TrialPlants'

type Trial = Schemas['Trial']
type Change = (trial: Trial) => void

const NONE = 'none'
const MOST_MEASURES = 4
const WEIGHED: readonly string[] = ['kg', 'g', 'lb', 'oz']

/** A trial being set up or measured. */
export function TrialForm(props: {
  gardenId: string
  editing: ThingEditing<Trial>
  ready: TrialsView['ready']
  of: readonly Trial[]
}) {
  const { gardenId, editing, of } = props
  const { thing, faults, change } = editing
  const words = useWords()
  const known = useTrials(gardenId).data?.trials.find((one) => one.id === thing?.id)
  if (!thing) return null
  const stored = of.some((one) => one.id === thing.id)
  const measured = thing.plants.some((one) => one.values?.some((value) => value != null))
  return (
    <section className="sheet stack" aria-label={t('A trial')}>
      {!stored && <Ready ready={props.ready} of={thing} onChange={change} />}
      <div className="fields">
        <TextField
          label={t('The question')}
          value={thing.name}
          faults={faultsAt(faults, 'name')}
          onChange={(name) => change({ ...thing, name })}
        />
        <DateField
          label={t('Begins on')}
          value={thing.on}
          faults={faultsAt(faults, 'on')}
          onChange={(on) => on && change({ ...thing, on })}
        />
        {stored && (
          <DateField
            label={t('Ended on')}
            value={thing.ended_on ?? null}
            faults={faultsAt(faults, 'ended_on')}
            onChange={(day) => change({ ...thing, ended_on: day })}
          />
        )}
        <PickField
          label={t('Repeats')}
          value={thing.repeats ?? NONE}
          options={[
            { value: NONE, label: t('none') },
            ...of
              .filter((one) => one.id !== thing.id)
              .map((one) => ({ value: one.id, label: `${one.name} (${one.on.slice(0, 4)})` })),
          ]}
          onChange={(id) => change({ ...thing, repeats: id === NONE ? null : id })}
        />
      </div>
      <Two of={thing} faults={faults} onChange={change} />
      <Measures of={thing} faults={faults} fixed={measured} onChange={change} />
      {known?.wanted && (
        <details className="small">
          <summary>
            {t('For that difference about {plants} on each side', {
              plants: plural(Math.ceil(known.wanted.value - 1e-9), 'one plant', '{n} plants'),
            })}
          </summary>
          <WorkingSteps of={known.wanted.steps} />
        </details>
      )}
      <Drawing gardenId={gardenId} of={thing} fixed={measured} onChange={change} />
      <Refused
        faults={[
          ...faultsAt(faults, 'plants'),
          ...faults.filter((one) => one.field === 'measures'),
        ]}
      />
      <TrialPlants of={thing} onChange={change} />
      {stored && <SidePhotos gardenId={gardenId} of={thing} onChange={change} />}
      <TextField
        label={t('What else was different')}
        value={thing.outside ?? ''}
        faults={faultsAt(faults, 'outside')}
        onChange={(outside) => change({ ...thing, outside })}
      />
      <TextField
        label={t('What follows from it')}
        value={thing.conclusion ?? ''}
        faults={faultsAt(faults, 'conclusion')}
        onChange={(conclusion) => change({ ...thing, conclusion })}
      />
      <SaveBar editing={editing} terms={words.terms}>
        {stored && (
          <Button type="text" danger onClick={() => editing.remove(thing.id)}>
            {t('Remove')}
          </Button>
        )}
      </SaveBar>
    </section>
  )
}

/** Photos of each side, to be seen side by side. */
function SidePhotos(props: { gardenId: string; of: Trial; onChange: Change }) {
  const { gardenId, of, onChange } = props
  const [first, second] = of.treatments
  return (
    <div className="book-sides">
      {of.treatments.map((one, n) => (
        <fieldset key={n}>
          <legend>{t('Photos of “{treatment}”', { treatment: one.name })}</legend>
          <PhotosOf
            gardenId={gardenId}
            photos={one.photos ?? []}
            onChange={(photos) =>
              onChange({
                ...of,
                treatments:
                  n === 0 ? [{ ...first, photos }, second] : [first, { ...second, photos }],
              })
            }
          />
        </fieldset>
      ))}
    </div>
  )
}

/** Questions that growers disagree on, to begin from. */
function Ready(props: { ready: TrialsView['ready']; of: Trial; onChange: Change }) {
  const { ready, of, onChange } = props
  const take = (key: string) => {
    const one = ready.find((each) => each.key === key)
    if (!one) return
    onChange({
      ...of,
      name: one.name,
      treatments: [
        { ...of.treatments[0], name: one.first, note: '' },
        { ...of.treatments[1], name: one.second, note: '' },
      ],
      measures: [{ name: one.measure, unit: one.unit, hoped: null, harvest: one.harvest }],
    })
  }
  return (
    <PickField
      label={t('Begin from a question')}
      value={ready.find((one) => one.name === of.name)?.key ?? ''}
      options={ready.map((one) => ({ value: one.key, label: one.name }))}
      onChange={take}
    />
  )
}

/** The two treatments by name. */
function Two(props: { of: Trial; faults: ThingEditing<Trial>['faults']; onChange: Change }) {
  const { of, faults, onChange } = props
  const [first, second] = of.treatments
  return (
    <div className="fields">
      <TextField
        label={t('First treatment')}
        value={first.name}
        faults={[...faultsAt(faults, 'treatments.0.name'), ...faultsAt(faults, 'treatments')]}
        onChange={(name) => onChange({ ...of, treatments: [{ ...first, name }, second] })}
      />
      <TextField
        label={t('Second treatment')}
        value={second.name}
        faults={faultsAt(faults, 'treatments.1.name')}
        onChange={(name) => onChange({ ...of, treatments: [first, { ...second, name }] })}
      />
    </div>
  )
}

/** What is measured; the first decides, and none changes once something was measured. */
function Measures(props: {
  of: Trial
  faults: ThingEditing<Trial>['faults']
  fixed: boolean
  onChange: Change
}) {
  const { of, faults, fixed, onChange } = props
  const put = (n: number, more: Partial<Trial['measures'][number]>) =>
    onChange({
      ...of,
      measures: of.measures.map((one, m) => (m === n ? { ...one, ...more } : one)),
    })
  return (
    <>
      {of.measures.map((one, n) => (
        <div key={n} className="fields">
          <TextField
            label={n === 0 ? t('The measure that decides') : t('Another measure')}
            hint={fixed ? t('Fixed: something was measured already.') : undefined}
            value={one.name}
            faults={faultsAt(faults, `measures.${n}.name`)}
            onChange={(name) => !fixed && put(n, { name })}
          />
          <TextField
            label={t('Unit')}
            value={one.unit ?? ''}
            faults={faultsAt(faults, `measures.${n}.unit`)}
            onChange={(unit) => !fixed && put(n, { unit })}
          />
          {(one.harvest || WEIGHED.includes(one.unit ?? '')) && (
            <Checkbox
              checked={one.harvest ?? false}
              onChange={(event) => put(n, { harvest: event.target.checked })}
            >
              {t('It is all that a plant brought: the garden learns its yield from it')}
            </Checkbox>
          )}
          {n === 0 && (
            <NumberField
              label={t('Difference hoped for')}
              hint={t('How much would be worth the work.')}
              value={one.hoped}
              faults={faultsAt(faults, `measures.${n}.hoped`)}
              onChange={(hoped) => put(n, { hoped })}
            />
          )}
        </div>
      ))}
      {!fixed && of.measures.length < MOST_MEASURES && (
        <div>
          <Button
            size="small"
            onClick={() =>
              onChange({
                ...of,
                measures: [...of.measures, { name: '', unit: '', hoped: null, harvest: false }],
              })
            }
          >
            {t('Measure something else too')}
          </Button>
        </div>
      )}
    </>
  )
}

/** Whose plants take part, and lots for them; drawn where they stand. */
function Drawing(props: { gardenId: string; of: Trial; fixed: boolean; onChange: Change }) {
  const { gardenId, of, fixed, onChange } = props
  const plan = usePlan(gardenId)
  const { places } = useGarden(gardenId).file.garden
  const lots = useLots(gardenId)
  const place = new Map(places.map((one) => [one.id, one.name]))
  const chosen = [...new Set(of.plants.map((one) => one.planting))]
  const latest = useLatest(props)
  const draw = (plantings: string[]) => {
    if (plantings.length === 0) return onChange({ ...of, plants: [] })
    lots.mutate(
      { trial: of.id, plantings },
      { onSuccess: (plants) => latest.current.onChange({ ...latest.current.of, plants }) },
    )
  }
  return (
    <>
      {!fixed && (
        <PickManyField
          label={t('Whose plants take part')}
          hint={t(
            'Half of every planting draws each treatment, so that soil, pot and light are alike; nobody chooses.',
          )}
          value={chosen}
          faults={faultsOf(lots.error)}
          options={plan.plantings
            .filter((one) => one.last_pick >= plan.as_of)
            .map((one) => ({
              value: one.id,
              label: `${plantingName(one)}, ${place.get(one.place) ?? ''}`,
            }))}
          onChange={draw}
        />
      )}
      <div className="book-lots">
        {chosen.map((id) => {
          const planting = plan.plantings.find((one) => one.id === id)
          const outline = plan.places.find((one) => one.id === planting?.place)?.outline ?? []
          if (!planting) return null
          const mine = of.plants.filter((one) => one.planting === id)
          return (
            <figure key={id}>
              <Lots
                outline={outline}
                points={planting.points}
                plants={mine.map((one) => ({
                  plant: one.plant ?? null,
                  side: one.side,
                  out: one.left != null,
                }))}
                label={t('{name}: full rings {first}, open rings {second}', {
                  name: plantingName(planting),
                  first: of.treatments[0].name,
                  second: of.treatments[1].name,
                })}
              />
              <figcaption className="small">
                {plantingName(planting)}: ● {of.treatments[0].name} ○ {of.treatments[1].name}
              </figcaption>
            </figure>
          )
        })}
      </div>
    </>
  )
}
