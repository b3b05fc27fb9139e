import { describe, expect, it } from 'vitest'
import { kestrelPoint } from '../demo/kestrel-point.ts'
import { labelOf } from '../words/words.ts'
import { placesOfStep } from './places-of-step.ts'
import { scriptOf } from './script.ts'

const copyOf = <T>(one: T): T => JSON.parse(JSON.stringify(one))
const job = kestrelPoint()
const { steps } = scriptOf(job)
const step = (id: string) => steps.find((one) => one.id === id)!

describe('a step by its places', () => {
  it('the thermostat is turned where it hangs, and what answers is looked at in the boiler room', () => {
    const [up, room, ...more] = placesOfStep(job, step('alone:signal'), step('none'))
    expect(more).toEqual([])
    expect([up!.place, up!.turns, up!.expects.length]).toEqual(['signal', [{ zone: 'signal', on: true }], 0])
    expect([room!.place, room!.turns]).toEqual(['boiler', []])
    expect(room!.expects.map(({ part }) => labelOf(job, part))).toContain('Valve 2')
    expect(room!.expects).toHaveLength(step('alone:signal').expects.length)
  })

  it('only what changes against the step before is turned: one down, the other goes on calling', () => {
    const over = steps.find(({ id }) => id.startsWith('over:'))!
    const [first, second] = over.calls
    const turned = (id: string, before: string) =>
      placesOfStep(job, step(id), step(before)).flatMap(({ turns }) => turns)
    expect(turned(over.id, `alone:${first}`)).toEqual([{ zone: second, on: true }])
    expect(turned(`alone:${second}`, over.id)).toEqual([{ zone: first, on: false }])
    // Without a step before it nobody knows how any of them stands: each is set, up or down.
    const set = placesOfStep(job, over).flatMap(({ turns }) => turns)
    expect([set.length, set.filter(({ on }) => on).map(({ zone }) => zone)]).toEqual([5, [first, second]])
    expect(placesOfStep(job, step('none')).map(({ turns }) => turns.length)).toEqual(
      expect.arrayContaining([1, 1, 1, 1, 1]),
    )
  })

  it('an isolator is switched where it hangs, opened at one step and closed at the next', () => {
    const open = steps.find(({ opened, dead }) => opened.length > 0 && !dead)!
    const closed = { calls: open.calls, opened: [] }
    const switched = (one: Pick<typeof open, 'calls' | 'opened' | 'expects' | 'reads'>, before: typeof closed) =>
      placesOfStep(job, one, before).flatMap(({ place, switches }) => switches.map((each) => ({ ...each, place })))
    const [part] = open.opened
    const { place } = job.parts[part!]!
    expect(switched(open, closed)).toEqual([{ part, open: true, place }])
    expect(switched({ ...open, ...closed }, { calls: open.calls, opened: [part!] as never[] })).toEqual([
      { part, open: false, place },
    ])
    expect(switched(open, { calls: open.calls, opened: open.opened as never[] })).toEqual([])
  })

  it('goes up the stairs and down again in the order of the places, however they stand in the job', () => {
    const far = copyOf(job)
    const [first, second] = ['oil', 'keepers'].map((id) => far.parts[far.zones[id]!.thermostat!]!.place)
    far.places[first!]!.order = 7
    far.places[second!]!.order = 3
    const turned = placesOfStep(
      far,
      { calls: ['keepers', 'oil'], opened: [], expects: [], reads: [] },
      { calls: [], opened: [] },
    )
    expect(turned.map(({ place }) => place)).toEqual([second, first])
    far.places[second!]!.order = 8
    const again = placesOfStep(
      far,
      { calls: ['keepers', 'oil'], opened: [], expects: [], reads: [] },
      { calls: [], opened: [] },
    )
    expect(again.map(({ place }) => place)).toEqual([first, second])
  })

  it('every expectation and every reading of a script is at one place', () => {
    for (const one of steps) {
      const at = placesOfStep(job, one)
      expect(at.flatMap(({ expects }) => expects)).toHaveLength(one.expects.length)
      expect(at.flatMap(({ reads }) => reads)).toHaveLength(one.reads.length)
      expect(new Set(at.map(({ place }) => place)).size).toBe(at.length)
    }
  })
})
