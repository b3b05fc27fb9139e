import { type Job, loopsOf, Simulation } from '@civil-lantern/core'
import { demoJobs } from '@civil-lantern/core/demo'
import { expect, it } from 'vitest'
import { captionOf, stripsOf } from './strips-of.ts'

/** What stands over each loop of a zone. */

const captions = (job: Job, zone: string) =>
  stripsOf(loopsOf(new Simulation(job), job), zone).map((strip, i) => captionOf(strip, i))

it('loops are named by what they carry; a signal has no volts of its own', () => {
  expect(captions(demoJobs['kestrel-point']!(), 'signal')).toEqual(['Valve loop, 27 V', 'Call loop, volt-free'])
  const botany = demoJobs['botany-house']!()
  expect(captions(botany, Object.keys(botany.zones)[0]!)).toEqual(['Valve loop, 27 V', 'Signal'])
  expect(captions(botany, Object.keys(botany.zones)[2]!)).toEqual(['Valve loop, 27 V', 'Permanent feed, 27 V'])
  const line = demoJobs['lowther-street']!()
  expect(captions(line, Object.keys(line.zones)[0]!)).toEqual(['Valve loop, 230 V', 'Call loop, 230 V'])
})
