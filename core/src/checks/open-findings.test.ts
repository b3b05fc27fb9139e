import { describe, expect, it } from 'vitest'
import { coloured, plants } from '../testing/broken-by-hand.ts'
import { exchange, join, remove } from '../testing/hands.ts'
import { findingsOf, openFindings, rules } from './index.ts'

describe('what is open', () => {
  const job = plants.linked()
  coloured('ES1.in', 'white')(job)
  remove(job, 'V1.m2')
  remove(job, 'V2.m2')
  const findings = findingsOf(job)
  const asking = findings.filter(({ severity }) => severity !== 'tidy')

  it('is more than a note, and stays so until it is accepted, each for itself', () => {
    expect(findings.length).toBeGreaterThan(asking.length)
    expect(openFindings(job, findings)).toEqual(asking)
    const [first, ...others] = asking
    job.accepted = { [first!.id]: { reason: 'As it is meant', at: '2026-03-02T08:00:00.000Z' } }
    expect(openFindings(job, findings)).toEqual(others)
    expect(openFindings({ ...job, accepted: {} }, findings)).toEqual(asking)
  })
})

it('what a finding says to mind is its rule’s caution, where it has one and is more than a note', () => {
  const job = plants.mains()
  join(job, 'B1.sl', 'B1.l')
  remove(job, 'V2.e')
  coloured('V1.call', 'blue')(job)
  exchange(job, 'P1.l', 'P1.n')
  const found = findingsOf(job)
  for (const { rule, severity, caution } of found)
    expect([rule, caution]).toEqual([
      rule,
      severity === 'tidy' ? undefined : rules.find(({ id }) => id === rule)!.caution,
    ])
  expect(found.some(({ severity, caution }) => severity !== 'tidy' && caution)).toBe(true)
  const big = plants.plain()
  big.parts.XF1!.figures = { ...big.parts.XF1!.figures, va: 120 }
  const [note] = findingsOf(big).filter(({ rule, severity }) => rule === 'transformer-size' && severity === 'tidy')
  expect([note!.says, 'caution' in note!]).toEqual(['Transformer is rated for 120 VA.', false])
  for (const finding of found.filter(({ severity }) => severity === 'tidy')) expect('caution' in finding).toBe(false)
  const bare = plants.plain()
  remove(bare, 'V1.m1')
  const [plain] = findingsOf(bare).filter(({ rule }) => rule === 'half-landed')
  expect('caution' in plain!).toBe(false)
})
