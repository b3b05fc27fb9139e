import type { Job } from '../job/schema.ts'
import { Nets } from './nets.ts'

/** Ids of the wires that are one with a wire: over shared terminals and through splices, broken or not. */
export function netWires(job: Job, wire: string): string[] {
  const start = job.wires[wire]
  if (!start) return []
  const ends = new Set(new Nets(job).of(start.from).map(({ part, terminal }) => `${part}.${terminal}`))
  return Object.entries(job.wires)
    .filter(([, { from }]) => ends.has(`${from.part}.${from.terminal}`))
    .map(([id]) => id)
}
