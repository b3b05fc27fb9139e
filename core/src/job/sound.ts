import type { Job } from './schema.ts'

/** The same job with every wire whole and landed and every part without fault: the wiring as it is meant. */
export function sound(job: Job): Job {
  const parts: Job['parts'] = {}
  for (const [id, { faults: _, ...part }] of Object.entries(job.parts)) parts[id] = part
  const wires: Job['wires'] = {}
  for (const [id, { broken: _b, lifted: _l, ...wire }] of Object.entries(job.wires)) wires[id] = wire
  return { ...job, parts, wires }
}
