import { askingOf, stageStandings, zonesInOrder } from '@civil-lantern/core'
import { useQuery } from '@tanstack/react-query'
import { ChevronsUpDown, Gauge, PhoneCall } from 'lucide-react'
import { DropdownMenu } from 'radix-ui'
import { useMemo, useState } from 'react'
import { useHotkeys } from 'react-hotkeys-hook'
import { Link, Outlet, useLocation, useNavigate, useParams } from 'react-router'
import { api } from '../data/api.ts'
import { call } from '../data/calls.ts'
import { ControllerLoop } from '../data/controller.tsx'
import { JobProvider, useBench, useSession } from '../data/open-job.tsx'
import { useWorkspace } from '../data/workspace.ts'
import { MeterPanel } from '../meter/MeterPanel.tsx'
import { PickedPanel } from '../meter/PickedPanel.tsx'
import { Segments } from '../ui/controls.tsx'
import { Sheet } from '../ui/sheet.tsx'
import { TopLine } from '../ui/TopLine.tsx'
import { useTheme } from '../ui/theme.ts'
import { FindBox } from './FindBox.tsx'
import { KeysSheet } from './KeysSheet.tsx'
import { Rail } from './Rail.tsx'
import { SaveState } from './SaveState.tsx'
import { StringOfStages } from './StringOfStages.tsx'
import { TriedBeforeSheet } from './TriedBeforeSheet.tsx'
import { WhoSheet } from './WhoSheet.tsx'

/** Everything inside one job: top line, string, rail, stage, meter. */
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

/** Stages where the hand is on the circuit: the meter stands beside them. */
const atTheCircuit = new Set(['scheme'])

function Inside() {
  const { session, document, entries, undo, redo } = useSession()
  const [finding, setFinding] = useState(false)
  const [keysShown, setKeysShown] = useState(false)
  const location = useLocation()
  const stage = location.pathname.split('/')[3]
  const standing = useMemo(() => stageStandings(document, entries), [document, entries])
  const { sheet, raise, panel, inHand, take, wide: widened } = useWorkspace()
  useJobKeys(
    () => setFinding(true),
    () => setKeysShown(true),
  )
  const wide = !atTheCircuit.has(stage ?? '')
  // The wall may take the whole width; what stood beside it comes up from below, as on a phone.
  const whole = widened && location.pathname.endsWith('/wall')
  return (
    <div className="grid h-full grid-cols-[minmax(0,1fr)] grid-rows-[auto_auto_minmax(0,1fr)]">
      <div>
        <TopLine
          title={<JobSwitcher />}
          find={() => setFinding(true)}
          save={<SaveState />}
          undo={{
            back: undo ? session.undo : undefined,
            again: redo ? session.redo : undefined,
            names: [undo ? `Undo: ${undo}` : 'Nothing to undo', redo ? `Redo: ${redo}` : 'Nothing to redo'],
          }}
        />
      </div>
      <StringOfStages jobId={session.id} standing={(id) => standing[id]} />
      <div
        className={`grid min-h-0 grid-cols-[minmax(0,1fr)] gap-3 px-3 sm:px-4 pt-2 pb-18 ${whole ? '' : 'md:pb-4'} ${whole ? '' : wide ? 'md:grid-cols-[248px_minmax(0,1fr)]' : 'md:grid-cols-[248px_minmax(0,1fr)] lg:grid-cols-[248px_minmax(0,1fr)_300px]'}`}
      >
        <aside
          aria-label="Calls"
          className={`no-print hidden overflow-y-auto rounded-card border border-line bg-card p-2.5 pt-3 ${whole ? '' : 'md:block'}`}
        >
          <Rail />
        </aside>
        <main className="min-h-0 min-w-0 overflow-y-auto" id="stage">
          <Outlet />
        </main>
        {!wide && (
          <aside
            aria-label="Meter and selection"
            className={`no-print hidden overflow-y-auto rounded-card border border-line bg-card p-3.5 ${whole ? '' : 'lg:block'}`}
          >
            <Side />
          </aside>
        )}
      </div>
      <div
        className={`no-print fixed inset-x-0 bottom-0 z-30 grid grid-cols-2 gap-2 border-line border-t bg-card p-2 ${whole ? '' : wide ? 'md:hidden' : 'lg:hidden'}`}
      >
        <button
          type="button"
          onClick={() => raise('calls')}
          className={`flex min-h-13 items-center justify-center gap-2 rounded-control bg-well font-semibold ${whole ? '' : 'md:hidden'}`}
        >
          <PhoneCall aria-hidden size={19} /> Who calls
        </button>
        <button
          type="button"
          onClick={() => raise('meter')}
          className={`flex min-h-13 items-center justify-center gap-2 rounded-control bg-well font-semibold ${whole ? '' : 'md:col-span-2'}`}
        >
          <Gauge aria-hidden size={19} /> {panel === 'picked' ? 'Selected' : 'Meter'}
        </button>
      </div>
      {inHand && (
        <div
          role="status"
          className="no-print fixed inset-x-3 bottom-20 z-30 flex items-center justify-between gap-3 rounded-control bg-ink px-4 py-2 text-paper lg:hidden"
        >
          <span className="font-semibold">Lead {inHand.toUpperCase()} in hand: touch a terminal</span>
          <button type="button" onClick={() => take(undefined)} className="min-h-11 px-2 underline underline-offset-4">
            Put down
          </button>
        </div>
      )}
      <Sheet
        title="Who calls, what answers"
        open={sheet === 'calls'}
        onOpenChange={(open) => raise(open ? 'calls' : undefined)}
      >
        <Rail />
      </Sheet>
      <Sheet
        title="Meter and selection"
        open={sheet === 'meter'}
        onOpenChange={(open) => raise(open ? 'meter' : undefined)}
      >
        <Side />
      </Sheet>
      <FindBox open={finding} onOpenChange={setFinding} />
      <KeysSheet open={keysShown} onOpenChange={setKeysShown} />
      <WhoSheet />
      <TriedBeforeSheet />
    </div>
  )
}

