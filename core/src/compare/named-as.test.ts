import { expect, it } from 'vitest'
import { demoJobs } from '../demo/index.ts'
import type { Job } from '../job/schema.ts'
import { zonesInOrder } from '../job/zones.ts'
import { schemeCalled } from '../schemes/index.ts'
import { rewired } from '../schemes/rewire.ts'
import { compare } from './compare.ts'
import { namedAs } from './named-as.ts'

it.each(Object.entries(demoJobs))(
  '%s wired again without a zone keeps the numbers of all that stays',
  (_name, make) => {
    const job = make()
    const scheme = job.scheme && schemeCalled(job.scheme.id)
    const [gone] = zonesInOrder(job)
    if (!scheme || !gone) throw new Error('not wired by a way')
    const { [gone.id]: _, ...zones } = job.zones
    const again = rewired({ ...job, zones }, scheme).job
    const named = namedAs(job, again)
    // Only names differ.
    expect(compare(named, again).changes).toEqual([])
    const { parts, wires } = compare(job, named)
    for (const [was, is] of [...parts, ...wires]) expect(is).toBe(was)
    expect(parts.size).toBeGreaterThan(Object.keys(job.parts).length / 2)
    for (const [id] of parts) expect(named.parts[id]!.label).toBe(job.parts[id]!.label)
    // What is new takes no number that was in use for something else.
    const kept = new Set(parts.values())
    for (const id of Object.keys(named.parts)) if (!kept.has(id)) expect(job.parts[id]).toBeUndefined()
    // Every end lands on a part that is there, and zones name theirs.
    for (const { from, to } of Object.values(named.wires))
      for (const { part } of [from, to]) expect(named.parts[part]).toBeDefined()
    for (const { valve, thermostat, relay } of Object.values(named.zones))
      for (const part of [valve, thermostat, relay]) if (part) expect(named.parts[part]).toBeDefined()
  },
)

it('the same job keeps every name, and so does what was wired at first', () => {
  const job = demoJobs['kestrel-point']!()
  expect(namedAs(job, JSON.parse(JSON.stringify(job)))).toEqual(job)
  const shuffled = namedAs(job, { ...job, wired: { parts: job.parts, cables: job.cables, wires: job.wires } } as Job)
  expect(shuffled.wired?.wires).toEqual(job.wires)
})

it('two new parts under numbers that are in use get two numbers that are not', () => {
  const job = demoJobs['kestrel-point']!()
  const moved = JSON.parse(JSON.stringify(job).replaceAll('"S8"', '"S80"').replaceAll('"S9"', '"S90"')) as Job
  // Two splices that nothing is on yet, under the numbers of two that are.
  const bare = { kind: job.parts.S8!.kind, label: 'Splice S8', place: job.parts.S8!.place }
  moved.parts = { ...moved.parts, S8: bare, S9: { ...bare, label: 'Splice S9' } }
  const named = namedAs(job, moved)
  expect(named.parts.S8!.label).toBe(job.parts.S8!.label)
  expect(Object.keys(named.parts)).toHaveLength(Object.keys(job.parts).length + 2)
  const added = Object.keys(named.parts).filter((id) => !job.parts[id])
  expect(new Set(added).size).toBe(2)
  for (const id of added) expect(named.parts[id]!.label).toBe(`Splice ${id}`)
  expect(
    compare(job, named)
      .changes.map(({ says }) => says)
      .sort(),
  ).toEqual(added.map((id) => `Splice ${id} added`).sort())
})
