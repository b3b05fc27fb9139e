import { describe, expect, it } from 'vitest'
import type { Job } from '../job/schema.ts'
import { wired } from '../testing/benches.ts'
import { coloured, plants } from '../testing/broken-by-hand.ts'
import { join, wireOn } from '../testing/hands.ts'
import { applied, fixOf } from './fix.ts'
import { findingsOf } from './index.ts'
import { usedCap } from './used-cap.ts'

describe('a rule mends what it knows how to', () => {
  const mended = (job: Job, rule: string) => {
    const finding = findingsOf(job).find((one) => one.rule === rule)!
    return applied(job, fixOf(job, finding)!)!
  }

  it('a link goes, and nothing else', () => {
    const sound = plants.plain()
    const job = plants.plain()
    join(job, 'B1.t1', 'B1.t2')
    expect(mended(job, 'always-called').wires).toEqual(sound.wires)
  })

  it('a link at a valve goes by itself, and where nobody can name one of several nothing is taken off', () => {
    const job = plants.plain()
    const { wires } = job
    join(job, 'V1.e1', 'V1.e2')
    const linked = { ...job, wired: null }
    const finding = findingsOf(linked).find(({ rule }) => rule === 'always-called')!
    expect(finding.remedy).toBe('Take wire seeded off.')
    expect(applied(linked, fixOf(linked, finding)!)!.wires).toEqual({ ...wires, seeded: undefined })
    // A second link beside it: neither alone is the one.
    job.wires.more = { ...job.wires.seeded!, label: 'more' }
    const twice = findingsOf({ ...job, wired: null }).find(({ rule }) => rule === 'always-called')!
    expect(twice.says).toBe('The call pair of Boiler is linked.')
    expect(fixOf({ ...job, wired: null }, twice)).toBeUndefined()
  })

  it.each([
    ['mains', 'V1.call', 'blue', 'brown'],
    ['plain', 'ES1.in', 'white', 'black'],
  ] as const)('%s: a live in %s, %s, is sleeved %s', (plant, point, colour, sleeve) => {
    const job = plants[plant]()
    coloured(point, colour)(job)
    // The scheme's own colour is put back only where the rule knows nothing.
    const after = mended(job, 'sleeved')
    expect(after.wires[wireOn(job, point)!]).toMatchObject({ colour, sleeve })
  })

  it('a used connector is changed for a new one, and its other figures stay', () => {
    const job = plants.capped()
    job.parts.S5!.figures = { used: 1 }
    expect(mended(job, 'used-cap').parts.S5!.figures).toBeUndefined()
    job.parts.S5!.figures = { used: 1, ohms: 2 }
    expect(mended(job, 'used-cap').parts.S5!.figures).toEqual({ ohms: 2 })
  })

  it.each([
    [40, 5, 2],
    [40, 0.3, 2],
    [75, 5, 4],
    [undefined, 5, 2],
  ])(
    'a fuse is changed for the one that protects the transformer that hangs: %j VA, %f A to %f A',
    (va, amps, fits) => {
      const job = plants.plain()
      if (va !== undefined) job.parts.XF1!.figures = { va }
      else delete job.parts.XF1!.figures
      job.parts.F1!.figures = { amps, lasts: 0.9 }
      // What the survey once said is not what hangs.
      job.survey.transformer.va = 20
      expect(mended(job, 'transformer-size').parts.F1!.figures).toEqual({ amps: fits, lasts: 0.9 })
    },
  )

  it.each([
    [{ mirrored: 1 }, { mirrored: 1, jumpersMoved: 1 }],
    [{ jumpersMoved: 1 }, { jumpersMoved: 0 }],
  ])('a diverter that turns the wrong way, %j, has its jumpers moved and not its body', (figures, after) => {
    const job = wired({ scheme: 's15', practice: '230', boiler: 'boiler/switched-live', diverter: true })
    job.parts.V2!.figures = figures as unknown as Record<string, number>
    expect(mended(job, 'diverter-turns').parts.V2!.figures).toEqual(after)
  })
})

it('a part that is gone, or has no figures, is mended by nothing', () => {
  const job = plants.capped()
  const before = JSON.stringify(job)
  const at = (part: string) =>
    usedCap.mend!(job, { at: [{ part }] } as unknown as Parameters<NonNullable<typeof usedCap.mend>>[1])
  at('nowhere')
  at('S5')
  expect(JSON.stringify(job)).toBe(before)
})
