import { wireInWords } from '../words/words.ts'
import { conductorUnit, missingWire, type SupposedKind } from './supposition.ts'

/** A conductor open somewhere along its length. */
export const wireOpen: SupposedKind = {
  name: 'a conductor is open',
  form: /^wire:(?<wire>[^/.]+)\/open$/,
  missing: (job, { wire }) => missingWire(job, wire),
  unit: (job, { wire }) => conductorUnit(job, wire!),
  says: (job, { wire }) => `${wireInWords(job, wire!)} broken`,
  alters: (_job, { wire }) => ({ forces: { [`wire:${wire}`]: { as: 'open' } } }),
  every: (job) => Object.keys(job.wires).map((wire) => ({ id: `wire:${wire}/open` })),
}
