import { useQuery } from '@tanstack/react-query'
import { Button, Drawer } from 'antd'
import { useState } from 'react'
import type { Schemas } from '../api/client'
import { doorQuery } from '../api/door'
import { useSettingsEditing } from '../api/editing'
import { useGarden } from '../api/gardens'
import { useCatalogue, useWords } from '../api/reference'
import { showMonth } from '../lib/dates'
import { recall, remember } from '../lib/memory'
import { system, warmth, waterDepth } from '../lib/units'
import { useReturn } from '../lib/useReturn'
import { plural, t } from '../lib/words'
import { ChoiceField, Field, NumberField, TextField, faultsAt } from '../parts/Field'
import { useHistory } from '../parts/History'
import { SaveBar } from '../parts/SaveBar'
import { CalendarPart } from './CalendarPart'
import ImportButton from './ImportButton'
import { WaterPart } from './WaterPart'
import { WeatherPart } from './WeatherPart'
import { KeptHere } from './KeptHere'
import { PeoplePart } from './PeoplePart'
import { PreferenceFields } from './PreferenceFields'
import { Reading } from './Reading'
import { RemoveGarden } from './RemoveGarden'

type Settings = Schemas['Settings']

/** What a garden is besides its things: name, site, how this gardener measures, and its file. */
export default function GardenDrawer(props: { gardenId: string; onClose: () => void }) {
  const { gardenId, onClose } = props
  useReturn()
  const view = useGarden(gardenId)
  const { garden } = view.file
  const words = useWords()
  const history = useHistory()
  const editing = useSettingsEditing(gardenId, onClose)
  const { faults, change } = editing
  const shown: Settings = editing.thing ?? {
    name: garden.name,
    site: garden.site,
    preferences: garden.preferences,
    stands_on: garden.stands_on ?? null,
  }
  return (
    <Drawer open onClose={onClose} size={520} title={t('This garden')}>
      <div className="stack">
        <TextField
          label={t('Name')}
          value={shown.name}
          faults={faultsAt(faults, 'name')}
          onChange={(name) => change({ ...shown, name })}
        />
        <h2>{t('Site')}</h2>
        <SiteFields settings={shown} faults={faults} onChange={change} />
        <WaterPart
          gardenId={gardenId}
          site={shown.site}
          faults={faults}
          onChange={(part) => change({ ...shown, site: { ...shown.site, ...part } })}
        />
        <PreferenceFields
          of={shown.preferences}
          faults={faults}
          onChange={(part) => change({ ...shown, preferences: { ...shown.preferences, ...part } })}
        />
        <SaveBar editing={editing} terms={words.terms} />
        <WeatherPart gardenId={gardenId} />
        <CalendarPart gardenId={gardenId} />
        <PeoplePart gardenId={gardenId} />
        <h2>{t('This browser')}</h2>
        <Who />
        <KeptHere gardenId={gardenId} />
        <Reading />
        <h2>{t('File and history')}</h2>
        <div className="row">
          <Button href={`/api/gardens/${gardenId}/file`} download>
            {t('Save as a file')}
          </Button>
          <ImportButton />
          <Button href={`/api/gardens/${gardenId}/plan.csv?units=${system}`} download>
            {t('Plan as a table')}
          </Button>
          <Button href={`/api/gardens/${gardenId}/log.csv`} download>
            {t('Log as a table')}
          </Button>
          <Button onClick={() => history({ id: null, name: garden.name })}>
            {t('Everything that was changed')}
          </Button>
        </div>
        {view.role === 'owner' && (
          <div>
            <RemoveGarden gardenId={gardenId} />
          </div>
        )}
      </div>
    </Drawer>
  )
}

/** The name in the journal; where people sign in, it is the one of their account. */
function Who() {
  const { data: door } = useQuery(doorQuery)
  const [who, setWho] = useState(recall('who', ''))
  if (door?.shared) return null
  return (
    <TextField
      label={t('Your name, for the journal')}
      hint={t('Kept in this browser only.')}
      value={who}
      onChange={(name) => {
        setWho(name)
        remember('who', name)
      }}
    />
  )
}