function Side() {
  const { panel, show } = useWorkspace()
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-3">
      <Segments
        label="Panel"
        value={panel}
        options={[
          { value: 'meter', says: 'Meter' },
          { value: 'picked', says: 'Selected' },
        ]}
        onChange={show}
        className="w-full"
      />
      {panel === 'meter' ? <MeterPanel /> : <PickedPanel />}
    </div>
  )
}

function JobSwitcher() {
  const { job, session } = useSession()
  const navigate = useNavigate()
  const jobs = useQuery({ queryKey: ['jobs'], queryFn: api.jobs })
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger className="flex min-h-11 max-w-full items-center gap-2 rounded-control px-2 text-left hover:bg-well">
        <span className="min-w-0">
          <span className="block truncate font-bold leading-tight">{job.title}</span>
          <span className="block truncate text-[15px] text-soft leading-tight">
            {job.task || (Object.keys(job.zones).length === 1 ? 'One zone' : `${Object.keys(job.zones).length} zones`)}
          </span>
        </span>
        <span className="sr-only">, change job</span>
        <ChevronsUpDown aria-hidden size={17} className="shrink-0 text-soft" />
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="start"
          sideOffset={6}
          className="z-50 max-h-[60dvh] min-w-72 max-w-[90vw] overflow-y-auto rounded-card border border-line bg-card p-1.5 shadow-lg"
        >
          <DropdownMenu.Item
            onSelect={() => void navigate('/')}
            className="flex min-h-11 cursor-pointer items-center rounded-control px-3 font-semibold data-highlighted:bg-well"
          >
            All jobs
          </DropdownMenu.Item>
          <DropdownMenu.Separator className="my-1 h-px bg-line" />
          {jobs.data
            ?.filter((one) => one.id !== session.id)
            .slice(0, 12)
            .map((one) => (
              <DropdownMenu.Item
                key={one.id}
                onSelect={() => void navigate(`/jobs/${one.id}`)}
                className="flex min-h-11 cursor-pointer items-center rounded-control px-3 data-highlighted:bg-well"
              >
                <span className="truncate">{one.title}</span>
              </DropdownMenu.Item>
            ))}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  )
}

/** The keys of a job. They leave text fields alone. */
function useJobKeys(find: () => void, help: () => void) {
  const { session, job } = useSession()
  const { snapshot } = useBench()
  const { take, inHand, pick, pull } = useWorkspace()
  const changeTheme = useTheme((t) => t.change)
  const navigate = useNavigate()
  // While a sheet is up, the keys belong to it.
  const mine = { preventDefault: true, ignoreEventWhen: () => document.querySelector('[role="dialog"]') !== null }
  useHotkeys('/', find, { ...mine, useKey: true })
  useHotkeys('ctrl+k, meta+k', find, { ...mine, enableOnFormTags: true })
  useHotkeys('shift+?, ?', help, { ...mine, useKey: true })
  useHotkeys('ctrl+z, meta+z', session.undo, mine)
  useHotkeys('ctrl+shift+z, meta+shift+z', session.redo, mine)
  useHotkeys('a', () => take(inHand === 'a' ? undefined : 'a'), mine, [inHand])
  useHotkeys('b', () => take(inHand === 'b' ? undefined : 'b'), mine, [inHand])
  useHotkeys('l', () => void navigate(`/jobs/${session.id}/scheme/loops`), mine)
  useHotkeys('w', () => void navigate(`/jobs/${session.id}/scheme/wall`), mine)
  useHotkeys('g', () => void navigate(`/jobs/${session.id}/scheme/rungs`), mine)
  useHotkeys('c', () => void navigate(`/jobs/${session.id}/scheme/timeline`), mine)
  useHotkeys('r', () => void navigate(`/jobs/${session.id}/scheme/runs`), mine)
  useHotkeys('t', changeTheme, mine)
  useHotkeys('esc', () => {
    take(undefined)
    pull(undefined)
    pick(undefined)
  })
  useHotkeys(
    '1,2,3,4,5,6,7,8,9',
    (event) => {
      const zone = zonesInOrder(job).find(({ number }) => String(number) === event.key)
      const asking = zone && askingOf(job, zone)
      if (!asking) return
      const calling = snapshot?.verdict.zones.find((z) => z.zone === zone.id)?.calling === true
      call(session, job, zone.id, !calling, asking)
    },
    mine,
    [job, snapshot, session],
  )
}
