import { useSuspenseQuery } from '@tanstack/react-query'
import { Button } from 'antd'
import { lazy, Suspense } from 'react'
import { Link } from 'react-router'
import { gardenQueries, useRemoval } from '../api/gardens'
import { showDate } from '../lib/dates'
import { BRAND, t } from '../lib/words'
import { Sentence } from '../parts/Sentence'
import { AccountButton } from './AccountButton'
import { Reading } from './Reading'
import { Waiting } from '../parts/Waiting'
import './shell.css'
import { Later } from '../parts/Later'

const ImportButton = lazy(() => import('./ImportButton'))

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
      <div className="opening">
        <div className="stack">
          <h1>{BRAND}</h1>
          <p>{t('What to weigh, where to put it, and when the next feed is.')}</p>
          <p>{t('From a soil test and the numbers on a bag, in spoons and cans you have.')}</p>
          <p>{t('It keeps what was given, and shows how each number came about.')}</p>
        </div>
        <Opening />
      </div>
      <div>
        <AccountButton />
      </div>
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
      <Link className="sheet own" to="/new">
        <b>{gardens.length > 0 ? t('Another garden') : t('My garden')}</b>
        <span className="soft"> {t('five short questions; each can be left out')}</span>
      </Link>
      <Link className="sheet own" to="/sum">
        <b>{t('One sum')}</b>
        <span className="soft">
          {' '}
          {t('bags, cans, spoons, beds, lime, water, days; no garden needed')}
        </span>
      </Link>
      <Removed />
      <section className="stack">
        <h2>{t('Language and units')}</h2>
        <Reading />
      </section>
      <section className="stack">
        <h2>{t('From a file')}</h2>
        <div>
          <Later>
            <ImportButton />
          </Later>
        </div>
      </section>
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

/** A bag, a scoop, a tub and the day: what the program joins. */
function Opening() {
  const line = {
    fill: 'none',
    stroke: 'var(--ink)',
    strokeWidth: 1.6,
    strokeLinejoin: 'round',
  } as const
  return (
    <svg viewBox="0 0 220 110" width="220" height="110" aria-hidden="true">
      <path {...line} d="M10 30 H52 C55 52 55 74 52 96 H10 C7 74 7 52 10 30 Z M12 38 H50" />
      <g fill="var(--ink)" fontSize="9" textAnchor="middle">
        <text x="31" y="62">
          N · P · K
        </text>
      </g>
      <path {...line} stroke="var(--soft)" strokeDasharray="3 4" d="M58 52 C68 44 74 44 82 52" />
      <path {...line} d="M80 58 H108 C108 72 80 72 80 58 Z M108 60 L126 52" />
      <path
        {...line}
        stroke="var(--soft)"
        strokeDasharray="3 4"
        d="M112 68 C122 76 130 78 138 78"
      />
      <path {...line} d="M142 66 H196 V73 H142 Z M146 73 H192 L188 100 H150 Z" />
      <path
        {...line}
        stroke="var(--now)"
        d="M169 66 V36 M169 54 C158 54 152 48 151 40 C162 40 168 46 169 54 Z M169 48 C180 48 186 42 187 34 C176 34 170 40 169 48 Z"
      />
      <path {...line} d="M84 12 H120 V40 H84 Z M84 20 H120 M92 8 V15 M112 8 V15" />
      <path {...line} stroke="var(--now)" d="M95 30 L100 35 L110 25" />
    </svg>
  )
}
