import { expect, it } from 'vitest'
import { wired } from '../testing/benches.ts'
import { leftOut } from './left-out.ts'
import { scriptOf } from './script.ts'
import type { NotCovered } from './step.ts'

const panel = (zones: number) => wired({ scheme: 's5a', panel: 'panel/zone-valve-6', zones })
const not = (contact: string | undefined, more: Partial<NotCovered> = {}): NotCovered => ({
  part: 'PN1',
  ...(contact ? { contact } : {}),
  never: 'open',
  because: 'nobody',
  ...more,
})

it('contacts of one part that are left out for one reason are told together; from four on they are counted', () => {
  const told = (...all: NotCovered[]) => leftOut(panel(2), all).map(({ says, why }) => `${says}: ${why}`)
  const set = ', whoever calls, as this plant is set'
  expect(told()).toEqual([])
  expect(told(not(undefined, { never: 'make' }))).toEqual([`Zone panel: never makes${set}`])
  expect(told(not('a'), not('b'), not('c'))).toEqual([`Zone panel, a, b and c: never open${set}`])
  expect(told(not('a'), not('b'), not('c'), not('d'))).toEqual([`Zone panel, a and 3 more contacts: never open${set}`])
  expect(
    told(not('a'), not('b', { never: 'make' }), not('c', { because: 'by heat' }), not('d', { part: 'B1' })),
  ).toEqual([
    `Zone panel, a: never opens${set}`,
    `Zone panel, b: never makes${set}`,
    'Zone panel, c: never opens here: only a fire opens it',
    `Boiler, d: never opens${set}`,
  ])
  expect(told(not('a', { because: 'by current' }), not('b', { because: 'by current' }))).toEqual([
    'Zone panel, a and b: never open here: only too much current opens them, and nobody makes that to try them',
  ])
})

it.each([1, 3, 6])('of a panel with %i of its channels in use the others are no matter of the proof', (zones) => {
  const { coverage } = scriptOf(panel(zones))
  const channels = coverage.notCovered.filter(({ contact }) => contact?.startsWith('channel'))
  expect(channels).toHaveLength(zones)
  expect(coverage.done + coverage.notCovered.length).toBe(coverage.of)
})
