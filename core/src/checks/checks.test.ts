import { expect, it } from 'vitest'
import type { Job } from '../job/schema.ts'
import { wireAt, wired } from '../testing/benches.ts'
import { findingsOf } from './index.ts'

const end = (point: string) => ({ part: point.split('.')[0]!, terminal: point.split('.')[1]! })

const join = (job: Job, from: string, to: string) => {
  job.wires.added = { from: end(from), to: end(to), colour: 'grey', size: 0.8, length: 1, label: 'added' }
}

it.each<[string, (job: Job) => void, string, string]>([
  ['a motor lead landed nowhere', (j) => void delete j.wires[wireAt(j, 'V1.m2').id], 'half-landed', 'V1'],
  ['two motors in series', (j) => void (wireAt(j, 'V1.m2').wire.to = end('V2.m1')), 'loads-in-series', 'V1'],
  [
    'zones crossed',
    (j) => {
      const [one, two] = [wireAt(j, 'V1.m1').wire, wireAt(j, 'V2.m1').wire]
      ;[one.to, two.to] = [two.to, one.to]
    },
    'crossed',
    'V1',
  ],
  [
    'a motor on permanent R',
    (j) => {
      const { wire } = wireAt(j, 'V1.m1')
      wire.to = end('XF1.h')
    },
    'own-thermostat',
    'V1',
  ],
  [
    'end switches in series',
    (j) => {
      delete j.wires[wireAt(j, 'V1.e2').id]
      const { wire } = wireAt(j, 'V2.e1')
      wire.to = end('V1.e2')
    },
    'end-switches-parallel',
    'V1',
  ],
  ['a call wire on the transformer', (j) => join(j, 'B1.t1', 'XF1.c'), 'loops-apart', 'B1'],
  ['three wires on a fuse terminal', (j) => join(j, 'F1.out', 'TS1.r'), 'capacity', 'F1'],
])('%s is found where it is', (_name, mistake, rule, part) => {
  const job = wired()
  mistake(job)
  const found = findingsOf(job).filter((finding) => finding.rule === rule)
  expect(found.length).toBeGreaterThan(0)
  expect(found.flatMap(({ at }) => at.map((spot) => spot.part))).toContain(part)
})

it('danger comes first', () => {
  const job = wired()
  join(job, 'B1.t1', 'XF1.c')
  job.wires.more = { ...job.wires.added!, label: 'more' }
  expect(findingsOf(job)[0]?.severity).toBe('danger')
})
