import { blankJob, type Job } from '@civil-lantern/core'
import { demoJobs } from '@civil-lantern/core/demo'
import { describe, expect, it } from 'vitest'
import { transformerInWords, worksLow } from './low-voltage.ts'

const demo = (name: string): Job => structuredClone(demoJobs[name]!())

describe('what feeds the valves, in words', () => {
  it('is the transformer that was surveyed, with its fuse or none', () => {
    const job = demo('kestrel-point')
    expect(transformerInWords(job)).toEqual({ value: '40 VA, 27 V open', note: 'fuse 2 A' })
    job.survey.transformer.fuseAmps = 0
    for (const [i, zone] of Object.values(job.zones).entries()) zone.transformer = (i % 2) + 1
    expect(transformerInWords(job)).toEqual({ value: '2 × 40 VA, 27 V open', note: 'no fuse' })
    expect(transformerInWords(blankJob('Tide mill', '230')).value).toBe('40 VA, 27 V open')
  })

  it('is the one inside the panel, by the nameplate of what hangs, and counted where several hang', () => {
    const job = demo('sable-row')
    expect(transformerInWords(job)).toEqual({ value: '100 VA, in the panel', note: 'no other hangs' })
    job.parts.PN1!.figures = { ...job.parts.PN1!.figures, va: 85 }
    expect(transformerInWords(job).value).toBe('85 VA, in the panel')
    job.parts.PN2 = job.parts.PN1!
    expect(transformerInWords(job).value).toBe('2 × 85 VA, in the panels')
    job.parts.PN2 = { ...job.parts.PN1!, kind: 'panel/zone-valve-3', figures: {} }
    expect(transformerInWords(job).value).toBe('85 and 100 VA, in the panels')
    expect(transformerInWords({ ...job, parts: {} }).value).toBe('100 VA, in the panel')
  })

  it('is none at line voltage, wired or not', () => {
    const job = demo('lowther-street')
    expect(worksLow(job)).toBe(false)
    for (const wires of [job.wires, {}])
      expect(transformerInWords({ ...job, wires }).note).toBe('every valve works at line voltage')
  })

  it('is the boiler’s own where none hangs beside it', () => {
    const job = demo('kestrel-point')
    delete job.parts.XF1
    expect(transformerInWords(job).value).toBe('40 VA, in the boiler’s control')
    expect(transformerInWords({ ...job, wires: {} }).note).toBe('fuse 2 A')
  })
})
