import { expect, it } from 'vitest'
import type { Evidence } from './evidence.ts'
import { whyOf } from './reasons.ts'
import { calling, standKey } from './stand.ts'
import { NONE, type Suspect, WELL } from './suspects.ts'
import type { StandTable } from './table.ts'

/** One zone, a lamp and two points: A leaves the lamp dark and no volts, B leaves volts, C is as good as sound. */
const suspect = (id: string, weight = 1): Suspect => ({ id, unit: id, weight, says: id, suppositions: [{ id }] })
const suspects = [suspect(WELL, 10), suspect(NONE, 2), suspect('A'), suspect('B'), suspect('C')]
const shows: Readonly<Record<string, readonly [string, number]>> = { A: ['dark', 0], B: ['dark', 24] }
const stand = calling('one')
const ask = (id: string, form: 'display' | 'volts') =>
  ({ id, ask: form, power: true, place: '', minutes: 1, says: id }) as const
const table: StandTable = {
  stand,
  waits: 0,
  asks: [ask('lamp', 'display'), ask('leads', 'volts')],
  rows: new Map(suspects.map(({ id }) => [id, [{ shows: shows[id] ?? ['shows', 24], heats: new Set<string>() }]])),
}
const known = {
  suspects,
  asks: table.asks,
  tables: new Map([[standKey(stand), table]]),
  // biome-ignore lint/correctness/useYield: nothing is worked out here
  *worked() {
    return []
  },
}
const job = { parts: {}, cables: {}, wires: {} } as never
const dark: Evidence = { is: 'shown', ask: 'lamp', stand, shown: 'dark' }
const dead: Evidence = { is: 'shown', ask: 'leads', stand, shown: 0 }
const why = (...evidence: Evidence[]) => whyOf(job, known, evidence)
const told = (unit: string, ...evidence: Evidence[]) => why(...evidence).reasons.get(unit)!

it('names what speaks for a unit and against it, the loudest first, by where it stands in the evidence', () => {
  const a = told('A', dark, dead)
  expect(a.map(({ of }) => of).sort()).toEqual([0, 1])
  expect(a.every(({ times }) => times > 1.5)).toBe(true)
  expect(a[0]!.times).toBeGreaterThan(a[1]!.times)
  const b = told('B', dark, dead)
  expect(b.find(({ of }) => of === 0)!.times).toBeGreaterThan(1.5)
  expect(b.find(({ of }) => of === 1)!.times).toBeLessThan(1 / 1.5)
})

it('says nothing of what tells nobody apart, of a repair, or of what nobody worked out', () => {
  const heard: Evidence = { is: 'shown', ask: 'leads', stand, shown: 24 }
  expect(told('B', dark, heard).map(({ of }) => of)).toEqual([0])
  expect(told('B', dark, { is: 'repair', unit: 'C' }).map(({ of }) => of)).toEqual([0])
  expect(told('A', dark, { ...dark, ask: 'nowhere' }).map(({ of }) => of)).toEqual([0])
})

it('counts who was left before any of it and after each piece', () => {
  const { left } = why(dark, dead)
  // Nine tenths of the weight lie in four of the five; the lamp leaves it there, the leads leave one.
  expect(left).toHaveLength(3)
  expect([left[0], left[2]]).toEqual([4, 1])
  expect(left[1]).toBeGreaterThan(1)
  expect(why().left).toEqual([4])
})
