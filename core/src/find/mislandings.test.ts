import { describe, expect, it } from 'vitest'
import { demoJobs } from '../demo/index.ts'
import type { Job } from '../job/schema.ts'
import { kindOf } from '../parts/index.ts'
import { layersOf } from '../poles/layers.ts'
import { checkSupposition } from '../suppose/index.ts'
import { wired } from '../testing/benches.ts'
import { searched } from '../testing/searched.ts'
import { line } from '../testing/ways.ts'
import { Finder } from './finder.ts'
import { landsOtherwise, mislandingsOf } from './mislandings.ts'
import { DEAD } from './stand.ts'
import { StandInWall } from './stand-in-wall.ts'

const job = wired({ zones: 2 })
const endsOf = (id: string) =>
  /^lead:([^.]+)\.([^=/]+)(?:=[^/]+)?\/(?:exchanged|on):(.+)\.(.+)$/.exec(id)!.slice(1) as [
    string,
    string,
    string,
    string,
  ]

const idsOf = (plant: Job) => mislandingsOf(plant).map((all) => all.map(({ id }) => id).join(' and '))
const circuitOf = (plant: Job, part: string, terminal: string) =>
  kindOf(plant.parts[part]!)!.terminals[terminal]!.circuit

describe('what may have been landed otherwise', () => {
  it.each(Object.entries(demoJobs))('%s: such as there is, each once, no earth', (_name, make) => {
    const plant = make()
    const ids = idsOf(plant)
    expect(ids.length).toBeGreaterThan(50)
    expect(new Set(ids).size).toBe(ids.length)
    const layers = layersOf(plant)
    for (const one of mislandingsOf(plant).flat()) {
      expect(checkSupposition(plant, one)).toMatchObject({ ok: true })
      const wire = /=([^/]+)\/on:/.exec(one.id)?.[1]
      if (wire) expect(layers[wire]).not.toBe('earth')
    }
  })

  it.each(Object.entries(demoJobs))('%s: at parts never line voltage for low', (_name, make) => {
    const plant = make()
    for (const id of idsOf(plant).filter((one) => one.startsWith('lead:') && !one.includes(' and '))) {
      const [part, terminal, other, there] = endsOf(id)
      if (kindOf(plant.parts[part]!)!.class === 'joint') continue
      const circuits = [circuitOf(plant, part, terminal), circuitOf(plant, other, there)]
      expect(circuits).not.toContain('earth')
      expect(new Set(circuits.map((circuit) => circuit === 'line voltage')).size).toBe(1)
    }
  })

  it('two on one part, and the same lead of two zones; not different leads of two zones', () => {
    const ids = idsOf(job)
    expect(ids).toContain('lead:V1.m1/exchanged:V1.e1')
    expect(ids).toContain('lead:V1.m1/exchanged:V2.m1')
    expect(ids).not.toContain('lead:V1.m1/exchanged:V2.e1')
    expect(ids.some((id) => id.includes('TS1.') && id.includes('TS2.'))).toBe(true)
    expect(ids.some((id) => /[:.\s]CB1\./.test(id) && !id.startsWith('wire:'))).toBe(false)
  })

  it('the motor’s pair for the switch’s, at once; not where both share a lead, or the switch is fed for good', () => {
    expect(idsOf(job)).toContain('lead:V1.m1/exchanged:V1.e1 and lead:V1.m2/exchanged:V1.e2')
    const five = wired({ ...line, scheme: 's9', zones: 2, boiler: 'boiler/switched-live', valve: 'valve/two-port-5' })
    expect(idsOf(five).some((id) => id.includes(' and '))).toBe(false)
  })

  it('two motors in series, of neighbours of one kind', () => {
    const series = idsOf(wired({ zones: 3 })).filter((id) => /^lead:V\d\.m2\/on:V\d\.m1$/.test(id))
    expect(series).toEqual(['lead:V1.m2/on:V2.m1', 'lead:V2.m2/on:V3.m1'])
    const mixed = wired({ zones: 3, firstValve: 'valve/motor-2' })
    expect(idsOf(mixed).filter((id) => id.startsWith('lead:V1.') && id.includes('/on:V2.'))).toEqual([])
  })

  it('every conductor off at either end', () => {
    const ids = idsOf(job).filter((id) => id.endsWith('/lifted'))
    expect(ids).toHaveLength(2 * Object.keys(job.wires).length)
  })

  it('one on the free terminal beside its own, where it has one: a call on the contact that rests, no factory lead', () => {
    const plant = wired({
      ...{ scheme: 's9', zones: 2, practice: '230', boiler: 'boiler/switched-live', valve: 'valve/two-port-5' },
      thermostat: 'thermostat/receiver-230',
    })
    const moved = idsOf(plant).filter((id) => id.includes('/on:') && !/^lead:(S|WC)\d/.test(id))
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
    const own = idsOf(panel)
      .filter((id) => id.includes('/exchanged:') && !id.includes(' and '))
      .map(endsOf)
      .filter(([part, , other]) => part === 'PN1' && other === 'PN1')
    expect(own.length).toBeGreaterThan(10)
    for (const [, one, , other] of own) expect(Math.abs(row.indexOf(one) - row.indexOf(other))).toBeLessThanOrEqual(3)
  })

  it('what lands otherwise is seen at both its parts and at no other; one that hangs, at the end it is off', () => {
    expect(landsOtherwise(job, 'lead:V1.m1/exchanged:V2.m1', 'V1')).toBe(true)
    expect(landsOtherwise(job, 'lead:V1.m1/exchanged:V2.m1', 'V2')).toBe(true)
    expect(landsOtherwise(job, 'lead:V1.m1/exchanged:V22.m1', 'V2')).toBe(false)
    expect(landsOtherwise(job, 'lead:TS1.no/on:TS1.nc', 'TS1')).toBe(true)
    expect(landsOtherwise(job, 'part:V1/windingOpen', 'V1')).toBe(false)
    const [id, { from, to }] = Object.entries(job.wires).find(([, one]) => one.from.part !== one.to.part)!
    expect([from, to].map(({ part }) => landsOtherwise(job, `wire:${id}.to/lifted`, part))).toEqual([false, true])
    expect([from, to].map(({ part }) => landsOtherwise(job, `wire:${id}.from/lifted`, part))).toEqual([true, false])
    expect(landsOtherwise(job, `wire:${id}.to/open`, to.part)).toBe(false)
  })
})

describe('a plant that was wired wrongly', () => {
  const crossed = { id: 'lead:V1.m1/exchanged:V2.m1' }
  const isExchange = ({ id }: { id: string }) => id.startsWith('lead:') || id.endsWith('/lifted')

  it('is among the suspects only where it is told that it never worked', () => {
    expect(new Finder(job).suspects.some(isExchange)).toBe(false)
    expect(new Finder(job, [], { told: 'yesterday' }).suspects.some(isExchange)).toBe(false)
    const finder = new Finder(job, [], { told: 'wired' })
    expect(finder.suspects.filter(isExchange)).toHaveLength(mislandingsOf(job).length)
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
    // What stays live with all open is not worked on.
    expect(asks.some(({ id }) => /^landing:MAINS$/.test(id))).toBe(false)
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
