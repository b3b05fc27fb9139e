import { outOfStep, type Verdict } from '@civil-lantern/core'
import { lazy, Suspense } from 'react'
import { Link, useNavigate, useParams } from 'react-router'
import { useBench, useSession } from '../../data/open-job.tsx'
import { Segments } from '../../ui/controls.tsx'
import { SentenceView } from '../../ui/sentence.tsx'
import { LoopsView } from '../../views/loops/LoopsView.tsx'
import { PrintHead } from '../../views/PrintHead.tsx'
import { RungsView } from '../../views/rungs/RungsView.tsx'
import { RunsView } from '../../views/runs/RunsView.tsx'
import { ClockBar } from '../../views/timeline/ClockBar.tsx'
import { TimelineView } from '../../views/timeline/TimelineView.tsx'
import { CircuitSwitch } from './CircuitSwitch.tsx'
import { Findings } from './Findings.tsx'
import { MapsView } from './MapsView.tsx'
import { BeginVisit, TriedNotes, WallNotes } from './OnTheWall.tsx'
import { PlanView } from './PlanView.tsx'
import { ProofView } from './ProofView.tsx'
import { Ways } from './Ways.tsx'

/** The canvas comes when the wall is first opened. */
const WallView = lazy(() => import('../../views/wall/WallView.tsx').then(({ WallView }) => ({ default: WallView })))

type View = 'loops' | 'wall' | 'rungs' | 'runs' | 'timeline' | 'plan' | 'proof' | 'dead' | 'ways'
const views: readonly { value: View; says: string }[] = [
  { value: 'loops', says: 'Loops' },
  { value: 'wall', says: 'Wall' },
  { value: 'rungs', says: 'Rungs' },
  { value: 'runs', says: 'Runs' },
  { value: 'timeline', says: 'Timeline' },
  { value: 'plan', says: 'Plan' },
  { value: 'proof', says: 'Proof' },
  { value: 'dead', says: 'Dead' },
  { value: 'ways', says: 'Ways' },
]

/** Views of the circuit at one moment. */
const atTheCircuit: readonly View[] = ['loops', 'wall', 'rungs', 'runs', 'timeline']

/** The circuit: how it stands in one sentence, then as loops, as a wire table, or the ways to wire it. */
export function SchemeStage() {
  const { session, job, plan, document, shows } = useSession()
  const { snapshot } = useBench()
  const params = useParams()
  const navigate = useNavigate()
  const wired = Object.keys(plan.parts).length > 0 || Object.keys(job.parts).length > 0
  const empty = shows === 'found' && document.before === null
  const asked = views.find(({ value }) => value === params.view)?.value ?? 'loops'
  const view = wired ? asked : 'ways'
  if (!snapshot) return <p className="p-2 text-soft">Solving the circuit.</p>
  const step = shows === 'planned' ? outOfStep(job) : []
  return (
    <div className={`flex flex-col gap-3 *:min-w-0 *:shrink-0 ${view === 'wall' ? 'h-full' : 'pb-3'}`}>
      <PrintHead />
      <div className="sticky top-0 z-10 -mt-1 grid grid-cols-[minmax(0,1fr)] gap-2 bg-paper pt-1 pb-1">
        {empty ? (
          <h1 className="text-xl font-bold leading-snug">The wall as found.</h1>
        ) : (
          <VerdictLine verdict={snapshot.verdict} />
        )}
        {wired && (
          <Segments<View>
            label="View"
            value={view}
            options={views}
            onChange={(next) => void navigate(`/jobs/${session.id}/scheme/${next}`)}
            className="no-print w-full text-[15px] *:px-1! sm:*:px-1.5!"
          />
        )}
        {wired && (
          <div className="flex flex-wrap items-center gap-2">
            <CircuitSwitch />
            {atTheCircuit.includes(view) && <ClockBar />}
          </div>
        )}
      </div>
      <WallNotes />
      <TriedNotes />
      {empty && <BeginVisit />}
      {view !== 'wall' && snapshot.verdict.more.length > 0 && (
        <ul className="-mt-1 grid gap-0.5">
          {snapshot.verdict.more.slice(0, 4).map((sentence) => (
            <li key={sentence.map(({ text }) => text).join('')}>
              <SentenceView sentence={sentence} />
            </li>
          ))}
          {snapshot.verdict.more.length > 4 && (
            <li className="text-soft">and {snapshot.verdict.more.length - 4} more</li>
          )}
        </ul>
      )}
      {step.length > 0 && (
        <p className="rounded-control border border-line bg-card px-4 py-2.5">
          The survey has changed since this was wired: {step[0]}{' '}
          {step.length > 1 ? `And ${step.length - 1} more. ` : ''}
          <Link to={`/jobs/${session.id}/scheme/ways`} className="font-semibold underline underline-offset-4">
            Wire it again
          </Link>
        </p>
      )}
      <Findings
        findings={snapshot.findings}
        job={job}
        brief={(view !== 'loops' && view !== 'proof') || shows !== 'planned'}
      />
      {view === 'loops' && !empty && <LoopsView job={job} snapshot={snapshot} />}
      {view === 'wall' && (
        <Suspense fallback={<p className="p-2 text-soft">Hanging the parts.</p>}>
          <WallView job={job} snapshot={snapshot} />
        </Suspense>
      )}
      {view === 'rungs' && <RungsView job={job} snapshot={snapshot} />}
      {view === 'runs' && <RunsView job={job} snapshot={snapshot} />}
      {view === 'timeline' && <TimelineView job={job} snapshot={snapshot} />}
      {view === 'plan' && <PlanView job={plan} />}
      {view === 'proof' && <ProofView job={job} />}
      {view === 'dead' && <MapsView job={job} />}
      {view === 'ways' && <Ways />}
    </div>
  )
}

const VerdictLine = ({ verdict }: { verdict: Verdict }) => (
  <h1 className="text-xl font-bold leading-snug" aria-live="polite" data-tone={verdict.tone}>
    <SentenceView sentence={verdict.sentence} />
  </h1>
)
