import { describe, expect, it } from 'vitest'
import { findingsOf } from '../checks/index.ts'
import { documentOf } from '../job/document.ts'
import type { Job } from '../job/schema.ts'
import { load } from '../standing/load.ts'
import { wired } from '../testing/benches.ts'
import { allCalling } from './all-calling.ts'
import { isBrief } from './briefly.ts'
import { contactLoads, isTooMuch, isWorse } from './contacts.ts'
import { studyLoad } from './study.ts'

/** So many cold wax heads on each room's thermostat, fed through a manifold's centre. */
const manifold = (heads: number, contactAmps = 1): Job => {
  const job = wired({ scheme: 's18', panel: 'panel/manifold-8', valve: 'valve/wax-head-24', heads, zones: 2 })
  for (const part of Object.values(job.parts))
    if (part.kind === 'thermostat/two-wire') part.figures = { ...part.figures, contactAmps }
  return job
}
const thermostat = (job: Job) => contactLoads(job).find(({ part }) => part === 'TS1')!
const verdict = (job: Job) => {
  const work = studyLoad(job)
  for (let next = work.next(); ; next = work.next()) if (next.done) return next.value
}
const findings = (job: Job, rule: string) => findingsOf(job).filter((one) => one.rule === rule)

describe('what a contact carries while valves start', () => {
  it('cold wax draws three times what it holds, for as long as it warms', () => {
    const { amps, held, over } = thermostat(manifold(3))
    expect(amps / held).toBeGreaterThan(2.7)
    expect(amps / held).toBeLessThan(3.1)
    expect(over).toBe(0)
    // Melting takes 60 s at 24 V, and goes with the square of the volts there are.
    expect(thermostat(manifold(3, 0.6)).over).toBeCloseTo(60 * (24 / 25.2) ** 2, 0)
  })

  it.each([
    // Three heads hold 0.29 A and start at 0.81 A.
    ['well', 0.82, undefined],
    ['busy', 0.77, 'tidy'],
    ['busy', 0.55, 'tidy'],
    ['wrong', 0.52, 'fails'],
    ['wrong', 0.28, 'fails'],
  ] as const)('Load is %s of a contact that may carry %f A, and the rule says %s', (tone, may, severity) => {
    const job = manifold(3, may)
    const [finding] = findings(job, 'contact-rating')
    expect([verdict(job).tone, finding?.severity]).toEqual([tone, severity])
    expect(load(documentOf(job)).at).toBe(tone === 'wrong' ? 'begun' : 'done')
  })

  it('says that it is while valves start, and how much is held then', () => {
    const { says, why } = verdict(manifold(3, 0.77))
    expect(says).toMatch(
      /^Thermostat \d carries 0\.81 A while valves start when Zone \d calls, and may carry 0\.77 A\.$/,
    )
    expect(why).toMatch(/^For 0:5\d, and 0\.29 A after that\. /)
    expect(findings(manifold(3, 0.77), 'contact-rating')[0]!.says).toContain('0.78 A while valves start and may carry')
    // What is held is too much too: it is not the start.
    expect(findings(manifold(3, 0.2), 'contact-rating')[0]!.says).toMatch(/carries 0\.8 A and may carry 0\.2 A/)
  })

  it('of two calls what lasts is worse than more that is borne', () => {
    const brief = { amps: 1.4, may: 1, brief: true }
    const lasts = { amps: 1.3, may: 1, brief: false }
    expect([isWorse(lasts, brief), isWorse(brief, lasts)]).toEqual([true, false])
    expect([isWorse({ ...lasts, amps: 1.31 }, lasts), isWorse(lasts, lasts)]).toEqual([true, false])
    // Within the rating there is nothing to bear.
    expect(isWorse(brief, { ...lasts, amps: 0.9 })).toBe(true)
  })

  it('a transformer that gives more than it may while valves start is spoken of before the contacts', () => {
    const job = wired({ scheme: 's18', panel: 'panel/manifold-8', valve: 'valve/wax-head-24', heads: 4, zones: 3 })
    expect(thermostat(job).brief).toBe(true)
    expect(verdict(job).says).toMatch(/^Manifold centre gives 69 of 60 VA for 1:0\d when all 3 call/)
  })

  it('what is borne for a moment: 1.5 times, for three minutes, and within the rating after that', () => {
    const brief = { held: 1, may: 1, amps: 1.5, over: 180 }
    expect(isBrief(brief)).toBe(true)
    for (const more of [{ held: 1.01 }, { amps: 1.51 }, { over: 181 }, { amps: 1 }])
      expect(isBrief({ ...brief, ...more })).toBe(false)
  })
})

describe('fuses while valves start', () => {
  const both = (amps: number): Job => {
    const job = wired({ scheme: 's8', boiler: '', valve: 'valve/power-both-ways', zones: 3 })
    job.parts.F1!.figures = { ...job.parts.F1!.figures, amps }
    return job
  }
  const fuse = (amps: number) => contactLoads(both(amps)).find(({ part }) => part === 'F1')!

  it('motors that stop drawing at their end count while they run', () => {
    const { amps, held, over } = fuse(2)
    expect(amps).toBeGreaterThan(10 * held)
    expect(amps).toBeCloseTo(0.59, 2)
    expect(over).toBe(0)
  })

  it('a fuse that bears fifteen seconds of it is no trouble; one that does not lets go', () => {
    expect([0.6, 0.5, 0.2].map((amps) => [fuse(amps).brief, isTooMuch(fuse(amps))])).toEqual([
      [false, false],
      [true, false],
      [false, true],
    ])
    expect([verdict(both(0.5)).tone, verdict(both(0.5)).why]).toEqual([
      'busy',
      expect.stringMatching(/ It bears that\.$/),
    ])
    expect(findings(both(0.2), 'contact-rating')).toEqual([])
    // The rule says the same of them, and not that many zones together are too much: it is one start.
    const told = [0.6, 0.5, 0.2].map((amps) => findings(both(amps), 'transformer-size').map(({ says }) => says))
    expect(told).toEqual([[], [], ['Fuse F1 is rated for 0.2 A and carries 0.6 A while valves start when all 3 call.']])
    expect(verdict(both(0.2)).says).toMatch(/^Fuse F1 carries 0\.6 A while valves start when all 3 call/)
  })
})

describe('a transformer while valves start', () => {
  const rated = (va: number): Job => {
    const job = manifold(3, 5)
    job.parts.PN1!.figures = { ...job.parts.PN1!.figures, va }
    return job
  }
  const start = (va: number) => allCalling(rated(va), ['z1', 'z2']).start.transformers.get('PN1')!

  it('is looked at from the first moment to the last', () => {
    const moments = start(60)
    expect(moments[0]!.at).toBe(0)
    expect(Math.max(...moments.map(({ va }) => va)) / moments.at(-1)!.va).toBeGreaterThan(2)
  })

  it.each([
    // 31 VA for 72 s, which a winding of 20 VA bears ten times over; and 28 VA for 80 s, which one of 15 VA does not.
    [20, 0],
    [15, 1],
  ])('rated for %f VA: %i findings, where it holds with less than that', (va, count) => {
    expect(start(va).at(-1)!.va).toBeLessThan(va)
    const found = findings(rated(va), 'transformer-size')
    expect(found).toHaveLength(count)
    if (count) expect(found[0]!.says).toContain('both call and their valves start, and rated for')
  })
})
