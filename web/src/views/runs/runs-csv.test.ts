import { demoJobs } from '@civil-lantern/core/demo'
import { expect, it } from 'vitest'
import { runsAsCsv } from './runs-csv.ts'

it('writes a line for every wire, in the units of the practice, and quotes what needs it', () => {
  const job = demoJobs['quay-terrace']!()
  job.parts.B1!.label = 'Boiler, "the old one"'
  const lines = runsAsCsv(job).trimEnd().split('\r\n')
  expect(lines).toHaveLength(1 + Object.keys(job.wires).length)
  expect(lines[0]).toBe('number,from part,from terminal,to part,to terminal,colour,size,length m,cable,core')
  expect(lines.find((line) => line.includes('the old one'))).toContain('"Boiler, ""the old one"""')
  expect(lines.find((line) => line.includes('Thermostat cable 1'))).toContain(',1.5 mm²,9.00,Thermostat cable 1,')
})
