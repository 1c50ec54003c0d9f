import { Button } from 'antd'
import { lazy, Suspense, useCallback, useEffect, useMemo, useState } from 'react'
import { Link, NavLink, Outlet, useLocation, useParams } from 'react-router'
import { useTakenAlong } from '../api/along'
import { keepsOf, useGarden, useWrites } from '../api/gardens'
import { useCatalogue, useWords } from '../api/reference'
import { addDays, showDate } from '../lib/dates'
import { BRAND, t } from '../lib/words'
import { KnownProvider, knownOf } from '../parts/History/sentences'
import { HistoryProvider, type HistoryOf } from '../parts/History'
import { KeepsProvider, MayKeep } from '../parts/MayKeep'
import { Sentence } from '../parts/Sentence'
import { SettingsProvider } from '../parts/Settings'
import { ToastProvider } from '../parts/Toast'
import { AskProvider } from '../parts/Ask'
import { ExplainProvider } from '../parts/Why'
import { AccountButton } from './AccountButton'
import { AsideBanner } from './AsideBanner'
import { OutboxBanner } from './Outbox'
import { BeingRead } from './Reachable'
import { MachineBanner } from './MachineBanner'
import { RoleBanner } from './RoleBanner'
import { Shortcuts } from './Shortcuts'
import { useThemeMode } from './ThemeProvider'
import { UndoRedo } from './UndoRedo'
import { Waiting } from '../parts/Waiting'
import './shell.css'
import { Later } from '../parts/Later'

// What opens on request is loaded on request.
const GardenDrawer = lazy(() => import('./GardenDrawer'))
const Glossary = lazy(() => import('./Glossary'))
const GuessDrawer = lazy(() => import('./GuessDrawer'))
const Around = lazy(() => import('./Around'))
const HistoryDrawer = lazy(async () => ({
  default: (await import('./HistoryDrawer')).HistoryDrawer,
}))
const WhyDrawer = lazy(() => import('./WhyDrawer'))

const views = () =>
  [
    ['today', t('Today')],
    ['plot', t('Plot')],
    ['soil', t('Soil')],
    ['shed', t('Shed')],
    ['season', t('Season')],
    ['book', t('Book')],
  ] as const

/** What stands around every view: the garden's name, the views, and the drawers. */
export function Shell() {
  return (
    <Suspense fallback={<BeingRead />}>
      <Page />
    </Suspense>
  )
}

function Page() {
  const { gardenId = '' } = useParams()
  const [why, setWhy] = useState<string | null>(null)
  const [history, setHistory] = useState<HistoryOf | null>(null)
  const [settings, setSettings] = useState(false)
  const [asked, setAsked] = useState<string | null>(null)
  const garden = useGarden(gardenId)
  useTakenAlong(gardenId, garden.revision)
  const words = useWords()
  // Read before any view, or a form that needs it would blank the view around it.
  const { crops, materials } = useCatalogue()
  const known = useMemo(
    () => knownOf(garden.file.garden, [...crops, ...materials], words.terms),
    [garden.file.garden, crops, materials, words.terms],
  )
  const keeps = useCallback(
    (kind: Parameters<typeof keepsOf>[1]) => keepsOf(garden.role, kind),
    [garden.role],
  )
  const { mode, toggle } = useThemeMode()
  useTitle(garden.file.garden.name)
  return (
    <ExplainProvider value={setWhy}>
      <HistoryProvider value={setHistory}>
        <SettingsProvider value={() => setSettings(true)}>
          <AskProvider value={setAsked}>
            <KnownProvider value={known}>
              <KeepsProvider value={keeps}>
                <ToastProvider>
                  <div className="shell">
                    <a className="skip" href="#view">
                      {t('To the view')}
                    </a>
                    <header>
                      <div className="masthead">
                        <Link className="brand" to="/" aria-label={t('Eznel: all gardens')}>
                          {BRAND}
                        </Link>
                        <button
                          type="button"
                          className="garden-name"
                          onClick={() => setSettings(true)}
                        >
                          {garden.file.garden.name.trim() || t('a garden without a name')}
                        </button>
                        <nav className="tabs" aria-label={t('Views')}>
                          {views().map(([path, name]) => (
                            <NavLink key={path} to={`/g/${gardenId}/${path}`}>
                              {name}
                            </NavLink>
                          ))}
                        </nav>
                        <span className="spacer" />
                        {garden.role !== 'reader' && <UndoRedo gardenId={gardenId} />}
                        <AccountButton />
                        <Button type="text" onClick={toggle}>
                          {mode === 'day' ? t('Evening') : t('Day')}
                        </Button>
                      </div>
                      {garden.file.garden.stands_on && <Practice gardenId={gardenId} />}
                      <MachineBanner />
                      <RoleBanner gardenId={gardenId} />
                      <OutboxBanner gardenId={gardenId} />
                      <AsideBanner gardenId={gardenId} />
                    </header>
                    <main className="page" id="view" tabIndex={-1}>
                      <Suspense fallback={<Waiting />}>
                        <Outlet />
                      </Suspense>
                    </main>
                    <Foot gardenId={gardenId} onAsk={() => setAsked('')} />
                  </div>
                  <Shortcuts gardenId={gardenId} />
                  <Later>
                    {why && <WhyDrawer gardenId={gardenId} of={why} onClose={() => setWhy(null)} />}
                    {history && (
                      <HistoryDrawer
                        gardenId={gardenId}
                        of={history}
                        onClose={() => setHistory(null)}
                      />
                    )}
                    {asked !== null && <Glossary at={asked} onClose={() => setAsked(null)} />}
                    {settings && (
                      <GardenDrawer gardenId={gardenId} onClose={() => setSettings(false)} />
                    )}
                  </Later>
                </ToastProvider>
              </KeepsProvider>
            </KnownProvider>
          </AskProvider>
        </SettingsProvider>
      </HistoryProvider>
    </ExplainProvider>
  )
}

