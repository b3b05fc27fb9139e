import { describe, expect, it } from 'vitest'
import { demoJobs } from '../demo/index.ts'
import { together as both } from '../motion/alterations.ts'
import { Simulation } from '../motion/simulation.ts'
import { kindOf } from '../parts/index.ts'
import { copyOf } from '../testing/benches.ts'
import { asksIn } from './asks/index.ts'
import { Finder } from './finder.ts'
import { SUPPLY } from './likelihood.ts'
import { bring, calling, DEAD, NOBODY } from './stand.ts'
import { WELL } from './suspects.ts'
import { shownAt, shownBy, TableBench, tableOf } from './table.ts'
import { warmthOn } from './warmth.ts'

const job = demoJobs['lowther-street']!()
const [zone, other] = Object.keys(job.zones) as [string, string]
const finder = new Finder(job, [], { told: 'wired' })
const sound = finder.suspects.find(({ id }) => id === WELL)!
const some = (is: (one: (typeof finder.suspects)[number]) => boolean) => finder.suspects.filter(is).slice(0, 3)
const suspects = [
  sound,
  ...some(({ id, goes }) => /\/open$/.test(id) && goes === undefined),
  // What leaves some of the volts is worked out as the mains may stand.
  ...some(({ id, goes }) => /\/ohms$/.test(id) && goes === undefined),
  ...some(({ suppositions }) => suppositions.some(({ id }) => id.includes('exchanged'))),
  ...some(({ goes }) => goes !== undefined),
  // A fuse that has blown on the one before must be whole for the next.
  ...some(({ id }) => ['part:B1/l+n/short', 'part:P1/seized', 'part:B1/callInputDead'].includes(id)),
]
const stands = [DEAD, calling(zone), NOBODY, calling(other)]
const asks = (stand: typeof DEAD) => asksIn(finder.asks, stand, [zone])
const alone = stands.map((stand) => tableOf(job, [], suspects, asks(stand), stand))

const together = (of: typeof suspects) => {
  const bench = new TableBench(job, [])
  const tables = stands.map((stand) => bench.begin(stand, asks(stand)))
  for (const one of of) bench.add(one, tables)
  return tables
}

describe('what every suspect shows', () => {
  it('is the same whether stands are worked out together or each alone, in whatever order they come', () => {
    expect(suspects.length).toBeGreaterThan(10)
    expect(together(suspects)).toEqual(alone)
  })

  it('is the same whichever suspect was on the bench before', () => {
    const [first, ...others] = suspects
    for (const [i, { rows }] of together([first!, ...others.reverse()]).entries())
      for (const { id } of suspects) expect(rows.get(id)).toEqual(alone[i]!.rows.get(id))
  })

  it('is one row, or one for each of what the mains may stand at while there is power', () => {
    const counts = (id: string) => alone.map(({ rows }) => rows.get(id)!.length)
    const weak = suspects.find(({ id }) => id.endsWith('/ohms'))!.id
    expect(counts(WELL)).toEqual([1, 1, 1, 1])
    expect(counts(weak)).toEqual([1, SUPPLY.length, SUPPLY.length, SUPPLY.length])
  })

  it('has fewer volts where the mains stand low', () => {
    const weak = suspects.find(({ id }) => id.endsWith('/ohms'))!.id
    const table = alone[1]!
    const volts = table.asks.flatMap(({ ask }, column) => (ask === 'volts' ? [column] : []))
    const at = (k: number) => volts.map((column) => Number(shownAt(table, weak, column, k)))
    expect(Math.max(...at(0))).toBeGreaterThan(0)
    expect(Math.max(...at(0))).toBeCloseTo((SUPPLY[0]!.times / SUPPLY[2]!.times) * Math.max(...at(2)), 0)
  })

  it('a room gets warm where the valve stands open, the boiler is called and a pump runs for it', () => {
    const warm = (id: string) => stands.map((_, i) => [...alone[i]!.rows.get(id)![0]!.heats])
    expect(warm(WELL)).toEqual([[], [zone], [], [other]])
    const none = [[], [], [], []]
    for (const id of ['part:P1/seized', 'part:B1/callInputDead', 'part:B1/l+n/short']) expect(warm(id)).toEqual(none)
  })

  it('no room gets warm of a boiler that is not called, though its valve stands open', () => {
    // No pump but the boiler's own: none that would tell by standing still.
    const kestrel = copyOf(demoJobs['kestrel-point']!())
    const pumps = Object.keys(kestrel.parts).filter((id) => kindOf(kestrel.parts[id])?.class === 'pump')
    for (const id of pumps) delete kestrel.parts[id]
    for (const [id, { from, to }] of Object.entries(kestrel.wires))
      if (pumps.includes(from.part) || pumps.includes(to.part)) delete kestrel.wires[id]
    const bench = new Simulation(kestrel)
    const [first] = Object.keys(kestrel.zones) as [string]
    bring(bench, kestrel, calling(first))
    const heats = () => [...warmthOn(bench, kestrel)().heats]
    expect(heats()).toEqual([first])
    const boiler = [...bench.netlist.parts.values()].find(({ kind }) => kind.roles.told)!
    bench.alter(both([{ forces: { [`${boiler.id}.${boiler.kind.roles.callSense}`]: { as: 'open' } } }]))
    bench.settle()
    expect(heats()).toEqual([])
  })

  it('by a column is what each shows there while the mains stand as they are rated', () => {
    for (const table of alone)
      for (const column of table.asks.keys())
        expect(shownBy(table, column)).toEqual([...table.rows.keys()].map((id) => shownAt(table, id, column)))
  })

  it('waits for a stand as long as a sound plant takes: none for a dead one', () => {
    const [dead, called, nobody] = alone.map(({ waits }) => waits)
    expect(dead).toBe(0)
    expect(called).toBeGreaterThan(0)
    expect(nobody).toBeGreaterThan(0)
  })
})
