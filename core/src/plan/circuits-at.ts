import type { Job } from '../job/schema.ts'
import { kindOf } from '../parts/index.ts'
import type { CircuitClass } from '../parts/kind.ts'
import { Nets } from './nets.ts'

/** The classes of circuit that are landed on the nets of each part, by what the other devices on them say. */
export function circuitsAtParts(job: Job): Map<string, Set<CircuitClass>> {
  const nets = new Nets(job)
  const found = new Map<string, Set<CircuitClass>>()
  for (const [part, { kind }] of Object.entries(job.parts)) {
    const circuits = new Set<CircuitClass>()
    for (const terminal of Object.keys(kindOf({ kind })?.terminals ?? {}))
      for (const other of nets.devices({ part, terminal })) {
        const circuit = kindOf(job.parts[other.part])?.terminals[other.terminal]?.circuit
        if (circuit && other.part !== part) circuits.add(circuit)
      }
    found.set(part, circuits)
  }
  return found
}
