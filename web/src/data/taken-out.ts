import { type Job, labelOf, removePart } from '@civil-lantern/core'
import type { Desk } from './desk.ts'
import type { Picked } from './workspace.ts'

/** Takes the chosen wire out, or the chosen part down with every wire on it. */
export function takenOut(
  job: Job,
  session: Desk,
  picked: Picked | undefined,
  pick: (picked: Picked | undefined) => void,
) {
  if (!picked) return
  pick(undefined)
  if ('wire' in picked) {
    const wire = job.wires[picked.wire]
    if (wire) session.edit(`Take wire ${wire.label} out`, (draft) => void delete draft.wires[picked.wire])
  } else if (job.parts[picked.part])
    session.edit(`Take ${labelOf(job, picked.part)} down`.slice(0, 120), (draft) => removePart(draft, picked.part))
}
