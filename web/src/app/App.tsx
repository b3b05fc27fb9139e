import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { type ComponentType, lazy, Suspense } from 'react'
import { createBrowserRouter, Navigate, type RouteObject, RouterProvider } from 'react-router'
import { sendPhotos } from '../data/photos.ts'
import { JobsBoard } from '../stages/jobs/JobsBoard.tsx'
import { useTheme } from '../ui/theme.ts'
import { Gate } from './Gate.tsx'
import { Stopped } from './Stopped.tsx'
import { sendLeftBehindOf } from './send-left-behind.ts'
import { useFetchedAhead } from './use-fetched-ahead.ts'
import { useInstalled } from './use-installed.ts'
import { useTriedAgain } from './use-tried-again.ts'

const Toaster = lazy(() => import('sonner').then(({ Toaster }) => ({ default: Toaster })))

const queries = new QueryClient({ defaultOptions: { queries: { retry: 1, staleTime: 5000 } } })

/** What the screens are made of, each to be fetched. */
const screens: (() => Promise<unknown>)[] = [
  () => import('../stages/jobs/NewJob.tsx'),
  () => import('../stages/jobs/JobMenu.tsx'),
  () => import('../views/wall/WallView.tsx'),
  () => import('../ui/PhoneMenu.tsx'),
]

/** A screen with a name, by which it says that it has stopped. What it is made of is fetched when somebody goes there. */
const screen = (path: string, name: string, Component: () => Promise<ComponentType>): RouteObject => ({
  path,
  lazy: { Component },
  errorElement: <Stopped name={name} />,
})

/** One of what a file holds, by its name. */
const from = <Key extends string>(name: Key, file: () => Promise<Record<Key, ComponentType>>) => {
  screens.push(file)
  return async () => (await file())[name]
}

const inside: RouteObject[] = [
  // The board is what most come to: it is there with the page.
  { path: '/', element: <JobsBoard />, errorElement: <Stopped name="The board" /> },
  {
    path: '/jobs/:id',
    lazy: { Component: from('JobFrame', () => import('./JobFrame.tsx')) },
    errorElement: <Stopped name="This job" />,
    children: [
      { index: true, lazy: { Component: from('FirstStage', () => import('./FirstStage.tsx')) } },
      screen(
        'survey',
        'Survey',
        from('SurveyStage', () => import('../stages/survey/SurveyStage.tsx')),
      ),
      screen(
        'survey/ways',
        'Survey',
        from('Ways', () => import('../stages/survey/Ways.tsx')),
      ),
      screen(
        'scheme',
        'Scheme',
        from('SchemeStage', () => import('../stages/scheme/SchemeStage.tsx')),
      ),
      { path: 'scheme/ways', element: <Navigate to="../survey/ways" replace /> },
      screen(
        'scheme/checks/:check?',
        'Checks',
        from('ChecksStage', () => import('../stages/scheme/ChecksStage.tsx')),
      ),
      screen(
        'scheme/:view/:part?',
        'Scheme',
        from('SchemeStage', () => import('../stages/scheme/SchemeStage.tsx')),
      ),
      screen(
        'load',
        'Load',
        from('LoadStage', () => import('../stages/load/LoadStage.tsx')),
      ),
      screen(
        'sums/:sum?',
        'Sums',
        from('JobSums', () => import('../stages/sums/SumsScreen.tsx')),
      ),
      screen(
        'hookup',
        'Hook-up',
        from('HookupStage', () => import('../stages/hookup/HookupStage.tsx')),
      ),
      screen(
        'hookup/found',
        'As found',
        from('AsFound', () => import('../stages/hookup/found/AsFound.tsx')),
      ),
      screen(
        'hookup/swap',
        'Swap',
        from('SwapPlace', () => import('../stages/hookup/SwapPlace.tsx')),
      ),
      screen(
        'prove',
        'Prove',
        from('ProveStage', () => import('../stages/prove/ProveStage.tsx')),
      ),
      screen(
        'find',
        'Find',
        from('FindStage', () => import('../stages/find/FindStage.tsx')),
      ),
      screen(
        'log',
        'Log',
        from('LogStage', () => import('../stages/log/LogStage.tsx')),
      ),
      screen(
        'log/door-card',
        'The door card',
        from('DoorCard', () => import('../stages/log/DoorCard.tsx')),
      ),
      { path: '*', element: <Navigate to=".." replace /> },
    ],
  },
  screen(
    '/sums/:sum?',
    'Sums',
    from('SumsScreen', () => import('../stages/sums/SumsScreen.tsx')),
  ),
  screen(
    '/parts/*',
    'Parts',
    from('PartsScreen', () => import('../stages/parts/PartsScreen.tsx')),
  ),
  screen(
    '/people',
    'People',
    from('PeopleScreen', () => import('../stages/people/PeopleScreen.tsx')),
  ),
  screen(
    '/help',
    'Help',
    from('HelpScreen', () => import('../stages/help/HelpScreen.tsx')),
  ),
  screen(
    '/help/first-job',
    'The first job',
    from('GuideScreen', () => import('../stages/help/GuideScreen.tsx')),
  ),
  { path: '*', element: <Navigate to="/" replace /> },
]

const router = createBrowserRouter([
  {
    // Until the first screen is here: the line it will have, empty.
    HydrateFallback: () => <div className="h-17" />,
    children: [
      screen(
        '/join/:key',
        'The door',
        from('Joining', () => import('./SignIn.tsx')),
      ),
      { element: <Gate />, children: inside },
    ],
  },
])

const sendLeft = () => sendLeftBehindOf(() => void queries.invalidateQueries({ queryKey: ['jobs'] }))

export function App() {
  const theme = useTheme((t) => t.theme)
  useInstalled()
  // A browser that shuts its store to this page has no photos that wait.
  useTriedAgain(sendPhotos)
  useTriedAgain(sendLeft)
  useFetchedAhead(screens)
  return (
    <QueryClientProvider client={queries}>
      <RouterProvider router={router} />
      <Suspense fallback={null}>
        <Toaster
          position="bottom-center"
          theme={theme === 'day' ? 'light' : 'dark'}
          toastOptions={{ className: 'text-base!' }}
          style={{ fontFamily: 'inherit' }}
        />
      </Suspense>
    </QueryClientProvider>
  )
}
