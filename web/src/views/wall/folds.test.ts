import { demoJobs } from '@civil-lantern/core/demo'
import { expect, it } from 'vitest'
import { sampleJob } from '../../../../cli/src/samples.ts'
import { foldable, foldsOf, OPEN_ZONES } from './folds.ts'

const quiet = (job: ReturnType<typeof sampleJob>, calling: readonly string[] = [], trouble: readonly string[] = []) =>
  ({
    verdict: {
      zones: Object.keys(job.zones).map((zone) => ({
        zone,
        calling: calling.includes(zone),
        trouble: trouble.includes(zone) ? 'dead' : undefined,
      })),
    },
  }) as unknown as Parameters<typeof foldsOf>[1]
const nothing = new Set<string>()

it('six zones stand open, of seven none does until it is in hand', () => {
  const six = sampleJob({ scheme: 's2', zones: OPEN_ZONES })
  const seven = sampleJob({ scheme: 's2', zones: OPEN_ZONES + 1 })
  expect(foldsOf(six, quiet(six), nothing, undefined, {}).zones.size).toBe(0)
  expect(foldsOf(seven, quiet(seven), nothing, undefined, {}).zones.size).toBe(7)
  const open = (...args: [Parameters<typeof foldsOf>[1], ReadonlySet<string>, Parameters<typeof foldsOf>[3]]) => {
    const { zones } = foldsOf(seven, ...args, {})
    return Object.keys(seven.zones).filter((zone) => !zones.has(zone))
  }
  expect(open(quiet(seven, ['z2']), nothing, undefined)).toEqual(['z2'])
  expect(open(quiet(seven, [], ['z5']), nothing, undefined)).toEqual(['z5'])
  expect(open(quiet(seven), new Set(['V3']), undefined)).toEqual(['z3'])
  expect(open(quiet(seven), nothing, { part: 'TS4' })).toEqual(['z4'])
  const [wire] = Object.entries(seven.wires).find(([, { from, to }]) => [from, to].some(({ part }) => part === 'V6'))!
  expect(open(quiet(seven), nothing, { wire })).toContain('z6')
})

it('what a hand folds stays folded though it calls, and what it opens stays open', () => {
  const job = sampleJob({ scheme: 's2', zones: 8 })
  const { zones, supply } = foldsOf(job, quiet(job, ['z1']), nothing, undefined, {
    z1: true,
    z2: false,
    supply: false,
  })
  expect([zones.has('z1'), zones.has('z2'), zones.has('z3'), supply]).toEqual([true, false, true, false])
})

it('the supply is folded until something in it is in hand', () => {
  const job = demoJobs['kestrel-point']!()
  const standing = quiet(job)
  const [breaker] = Object.entries(job.parts).find(([, { kind }]) => kind.startsWith('switch/'))!
  expect(foldsOf(job, standing, nothing, undefined, {}).supply).toBe(true)
  expect(foldsOf(job, standing, nothing, { part: breaker }, {}).supply).toBe(false)
  expect(foldsOf(job, standing, new Set([breaker]), undefined, {}).supply).toBe(false)
  expect(foldsOf(job, standing, nothing, { part: 'V1' }, {}).supply).toBe(true)
})

it('rooms on a manifold away from the boiler stand open however many they are, and no hand folds them; beside the boiler it does', () => {
  const away = sampleJob({ scheme: 's18', zones: 8, panel: 'panel/manifold-8', valve: 'valve/wax-head-24', heads: 2 })
  expect(foldsOf(away, quiet(away), nothing, undefined, { z3: true }).zones.size).toBe(0)
  expect([foldable(away, 'z3'), foldable(sampleJob({ scheme: 's2', zones: 2, remote: 1 }), 'z1')]).toEqual([
    false,
    true,
  ])
  const home = structuredClone(away)
  for (const part of Object.values(home.parts)) part.place = home.survey.boiler.place
  expect(foldable(home, 'z3')).toBe(true)
  // A further head in hand opens its room as the first does.
  const { zones } = foldsOf(home, quiet(home), new Set(['V3b']), undefined, {})
  expect(Object.keys(home.zones).filter((zone) => !zones.has(zone))).toEqual(['z3'])
})
