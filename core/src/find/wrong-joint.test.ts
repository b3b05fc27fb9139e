import { expect, it } from 'vitest'
import { netlistOf } from '../circuit/netlist.ts'
import { demoJobs } from '../demo/index.ts'
import { catalogue, kindOf } from '../parts/index.ts'
import { copperOf } from '../poles/poles.ts'
import { reshaped } from '../suppose/index.ts'
import { wired } from '../testing/benches.ts'
import { searched } from '../testing/searched.ts'
import { Finder } from './finder.ts'
import { DEAD } from './stand.ts'
import { StandInWall } from './stand-in-wall.ts'
import { inWrongJoint } from './wrong-joint.ts'

const piecesOf = (id: string) =>
  /^lead:([^.]+)\.([^=/]+)(?:=([^/]+))?\/(on|exchanged):([^.]+)\.(.+)$/.exec(id)!.slice(1) as string[]

it('a conductor goes in the free way of a splice of its box, near its own, and joins nothing that is joined already', () => {
  for (const make of Object.values(demoJobs)) {
    const job = make()
    const netlist = netlistOf(job, catalogue)
    const copper = copperOf(netlist)
    const at = (part: string, terminal: string) => copper.of(netlist.parts.get(part)!.nodes.get(terminal)!)
    const taken = new Set(
      Object.values(job.wires).flatMap(({ from, to }) => [from, to].map((end) => `${end.part}.${end.terminal}`)),
    )
    for (const id of inWrongJoint(job)) {
      const [part, terminal, , how, other, there] = piecesOf(id) as [string, string, string, string, string, string]
      if (kindOf(job.parts[part]!)!.roles.centre) continue
      expect(job.parts[other]!.place).toBe(job.parts[part]!.place)
      expect(taken.has(`${part}.${terminal}`)).toBe(true)
      expect(taken.has(`${other}.${there}`)).toBe(how === 'exchanged')
      if (how === 'exchanged') expect(at(part, terminal)).not.toBe(at(other, there))
    }
  }
})

it('in a wiring centre one conductor by itself, on the terminal beside or on the permanent live; no link, no earth', () => {
  const job = demoJobs['lowther-street']!()
  const ids = inWrongJoint(job)
  expect(ids.length).toBeGreaterThan(20)
  const order = Object.keys(kindOf(job.parts.WC1!)!.terminals)
  const far = new Set<string>()
  for (const id of ids) {
    const [part, terminal, wire, how, other, there] = piecesOf(id) as [string, string, string, string, string, string]
    expect([part, how]).toEqual([other, 'on'])
    const { from, to } = job.wires[wire]!
    expect([from, to].some((end) => end.part === part && end.terminal === terminal)).toBe(true)
    expect(from.part).not.toBe(to.part)
    if (Math.abs(order.indexOf(terminal) - order.indexOf(there)) > 1) far.add(`${part}.${there}`)
  }
  // Farther off than beside is only the permanent live, the first of the row.
  expect([...far]).toEqual(['WC1.t1'])
})

it('only the wire that is named moves; the others stay on their terminal', () => {
  const job = demoJobs['lowther-street']!()
  const id = inWrongJoint(job).find((one) => {
    const [part, terminal] = piecesOf(one) as [string, string]
    return (
      Object.values(job.wires).filter(({ from, to }) =>
        [from, to].some((end) => end.part === part && end.terminal === terminal),
      ).length > 1
    )
  })!
  const [part, terminal, wire, , , there] = piecesOf(id) as [string, string, string, string, string, string]
  const count = (plant: typeof job, at: string) =>
    Object.values(plant.wires).filter(({ from, to }) =>
      [from, to].some((end) => end.part === part && end.terminal === at),
    ).length
  const shaped = reshaped(job, [{ id }])
  expect(count(shaped, terminal)).toBe(count(job, terminal) - 1)
  expect(count(shaped, there)).toBe(count(job, there) + 1)
  expect(
    Object.entries(shaped.wires).filter(([each, one]) => JSON.stringify(one) !== JSON.stringify(job.wires[each])),
  ).toHaveLength(1)
  expect(shaped.wires[wire]).not.toEqual(job.wires[wire])
})

it('one in the wrong splice is seen by who holds the conductors against the drawing, at both, and is found', () => {
  const job = wired({ zones: 2 })
  const finder = new Finder(job, [], { told: 'wired' })
  const noticed = inWrongJoint(job).find((id) => !new StandInWall(job, [{ id }]).heats('z1'))!
  const [part, , , , other] = piecesOf(noticed) as [string, string, string, string, string]
  const wall = new StandInWall(job, [{ id: noticed }])
  const shown = (at: string) => wall.shows(finder.asks.find(({ id }) => id === `landing:${at}`)!, DEAD)
  const third = Object.keys(job.parts).find((id) => /^S\d/.test(id) && id !== part && id !== other)!
  expect([part, other, third].map(shown)).toEqual(['otherwise', 'otherwise', 'as drawn'])
  expect(searched(finder, wall, ['z1']).solved).toBe(true)
  expect(wall.wrong).toEqual([])
})
