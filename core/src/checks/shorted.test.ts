import { describe, expect, it } from 'vitest'
import type { Job } from '../job/schema.ts'
import { both, plants, said } from '../testing/broken-by-hand.ts'
import { join, move, remove } from '../testing/hands.ts'
import { findingsOf } from './index.ts'

describe('a short', () => {
  it('names the one wire that no load needs, and leaves size and ratings out of it', () => {
    const job = plants.plain()
    join(job, 'V2.m1', 'V2.m2')
    const found = findingsOf(job)
    expect(found.find(({ rule }) => rule === 'shorted')!.remedy).toMatch(/^Wire seeded is the one that no load needs/)
    expect(found.map(({ rule }) => rule)).not.toContain('transformer-size')
    expect(found.map(({ rule }) => rule)).not.toContain('contact-rating')
  })

  it('that only a needed wire could end names none: every way round it takes a load with it', () => {
    const job = plants.plain()
    // The feed of everything is landed on common: whichever piece is taken off, nothing is fed any more.
    move(job, 'S5.w1', 'S6.w1')
    const [one] = findingsOf(job).filter(({ rule }) => rule === 'shorted')
    expect(one!.remedy).toBe('Find the conductor that joins them and take it off.')
  })

  it('at rest on one source leaves what is said of loops on another', () => {
    const series = (job: Job) => {
      remove(job, 'V1.e2')
      move(job, 'S7.w3', 'V1.e2')
    }
    const job = plants.apart()
    series(job)
    const before = said(job, 'end-switches-parallel')
    expect(before.length).toBeGreaterThan(0)
    join(job, 'XF2.h', 'XF2.c')
    expect(said(job, 'shorted')).toHaveLength(1)
    expect(said(job, 'end-switches-parallel')).toEqual(before)
  })

  it('at rest on the source of a loop says nothing of what the loop meets', () => {
    const job = plants.mains()
    move(job, 'V2.n', 'WC1.t7')
    expect(said(job, 'end-switches-parallel')).toEqual([])
  })

  it('through two wires at once is nobody’s alone', () => {
    const job = plants.plain()
    both(job, ['V2.m1', 'V2.m2'], ['V2.m1', 'V1.m2'])
    const [one] = findingsOf(job).filter(({ rule }) => rule === 'shorted')
    expect(one!.remedy).not.toMatch(/^Wire (seeded|second)/)
  })

  it('of one transformer leaves what another feeds to its own rules', () => {
    const job = plants.apart()
    join(job, 'V2.m1', 'V2.m2')
    job.parts.XF1!.figures = { ...job.parts.XF1!.figures, va: 5 }
    const at = findingsOf(job).flatMap(({ rule, at: [spot] }) => (rule === 'transformer-size' ? spot!.part! : []))
    expect(new Set(at)).toEqual(new Set(['XF1', 'F1']))
  })
})
