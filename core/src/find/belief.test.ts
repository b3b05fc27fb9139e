import { describe, expect, it } from 'vitest'
import { Belief } from './belief.ts'
import type { Evidence } from './evidence.ts'
import { calling, standKey } from './stand.ts'
import { NONE, type Suspect, WELL } from './suspects.ts'
import type { StandTable } from './table.ts'

/** Two zones; A keeps the first cold, B the second, C both, D only makes a lamp blink. */
const suspect = (id: string, weight: number, unit = id): Suspect => ({ id, unit, weight, says: id, suppositions: [] })
const suspects = [
  suspect(WELL, 3),
  suspect(NONE, 2),
  suspect('A', 1),
  suspect('A2', 1, 'A'),
  suspect('B', 1),
  suspect('C', 1),
  suspect('D', 1),
]
const heats = (one: boolean, two: boolean) => new Set([...(one ? ['one'] : []), ...(two ? ['two'] : [])])
const ask = { id: 'lamp', ask: 'display', power: true, place: '', minutes: 1, says: '' } as const
const tableOf = (zone: 'one' | 'two'): StandTable => ({
  stand: calling(zone),
  waits: 0,
  asks: [ask],
  rows: new Map(
    suspects.map(({ id }) => [
      id,
      [
        {
          shows: [id === 'D' ? 'blinks' : 'shows'],
          heats: heats(!['A', 'A2', 'C'].includes(id), !['B', 'C'].includes(id)),
        },
      ],
    ]),
  ),
})
const belief = new Belief(
  suspects,
  new Map((['one', 'two'] as const).map((zone) => [standKey(calling(zone)), tableOf(zone)])),
)
const room = (zone: string, warm: boolean): Evidence => ({ is: 'room', zone, heats: warm })
const share = (evidence: readonly Evidence[], id: string) =>
  belief.after(evidence)[suspects.findIndex((one) => one.id === id)]!
const lamp = (shown: string): Evidence => ({ is: 'shown', ask: 'lamp', stand: calling('one'), shown })

describe('belief', () => {
  it('is the weights where nothing was seen', () => {
    expect(share([], WELL)).toBeCloseTo(3 / 10, 9)
    expect(share([], 'A')).toBeCloseTo(1 / 10, 9)
  })

  it('goes by what was seen, and rules nothing out', () => {
    const seen = [room('one', false), room('two', true)]
    expect(share(seen, 'A')).toBeGreaterThan(10 * share(seen, 'C'))
    expect(share(seen, 'C')).toBeGreaterThan(share(seen, 'B'))
    expect(share(seen, 'B')).toBeGreaterThan(0)
  })

  it('an ask that is in no table changes nothing', () =>
    expect(belief.after([{ ...lamp('blank'), ask: 'unheard' } as Evidence])).toEqual(belief.after([])))
})

describe('what explains nothing', () => {
  it('are suspects that leave what is odd as it is in a sound plant; none of these is never one', () => {
    expect([...belief.idle([room('one', false), room('two', true)])].sort()).toEqual(['B', 'D', WELL].sort())
    expect(belief.idle([room('one', false)]).has(NONE)).toBe(false)
  })

  it('of a clamp: a small motor that draws nothing is odd, one that draws a fifth more is not', () => {
    const clamp = { id: 'clamp', ask: 'amps', power: true, place: '', minutes: 1, says: '' } as const
    const heating = new Set(['one', 'two'])
    const rows = new Map(suspects.map(({ id }) => [id, [{ shows: [id === 'D' ? 0 : 0.08], heats: heating }]]))
    const at = calling('one')
    const small = new Belief(suspects, new Map([[standKey(at), { stand: at, waits: 0, asks: [clamp], rows }]]))
    const idle = (shown: number) => small.idle([{ is: 'shown', ask: 'clamp', stand: at, shown }])
    expect(idle(0).has('D')).toBe(false)
    expect([...idle(0)].sort()).toEqual(['A', 'A2', 'B', 'C', WELL].sort())
    expect([...idle(0.095)]).toEqual([WELL])
    expect(idle(0.11).has('A')).toBe(true)
  })

  it('is only nothing wrong where nothing is odd', () => {
    expect([...belief.idle([])]).toEqual([WELL])
    expect([...belief.idle([room('one', true), lamp('shows')])]).toEqual([WELL])
  })

  it('one odd thing that it explains is enough to count', () => {
    expect(belief.idle([room('one', false), lamp('blinks')]).has('D')).toBe(false)
    expect(belief.idle([room('one', false), lamp('blinks')]).has('B')).toBe(true)
  })

  it('counts what was seen since the last repair: before it the plant was another', () => {
    const after = belief.idle([room('one', false), { is: 'repair', unit: 'A' }, room('two', false)])
    expect([after.has('A'), after.has('B')]).toEqual([true, false])
  })
})

describe('after a repair', () => {
  const repaired: Evidence = { is: 'repair', unit: 'A' }

  it('what its unit had goes to nothing wrong, whichever way it was broken', () => {
    const seen = [room('one', false), room('two', true), repaired]
    const [had, has] = [seen.slice(0, 2), seen].map((one) => share(one, 'A') + share(one, 'A2'))
    expect(share(seen, WELL)).toBeGreaterThan(share(seen.slice(0, 2), WELL) + 0.8 * had!)
    expect(has).toBeLessThan(0.1 * had!)
  })

  it('a second fault is told from what the first did not cause', () => {
    // Both were cold; the first explains only one of them.
    const seen = [room('one', false), room('two', false), repaired, room('one', true), room('two', false)]
    expect(share(seen, 'B')).toBeGreaterThan(share(seen, 'D'))
    expect(share(seen, 'B')).toBeGreaterThan(share(seen, 'A'))
  })

  it('where it helped nothing, what nobody foresaw grows', () => {
    const before = [room('one', false), room('two', true)]
    expect(share([...before, repaired, room('one', false)], NONE)).toBeGreaterThan(share(before, NONE))
  })

  it('of a unit that nobody suspects changes next to nothing', () => {
    const before = [room('one', false), room('two', true)]
    expect(share([...before, { is: 'repair', unit: 'elsewhere' }], 'A')).toBeCloseTo(share(before, 'A'), 6)
  })
})
