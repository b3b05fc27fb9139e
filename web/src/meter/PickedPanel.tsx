import { X } from 'lucide-react'
import { useSession } from '../data/open-job.tsx'
import { useWorkspace } from '../data/workspace.ts'
import { PickedPart } from './PickedPart.tsx'
import { PickedWire } from './PickedWire.tsx'

/** What is selected: a part with its controls and faults, or a wire with what can happen to it. */
export function PickedPanel() {
  const { job } = useSession()
  const { picked } = useWorkspace()
  if (picked && 'wire' in picked && job.wires[picked.wire])
    return <PickedWire id={picked.wire} wire={job.wires[picked.wire]!} job={job} />
  if (picked && 'part' in picked && job.parts[picked.part]) return <PickedPart id={picked.part} job={job} />
  return <p className="text-soft">What was selected is not part of the circuit shown.</p>
}

/** The selected part or wire, at the right of the circuit until it is let go of. */
export function PickedAside() {
  const pick = useWorkspace((w) => w.pick)
  return (
    <aside
      aria-label="Selected"
      className="no-print relative w-76 shrink-0 overflow-y-auto rounded-card border border-line bg-card p-3.5"
    >
      <button
        type="button"
        aria-label="Let go of the selection"
        title="Esc"
        onClick={() => pick(undefined)}
        className="absolute top-1.5 right-1.5 grid size-11 place-items-center rounded-control bg-card hover:bg-well"
      >
        <X aria-hidden size={20} />
      </button>
      <PickedPanel />
    </aside>
  )
}
