import { Button, Drawer } from 'antd'
import { useState } from 'react'
import { faultsOf, type Schemas } from '../api/client'
import { useGarden, useWrites } from '../api/gardens'
import { showMonth } from '../lib/dates'
import { recall, remember } from '../lib/memory'
import {
  ChoiceField,
  Field,
  MeasureField,
  NumberField,
  TextField,
  faultsAt,
  Refused,
  faultsOfWhole,
} from '../parts/Field'
import { ImportButton } from './ImportButton'

type Settings = Schemas['Settings']

/** What a garden is besides its things: name, site, how this gardener measures, and its file. */
export function GardenDrawer({ gardenId, onClose }: { gardenId: string; onClose: () => void }) {
  const { garden } = useGarden(gardenId).file
  const { settle } = useWrites(gardenId)
  const [who, setWho] = useState(recall('who', ''))
  const [draft, setDraft] = useState<Settings>({
    name: garden.name,
    site: garden.site,
    preferences: garden.preferences,
    stands_on: garden.stands_on ?? null,
  })
  const faults = faultsOf(settle.error)
  const site = (change: Partial<Settings['site']>) =>
    setDraft({ ...draft, site: { ...draft.site, ...change } })
  return (
    <Drawer open onClose={onClose} size={520} title="This garden">
      <div className="stack">
        <TextField
          label="Name"
          value={draft.name}
          faults={faultsAt(faults, 'name')}
          onChange={(name) => setDraft({ ...draft, name })}
        />
        <TextField
          label="Your name, for the journal"
          hint="Kept in this browser only."
          value={who}
          onChange={(name) => {
            setWho(name)
            remember('who', name)
          }}
        />
        <h3>Site</h3>
        <div className="fields">
          <TextField
            label="Time zone"
            value={draft.site.time_zone}
            faults={faultsAt(faults, 'site.time_zone')}
            onChange={(time_zone) => site({ time_zone })}
          />
          <NumberField
            label="Latitude"
            suffix="°"
            value={draft.site.latitude_deg}
            faults={faultsAt(faults, 'site.latitude_deg')}
            onChange={(value) => site({ latitude_deg: value ?? 0 })}
          />
          <TextField
            label="Last frost (month-day)"
            hint="Like 04-27; empty where it never freezes."
            value={draft.site.last_frost ?? ''}
            faults={faultsAt(faults, 'site.last_frost')}
            onChange={(day) => site({ last_frost: day || null })}
          />
          <TextField
            label="First frost (month-day)"
            value={draft.site.first_frost ?? ''}
            faults={faultsAt(faults, 'site.first_frost')}
            onChange={(day) => site({ first_frost: day || null })}
          />
          <NumberField
            label="Conductivity of your water"
            suffix="dS/m"
            value={draft.site.water_ec_ds_m}
            faults={faultsAt(faults, 'site.water_ec_ds_m')}
            onChange={(value) => site({ water_ec_ds_m: value })}
          />
        </div>
        <details>
          <summary>Usual temperatures, month by month</summary>
          <Months draft={draft.site} faults={faults} onChange={site} />
        </details>
        <h3>How you measure</h3>
        <div className="fields">
          <MeasureField
            label="Watering can"
            units={['L', 'gal_us', 'gal_imp']}
            value={draft.preferences.can}
            faults={faultsAt(faults, 'preferences.can')}
            onChange={(can) =>
              can && setDraft({ ...draft, preferences: { ...draft.preferences, can } })
            }
          />
          <ChoiceField
            label="Spoons and cups"
            value={draft.preferences.kitchen}
            options={['metric', 'us', 'au'].map((value) => ({ value, label: value }))}
            onChange={(kitchen) =>
              setDraft({
                ...draft,
                preferences: {
                  ...draft.preferences,
                  kitchen: kitchen as Settings['preferences']['kitchen'],
                },
              })
            }
          />
        </div>
        <div className="row">
          <Button
            type="primary"
            loading={settle.isPending}
            onClick={() => settle.mutate(draft, { onSuccess: onClose })}
          >
            Save
          </Button>
          <Refused faults={faultsOfWhole(faults)} />
        </div>
        <h3>File</h3>
        <div className="row">
          <Button href={`/api/gardens/${gardenId}/file`} download>
            Save as a file
          </Button>
          <ImportButton />
        </div>
      </div>
    </Drawer>
  )
}

function Months(props: {
  draft: Settings['site']
  faults: Schemas['FaultView'][]
  onChange: (change: Partial<Settings['site']>) => void
}) {
  const rows = [
    ['monthly_min_c', 'Mean daily minimum'],
    ['monthly_max_c', 'Mean daily maximum'],
  ] as const
  return (
    <div className="stack">
      {rows.map(([field, label]) => (
        <Field key={field} label={`${label}, °C`} faults={faultsAt(props.faults, `site.${field}`)}>
          {(id) => (
            <span className="months" id={id}>
              {props.draft[field].map((value, month) => (
                <NumberField
                  key={month}
                  label={showMonth(month)}
                  value={value}
                  onChange={(next) =>
                    props.onChange({
                      [field]: props.draft[field].map((v, m) => (m === month ? (next ?? 0) : v)),
                    })
                  }
                />
              ))}
            </span>
          )}
        </Field>
      ))}
    </div>
  )
}
