import { conductorBetween, freshId, type Job, labelOf, terminalInWords } from '@civil-lantern/core'
import { toast } from 'sonner'
import type { Desk } from '../../data/desk.ts'
import type { Picked } from '../../data/workspace.ts'
import type { Arrangement } from './arrange.ts'

const endOf = (point: string) => {
  const dot = point.indexOf('.')
  return { part: point.slice(0, dot), terminal: point.slice(dot + 1) }
}

/** Lands the conductor in hand on a terminal, as one edit; what cannot be is said. */
export function landConductor(
  job: Job,
  session: Desk,
  from: string,
  to: string,
  pick: (picked: Picked) => void,
  pull: (from: string | undefined) => void,
) {
  const wire = conductorBetween(job, endOf(from), endOf(to))
  pull(undefined)
  if (!wire.ok) {
    toast.error(`${wire.failures[0]!.says} ${wire.failures[0]!.remedy}`)
    return
  }
  const id = freshId(job.wires, 'w')
  const { label, from: a, to: b } = wire.value
  const words = [a, b].map(({ part, terminal }) => terminalInWords(job, part, terminal)).join(' to ')
  session.edit(`Wire ${label}: ${words}`.slice(0, 120), (draft) => void (draft.wires[id] = wire.value))
  toast(`Wire ${label} landed: ${words}`)
  pick({ wire: id })
}

/** Parts were moved by hand: from now on everything stays where it hangs until the wall is tidied. */
export function hungByHand(
  session: Desk,
  { parts }: Arrangement,
  moved: readonly { id: string; position: { x: number; y: number } }[],
) {
  const to = new Map(moved.map(({ id, position }) => [id, position]))
  if (parts.every(({ part, x, y }) => !to.has(part) || (to.get(part)!.x === x && to.get(part)!.y === y))) return
  const { job } = session.state()
  const name = moved.length === 1 ? labelOf(job, moved[0]!.id) : `${moved.length} parts`
  session.edit(`Hang ${name} elsewhere`, (draft) => {
    for (const { part, x, y } of parts) {
      const at = to.get(part) ?? { x, y }
      if (draft.parts[part]) draft.parts[part]!.at = { x: at.x, y: at.y }
    }
  })
}
