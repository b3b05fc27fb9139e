import { addZone, blankJob, fittingSchemes, type Job } from '@civil-lantern/core'
import { demoJobs } from '@civil-lantern/core/demo'
import { describe, expect, it } from 'vitest'
import { surveySays } from './in-words.ts'

const says = (job: Job) => surveySays(job, fittingSchemes(job))
const demo = (name: string, change: (job: Job) => void = () => {}): Job => {
  const job = structuredClone(demoJobs[name]!())
  change(job)
  return job
}

describe('the verdict of a survey', () => {
  it('asks for zones first', () => {
    expect(says(blankJob('Tide mill', '120'))).toMatch(/^Add the zones/)
  })

  it('counts zones and ways, and names the valve that proves nothing', () => {
    expect(says(demo('sable-row'))).toBe(
      '3 zones. Boiler, dry call. 2 ways of wiring fit; the valve of Bindery proves nothing.',
    )
    expect(says(demo('botany-house'))).toMatch(
      /^3 zones\. No boiler here\. One way of wiring fits; no valve proves anything\.$/,
    )
  })

  it('what was surveyed since it was wired is to be wired again', () => {
    expect(says(demo('kestrel-point', addZone))).toBe('Zone 6 is surveyed and not wired. Wire it again.')
    // On a panel it stands before the hot water, so that the way goes on fitting.
    expect(says(demo('sable-row', addZone))).toMatch(/ Wire it again\.$/)
  })

  it('and where no way fits any more, its own way says why, and nobody is told to wire it again', () => {
    const moved = demo('sable-row', ({ zones }) => {
      const [first, , tank] = Object.values(zones)
      ;[first!.number, tank!.number] = [3, 1]
      first!.valveKind = 'valve/motor-4'
    })
    expect(says(moved)).toMatch(/No way of wiring fits this yet\. Hot water must be the last zone/)
    expect(says(moved)).not.toContain('Wire it again')
  })

  it('before it is wired the ways say why', () => {
    const bare = demo('sable-row', (job) => {
      Object.assign(job, { parts: {}, wires: {}, cables: {}, scheme: null, wired: null })
      for (const zone of Object.values(job.zones)) zone.valveKind = 'valve/two-port-5'
    })
    expect(says(bare)).toMatch(/No way of wiring fits this yet: the ways say why\.$/)
  })
})
