import { expect, it } from 'vitest'
import { faultRows } from '../testing/faults/index.ts'
import { readingOf, spread } from '../testing/faults/read.ts'
import type { Bounds } from '../testing/faults/row.ts'
import { checkSupposition } from './index.ts'

/** Every fault of the trade, by its number: the reading that tells it, beside the sound plant's, however quick or slow its parts. */

const within = (value: unknown, bounds: Bounds) =>
  Array.isArray(bounds)
    ? typeof value === 'number' && value >= bounds[0] - 1e-6 && value <= bounds[1] + 1e-6
    : value === bounds

it.each(
  faultRows.flatMap((row) =>
    ([-1, 0, 1] as const).map((by) => [row.f, row.what, ['quickest', 'usual', 'slowest'][by + 1], row, by] as const),
  ),
)('F%i %s, %s parts', (_f, _what, _which, row, by) => {
  const job = spread(row.plant(), by)
  for (const one of row.supposed(job)) {
    const [id, value] = typeof one === 'string' ? [one] : one
    expect(checkSupposition(job, value === undefined ? { id } : { id, value })).toMatchObject({ ok: true })
  }
  const [sound, faulty] = [readingOf(row, job, false), readingOf(row, job, true)]
  expect([sound, within(sound, row.sound)]).toEqual([sound, true])
  expect([faulty, within(faulty, row.faulty)]).toEqual([faulty, true])
})

it('none of the fifty is missing', () => {
  expect([...new Set(faultRows.map(({ f }) => f))]).toEqual(Array.from({ length: 50 }, (_, i) => i + 1))
})
