import { createBrowserRouter } from 'react-router'
import { Failed } from './Failed'
import { Shell } from './Shell'
import { Welcome } from './Welcome'
import { Waiting } from '../parts/Waiting'

/** One address for each view; each is loaded when it is first opened. */
const view = (load: () => Promise<{ default: React.ComponentType }>) => ({
  lazy: async () => ({ Component: (await load()).default }),
  HydrateFallback: Waiting,
  errorElement: <Failed />,
})

export const router = createBrowserRouter([
  { path: '/', element: <Welcome />, errorElement: <Failed /> },
  { path: '/new', ...view(() => import('../views/begin')) },
  { path: '/join/:key', ...view(() => import('./Join')) },
  { path: '/sum', ...view(() => import('../views/sums')) },
  {
    path: '/g/:gardenId',
    element: <Shell />,
    errorElement: <Failed />,
    hydrateFallbackElement: <Waiting />,
    children: [
      { index: true, ...view(() => import('../views/today')) },
      { path: 'today', ...view(() => import('../views/today')) },
      { path: 'plot', ...view(() => import('../views/plot')) },
      { path: 'soil', ...view(() => import('../views/soil')) },
      { path: 'shed', ...view(() => import('../views/shed')) },
      { path: 'season', ...view(() => import('../views/season')) },
      { path: 'book', ...view(() => import('../views/book')) },
    ],
  },
  { path: '*', element: <Failed missing /> },
])
