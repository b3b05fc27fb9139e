import { expect, it } from 'vitest'
import type { Job } from '../job/schema.ts'
import { wireAt, wired } from '../testing/benches.ts'
import { mistakes } from '../testing/mistakes.ts'
import { line } from '../testing/ways.ts'
import { findingsOf, rules } from './index.ts'

/** Mistakes of the rarer kinds, which no generated plant invites. */
const rarer: readonly (() => Job)[] = [
  // Three end switches in series.
  () => {
    const job = wired()
    delete job.wires[wireAt(job, 'V1.e2').id]
    wireAt(job, 'V2.e1').wire.to = { part: 'V1', terminal: 'e2' }
    return job
  },
  // A diverter whose jumpers were not moved.
  () => {
    const job = wired({ scheme: 's11', ...line, boiler: 'boiler/combination' })
    job.parts.DV = {
      kind: 'valve/diverter',
      label: 'Diverter',
      place: 'boiler',
      figures: { jumpersMoved: 0, mirrored: 1 },
    }
    return job
  },
  // A pump too heavy for the valve switch that starts it.
  () => {
    const job = wired({ scheme: 's9', ...line, boiler: 'boiler/switched-live', zones: 1 })
    job.parts.V1!.figures = { switchAmps: 0.2 }
    return job
  },
  // A boiler that runs its pump on, and a switched live in blue.
  () => {
    const job = wired({ scheme: 's9', ...line, boiler: 'boiler/switched-live', postRun: 120 })
    wireAt(job, 'V1.call').wire.colour = 'blue'
    return job
  },
  // Two valves on one thermostat, no spare core, and a valve whose opening nobody proves.
  () => {
    const job = wired({ scheme: 's6', twoLead: true })
    wireAt(job, 'V2.m1').wire.to = { ...wireAt(job, 'V1.m1').wire.to }
    delete job.cables.TC1!.cores.green
    return job
  },
]

it('every rule finds something in the mistakes made on purpose', () => {
  const quiet = new Set(rules.map(({ id }) => id))
  for (const make of [...rarer, ...mistakes.map(({ job }) => job)]) {
    if (quiet.size === 0) break
    for (const { rule } of findingsOf(make())) quiet.delete(rule)
  }
  expect([...quiet]).toEqual([])
})
