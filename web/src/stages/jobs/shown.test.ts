import { describe, expect, it } from 'vitest'
import type { JobRow } from '../../data/api.ts'
import { boardSays, counted, shownOf } from './shown.ts'

let n = 0
const row = (
  title: string,
  more: Partial<JobRow> & { waits?: number; findings?: number; search?: string } = {},
): JobRow => {
  const { waits = 0, findings = 0, search = title.toLowerCase(), ...rest } = more
  n++
  return {
    id: `job-${n}`,
    revision: 1,
    title,
    task: '',
    practice: '120',
    zones: 2,
    shelf: 'open',
    updatedAt: `2026-01-${String(n).padStart(2, '0')}T00:00:00.000Z`,
    summary: {
      version: 1,
      stages: {} as never,
      here: 'scheme',
      says: '',
      tone: 'neutral',
      waits,
      findings,
      site: '',
      search,
    },
    ...rest,
  }
}
const mill = row('Tide mill', { findings: 2, search: 'tide mill grain loft ash valve 1' })
const works = row('Sable Row', { waits: 1, findings: 1, search: 'sable row press hall' })
const barn = row('Fenwick barn')
const away = row('Old pier', { shelf: 'away', findings: 4 })
const out = row('Wrong one', { shelf: 'out', waits: 3 })
const unreadable = row('Broken', { summary: null })
const all = [mill, works, barn, away, out, unreadable]
const titles = (jobs: readonly JobRow[]) => jobs.map(({ title }) => title)

describe('which jobs the board shows', () => {
  it('what is put away or taken out is nowhere but under its own button', () => {
    expect(counted(all)).toEqual({ all: 4, waits: 1, findings: 2, away: 1, out: 1 })
    expect(titles(shownOf(all, 'away', '', 'touched'))).toEqual(['Old pier'])
    expect(titles(shownOf(all, 'out', '', 'touched'))).toEqual(['Wrong one'])
  })

  it('the last touched first, or by name, or what has most findings', () => {
    expect(titles(shownOf(all, 'all', '', 'touched'))).toEqual(['Broken', 'Fenwick barn', 'Sable Row', 'Tide mill'])
    expect(titles(shownOf(all, 'all', '', 'name'))).toEqual(['Broken', 'Fenwick barn', 'Sable Row', 'Tide mill'])
    expect(titles(shownOf(all, 'all', '', 'findings')).slice(0, 2)).toEqual(['Tide mill', 'Sable Row'])
  })

  it('every word of a search must stand somewhere in the job, in any order and case', () => {
    expect(titles(shownOf(all, 'all', 'LOFT ash', 'touched'))).toEqual(['Tide mill'])
    expect(titles(shownOf(all, 'all', 'loft press', 'touched'))).toEqual([])
    expect(titles(shownOf(all, 'all', '  ', 'touched'))).toHaveLength(4)
  })

  it('a job that cannot be read is still found by its name', () => {
    expect(titles(shownOf(all, 'all', 'brok', 'touched'))).toEqual(['Broken'])
  })
})

it('the board says how many jobs there are and who waits, each counted once', () => {
  expect(boardSays([])).toBe('No jobs yet.')
  expect(boardSays([away])).toBe('Every job is put away.')
  expect(boardSays([barn])).toBe('One job.')
  expect(boardSays([mill])).toBe('One job. One has findings.')
  expect(boardSays(all)).toBe('Four jobs. One waits for somebody. One more has findings.')
  expect(boardSays([works])).toBe('One job. One waits for somebody.')
})
