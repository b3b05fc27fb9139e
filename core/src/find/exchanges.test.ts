import { describe, expect, it } from 'vitest'
import { demoJobs } from '../demo/index.ts'
import { kindOf } from '../parts/index.ts'
import { checkSupposition } from '../suppose/index.ts'
import { wired } from '../testing/benches.ts'
import { searched } from '../testing/searched.ts'
import { exchangesOf, landsOtherwise } from './exchanges.ts'
import { Finder } from './finder.ts'
import { DEAD } from './stand.ts'
import { StandInWall } from './stand-in-wall.ts'

const job = wired({ zones: 2 })
const endsOf = (id: string) =>
  /^lead:(.+)\.(.+)\/(?:exchanged|on):(.+)\.(.+)$/.exec(id)!.slice(1) as [string, string, string, string]

describe('which leads may have changed places', () => {
  it.each(Object.entries(demoJobs))('%s: such as there are, never line for low voltage, no earth', (_name, make) => {
    const plant = make()
    const all = exchangesOf(plant)
    expect(all.length).toBeGreaterThan(20)
    expect(new Set(all.map(({ id }) => id)).size).toBe(all.length)
    for (const one of all) {
      expect(checkSupposition(plant, one).ok).toBe(true)
      const [part, terminal, other, there] = endsOf(one.id)
      const circuits = [
        kindOf(plant.parts[part]!)!.terminals[terminal]!,
        kindOf(plant.parts[other]!)!.terminals[there]!,
      ]
      expect(circuits.map(({ circuit }) => circuit)).not.toContain('earth')
      expect(new Set(circuits.map(({ circuit }) => circuit === 'line voltage')).size).toBe(1)
    }
  })

  it('two on one part, and the same lead of two zones; not different leads of two zones', () => {
    const ids = exchangesOf(job).map(({ id }) => id)
    expect(ids).toContain('lead:V1.m1/exchanged:V1.e1')
    expect(ids).toContain('lead:V1.m1/exchanged:V2.m1')
    expect(ids).not.toContain('lead:V1.m1/exchanged:V2.e1')
    expect(ids.some((id) => id.includes('TS1.') && id.includes('TS2.'))).toBe(true)
    expect(ids.some((id) => /[:.\s](CB1|S\d+)\./.test(id))).toBe(false)
  })

  it('one on the free terminal beside its own, where it has one: a call on the contact that rests, no factory lead', () => {
    const plant = wired({
      ...{ scheme: 's9', zones: 2, practice: '230', boiler: 'boiler/switched-live', valve: 'valve/two-port-5' },
      thermostat: 'thermostat/receiver-230',
    })
    const moved = exchangesOf(plant)
      .map(({ id }) => id)
      .filter((id) => id.includes('/on:'))
    expect(moved).toContain('lead:TS1.no/on:TS1.nc')
    expect(moved.some((id) => id.startsWith('lead:V1.'))).toBe(false)
    const landed = new Set(
      Object.values(plant.wires).flatMap(({ from, to }) => [from, to].map((end) => `${end.part}.${end.terminal}`)),
    )
    for (const id of moved) {
      const [part, one, other, there] = endsOf(id)
      const order = Object.keys(kindOf(plant.parts[part]!)!.terminals)
      expect([part === other, Math.abs(order.indexOf(one) - order.indexOf(there))]).toEqual([true, 1])
      expect([landed.has(`${part}.${one}`), landed.has(`${other}.${there}`)]).toEqual([true, false])
    }
  })

  it('in a long row only neighbours', () => {
    const panel = demoJobs['sable-row']!()
    const order = Object.keys(kindOf(panel.parts.PN1!)!.terminals)
    const landed = new Set(
      Object.values(panel.wires).flatMap(({ from, to }) =>
        [from, to].flatMap(({ part, terminal }) => (part === 'PN1' ? [terminal] : [])),
      ),
    )
    const row = order.filter((terminal) => landed.has(terminal))
    const own = exchangesOf(panel)
      .filter(({ id }) => id.includes('/exchanged:'))
      .map(({ id }) => endsOf(id))
      .filter(([part, , other]) => part === 'PN1' && other === 'PN1')
    expect(own.length).toBeGreaterThan(10)
    for (const [, one, , other] of own) expect(Math.abs(row.indexOf(one) - row.indexOf(other))).toBeLessThanOrEqual(3)
  })

  it('a lead that lands otherwise is at both its parts and at no other', () => {
    expect(landsOtherwise('lead:V1.m1/exchanged:V2.m1', 'V1')).toBe(true)
    expect(landsOtherwise('lead:V1.m1/exchanged:V2.m1', 'V2')).toBe(true)
    expect(landsOtherwise('lead:V1.m1/exchanged:V22.m1', 'V2')).toBe(false)
    expect(landsOtherwise('lead:TS1.no/on:TS1.nc', 'TS1')).toBe(true)
    expect(landsOtherwise('part:V1/windingOpen', 'V1')).toBe(false)
  })
})