function SiteFields(props: {
  settings: Settings
  faults: Schemas['FaultView'][]
  onChange: (settings: Settings) => void
}) {
  const { settings, faults } = props
  const { climates } = useCatalogue()
  const site = (part: Partial<Settings['site']>) =>
    props.onChange({ ...settings, site: { ...settings.site, ...part } })
  return (
    <>
      <div className="fields">
        <ChoiceField
          label={t('Fill in from a climate')}
          hint={t('Frost dates, temperatures and rain; correct them as you know better.')}
          value=""
          options={[
            { value: '', label: t('choose …') },
            ...climates.map((one) => ({ value: one.key, label: one.name })),
          ]}
          onChange={(key) => {
            const found = climates.find((one) => one.key === key)
            if (!found) return
            site({
              latitude_deg: found.latitude_deg,
              last_frost: found.last_frost,
              first_frost: found.first_frost,
              monthly_min_c: found.monthly_min_c,
              monthly_max_c: found.monthly_max_c,
              monthly_rain_mm: found.monthly_rain_mm,
            })
          }}
        />
        <TextField
          label={t('Time zone')}
          value={settings.site.time_zone}
          faults={faultsAt(faults, 'site.time_zone')}
          onChange={(time_zone) => site({ time_zone })}
        />
        <NumberField
          label={t('Latitude')}
          suffix="°"
          value={settings.site.latitude_deg}
          faults={faultsAt(faults, 'site.latitude_deg')}
          onChange={(value) => site({ latitude_deg: value ?? 0 })}
        />
        <TextField
          label={t('Last frost (month-day)')}
          hint={t('Like 04-27; empty where it never freezes.')}
          value={settings.site.last_frost ?? ''}
          faults={faultsAt(faults, 'site.last_frost')}
          onChange={(day) => site({ last_frost: day || null })}
        />
        <TextField
          label={t('First frost (month-day)')}
          value={settings.site.first_frost ?? ''}
          faults={faultsAt(faults, 'site.first_frost')}
          onChange={(day) => site({ first_frost: day || null })}
        />
        <NumberField
          label={t('North lies')}
          suffix="°"
          hint={t('Clockwise from the top of the sheet.')}
          value={settings.site.north_deg}
          faults={faultsAt(faults, 'site.north_deg')}
          onChange={(value) => site({ north_deg: value ?? 0 })}
        />
      </div>
      <details>
        <summary>{t('Usual temperatures and rain, month by month')}</summary>
        <Months draft={settings.site} faults={faults} onChange={site} />
      </details>
    </>
  )
}

function Months(props: {
  draft: Settings['site']
  faults: Schemas['FaultView'][]
  onChange: (change: Partial<Settings['site']>) => void
}) {
  const rows = [
    ['monthly_min_c', t('Mean daily minimum')],
    ['monthly_max_c', t('Mean daily maximum')],
  ] as const
  return (
    <div className="stack">
      {rows.map(([field, label]) => (
        <Field
          key={field}
          label={`${label}, ${warmth.unit}`}
          faults={faultsAt(props.faults, `site.${field}`)}
        >
          {(id) => (
            <span className="months" id={id}>
              {props.draft[field].map((value, month) => (
                <NumberField
                  key={month}
                  label={showMonth(month)}
                  value={warmth.shown(value)}
                  onChange={(next) =>
                    props.onChange({
                      [field]: props.draft[field].map((v, m) =>
                        m === month ? warmth.typed(next ?? 0) : v,
                      ),
                    })
                  }
                />
              ))}
            </span>
          )}
        </Field>
      ))}
      <Rain {...props} />
    </div>
  )
}

/** What usually falls in each month: all twelve, or none. Some alone are refused when saved. */
function Rain(props: {
  draft: Settings['site']
  faults: Schemas['FaultView'][]
  onChange: (change: Partial<Settings['site']>) => void
}) {
  const known = props.draft.monthly_rain_mm ?? null
  const [typed, setTyped] = useState<readonly (number | null)[]>(() => Array<null>(12).fill(null))
  const shown = known?.length === 12 ? known : typed
  const missing = shown.filter((one) => one === null).length
  return (
    <Field
      label={`${t('Usual rain of the month')}, ${waterDepth.unit}`}
      hint={t('For the balance by day and simulated years; empty where you do not know it.')}
      faults={faultsAt(props.faults, 'site.monthly_rain_mm')}
      note={
        missing > 0 &&
        missing < 12 && (
          <span className="hint" role="status">
            {plural(
              missing,
              'One month is missing: rain counts once all twelve are there.',
              '{n} months are missing: rain counts once all twelve are there.',
            )}
          </span>
        )
      }
    >
      {(id) => (
        <span className="months" id={id}>
          {shown.map((value, month) => (
            <NumberField
              key={month}
              label={showMonth(month)}
              value={waterDepth.shown(value)}
              onChange={(next) => {
                const now = shown.map((v, m) => (m === month ? waterDepth.typed(next) : v))
                const all = now.filter((v) => v !== null)
                setTyped(now)
                props.onChange({ monthly_rain_mm: all.length > 0 ? all : null })
              }}
            />
          ))}
        </span>
      )}
    </Field>
  )
}
