import { describe, expect, it } from 'vitest'
import { findingsOf } from '../checks/index.ts'
import { loopsOf } from '../loops/loops.ts'
import { verdictOf } from '../loops/verdict.ts'
import { Simulation } from '../motion/simulation.ts'
import { type Ask, wired } from '../testing/benches.ts'
import { schemes } from './index.ts'
import { outOfStep } from './out-of-step.ts'

const ways: Ask[] = [
  { scheme: 's2' },
  { scheme: 's2', remote: true, practice: '230' },
  { scheme: 's2b', powered: true },
  { scheme: 's2c' },
  { scheme: 's2c', remote: true },
  { scheme: 's6', twoLead: true },
  { scheme: 's6', twoLead: true, remote: true, powered: true },
]

describe.each(ways)('wired by $scheme (remote $remote, powered $powered, two leads $twoLead)', (ask) => {
  it.each(Array.from({ length: 12 }, (_, i) => i + 1))(
    '%i zones raise no finding, and each zone alone opens, is proven and stops',
    (zones) => {
      const job = wired({ ...ask, zones })
      expect(findingsOf(job)).toEqual([])
      expect(outOfStep({ ...job, survey: { ...job.survey, transformer: { ...job.survey.transformer } } })).toEqual([])
      const bench = new Simulation(job)
      for (let n = 1; n <= zones; n++) {
        bench.set(`TS${n}`, 'calling', true)
        bench.settle()
        const found = verdictOf(bench, job, loopsOf(bench, job))
        expect(found.tone).toBe('well')
        expect(found.zones.filter(({ opening }) => opening > 0).map(({ zone }) => zone)).toEqual([`z${n}`])
        expect([bench.stateOf('B1').called, bench.stateOf('P1').running]).toEqual([true, true])
        bench.set(`TS${n}`, 'calling', false)
        bench.settle()
        expect([bench.stateOf(`V${n}`).travel, bench.stateOf('B1').called]).toEqual([0, false])
      }
    },
  )
})

describe('a way that does not fit', () => {
  it.each<[string, Ask, string]>([
    ['s2', { scheme: 's2b', powered: true }, 'needs a common'],
    ['s2', { scheme: 's6', twoLead: true }, 'no end switch'],
    ['s2c', { scheme: 's2b', powered: true }, 'through the motor'],
    ['s2b', { scheme: 's2' }, 'lie idle'],
    ['s6', { scheme: 's2' }, 'hide what it proves'],
  ])('%s says why', (id, ask, why) => {
    const fit = schemes.find((scheme) => scheme.id === id)!.fits(wired(ask))
    expect(fit).toMatchObject({ fits: false, why: expect.stringContaining(why) })
  })
})

it('a survey that was changed after wiring is out of step, and says with what', () => {
  const job = wired()
  job.zones.z1!.valveKind = 'valve/motor-2'
  job.survey.supply.fireCutOut = true
  expect(outOfStep(job)).toEqual([
    'Zone 1: another valve is surveyed than is wired.',
    'The fire cut-out is surveyed and not wired.',
  ])
})
