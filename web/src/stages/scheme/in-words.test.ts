import type { Job } from '@civil-lantern/core'
import { demoJobs } from '@civil-lantern/core/demo'
import { describe, expect, it } from 'vitest'
import { asMeantInWords, hasPumps, meantInWords } from './in-words.ts'

const job = (name: string): Job => structuredClone(demoJobs[name]!())

describe('what a proof has shown, and what it is meant to show', () => {
  it('speaks of boiler and pumps only where there are any', () => {
    expect(asMeantInWords(job('kestrel-point'), { deadEnds: [] })).toBe(
      'Every valve opens when its zone calls and at no other time; boiler and pumps run when they should and never else.',
    )
    const alone = job('kestrel-point')
    delete alone.parts.P1
    expect(asMeantInWords(alone, { deadEnds: [] })).toContain('; boiler runs when it should and never else.')
    const garden = job('botany-house')
    expect(asMeantInWords(garden, { deadEnds: [] })).toBe('Every valve opens when its zone calls and at no other time.')
    expect(meantInWords(garden, undefined)).toBe('A valve opens when its zone calls.')
    expect([hasPumps(alone), hasPumps(garden), hasPumps(job('kestrel-point'))]).toEqual([false, false, true])
  })

  it('names the pump that pushes longest against shut valves, and the zone that goes first', () => {
    const sable = job('sable-row')
    const deadEnds = [2.4, 17.6, 5].map((seconds, i) => ({ pump: `P${(i % 2) + 1}`, zone: 'zone1', seconds }))
    expect(asMeantInWords(sable, { deadEnds })).toMatch(/Hot-water pump pushes against shut valves for at most 18 s\.$/)
    expect(meantInWords(sable, 'zone3')).toBe(
      'A valve opens when its zone calls, unless Wash-room tank calls: it has priority. The boiler is called while a zone is open.',
    )
  })
})
