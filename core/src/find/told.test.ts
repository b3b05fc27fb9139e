import { describe, expect, it } from 'vitest'
import { demoJobs } from '../demo/index.ts'
import { suspectsOf } from './suspects.ts'
import { tellings, timesTold } from './told.ts'

const job = demoJobs['kestrel-point']!()
const weightIn = (told: string | undefined, id: string) =>
  suspectsOf(job, [], { told }).find((one) => one.id === id)!.weight

describe('what is told of when it began', () => {
  it.each([
    ['wired', 'wire:w21.to/open', 'part:V2/windingOpen'],
    ['yesterday', 'part:V2/windingOpen', 'wire:w21/open'],
    ['comes-and-goes', 'part:S4/loose1', 'part:V2/windingOpen'],
    ['comes-and-goes', 'wire:w21.to/ohms', 'wire:w21/open'],
    ['outage', 'part:F1/blown', 'part:V2/windingOpen'],
    ['crowded', 'part:XF1/weak', 'part:V2/windingOpen'],
    ['reset', 'part:B1/limitTripped', 'wire:w21/open'],
  ])('%s makes %s likelier, and leaves %s', (told, favoured, other) => {
    expect(weightIn(told, favoured)).toBeGreaterThan(2 * weightIn(undefined, favoured))
    expect(weightIn(told, other)).toBe(weightIn(undefined, other))
  })

  it('what waits to be reset is a flame safeguard that saw no flame, or a limit', () => {
    const oil = demoJobs['fenwick-orchard']!()
    const favoured = suspectsOf(oil, [])
      .filter(({ id }) => timesTold('reset', id) > 1)
      .map(({ id }) => id.replace(/^part:/, ''))
    expect(favoured.sort()).toEqual(['B1/limitTripped', 'B1/lockOut', 'BR1/noFlame', 'EYE1/dirty'])
  })

  it('says nothing where nobody has said anything, or something no one knows', () => {
    expect(timesTold(undefined, 'wire:w21/open')).toBe(1)
    expect(timesTold('full moon', 'wire:w21/open')).toBe(1)
  })

  it('each of them favours something in this plant, and not all of it', () => {
    const suspects = suspectsOf(job, [])
    for (const { id } of tellings) {
      const favoured = suspects.filter((one) => timesTold(id, one.id) > 1).length
      expect(favoured).toBeGreaterThan(0)
      expect(favoured).toBeLessThan(suspects.length)
    }
  })
})