describe('a plant that was wired wrongly', () => {
  const crossed = { id: 'lead:V1.m1/exchanged:V2.m1' }
  const isExchange = ({ id }: { id: string }) => id.startsWith('lead:')

  it('is among the suspects only where it is told that it never worked', () => {
    expect(new Finder(job).suspects.some(isExchange)).toBe(false)
    expect(new Finder(job, [], { told: 'yesterday' }).suspects.some(isExchange)).toBe(false)
    const finder = new Finder(job, [], { told: 'wired' })
    expect(finder.suspects.filter(isExchange)).toHaveLength(exchangesOf(job).length)
    expect(finder.suspects.find(({ id }) => id === crossed.id)).toMatchObject({ unit: 'V1', weight: 4 })
  })

  it('is worked out anew when it is told in the middle of a search', () => {
    const finder = new Finder(job)
    const find = () => {
      const work = finder.find(['z1'], [{ is: 'room', zone: 'z1', heats: false }])
      for (let next = work.next(); ; next = work.next()) if (next.done) return next.value
    }
    const named = () => find().units.flatMap(({ members }) => members.map(({ says }) => says))
    expect(named().some((says) => says.includes('are exchanged'))).toBe(false)
    finder.weigh({ told: 'wired' })
    expect(named().some((says) => says.includes('are exchanged'))).toBe(true)
    finder.weigh({})
    expect(named().some((says) => says.includes('are exchanged'))).toBe(false)
  })

  it('an eye that holds the leads against the drawing sees it at both parts', () => {
    const wall = new StandInWall(job, [crossed])
    const { asks } = new Finder(job)
    const at = (part: string) => wall.shows(asks.find(({ id }) => id === `landing:${part}`)!, DEAD)
    expect(['V1', 'V2', 'TS1'].map(at)).toEqual(['otherwise', 'otherwise', 'as drawn'])
    // What stays live with all open is not worked on, and a connector has no drawing of its own.
    expect(asks.some(({ id }) => /^landing:(MAINS|S\d+)$/.test(id))).toBe(false)
  })

  it.each([crossed.id, 'lead:V2.m2/exchanged:V2.e2', 'lead:XF1.h/exchanged:XF1.c'])(
    '%s is found, or hurts nobody',
    (id) => {
      const wall = new StandInWall(job, [{ id }])
      const cold = ['z1', 'z2'].filter((zone) => !wall.heats(zone))
      // A transformer does not mind which way round it is.
      if (id.includes('XF1')) return expect(cold).toEqual([])
      // Zones crossed: each calls for the other, which nobody sees while both are looked at one by one but in the valves.
      const finder = new Finder(job, [], { told: 'wired' })
      const ended = searched(finder, wall, ['z1', 'z2'])
      expect(cold.length).toBeGreaterThan(0)
      expect(ended.solved).toBe(true)
      expect(wall.wrong).toEqual([])
    },
  )
})
