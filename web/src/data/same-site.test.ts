import { expect, it } from 'vitest'
import type { JobRow } from './api.ts'
import { lastTouched, othersOfSite } from './same-site.ts'

const job = (id: string, site: string, title = id, more: object = {}): JobRow =>
  ({
    id,
    title,
    shelf: 'open',
    updatedAt: '2026-01-01',
    summary: { site, last: { at: '2025-05-01' } },
    ...more,
  }) as never

it('jobs of one address belong together, the latest first, put away ones too; what was taken out does not', () => {
  const jobs = [
    job('now', 'quay 1'),
    job('old', 'quay 1', 'old', { summary: { site: 'quay 1', last: { at: '2024-02-01' } } }),
    job('newer', 'quay 1', 'newer', { shelf: 'away' }),
    job('gone', 'quay 1', 'gone', { shelf: 'out' }),
    job('elsewhere', 'quay 2', 'now'),
  ]
  expect(othersOfSite(jobs, 'now').map(({ id }) => id)).toEqual(['newer', 'old'])
  expect(othersOfSite(jobs, 'nowhere')).toEqual([])
})

it('where one of two has no address, their name decides', () => {
  const jobs = [job('a', '', 'Tide mill'), job('b', 'quay 2', ' tide MILL'), job('c', '', 'Weir house')]
  expect(othersOfSite(jobs, 'a').map(({ id }) => id)).toEqual(['b'])
  expect(othersOfSite([job('a', ''), job('x', '', 'a', { summary: null })], 'a').map(({ id }) => id)).toEqual(['x'])
})

it('was last touched by its last entry, or by its last change where it has none', () => {
  expect(lastTouched(job('a', ''))).toBe('2025-05-01')
  expect(lastTouched(job('a', '', 'a', { summary: { site: '' } }))).toBe('2026-01-01')
})
