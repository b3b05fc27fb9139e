import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { createBrowserRouter, Navigate, RouterProvider } from 'react-router'
import { Toaster } from 'sonner'
import { useSession } from '../data/open-job.tsx'
import { FindStage } from '../stages/find/FindStage.tsx'
import { HookupStage } from '../stages/hookup/HookupStage.tsx'
import { JobsBoard } from '../stages/jobs/JobsBoard.tsx'
import { LoadStage } from '../stages/load/LoadStage.tsx'
import { DoorCard } from '../stages/log/DoorCard.tsx'
import { LogStage } from '../stages/log/LogStage.tsx'
import { PartsScreen } from '../stages/parts/PartsScreen.tsx'
import { ProveStage } from '../stages/prove/ProveStage.tsx'
import { ChecksStage } from '../stages/scheme/ChecksStage.tsx'
import { SchemeStage } from '../stages/scheme/SchemeStage.tsx'
import { JobSums, SumsScreen } from '../stages/sums/SumsScreen.tsx'
import { SurveyStage } from '../stages/survey/SurveyStage.tsx'
import { Ways } from '../stages/survey/Ways.tsx'
import { useTheme } from '../ui/theme.ts'
import { JobFrame } from './JobFrame.tsx'
import { useInstalled } from './use-installed.ts'

const queries = new QueryClient({ defaultOptions: { queries: { retry: 1, staleTime: 5000 } } })

const router = createBrowserRouter([
  { path: '/', element: <JobsBoard /> },
  {
    path: '/jobs/:id',
    element: <JobFrame />,
    children: [
      { index: true, element: <FirstStage /> },
      { path: 'survey', element: <SurveyStage /> },
      { path: 'survey/ways', element: <Ways /> },
      { path: 'scheme', element: <SchemeStage /> },
      { path: 'scheme/ways', element: <Navigate to="../survey/ways" replace /> },
      { path: 'scheme/checks/:check?', element: <ChecksStage /> },
      { path: 'scheme/:view/:part?', element: <SchemeStage /> },
      { path: 'load', element: <LoadStage /> },
      { path: 'sums/:sum?', element: <JobSums /> },
      { path: 'find', element: <FindStage /> },
      { path: 'log', element: <LogStage /> },
      { path: 'log/door-card', element: <DoorCard /> },
      { path: 'hookup', element: <HookupStage /> },
      { path: 'prove', element: <ProveStage /> },
      { path: '*', element: <Navigate to=".." replace /> },
    ],
  },
  { path: '/sums/:sum?', element: <SumsScreen /> },
  { path: '/parts/*', element: <PartsScreen /> },
  { path: '*', element: <Navigate to="/" replace /> },
])

/** A job opens where its work stands: at the circuit once it is wired, at the survey before. */
function FirstStage() {
  const { job } = useSession()
  return <Navigate to={Object.keys(job.parts).length > 0 ? 'scheme' : 'survey'} replace />
}

export function App() {
  const theme = useTheme((t) => t.theme)
  useInstalled()
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
