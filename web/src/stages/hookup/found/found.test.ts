import { type Entry, nextEntry, type SourceRound } from '@civil-lantern/core'
import { demoJobs } from '@civil-lantern/core/demo'
import { expect, it } from 'vitest'
import { picturesOf } from './Pictured.tsx'
import { bodiesOf } from './SourcesCard.tsx'

const job = demoJobs['kestrel-point']!()
const round: SourceRound = {
  off: undefined,
  to: 'MAINS.n',
  at: [
    { node: 'CB1.out', line: true },
    { node: 'ES1.in', line: true },
    { node: 'S1.*', line: true },
  ],
  bits: 2,
}

it('a round of volts becomes readings to one point; what nobody read is none', () => {
  const [bodies, wrong] = bodiesOf(job, round, { 'CB1.out': '119.8', 'S1.*': ' 350 mV ', 'ES1.in': '  ' })
  expect(wrong).toEqual({})
  expect(bodies).toMatchObject([
    {
      kind: 'reading',
      mode: 'loz',
      from: { point: 'CB1.out' },
      to: { point: 'MAINS.n' },
      value: 119.8,
      shows: '119.8 V',
    },
    { from: { point: expect.stringMatching(/^S1\./) }, value: 0.35 },
  ])
})

it.each([
  ['twelve', 'no reading'],
  ['OL', 'turn the meter up'],
  ['50000', 'more than a meter shows'],
])('%s is said to be wrong at its point, and the others are not', (typed, says) => {
  const [bodies, wrong] = bodiesOf(job, round, { 'CB1.out': typed, 'ES1.in': '0' })
  expect(Object.keys(wrong)).toEqual(['CB1.out'])
  expect(wrong['CB1.out']).toContain(says)
  expect(bodies).toHaveLength(1)
})

it('the pictures of a part are its own, the latest first, none taken back', () => {
  const entries: Entry[] = []
  const enter = (body: Entry['body']) => {
    const id = `e${entries.length}`
    entries.push(
      nextEntry({ id, by: 'Ash', device: 'd', clock: '2026-03-01T10:00:00.000Z', revision: 1 }, entries, body),
    )
  }
  for (const of of ['V2', 'V3', 'V2', undefined, 'V2'])
    enter({ kind: 'photo', file: 'f', text: '', pins: [], ...(of ? { of } : {}) })
  enter({ kind: 'back', of: 'e2' })
  expect(picturesOf(entries, 'V2').map(({ id }) => id)).toEqual(['e4', 'e0'])
  expect(picturesOf(entries, 'V1')).toEqual([])
})
