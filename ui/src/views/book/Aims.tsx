import { Button, Empty } from 'antd'
import { Link } from 'react-router'
import { useHarvestBook, type HarvestBook } from '../../api/book'
import type { Schemas } from '../../api/client'
import { useEditing, type ThingEditing } from '../../api/editing'
import { useGarden, usePlan, useWrites } from '../../api/gardens'
import { useCatalogue, useWords } from '../../api/reference'
import { AimBar } from '../../drawing/AimBar'
import { CropSketch } from '../../drawing/CropSketch'
import { newId } from '../../lib/ids'
import { showMass, showNumber } from '../../lib/numbers'
import { said } from '../../lib/units'
import { useToast } from '../../lib/useToast'
import { plural, t } from '../../lib/words'
import { MASSES, MeasureField, NumberField, TextField, faultsAt, unitName } from '../../parts/Field'
import { Findings } from '../../parts/Findings'
import { PickField } from '../../parts/Pick'
import { SaveBar } from '../../parts/SaveBar'
import { Waiting } from '../../parts/Waiting'
import { WorkingSteps } from '../../parts/WorkingSteps'
import { cropChoices } from '../../parts/names'

type Aim = Schemas['Aim']

const NONE = 'none'
type Shown = HarvestBook['aims'][number]

/** What each year is to bring, in a line; how many plants that takes; what came of it. */
export function Aims({ gardenId }: { gardenId: string }) {
  const { data } = useHarvestBook(gardenId)
  const plan = usePlan(gardenId)
  const toast = useToast()
  const { aims = [] } = useGarden(gardenId).file.garden
  const { remove } = useWrites(gardenId)
  const editing = useEditing(gardenId, 'aims', {
    onSaved: (thing) =>
      toast({
        text: t('The aim is written down.'),
        undo: () => remove.mutate({ kind: 'aims', key: thing.id }),
      }),
  })
  if (!data) return <Waiting />
  const years = [...new Set(data.aims.map((one) => one.year))]
  const year = Number(plan.as_of.slice(0, 4)) + (plan.as_of.slice(5, 7) > '09' ? 1 : 0)
  return (
    <div className="stack book-aims">
      <div className="row">
        {!editing.thing && (
          <Button
            type="primary"
            onClick={() => editing.begin({ id: newId(), year, words: '', outcome: '' })}
          >
            {t('A new aim')}
          </Button>
        )}
        <Link to={`/g/${gardenId}/season?ask=again`}>{t('Begin a season from the last one')}</Link>
      </div>
      {editing.thing && <AimForm gardenId={gardenId} editing={editing} />}
      {data.aims.length === 0 && !editing.thing && (
        <Empty
          image={<CropSketch crop="paste_tomato" size={48} />}
          description={t(
            'An aim is a line, like “sauce until spring”. With a crop and an amount it becomes plants and ground.',
          )}
        />
      )}
      {years.map((each) => (
        <section key={each} className="stack" aria-label={String(each)}>
          <h2>{each}</h2>
          {data.aims
            .filter((one) => one.year === each)
            .map((one) => (
              <AimCard
                key={one.id}
                of={one}
                aim={aims.find((aim) => aim.id === one.id)}
                onChange={() => {
                  const aim = aims.find((known) => known.id === one.id)
                  if (aim) editing.begin(aim)
                }}
              />
            ))}
        </section>
      ))}
    </div>
  )
}

