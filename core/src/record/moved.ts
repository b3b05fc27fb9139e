import type { Job, Part, Wire } from '../job/schema.ts'
import type { Entry } from './entry.ts'

/** An entry that a hand's change of the found circuit comes to. */
export type Moved = Entry['body']

const same = (a: unknown, b: unknown) => JSON.stringify(a ?? null) === JSON.stringify(b ?? null)

/** A part without where it hangs on a screen, which is no fact of the wall. */
const fact = ({ at: _, ...part }: Part): Part => part

/**
 * What a hand did to the circuit as found, as entries: the same hands that edit a plan (pull a wire, move it, colour it, hang
 * a part) write down what is so on the wall.
 */
export function movedByHand(before: Job, after: Job): Moved[] {
  const bodies: Moved[] = []
  for (const [id, is] of Object.entries(after.cables))
    if (!same(before.cables[id], is)) bodies.push({ kind: 'part', does: 'run', cable: id, is })
  for (const [id, is] of Object.entries(after.parts)) {
    const was = before.parts[id]
    if (!was) bodies.push({ kind: 'part', does: 'fitted', part: id, is: fact(is) })
    else if (!same(fact(was), fact(is))) bodies.push({ kind: 'seen', what: 'part', part: id, is: fact(is) })
  }
  for (const [id, is] of Object.entries(after.wires))
    if (!same(before.wires[id], is)) bodies.push({ kind: 'seen', what: 'conductor', wire: id, is })
  const down = new Set(Object.keys(before.parts).filter((id) => !after.parts[id]))
  // A part taken down takes its wires with it.
  const onDown = ({ from, to }: Wire) => down.has(from.part) || down.has(to.part)
  for (const [id, wire] of Object.entries(before.wires))
    if (!after.wires[id] && !onDown(wire)) bodies.push({ kind: 'seen', what: 'conductor', wire: id, is: null })
  for (const part of down) bodies.push({ kind: 'part', does: 'taken out', part })
  return bodies
}
