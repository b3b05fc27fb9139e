import { outOfStep } from '@civil-lantern/core'
import { lazy, Suspense, useEffect } from 'react'
import { Link, Navigate, useParams } from 'react-router'
import { useBench, useSession } from '../../data/open-job.tsx'
import { useWorkspace } from '../../data/workspace.ts'
import { PickedAside } from '../../meter/PickedPanel.tsx'
import { SentenceView } from '../../ui/sentence.tsx'
import { useWide } from '../../ui/use-wide.ts'
import { LoopsView } from '../../views/loops/LoopsView.tsx'
import { ZoneChips } from '../../views/loops/ZoneChips.tsx'
import { PrintHead } from '../../views/PrintHead.tsx'
import { RungsView } from '../../views/rungs/RungsView.tsx'
import { RunsView } from '../../views/runs/RunsView.tsx'
import { CircuitSwitch } from './CircuitSwitch.tsx'
import { BeginVisit, TriedNotes, WallNotes } from './OnTheWall.tsx'
import { OwnBoundary } from './OwnBoundary.tsx'
import { PlanView } from './PlanView.tsx'
import { movedTo, type View, views } from './places.ts'
import { RunsSwitch } from './RunsSwitch.tsx'
import { VerdictHead } from './VerdictHead.tsx'

/** The canvas comes when the wall is first opened. */
const WallView = lazy(() => import('../../views/wall/WallView.tsx').then(({ WallView }) => ({ default: WallView })))

/** The circuit: how it stands in one sentence, then as loops, as the wall, as rungs or as runs of wire. */
export function SchemeStage() {
  const { session, job, plan, document, shows } = useSession()
  const { snapshot } = useBench()
  const wide = useWide()
  const picked = useWorkspace((w) => w.picked)
  const params = useParams()
  const home = `/jobs/${session.id}`
  const wired = Object.keys(plan.parts).length > 0 || Object.keys(job.parts).length > 0
  if (!wired) return <Navigate to={`${home}/survey/ways`} replace />
  if (params.view === 'timeline') return <ToTimeline home={home} />
  const moved = movedTo(params.view)
  if (moved) return <Navigate to={`${home}/scheme/${moved}`} replace />
  const view: View = views.find(({ value }) => value === params.view)?.value ?? 'loops'
  const empty = shows === 'found' && document.before === null
  if (!snapshot) return <p className="p-2 text-soft">Solving the circuit.</p>
  const step = shows === 'planned' ? outOfStep(job) : []
  const { more } = snapshot.verdict
  return (
    <div className="scheme flex h-full flex-col">
      <PrintHead />
      <VerdictHead empty={empty} view={view} />
      {!wide && (
        <div className="no-print flex gap-1.5 overflow-x-auto pb-1.5">
          <CircuitSwitch />
          {view === 'loops' && <ZoneChips />}
        </div>
      )}
      {/* Where nothing hangs yet there is nothing to leave room for. */}
      <div
        className={`grid shrink-0 gap-1.5 overflow-y-auto empty:hidden *:last:mb-2 ${empty ? 'max-h-[70dvh]' : 'max-h-[30dvh]'}`}
      >
        <WallNotes />
        <TriedNotes />
        {empty && <BeginVisit />}
        {more.length > 0 && (
          <ul className="grid gap-0.5">
            {more.slice(0, 4).map((sentence) => (
              <li key={sentence.map(({ text }) => text).join('')}>
                <SentenceView sentence={sentence} />
              </li>
            ))}
            {more.length > 4 && <li className="text-soft">and {more.length - 4} more</li>}
          </ul>
        )}
        {step.length > 0 && (
          <p className="rounded-control border border-line bg-card px-4 py-2.5">
            The survey has changed since this was wired: {step[0]}{' '}
            {step.length > 1 ? `And ${step.length - 1} more. ` : ''}
            <Link to={`${home}/survey/ways`} className="font-semibold underline underline-offset-4">
              Wire it again
            </Link>
          </p>
        )}
      </div>
      <div className="flex min-h-40 grow basis-0 gap-3 print:block">
        <div
          className={`min-w-0 grow basis-0 ${view === 'wall' ? 'grid grid-cols-[minmax(0,1fr)]' : 'overflow-y-auto'}`}
          data-circuit={view}
        >
          <OwnBoundary view={view}>
            {view === 'loops' && !empty && <LoopsView job={job} snapshot={snapshot} />}
            {view === 'wall' && (
              <Suspense fallback={<p className="p-2 text-soft">Hanging the parts.</p>}>
                <WallView job={job} snapshot={snapshot} />
              </Suspense>
            )}
            {view === 'rungs' && <RungsView job={job} snapshot={snapshot} />}
            {view === 'runs' && (
              <div className="grid grid-cols-[minmax(0,1fr)] gap-2">
                <RunsSwitch part={params.part} />
                {params.part === 'terminals' ? <PlanView job={plan} /> : <RunsView job={job} snapshot={snapshot} />}
              </div>
            )}
          </OwnBoundary>
        </div>
        {wide && picked && <PickedAside />}
      </div>
    </div>
  )
}

/** The timeline lies on the bench: its own address opens it there. */
function ToTimeline({ home }: { home: string }) {
  const { openBench, raise } = useWorkspace()
  const wide = useWide()
  useEffect(() => {
    if (wide) openBench('time')
    else raise('time')
  }, [wide, openBench, raise])
  return <Navigate to={`${home}/scheme/loops`} replace />
}
