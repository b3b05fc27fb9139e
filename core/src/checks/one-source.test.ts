import { expect, it } from 'vitest'
import type { Job } from '../job/schema.ts'
import { wired } from '../testing/benches.ts'
import { findingsOf } from './index.ts'

/** Two zones; what the second valve's motor is between is moved. */
function between(moves: Partial<Record<'m1' | 'm2', readonly [part: string, terminal: string]>>, second = false) {
  const job: Job = JSON.parse(JSON.stringify(wired({ zones: 2 })))
  if (second) job.parts.XF2 = { ...job.parts.XF1!, label: 'Second transformer' }
  for (const [id, { from, to, ...rest }] of Object.entries(job.wires)) {
    const own = [from, to].find(({ part, terminal }) => part === 'V2' && terminal in moves)
    if (!own) continue
    const [part, terminal] = moves[own.terminal as 'm1' | 'm2']!
    job.wires[id] = { ...rest, from: own, to: { part, terminal } }
  }
  return job
}
const found = (job: Job) => findingsOf(job).filter(({ rule }) => rule === 'one-source')

it('a valve fed by one transformer that returns to another is found, with both its ends', () => {
  const job = between({ m2: ['XF2', 'c'] }, true)
  expect(found(job)).toMatchObject([
    {
      severity: 'fails',
      at: [
        { part: 'V2', terminal: 'm1' },
        { part: 'V2', terminal: 'm2' },
      ],
      says: expect.stringContaining('returns to Second transformer'),
    },
  ])
  // Where the two meet, current flows again.
  const [wire] = Object.values(job.wires)
  job.wires.link = { ...wire!, from: { part: 'XF1', terminal: 'c' }, to: { part: 'XF2', terminal: 'c' } }
  expect(found(job)).toEqual([])
})

it('a valve between line voltage and a transformer is between two sources; a boiler’s call pair is none', () => {
  expect(found(between({ m1: ['MAINS', 'l'] }))).toMatchObject([{ severity: 'fails' }])
  expect(found(between({ m1: ['B1', 't1'] }))).toEqual([])
  expect(found(between({}))).toEqual([])
})
