import {
  askingOf,
  type Budget,
  clockWords,
  type Job,
  kindOf,
  labelOf,
  type Snapshot,
  whoCallsInWords,
  zonesInOrder,
} from '@civil-lantern/core'
import { PanelRightClose, PanelRightOpen } from 'lucide-react'
import { call } from '../data/calls.ts'
import { useBench, useSession } from '../data/open-job.tsx'
import { useWorkspace } from '../data/workspace.ts'

/** The column at the right of the circuit: who calls and what answers, always live; folded, only the numbers. */
export function WhoCalls() {
  const { callsFolded, foldCalls } = useWorkspace()
  return (
    <aside
      aria-label="Calls"
      className="no-print hidden min-h-0 flex-col overflow-y-auto rounded-card border border-line bg-card p-1.5 lg:flex"
    >
      {callsFolded ? <Numbers /> : <CallsList />}
      <button
        type="button"
        aria-expanded={!callsFolded}
        onClick={() => foldCalls(!callsFolded)}
        className="mt-auto flex min-h-11 shrink-0 items-center gap-2 rounded-control px-2 text-soft hover:bg-well"
      >
        {callsFolded ? <PanelRightOpen aria-hidden size={18} /> : <PanelRightClose aria-hidden size={18} />}
        <span className={callsFolded ? 'sr-only' : ''}>{callsFolded ? 'Unfold the calls' : 'Fold'}</span>
      </button>
    </aside>
  )
}

/** The zones as numbers, for whoever needs the width: lit while they call. */
function Numbers() {
  const { job, session } = useSession()
  const { snapshot } = useBench()
  return (
    <ul className="grid gap-1.5">
      {zonesInOrder(job).map((zone) => {
        const standing = snapshot?.verdict.zones.find((z) => z.zone === zone.id)
        const asking = askingOf(job, zone)
        const calling = standing?.calling === true
        return (
          <li key={zone.id}>
            <button
              type="button"
              role="switch"
              aria-checked={calling}
              aria-label={`${zone.name} thermostat`}
              title={`${zone.name}: ${standing?.says ?? ''}`}
              disabled={!asking || typeof asking.on === 'number'}
              onClick={() => call(session, job, zone.id, !calling)}
              className={`min-h-12 w-full rounded-control border font-mono text-lg font-semibold disabled:opacity-40 ${calling ? 'border-[#17242c] bg-lamp text-[#17242c]' : 'border-line bg-well text-ink'} ${standing?.trouble ? 'outline-2 outline-bad outline-offset-1' : ''}`}
            >
              {zone.number}
            </button>
          </li>
        )
      })}
    </ul>
  )
}

/** Who calls and what answers, as a list. */
export function CallsList() {
  const { job } = useSession()
  const { snapshot } = useBench()
  const zones = zonesInOrder(job)
  if (!snapshot) return null
  const answering = Object.entries(job.parts).filter(([, part]) =>
    ['boiler', 'pump', 'burner'].includes(kindOf(part)?.class ?? ''),
  )
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-0.5">
      <h2 className="px-1.5 pt-1 font-semibold text-soft">Who is calling</h2>
      {zones.length === 0 && <p className="px-1.5 text-soft">No zones yet. Add them in Survey.</p>}
      <ul>
        {zones.map((zone) => (
          <ZoneRow key={zone.id} zone={zone} job={job} snapshot={snapshot} />
        ))}
      </ul>
      {answering.length > 0 && (
        <>
          <h2 className="px-1.5 pt-2 font-semibold text-soft">What answers</h2>
          <ul>
            {answering.map(([id, part]) => (
              <AnswerRow
                key={id}
                id={id}
                label={part.label}
                says={snapshot.states[id]?.says ?? ''}
                lit={isOn(job, snapshot, id)}
              />
            ))}
          </ul>
        </>
      )}
      {snapshot.budgets.map((budget) => (
        <Transformer key={budget.part} budget={budget} job={job} />
      ))}
    </div>
  )
}

/** A zone that a signal asks: how much, and the way to the knob. */
function AskedButton({
  zone,
  part,
  snapshot,
}: {
  zone: ReturnType<typeof zonesInOrder>[number]
  part: string
  snapshot: Snapshot
}) {
  const { job } = useSession()
  const pick = useWorkspace((w) => w.pick)
  const raise = useWorkspace((w) => w.raise)
  const valve = snapshot.states[zone.valve ?? '']?.state
  const target = kindOf(job.parts[zone.valve ?? ''])?.roles.target
  const asked = Math.round(100 * Number((target && valve?.[target]) ?? 0))
  return (
    <button
      type="button"
      onClick={() => {
        pick({ part })
        raise(window.matchMedia('(max-width: 1023px)').matches ? 'picked' : undefined)
      }}
      aria-label={`${zone.name}: asked ${asked} %, set the signal`}
      className={`min-h-11 w-15 shrink-0 rounded-control border font-mono ${asked > 0 ? 'border-[#17242c] bg-lamp text-[#17242c]' : 'border-line bg-well text-ink'}`}
    >
      {asked} %
    </button>
  )
}