/** Names the view and the garden in the browser's bar. */
function useTitle(name: string) {
  const { pathname } = useLocation()
  useEffect(() => {
    const [, view] = views().find(([path]) => pathname.endsWith(`/${path}`)) ?? views()[0]
    document.title = `${view} · ${name} · ${BRAND}`
    return () => {
      document.title = BRAND
    }
  }, [pathname, name])
}

/** Below every view: the caution, and ways to what words mean, to one sum, and round the views. */
function Foot({ gardenId, onAsk }: { gardenId: string; onAsk: () => void }) {
  const { cautions } = useWords()
  const [looking, setLooking] = useState(false)
  return (
    <footer className="general-caution soft small">
      {cautions.general}{' '}
      <button type="button" className="linkish" onClick={onAsk}>
        {t('What words mean')}
      </button>{' '}
      <Link to={`/sum?garden=${gardenId}`}>{t('One sum')}</Link>{' '}
      <button type="button" className="linkish" onClick={() => setLooking(true)}>
        {t('Look round')}
      </button>
      <Later>{looking && <Around onClose={() => setLooking(false)} />}</Later>
    </footer>
  )
}

/** A practice garden's calendar stands still; here it is moved on. */
function Practice({ gardenId }: { gardenId: string }) {
  const garden = useGarden(gardenId)
  const { saveSettings } = useWrites(gardenId)
  const [guessing, setGuessing] = useState(false)
  const day = garden.file.garden.stands_on ?? ''
  const { name, site, preferences } = garden.file.garden
  const move = (days: number) =>
    saveSettings.mutate({
      settings: { name, site, preferences, stands_on: addDays(day, days) },
      basedOn: garden.settings_revision,
    })
  return (
    <div className="practice small">
      <span>
        <Sentence
          say="A practice garden: its calendar stands on {day}."
          of={{ day: <b>{showDate(day)}</b> }}
        />
      </span>
      <MayKeep kind="settings">
        <Button size="small" loading={saveSettings.isPending} onClick={() => move(1)}>
          {t('Next day')}
        </Button>
        <Button size="small" disabled={saveSettings.isPending} onClick={() => move(7)}>
          {t('A week on')}
        </Button>
      </MayKeep>
      <Button size="small" type="text" onClick={() => setGuessing(true)}>
        {t('A few guesses')}
      </Button>
      <Later>
        {guessing && <GuessDrawer gardenId={gardenId} onClose={() => setGuessing(false)} />}
      </Later>
    </div>
  )
}