function AimCard(props: { of: Shown; aim: Aim | undefined; onChange: () => void }) {
  const { of, aim, onChange } = props
  const words = useWords()
  const { aimed } = of
  const outcome = aim?.outcome ?? ''
  const plants = aimed ? Math.ceil(aimed.plants.value - 1e-9) : 0
  return (
    <article className="sheet stack" aria-label={of.words}>
      <div className="row">
        {of.crop && <CropSketch crop={of.crop} size={22} />}
        <h3>{of.words}</h3>
        <span className="spacer" />
        <Button
          size="small"
          aria-label={t('Change: {what}', { what: of.words })}
          onClick={onChange}
        >
          {of.over && !outcome ? t('What came of it') : t('Change')}
        </Button>
      </div>
      {aimed && (
        <AimBar
          wantedKg={aimed.wanted_kg}
          plantedKg={aimed.planted_kg}
          pickedKg={aimed.picked_kg}
          label={t('{picked} picked, {planted} planted for, {wanted} wanted', {
            picked: showMass(aimed.picked_kg * 1000),
            planted: showMass(aimed.planted_kg * 1000),
            wanted: showMass(aimed.wanted_kg * 1000),
          })}
        />
      )}
      {aim && <Household of={aim} />}
      {aimed && !of.over && (
        <>
          <p>
            {t('{kg} take about {plants}, or {ground} of bed.', {
              kg: showMass(aimed.wanted_kg * 1000),
              plants: plural(plants, 'one plant', '{n} plants'),
              ground: aimed.ground.result,
            })}{' '}
            <span className="soft small">
              {aimed.seasons > 0
                ? plural(aimed.seasons, 'By one season of yours.', 'By {n} seasons of yours.')
                : t('By usual yields: none of yours is written down whole.')}
            </span>
          </p>
          <p className="small soft">
            {t('Such a harvest takes up {n} of nitrogen, {p} of phosphorus and {k} of potassium.', {
              n: showMass(aimed.feed.N),
              p: showMass(aimed.feed.P),
              k: showMass(aimed.feed.K),
            })}
          </p>
          <details className="small">
            <summary>{t('How it was reckoned')}</summary>
            <WorkingSteps of={aimed.plants.steps} />
            <WorkingSteps of={aimed.ground.steps} />
          </details>
        </>
      )}
      <Findings of={of.findings} words={words} />
      {outcome && <p>{outcome}</p>}
    </article>
  )
}

/** What the household does with it. */
function Household({ of }: { of: Aim }) {
  const said = [
    of.weekly && t('{amount} eaten and given away in a week', { amount: measured(of.weekly) }),
    of.stored && t('{amount} put by', { amount: measured(of.stored) }),
  ].filter(Boolean)
  return said.length > 0 ? <p>{said.join(', ')}</p> : null
}

const measured = (one: { value: number; unit?: string }) =>
  `${showNumber(one.value)} ${unitName(one.unit ?? 'g')}`

function AimForm({ gardenId, editing }: { gardenId: string; editing: ThingEditing<Aim> }) {
  const { thing, faults, change } = editing
  const words = useWords()
  const { crops } = useCatalogue()
  const stored = (useGarden(gardenId).file.garden.aims ?? []).some((one) => one.id === thing?.id)
  if (!thing) return null
  const amount = (field: 'wanted' | 'weekly' | 'stored', label: string, hint?: string) => (
    <MeasureField
      label={label}
      hint={hint}
      units={inKitchens()}
      value={thing[field]}
      faults={faultsAt(faults, field)}
      onChange={(next) => change({ ...thing, [field]: next })}
    />
  )
  return (
    <section className="sheet stack" aria-label={t('An aim')}>
      <div className="fields">
        <TextField
          label={t('In a line')}
          value={thing.words}
          faults={faultsAt(faults, 'words')}
          onChange={(said) => change({ ...thing, words: said })}
        />
        <NumberField
          label={t('Year')}
          value={thing.year}
          faults={faultsAt(faults, 'year')}
          onChange={(year) => year != null && change({ ...thing, year: Math.round(year) })}
        />
        <PickField
          label={t('Crop')}
          value={thing.crop ?? NONE}
          faults={faultsAt(faults, 'crop')}
          options={[{ value: NONE, label: t('none in particular') }, ...cropChoices(crops)]}
          onChange={(crop) => change({ ...thing, crop: crop === NONE ? null : crop })}
        />
        {thing.crop && (
          <>
            {amount('wanted', t('In all'))}
            {amount('weekly', t('Eaten and given away in a week'))}
            {amount('stored', t('Put by of the rest'), t('In jars, in the freezer, in sand.'))}
          </>
        )}
      </div>
      <TextField
        label={t('What came of it')}
        value={thing.outcome ?? ''}
        faults={faultsAt(faults, 'outcome')}
        onChange={(outcome) => change({ ...thing, outcome })}
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

/** Harvests are counted in kilograms or pounds. */
function inKitchens() {
  const first = said('kg', 'lb')
  return [...MASSES].sort((a, b) => Number(b === first) - Number(a === first))
}
