import { describe, expect, it } from 'vitest'
import type { Evidence } from './evidence.ts'
import { calling, standKey } from './stand.ts'
import { NONE, type Suspect, twoOf, WELL } from './suspects.ts'
import type { StandTable } from './table.ts'
import { explained, type Known, placedBy, type View } from './views.ts'

/** Lamps of two zones: A darkens the first, B the second; C and D each darken the first too. */
const suspect = (id: string, weight = 1): Suspect => ({ id, unit: id, weight, says: id, suppositions: [{ id }] })
const [a, b] = [suspect('A'), suspect('B')]
const suspects = [suspect(WELL, 3), suspect(NONE, 2), a, b, suspect('C'), suspect('D')]
const two = twoOf(a, b, 0.0125)
const darkens: Readonly<Record<string, readonly string[]>> = {
  A: ['one'],
  B: ['two'],
  C: ['one'],
  D: ['one'],
  [two.id]: ['one', 'two'],
}
const ask = (zone: string) =>
  ({ id: zone, ask: 'display', power: true, place: '', minutes: 1, says: '', zone }) as const
const known = (works: readonly Suspect[] = []): Known => ({
  suspects,
  asks: [ask('one'), ask('two')],
  tables: new Map(
    ['one', 'two'].map((zone): [string, StandTable] => [
      standKey(calling(zone)),
      {
        stand: calling(zone),
        waits: 0,
        asks: [ask(zone)],
        rows: new Map(
          [...suspects, two].map(({ id }) => [
            id,
            [{ shows: [(darkens[id] ?? []).includes(zone) ? 'dark' : 'shows'], heats: new Set<string>() }],
          ]),
        ),
      },
    ]),
  ),
  *worked() {
    yield 1
    return works
  },
})
const lamp = (zone: string, shown: string): Evidence => ({ is: 'shown', ask: zone, stand: calling(zone), shown })
const repair = (unit: string): Evidence => ({ is: 'repair', unit })
const both = [lamp('one', 'dark'), lamp('two', 'dark')]
const often = [...both, ...both, ...both]
function viewed(evidence: readonly Evidence[], troubled: readonly string[] = [], works: readonly Suspect[] = []): View {
  const work = explained(known(works), evidence, troubled)
  for (let next = work.next(); ; next = work.next()) if (next.done) return next.value
}
const shareOf = ({ placed }: View, unit: string) =>
  placed.reduce((sum, { share, units }) => (units.includes(unit) ? sum + share : sum), 0)

describe('what single things do not explain', () => {
  it('needs nothing more where one of them does', () => {
    const view = viewed([lamp('one', 'dark'), lamp('two', 'shows')], ['one'])
    expect([view.several, view.by.length]).toEqual([undefined, 2])
  })

  it('is looked at by the zone in trouble: what the other lacks is left aside, what works there is not', () => {
    const view = viewed(both, ['two'])
    expect([view.several, view.by]).toEqual(['zone', [lamp('two', 'dark')]])
    expect(shareOf(view, 'B')).toBeGreaterThan(shareOf(view, 'A'))
    expect(viewed(both, ['one']).by).toEqual([lamp('one', 'dark')])
  })

  it('is said to be left aside, and what nothing explains by itself is not', () => {
    expect(viewed(both, ['two']).aside).toEqual([lamp('one', 'dark')])
    expect(viewed([lamp('one', 'dark')], ['one']).aside).toEqual([])
    // No fault of the first zone shows that.
    const odd = [lamp('one', 'backwards'), lamp('two', 'dark')]
    const view = viewed([...odd, ...odd], ['two'])
    expect(view.by).toHaveLength(4)
    expect(view.open).toBeGreaterThan(0.5)
    expect(view.aside).toEqual([])
  })

  it('is looked at since the last repair that helped, and no repair in vain begins it anew', () => {
    // A mended the first lamp; the second was read before and is read again.
    const since = [lamp('one', 'shows'), lamp('two', 'dark')]
    const view = viewed([...often, repair('A'), ...since])
    expect([view.several, view.by]).toEqual(['since', since])
    expect(shareOf(view, 'B')).toBeGreaterThan(0.5)
    const vain = [lamp('one', 'dark'), lamp('two', 'shows'), repair('A'), lamp('one', 'dark')]
    expect(viewed(vain).by).toEqual(vain)
  })

  it('is looked at since a repair, too, where what is odd now was well while something else hid it', () => {
    const often = Array.from({ length: 6 }, () => lamp('one', 'shows'))
    const before = [...often, lamp('two', 'dark'), lamp('two', 'dark')]
    const since = [lamp('one', 'dark'), lamp('two', 'shows')]
    const view = viewed([...before, repair('B'), ...since])
    expect([view.several, view.by]).toEqual(['since', since])
    expect(shareOf(view, WELL)).toBeLessThan(0.2)
    // Where nothing is odd since, all of it counts.
    const well = [lamp('one', 'shows'), lamp('two', 'shows')]
    expect(viewed([...before, repair('B'), ...well]).several).toBeUndefined()
  })

  it('is told as two at once where even that explains nothing, if the bench says so', () => {
    const view = viewed(often, [], [two])
    expect(view.several).toBe('two')
    expect([shareOf(view, 'A'), shareOf(view, 'B')].every((share) => share > 0.3)).toBe(true)
    expect(viewed(often).several).toBeUndefined()
  })

  it('is left open after a third repair in vain, and not after the second', () => {
    const again = [...both, repair('C'), ...both, repair('D'), ...both]
    expect(viewed(again, ['two']).several).toBeDefined()
    const third = viewed([...again, repair('A'), ...both], ['two'])
    expect([third.several, third.by.length]).toEqual([undefined, again.length + 3])
  })
})

it('what looks like a part that was renewed, or explains nothing, counts as neither that part nor a fault', () => {
  const { tables } = known()
  const units = (evidence: readonly Evidence[], renewed?: ReadonlySet<string>) =>
    Object.fromEntries(placedBy(suspects, tables, evidence, renewed).map((one) => [one.id, one.units]))
  const dark = [lamp('one', 'dark')]
  expect(units(dark)).toMatchObject({ A: ['A'], B: [WELL], [NONE]: [NONE] })
  expect(units([...dark, repair('A'), ...dark])).toMatchObject({ A: [NONE], C: ['C'] })
  // Renewed before what is looked at now counts too.
  expect(units(dark, new Set(['C']))).toMatchObject({ A: ['A'], C: [NONE] })
  const pair = placedBy([...suspects, two], tables, both, new Set(['A'])).find(({ id }) => id === two.id)
  expect(pair!.units).toEqual([NONE])
  expect(placedBy([...suspects, two], tables, both).find(({ id }) => id === two.id)!.units).toEqual(['A', 'B'])
  // A cause with its consequence counts once, for the cause.
  const cause = { ...two, unit: 'A' }
  const placed = placedBy([...suspects, cause], tables, both)
  expect(placed.find(({ id }) => id === two.id)!.units).toEqual(['A'])
})