function ZoneRow({
  zone,
  job,
  snapshot,
}: {
  zone: ReturnType<typeof zonesInOrder>[number]
  job: Job
  snapshot: Snapshot
}) {
  const { session } = useSession()
  const standing = snapshot.verdict.zones.find((z) => z.zone === zone.id)
  const calling = standing?.calling === true
  const wrong = standing?.trouble !== undefined
  const goTo = useWorkspace((w) => w.goTo)
  const show = () => {
    goTo(zone.id)
    document.getElementById(`zone-${zone.id}`)?.scrollIntoView({ block: 'nearest', behavior: 'smooth' })
  }
  const asking = askingOf(job, zone)
  const knob = typeof asking?.on === 'number'
  return (
    <li className="flex items-center gap-1.5 rounded-control px-1.5 py-0.5 hover:bg-well">
      <button type="button" onClick={show} className="min-h-11 min-w-0 grow text-left" title={zone.name}>
        <span className="line-clamp-2 font-semibold leading-tight">
          <span className="font-mono">{zone.number}</span> {zone.name}
        </span>
        <span className={`line-clamp-2 text-[15px] leading-tight ${wrong ? 'font-semibold text-bad' : 'text-soft'}`}>
          {standing?.says ?? ''}
        </span>
      </button>
      {knob ? (
        <AskedButton zone={zone} part={asking.part} snapshot={snapshot} />
      ) : (
        <button
          type="button"
          role="switch"
          aria-checked={calling}
          aria-label={`${zone.name} thermostat`}
          disabled={!asking}
          onClick={() => {
            call(session, job, zone.id, !calling)
            show()
          }}
          className={`min-h-11 w-15 shrink-0 rounded-control border font-semibold disabled:opacity-40 ${calling ? 'border-[#17242c] bg-lamp text-[#17242c]' : 'border-line bg-well text-ink'}`}
        >
          {calling ? 'Call' : 'Off'}
        </button>
      )}
    </li>
  )
}

function AnswerRow({ id, label, says, lit }: { id: string; label: string; says: string; lit: boolean }) {
  const pick = useWorkspace((w) => w.pick)
  return (
    <li>
      <button
        type="button"
        onClick={() => pick({ part: id })}
        className="flex min-h-11 w-full flex-wrap items-center justify-between gap-x-2 rounded-control px-1.5 text-left leading-tight hover:bg-well"
      >
        <span className="font-semibold">{label}</span>
        <span className={`rounded-full px-2 text-[15px] ${lit ? 'bg-lamp text-[#17242c]' : 'text-soft'}`}>{says}</span>
      </button>
    </li>
  )
}

/** The transformer's load now, and at worst, against its rating. */
function Transformer({ budget, job }: { budget: Budget; job: Job }) {
  const pick = useWorkspace((w) => w.pick)
  const { ratedVa, nowVa, mostVa, zones, brief } = budget
  const over = mostVa > ratedVa && brief === undefined
  const share = (va: number) => `${Math.min(100, (100 * va) / Math.max(ratedVa, mostVa))}%`
  return (
    <button
      type="button"
      onClick={() => pick({ part: budget.part })}
      className="rounded-control px-1.5 py-1.5 text-left hover:bg-well"
    >
      <span className="flex flex-wrap justify-between gap-x-2">
        <span className="font-semibold">{labelOf(job, budget.part)}</span>
        <span className="whitespace-nowrap font-mono text-[15px]">
          {nowVa.toFixed(1)}/{ratedVa} VA
        </span>
      </span>
      <span className="relative mt-1.5 block h-3 overflow-hidden rounded-full bg-well outline outline-line">
        <span className="absolute inset-y-0 left-0 bg-soft/35" style={{ width: share(mostVa) }} />
        <span className="absolute inset-y-0 left-0 bg-lamp" style={{ width: share(nowVa) }} />
        {over && <span className="absolute inset-y-0 w-0.5 bg-bad" style={{ left: share(ratedVa) }} />}
      </span>
      <span className={`mt-1 block text-[15px] ${over ? 'font-semibold text-bad' : 'text-soft'}`}>
        {mostVa.toFixed(1)} VA{brief === undefined ? '' : ` for ${clockWords(brief)}`} when{' '}
        {whoCallsInWords(job, zones)}
        {over ? ', over its rating' : ''}
      </span>
    </button>
  )
}

const isOn = (job: Job, snapshot: Snapshot, id: string) => {
  const kind = kindOf(job.parts[id])
  const state = snapshot.states[id]?.state
  const on = kind?.roles.told ?? kind?.roles.running
  return on !== undefined && state?.[on] === true
}
