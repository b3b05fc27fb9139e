import { useState } from 'react'
import { Link, Outlet, useParams } from 'react-router'
import { ControllerLoop } from '../data/controller.tsx'
import { JobProvider, useSession } from '../data/open-job.tsx'
import { useWorkspace } from '../data/workspace.ts'
import { isAtTheCircuit } from '../stages/scheme/places.ts'
import { TopLine } from '../ui/TopLine.tsx'
import { useWide } from '../ui/use-wide.ts'
import { Bench } from './Bench.tsx'
import { HelpSheet } from './HelpSheet.tsx'
import { JobSwitcher } from './JobSwitcher.tsx'
import { OthersHere } from './OthersHere.tsx'
import { PhoneBench } from './PhoneBench.tsx'
import { SaveState } from './SaveState.tsx'
import { SearchBox } from './SearchBox.tsx'
import { StringOfStages } from './StringOfStages.tsx'
import { TriedBeforeSheet } from './TriedBeforeSheet.tsx'
import { useJobKeys } from './use-job-keys.ts'
import { useAnnouncedPlace, usePlace } from './use-place.ts'
import { useStanding } from './use-standing.ts'
import { WhoCalls } from './WhoCalls.tsx'
import { WhoSheet } from './WhoSheet.tsx'

/** Everything inside one job: head line, stage, who calls, bench. */
export function JobFrame() {
  const { id = '' } = useParams()
  return (
    <JobProvider key={id} id={id} failed={(why) => <CannotOpen why={why} />}>
      <ControllerLoop />
      <Inside />
    </JobProvider>
  )
}

const CannotOpen = ({ why }: { why: string }) => (
  <>
    <TopLine title={null} />
    <main className="mx-auto max-w-xl p-8">
      <h1 className="pb-3 text-2xl font-bold">This job does not open.</h1>
      <p className="pb-6">{why}</p>
      <Link to="/" className="underline underline-offset-4">
        Back to the jobs board
      </Link>
    </main>
  </>
)

function Inside() {
  const { session, undo, redo } = useSession()
  const [searching, setSearching] = useState(false)
  const [helpShown, setHelpShown] = useState(false)
  const { stage, view } = usePlace()
  const standing = useStanding()
  const callsFolded = useWorkspace((w) => w.callsFolded)
  const wide = useWide()
  useJobKeys(
    () => setSearching(true),
    () => setHelpShown(true),
  )
  useAnnouncedPlace()
  const circuit = isAtTheCircuit(stage, view)
  const columns = circuit
    ? callsFolded
      ? 'lg:grid-cols-[minmax(0,1fr)_64px]'
      : 'lg:grid-cols-[minmax(0,1fr)_192px]'
    : ''
  return (
    <div className="frame grid h-full grid-cols-[minmax(0,1fr)] grid-rows-[auto_minmax(0,1fr)_auto]">
      <a
        href="#stage"
        className="no-print sr-only focus:not-sr-only focus:absolute focus:z-50 focus:rounded-control focus:bg-ink focus:px-4 focus:py-3 focus:text-paper"
      >
        Go to the work
      </a>
      <TopLine
        title={<JobSwitcher />}
        middle={<StringOfStages jobId={session.id} standing={standing} />}
        find={() => setSearching(true)}
        help={() => setHelpShown(true)}
        save={
          <>
            <OthersHere />
            <SaveState />
          </>
        }
        undo={{
          back: undo ? session.undo : undefined,
          again: redo ? session.redo : undefined,
          names: [undo ? `Undo: ${undo}` : 'Nothing to undo', redo ? `Redo: ${redo}` : 'Nothing to redo'],
        }}
      />
      <div className={`grid min-h-0 grid-cols-[minmax(0,1fr)] gap-3 px-3 pb-2 lg:px-4 lg:pb-3 ${columns}`}>
        <main className="relative min-h-0 min-w-0 overflow-y-auto" id="stage" tabIndex={-1}>
          <Outlet />
        </main>
        {circuit && wide && <WhoCalls />}
      </div>
      {circuit && (wide ? <Bench /> : <PhoneBench />)}
      <SearchBox open={searching} onOpenChange={setSearching} />
      <HelpSheet open={helpShown} onOpenChange={setHelpShown} />
      <WhoSheet />
      <TriedBeforeSheet />
    </div>
  )
}
