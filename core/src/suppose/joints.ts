import type { Circuit, Job } from '../job/schema.ts'
import { terminalInWords, wireInWords } from '../words/words.ts'
import { missingWire, type Pieces, type SupposedKind } from './supposition.ts'

const endOf = ({ wires }: Circuit, { wire, end }: Pieces) => wires[wire!]?.[end === 'to' ? 'to' : 'from']

const endInWords = (job: Job, pieces: Pieces): string => {
  const end = endOf(job, pieces)
  return end ? terminalInWords(job, end.part, end.terminal) : ''
}

const branch = ({ wire, end }: Pieces) => `joint:${wire}.${end}`

const shared = {
  missing: (job: Job, { wire }: Pieces) => missingWire(job, wire),
  unit: (circuit: Circuit, pieces: Pieces) => endOf(circuit, pieces)?.part ?? '',
}

const ends = (job: Job) => Object.keys(job.wires).flatMap((wire) => [`wire:${wire}.from`, `wire:${wire}.to`])

/** A conductor's end that has come off its terminal by itself. */
export const jointOpen: SupposedKind = {
  ...shared,
  name: 'a joint is open',
  form: /^wire:(?<wire>[^/.]+)\.(?<end>from|to)\/open$/,
  says: (job, pieces) => `${wireInWords(job, pieces.wire!)} loose at ${endInWords(job, pieces)}`,
  alters: (_job, pieces) => ({ forces: { [branch(pieces)]: { as: 'open' } } }),
  every: (job) => ends(job).map((end) => ({ id: `${end}/open` })),
}

/** A conductor's end that a hand has taken off its terminal. */
export const leadLifted: SupposedKind = {
  ...shared,
  name: 'a lead is lifted',
  form: /^wire:(?<wire>[^/.]+)\.(?<end>from|to)\/lifted$/,
  says: (job, pieces) => `${wireInWords(job, pieces.wire!)} lifted off ${endInWords(job, pieces)}`,
  alters: (_job, pieces) => ({ forces: { [branch(pieces)]: { as: 'open' } } }),
  // A hand's doing is no suspect.
  every: () => [],
}

/** A joint with ohms: loose, corroded, insulation under the screw. */
export const jointOhms: SupposedKind = {
  ...shared,
  name: 'a joint has ohms',
  form: /^wire:(?<wire>[^/.]+)\.(?<end>from|to)\/ohms$/,
  amount: { unit: 'Ω', usual: 60, from: 0.02, to: 1e6 },
  says: (job, pieces, value) => `${wireInWords(job, pieces.wire!)}: ${value} Ω at ${endInWords(job, pieces)}`,
  alters: (_job, pieces, value) => ({ forces: { [branch(pieces)]: { as: 'ohms', ohms: value } } }),
  every: (job) => ends(job).map((end) => ({ id: `${end}/ohms`, value: 60 })),
}
