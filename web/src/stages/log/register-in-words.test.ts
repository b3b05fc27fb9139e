import { describe, expect, it } from 'vitest'
import { ageInWords, isOverdue, tallyInWords } from './register-in-words.ts'

describe('the register in words', () => {
  const plant = { zones: 5, valves: 5, thermostats: 5, parts: 21, replaced: 1 }

  it('counts, and says where valves or thermostats are not as many as zones', () => {
    expect(tallyInWords(plant)).toBe('5 zones, 5 valves, 5 thermostats. 1 of 21 parts replaced so far.')
    expect(tallyInWords({ ...plant, replaced: 0 })).toContain('None of 21 parts')
    expect(tallyInWords({ ...plant, thermostats: 4 })).toContain('4 thermostats, not as many as zones.')
    expect(tallyInWords({ ...plant, valves: 6 })).toContain('not as many as zones')
    expect(tallyInWords({ zones: 1, valves: 1, thermostats: 1, parts: 0, replaced: 0 })).toBe(
      '1 zone, 1 valve, 1 thermostat.',
    )
  })

  it('tells an age in months up to two years, then in years', () => {
    const at = (iso: string) => ageInWords('2024-11-26T10:00:00.000Z', new Date(iso))
    expect(at('2024-12-25T10:00:00.000Z')).toBe('new')
    expect(at('2024-12-26T10:00:00.000Z')).toBe('1 month')
    expect(at('2026-11-25T10:00:00.000Z')).toBe('23 months')
    expect(at('2026-11-26T10:00:00.000Z')).toBe('2 years')
    expect(at('2028-11-25T10:00:00.000Z')).toBe('3 years')
  })

  it('what is due today is not overdue, what was due yesterday is', () => {
    const now = new Date(2026, 10, 26, 0, 5)
    expect(isOverdue('2026-11-26', now)).toBe(false)
    expect(isOverdue('2026-11-25', now)).toBe(true)
    expect(isOverdue('2026-12-01', now)).toBe(false)
  })
})
