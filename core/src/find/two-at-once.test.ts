import { describe, expect, it } from 'vitest'
import { demoJobs } from '../demo/index.ts'
import { Belief, type Seen } from './belief.ts'
import { calling, standKey } from './stand.ts'
import { NONE, type Suspect, suspectsOf, twoOf, WELL } from './suspects.ts'
import type { StandTable } from './table.ts'
import { likeliestPairs } from './two-at-once.ts'

/** Lamps of two zones: A darkens the first, B the second, C both, D none; E makes the first blink, of the same unit as A. */
const suspect = (id: string, weight = 1, unit = id): Suspect => ({ id, unit, weight, says: id, suppositions: [{ id }] })
const [a, b, c, d, e] = [suspect('A'), suspect('B'), suspect('C'), suspect('D', 50), suspect('E', 1, 'A')] as const
const singles = [suspect(WELL, 3), suspect(NONE, 2), a, b, c, d, e]
const dark: Readonly<Record<string, readonly string[]>> = {
  A: ['one'],
  B: ['two'],
  C: ['one', 'two'],
  AB: ['one', 'two'],
}
const ask = (zone: string) => ({ id: zone, ask: 'display', power: true, place: '', minutes: 1, says: '' }) as const
const tables = (suspects: readonly Suspect[]): ReadonlyMap<string, StandTable> =>
  new Map(
    ['one', 'two'].map((zone) => [
      standKey(calling(zone)),
      {
        stand: calling(zone),
        waits: 0,
        asks: [ask(zone)],
        rows: new Map(
          suspects.map(({ id, both }) => {
            const shows = (one: string) => (dark[one] ?? []).includes(zone)
            const isDark = both ? both.some((one) => shows(one.id)) : shows(id)
            return [
              id,
              [{ shows: [id === 'E' && zone === 'one' ? 'blinks' : isDark ? 'dark' : 'shows'], heats: new Set() }],
            ]
          }),
        ),
      },
    ]),
  )
const lamp = (zone: string, shown: string): Seen => ({ is: 'shown', ask: zone, stand: calling(zone), shown })
const bothDark = [lamp('one', 'dark'), lamp('two', 'dark')]

describe('two things at once', () => {
  it('are told from what each shows alone: what one leaves the other explains', () => {
    const only = singles.filter(({ id }) => id !== 'C')
    expect(likeliestPairs(only, tables(only), bothDark, 9)[0]!.both!.map(({ id }) => id)).toEqual(['A', 'B'])
  })

  it('are never two of one unit, never one that explains nothing, however common, and no more than are asked for', () => {
    const found = likeliestPairs(singles, tables(singles), [lamp('one', 'dark'), lamp('one', 'blinks')], 99)
    const pairs = found.map(({ both }) => both!.map(({ id }) => id).join(''))
    expect(pairs).not.toContain('AE')
    expect(pairs.filter((pair) => pair.includes('D'))).toEqual([])
    expect(likeliestPairs(singles, tables(singles), bothDark, 1)).toHaveLength(1)
    expect(likeliestPairs(singles, tables(singles), [], 9)).toEqual([])
  })

  it('weigh what each weighs and little more than nothing beside one alone', () => {
    const all = singles.filter(({ id }) => id !== WELL && id !== NONE).reduce((sum, { weight }) => sum + weight, 0)
    const two = likeliestPairs(singles, tables(singles), bothDark, 1)[0]!
    expect(two).toMatchObject({ id: 'two:A&B', unit: 'A and B', says: 'A, and b' })
    expect(two.weight).toBeCloseTo(0.1 / all, 12)
    expect(two.suppositions.map(({ id }) => id)).toEqual(['A', 'B'])
  })

  it('of the two, what is put right leaves the other one, and its own renewed part is hardly bad again', () => {
    const only = singles.filter(({ id }) => id !== 'C')
    const suspects = [...only, twoOf(a, b, 0.1)]
    const belief = new Belief(suspects, tables(suspects))
    const share = (evidence: Parameters<Belief['after']>[0], id: string) =>
      belief.after(evidence)[suspects.findIndex((one) => one.id === id)]!
    const two = share(bothDark, 'two:A&B')
    expect(two).toBeGreaterThan(share(bothDark, 'A'))
    const repaired = [...bothDark, { is: 'repair', unit: 'A' } as const]
    expect(share(repaired, 'B')).toBeGreaterThan(share(bothDark, 'B') + 0.9 * two)
    expect(share(repaired, 'two:A&B')).toBeLessThan(0.1 * two)
    // Put right in the other order it is the other one that is left.
    expect(share([...bothDark, { is: 'repair', unit: 'B' }], 'A')).toBeGreaterThan(share(bothDark, 'A') + 0.9 * two)
    // What is of neither leaves them both.
    expect(share([...bothDark, { is: 'repair', unit: 'D' }], 'two:A&B')).toBeGreaterThan(0.9 * two)
  })
})

it('a body seized shut has burnt its motor in a quarter of all cases: one suspect, put right by its body first', () => {
  const job = demoJobs['kestrel-point']!()
  const library = suspectsOf(job, [])
  const weightOf = (id: string) => library.find((one) => one.id === id)!.weight
  const burnt = library.filter(({ both }) => both)
  expect(burnt.map(({ unit }) => unit)).toEqual(['V1', 'V2', 'V3', 'V4', 'V5'].map((id) => `${id}/body`))
  const two = burnt[1]!
  expect(two.weight).toBe(0.25 * weightOf('part:V2/bodySeizedShut'))
  expect(two.suppositions.map(({ id }) => id)).toEqual(['part:V2/bodySeizedShut', 'part:V2/windingOpen'])
  // Of what is on record as wrong already nothing is supposed once more.
  const known = suspectsOf(job, [{ id: 'part:V2/windingOpen' }]).filter(({ both }) => both)
  expect(known).toHaveLength(4)
})
