import { useSuspenseQuery } from '@tanstack/react-query'
import { Button } from 'antd'
import { Suspense, useState } from 'react'
import { Link, useNavigate } from 'react-router'
import { faultsOf } from '../api/client'
import { gardenQueries, useImport } from '../api/gardens'
import { useCatalogue } from '../api/reference'
import { ChoiceField, TextField } from '../parts/Field'
import { ImportButton } from './ImportButton'
import { newGarden } from './newGarden'
import { Waiting } from './Waiting'
import './shell.css'

/** The gardens in this store, and a new one. */
export function Welcome() {
  return (
    <Suspense fallback={<Waiting />}>
      <Gardens />
    </Suspense>
  )
}

function Gardens() {
  const { data: gardens } = useSuspenseQuery(gardenQueries.list)
  return (
    <main className="welcome stack">
      <h1>Eznel</h1>
      <p>What to weigh, where to put it, and when the next feed is.</p>
      {gardens.length > 0 && (
        <section className="stack">
          <h2>Your gardens</h2>
          {gardens.map((garden) => (
            <Link key={garden.id} className="sheet" to={`/g/${garden.id}/today`}>
              <b>{garden.name}</b>
              {garden.stands_on && <span className="soft"> a made-up garden to practise in</span>}
            </Link>
          ))}
        </section>
      )}
      <NewGarden />
      <section className="stack">
        <h2>From a file</h2>
        <div>
          <ImportButton />
        </div>
      </section>
    </main>
  )
}

function NewGarden() {
  const catalogue = useCatalogue()
  const navigate = useNavigate()
  const create = useImport()
  const [name, setName] = useState('My garden')
  const [climate, setClimate] = useState(catalogue.climates[0].key)
  const [kitchen, setKitchen] = useState<'us' | 'metric' | 'au'>('metric')
  const faults = faultsOf(create.error)
  const start = () => {
    const chosen = catalogue.climates.find((one) => one.key === climate) ?? catalogue.climates[0]
    const file = newGarden(name, chosen, kitchen, catalogue.kitchen_ml)
    create.mutate(
      { file, basedOn: 0 },
      { onSuccess: () => void navigate(`/g/${file.garden.id}/plot`) },
    )
  }
  return (
    <section className="stack sheet">
      <h2>Start a garden</h2>
      <div className="fields">
        <TextField label="Name" value={name} onChange={setName} faults={faults} />
        <ChoiceField
          label="Climate to start from"
          hint="Frost dates and temperatures can be corrected at any time."
          value={climate}
          options={catalogue.climates.map((one) => ({ value: one.key, label: one.name }))}
          onChange={setClimate}
        />
        <ChoiceField
          label="Spoons and cups"
          value={kitchen}
          options={[
            { value: 'metric', label: 'metric (5, 15, 250 mL)' },
            { value: 'us', label: 'US' },
            { value: 'au', label: 'Australian (20 mL tablespoon)' },
          ]}
          onChange={(value) => setKitchen(value as typeof kitchen)}
        />
      </div>
      <div>
        <Button type="primary" loading={create.isPending} onClick={start}>
          Start this garden
        </Button>
      </div>
    </section>
  )
}
