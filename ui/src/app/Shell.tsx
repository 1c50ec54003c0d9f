import { Button } from 'antd'
import { Suspense, useState } from 'react'
import { Link, NavLink, Outlet, useParams } from 'react-router'
import { useGarden, useWrites } from '../api/gardens'
import { useCatalogue, useWords } from '../api/reference'
import { addDays, showDate } from '../lib/dates'
import { ToastProvider } from '../parts/Toast'
import { ExplainProvider } from '../parts/Why'
import { GardenDrawer } from './GardenDrawer'
import { useThemeMode } from './ThemeProvider'
import { Waiting } from './Waiting'
import { WhyDrawer } from './WhyDrawer'
import './shell.css'

const VIEWS = [
  ['today', 'Today'],
  ['plot', 'Plot'],
  ['soil', 'Soil'],
  ['shed', 'Shed'],
  ['season', 'Season'],
] as const

/** What stands around every view: the garden's name, the views, and the drawer of workings. */
export function Shell() {
  return (
    <Suspense fallback={<Waiting />}>
      <Frame />
    </Suspense>
  )
}

function Frame() {
  const { gardenId = '' } = useParams()
  const [why, setWhy] = useState<string | null>(null)
  const [settings, setSettings] = useState(false)
  const garden = useGarden(gardenId)
  const words = useWords()
  useCatalogue() // read before any view, or a form that needs it would blank the view around it
  const { mode, turn } = useThemeMode()
  return (
    <ExplainProvider value={setWhy}>
      <ToastProvider>
        <div className="shell">
          <header className="masthead">
            <Link className="brand" to="/" aria-label="Eznel: all gardens">
              Eznel
            </Link>
            <button type="button" className="garden-name" onClick={() => setSettings(true)}>
              {garden.file.garden.name}
            </button>
            <nav className="tabs" aria-label="Views">
              {VIEWS.map(([path, name]) => (
                <NavLink key={path} to={`/g/${gardenId}/${path}`}>
                  {name}
                </NavLink>
              ))}
            </nav>
            <span className="spacer" />
            <Button type="text" onClick={turn}>
              {mode === 'day' ? 'Evening' : 'Day'}
            </Button>
          </header>
          {garden.file.garden.stands_on && <Practice gardenId={gardenId} />}
          <main className="page">
            <Suspense fallback={<Waiting />}>
              <Outlet />
            </Suspense>
          </main>
          <p className="general-caution soft small">{words.cautions.general}</p>
        </div>
        <WhyDrawer gardenId={gardenId} of={why} onClose={() => setWhy(null)} />
        {settings && <GardenDrawer gardenId={gardenId} onClose={() => setSettings(false)} />}
      </ToastProvider>
    </ExplainProvider>
  )
}

/** A practice garden's calendar stands still; here it is moved on. */
function Practice({ gardenId }: { gardenId: string }) {
  const { file } = useGarden(gardenId)
  const { settle } = useWrites(gardenId)
  const day = file.garden.stands_on ?? ''
  const { name, site, preferences } = file.garden
  const move = (days: number) =>
    settle.mutate({ name, site, preferences, stands_on: addDays(day, days) })
  return (
    <div className="practice small">
      <span>
        A practice garden: its calendar stands on <b>{showDate(day)}</b>.
      </span>
      <Button size="small" loading={settle.isPending} onClick={() => move(1)}>
        Next day
      </Button>
      <Button size="small" disabled={settle.isPending} onClick={() => move(7)}>
        A week on
      </Button>
    </div>
  )
}
