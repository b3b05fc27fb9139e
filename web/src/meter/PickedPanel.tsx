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
  return (
    <p className="text-soft">
      Touch a wire or a part to see it here: what is landed on it, its switches, and what may be wrong with it.
    </p>
  )
}
