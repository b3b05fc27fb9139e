import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import type { ReactNode } from 'react'
import { createBrowserRouter, Navigate, type RouteObject, RouterProvider } from 'react-router'
import { Toaster } from 'sonner'
import { useSession } from '../data/open-job.tsx'
import { FindStage } from '../stages/find/FindStage.tsx'
import { HelpScreen } from '../stages/help/HelpScreen.tsx'
import { AsFound } from '../stages/hookup/found/AsFound.tsx'
import { HookupStage } from '../stages/hookup/HookupStage.tsx'
import { SwapPlace } from '../stages/hookup/SwapPlace.tsx'
import { JobsBoard } from '../stages/jobs/JobsBoard.tsx'
import { LoadStage } from '../stages/load/LoadStage.tsx'
import { DoorCard } from '../stages/log/DoorCard.tsx'
import { LogStage } from '../stages/log/LogStage.tsx'
import { PartsScreen } from '../stages/parts/PartsScreen.tsx'
import { PeopleScreen } from '../stages/people/PeopleScreen.tsx'
import { ProveStage } from '../stages/prove/ProveStage.tsx'
import { ChecksStage } from '../stages/scheme/ChecksStage.tsx'
import { SchemeStage } from '../stages/scheme/SchemeStage.tsx'
import { JobSums, SumsScreen } from '../stages/sums/SumsScreen.tsx'
import { SurveyStage } from '../stages/survey/SurveyStage.tsx'
import { Ways } from '../stages/survey/Ways.tsx'
import { useTheme } from '../ui/theme.ts'
import { Gate } from './Gate.tsx'
import { JobFrame } from './JobFrame.tsx'
import { Joining } from './SignIn.tsx'
import { Stopped } from './Stopped.tsx'
import { useInstalled } from './use-installed.ts'
import { useSentPhotos } from './use-sent-photos.ts'

const queries = new QueryClient({ defaultOptions: { queries: { retry: 1, staleTime: 5000 } } })

/** A screen with a name, by which it says that it has stopped. */
const screen = (path: string, name: string, element: ReactNode): RouteObject => ({
  path,
  element,
  errorElement: <Stopped name={name} />,
})

const inside: RouteObject[] = [
  screen('/', 'The board', <JobsBoard />),
  {
    path: '/jobs/:id',
    element: <JobFrame />,
    errorElement: <Stopped name="This job" />,
    children: [
      { index: true, element: <FirstStage /> },
      screen('survey', 'Survey', <SurveyStage />),
      screen('survey/ways', 'Survey', <Ways />),
      screen('scheme', 'Scheme', <SchemeStage />),
      { path: 'scheme/ways', element: <Navigate to="../survey/ways" replace /> },
      screen('scheme/checks/:check?', 'Checks', <ChecksStage />),
      screen('scheme/:view/:part?', 'Scheme', <SchemeStage />),
      screen('load', 'Load', <LoadStage />),
      screen('sums/:sum?', 'Sums', <JobSums />),
      screen('hookup', 'Hook-up', <HookupStage />),
      screen('hookup/found', 'As found', <AsFound />),
      screen('hookup/swap', 'Swap', <SwapPlace />),
      screen('prove', 'Prove', <ProveStage />),
      screen('find', 'Find', <FindStage />),
      screen('log', 'Log', <LogStage />),
      screen('log/door-card', 'The door card', <DoorCard />),
      { path: '*', element: <Navigate to=".." replace /> },
    ],
  },
  screen('/sums/:sum?', 'Sums', <SumsScreen />),
  screen('/parts/*', 'Parts', <PartsScreen />),
  screen('/people', 'People', <PeopleScreen />),
  screen('/help', 'Help', <HelpScreen />),
  { path: '*', element: <Navigate to="/" replace /> },
]

const router = createBrowserRouter([
  screen('/join/:key', 'The door', <Joining />),
  { element: <Gate />, children: inside },
])

/** A job opens where its work stands: at the circuit once it is wired, at the survey before. */
function FirstStage() {
  const { job } = useSession()
  return <Navigate to={Object.keys(job.parts).length > 0 ? 'scheme' : 'survey'} replace />
}

export function App() {
  const theme = useTheme((t) => t.theme)
  useInstalled()
  useSentPhotos()
  return (
    <QueryClientProvider client={queries}>
      <RouterProvider router={router} />
      <Toaster
        position="bottom-center"
        theme={theme === 'day' ? 'light' : 'dark'}
        toastOptions={{ className: 'text-base!' }}
      />
    </QueryClientProvider>
  )
}
