import { useSuspenseQuery } from '@tanstack/react-query'
import { Button } from 'antd'
import { Suspense, useRef, useState } from 'react'
import { Link, useNavigate } from 'react-router'
import { faultsOf } from '../api/client'
import { gardenQueries, useImport, useRemoval } from '../api/gardens'
import { useCatalogue } from '../api/reference'
import { ChoiceField, TextField } from '../parts/Field'
import { showDate } from '../lib/dates'
import { BRAND, t } from '../lib/words'
import { system } from '../lib/units'
import { Sentence } from '../parts/Sentence'
import { ImportButton } from './ImportButton'
import { newGarden } from './newGarden'
import { Reading, kitchens, type Kitchen } from './Reading'
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
      <h1>{BRAND}</h1>
      <p>{t('What to weigh, where to put it, and when the next feed is.')}</p>
      {gardens.length > 0 && (
        <section className="stack">
          <h2>{t('Your gardens')}</h2>
          {gardens.map((garden) => (
            <Link key={garden.id} className="sheet" to={`/g/${garden.id}/today`}>
              <b>{garden.name}</b>
              {garden.stands_on && (
                <span className="soft"> {t('a made-up garden to practise in')}</span>
              )}
            </Link>
          ))}
        </section>
      )}
      <NewGarden />
      <section className="stack">
        <h2>{t('Language and units')}</h2>
        <Reading />
      </section>
      <section className="stack">
        <h2>{t('From a file')}</h2>
        <div>
          <ImportButton />
        </div>
      </section>
      <Removed />
    </main>
  )
}

/** Gardens that were removed in the last month. */
function Removed() {
  const { data: gardens } = useSuspenseQuery(gardenQueries.removed)
  const { bringBack } = useRemoval()
  if (gardens.length === 0) return null
  return (
    <section className="stack">
      <h2>{t('Removed')}</h2>
      {gardens.map((garden) => (
        <div key={garden.id} className="row">
          <b>{garden.name}</b>
          <span className="soft">
            <Sentence say="gone for good on {day}" of={{ day: showDate(garden.gone_on) }} />
          </span>
          <Button loading={bringBack.isPending} onClick={() => bringBack.mutate(garden.id)}>
            {t('Bring it back')}
          </Button>
        </div>
      ))}
    </section>
  )
}

function NewGarden() {
  const catalogue = useCatalogue()
  const navigate = useNavigate()
  const create = useImport()
  const [name, setName] = useState(t('My garden'))
  const [climate, setClimate] = useState(catalogue.climates[0].key)
  const begun = useRef(false) // a second click makes no second garden
  const [kitchen, setKitchen] = useState<Kitchen>(system)
  const faults = faultsOf(create.error)
  const start = () => {
    if (begun.current) return
    begun.current = true
    const chosen = catalogue.climates.find((one) => one.key === climate) ?? catalogue.climates[0]
    const file = newGarden(name, chosen, kitchen, catalogue.kitchen_ml)
    create.mutate(
      { file, basedOn: 0 },
      {
        onSuccess: () => void navigate(`/g/${file.garden.id}/plot`),
        onError: () => {
          begun.current = false
        },
      },
    )
  }
  return (
    <section className="stack sheet">
      <h2>{t('Start a garden')}</h2>
      <div className="fields">
        <TextField label={t('Name')} value={name} onChange={setName} faults={faults} />
        <ChoiceField
          label={t('Climate to start from')}
          hint={t('Frost dates and temperatures can be corrected at any time.')}
          value={climate}
          options={catalogue.climates.map((one) => ({ value: one.key, label: one.name }))}
          onChange={setClimate}
        />
        <ChoiceField
          label={t('Spoons and cups')}
          value={kitchen}
          options={kitchens()}
          onChange={setKitchen}
        />
      </div>
      <div>
        <Button type="primary" loading={create.isPending} onClick={start}>
          {t('Start this garden')}
        </Button>
      </div>
    </section>
  )
}
