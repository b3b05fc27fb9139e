import { Type } from 'typebox'
import { Wire } from '../../job/schema.ts'
import { pointInWords } from '../../words/words.ts'
import { entryKind } from '../entry-kind.ts'
import { closed, Id } from './fields.ts'

/** A conductor put on its terminals, as planned or as shown here. */
export const landed = entryKind({
  kind: 'landed',
  name: 'Landed',
  schema: Type.Object({ kind: Type.Literal('landed'), wire: Id, is: Wire }, closed),
  subject: ({ wire }) => `wire:${wire}`,
  fold(found, { wire, is }, entry) {
    const missing = [is.from, is.to].find(({ part }) => !found.circuit.parts[part])
    if (missing) {
      found.offRecord.push({ entry, says: `wire ${is.label} is landed on ${missing.part}, which is not on the record` })
      return
    }
    found.circuit.wires[wire] = is
    found.conductors.set(wire, 'landed')
  },
  says: ({ is }, job) =>
    `Wire ${is.label} landed: ${[is.from, is.to].map(({ part, terminal }) => pointInWords(job, `${part}.${terminal}`)).join(' to ')}`,
})
