import { expect, it } from 'vitest'
import type { State } from '../parts/kind.ts'
import { wired } from '../testing/benches.ts'
import { Simulation } from './simulation.ts'
import { Surroundings } from './surroundings.ts'

/** A plant of two zones whose states are set by hand, looked round in. */
function aRound(job = wired({ zones: 2 })) {
  const { parts } = new Simulation(job).netlist
  const standing = new Map([...parts].map(([id, { kind }]) => [id, { state: { ...kind.state } as State }]))
  const round = new Surroundings(job, parts, (id) => standing.get(id))
  const put = (id: string, state: State) => {
    Object.assign(standing.get(id)!.state, state)
    return looks()
  }
  /** Looks round once more: has anything changed that a part could notice? */
  const looks = () => {
    const noticed = () =>
      JSON.stringify([...parts.keys()].map((id) => [round.of(id).draw, round.of(id).flame, round.of(id).warming]))
    const before = noticed()
    round.renew()
    return noticed() !== before
  }
  return { round, put, looks, parts }
}

it('what a part notices changes with what moves water and with the flame, and only then', () => {
  const { round, put, looks } = aRound()
  round.renew()
  expect(looks()).toBe(false)
  expect(put('V1', { travel: 1 })).toBe(false)
  expect(put('P1', { running: true })).toBe(true)
  expect(put('P1', { running: true })).toBe(false)
  expect(put('V1', { travel: 0.92 })).toBe(true)
  // One opens as far as the other shuts: together they draw the same, and each room warms otherwise.
  put('V2', { travel: 0.25 })
  expect(put('V1', { travel: 0.25 })).toBe(true)
  expect(put('B1', { called: true })).toBe(true)
  expect(put('BR1', { running: true })).toBe(false)
  expect([put('BR1', { flame: true }), round.of('B1').flame]).toEqual([true, true])
})

it('looks round only for what others notice: valves, pumps, boilers and burners', () => {
  const { round, parts } = aRound()
  const watched = [...parts.values()].filter((part) => round.hangOn(part)).map(({ id }) => id)
  expect(watched.sort()).toEqual(['B1', 'BR1', 'P1', 'V1', 'V2'])
  expect(() => round.of('V9')).toThrow('no part V9')
})

it('warmth reaches a room by its own valve, while water moves and a boiler is told', () => {
  const { round, put } = aRound()
  put('V1', { travel: 0.5 })
  put('B1', { called: true })
  expect(round.of('TS1').warming).toBe(0)
  put('P1', { running: true })
  expect(round.of('TS1').warming).toBe(0.5)
  expect(round.of('TS2').warming).toBe(0)
  expect(round.of('B1').draw).toBe(0.25)
  put('V2', { travel: 1 })
  expect(round.of('B1').draw).toBe(0.75)
  put('B1', { called: false })
  expect([round.of('TS1').warming, round.of('TS2').warming]).toEqual([0, 0])
})

it('of two boilers and two burners one is enough', () => {
  const job = wired({ zones: 2 })
  job.parts.B2 = { ...job.parts.B1!, label: 'Boiler 2' }
  job.parts.BR2 = { ...job.parts.BR1!, label: 'Burner 2' }
  const { round, put } = aRound(job)
  put('V1', { travel: 1 })
  put('P1', { running: true })
  put('B2', { called: true })
  expect(round.of('TS1').warming).toBe(1)
  expect([put('BR2', { flame: true }), round.of('B1').flame]).toEqual([true, true])
  expect([put('BR2', { flame: false }), round.of('B1').flame]).toEqual([true, false])
})

it('of two pumps one moves the water; where no pump stands on the wall, the boiler’s own does while it is told', () => {
  const two = wired({ zones: 2 })
  two.parts.P9 = { ...two.parts.P1!, label: 'Pump 9' }
  const { round, put } = aRound(two)
  put('V1', { travel: 1 })
  put('B1', { called: true })
  expect(round.of('TS1').warming).toBe(0)
  put('P9', { running: true })
  expect(round.of('TS1').warming).toBe(1)
  const none = wired({ zones: 2 })
  for (const [id, { kind }] of Object.entries(none.parts)) if (kind.startsWith('pump/')) delete none.parts[id]
  for (const [id, { from, to }] of Object.entries(none.wires))
    if (!none.parts[from.part] || !none.parts[to.part]) delete none.wires[id]
  const own = aRound(none)
  own.put('V1', { travel: 1 })
  expect(own.round.of('TS1').warming).toBe(0)
  own.put('B1', { called: true })
  expect(own.round.of('TS1').warming).toBe(1)
})
