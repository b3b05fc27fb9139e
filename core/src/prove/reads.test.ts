import { describe, expect, it } from 'vitest'
import { demoJobs } from '../demo/index.ts'
import type { Job } from '../job/schema.ts'
import { wired } from '../testing/benches.ts'
import { plantOf } from './plant.ts'
import { deadReads, earthReads, lineReads, loadReads, separationReads } from './reads.ts'
import { scriptOf } from './script.ts'

const job = (id: string) => demoJobs[id]!()
const ids = (reads: readonly { id: string }[]) => reads.map(({ id }) => id)

describe('where it is proven dead', () => {
  it.each(Object.keys(demoJobs))('%s: every source is read, on low impedance, up to one volt', (id) => {
    const reads = deadReads(job(id))
    expect(reads.length).toBeGreaterThan(1)
    for (const read of reads) expect(read).toMatchObject({ mode: 'loz', least: 0, most: 1 })
    const sources = plantOf(job(id)).feeds.filter(({ circuit }) => circuit !== 'line voltage' && circuit !== 'signal')
    for (const { part, hot, back } of sources) expect(ids(reads)).toContain(`loz:${part.id}.${hot}>${part.id}.${back}`)
  })

  it('both conductors of the line to earth at the first place, and across the line at each', () => {
    const reads = deadReads(job('kestrel-point')).filter(({ line }) => line)
    expect(reads.filter(({ to }) => to.endsWith('.e'))).toHaveLength(2)
    expect(ids(reads)).toEqual(expect.arrayContaining(['loz:B1.l>B1.n', 'loz:XF1.p1>XF1.p2']))
  })
})

it('earth is continuous from every metal part to the supply’s, connectors left out', () => {
  const plant = plantOf(job('quay-terrace'))
  const reads = earthReads(plant)
  expect(reads.every(({ mode, most, to }) => mode === 'ohms' && most === 1 && to.endsWith('.e'))).toBe(true)
  expect(reads.some(({ from }) => from === 'V1.e')).toBe(true)
  expect(reads.some(({ from }) => plant.parts.get(from.split('.')[0]!)!.kind.class === 'joint')).toBe(false)
})

it('a call pair is apart from every other source; where it is at line voltage there is nothing to part', () => {
  const reads = separationReads(plantOf(job('kestrel-point')))
  expect(reads.length).toBeGreaterThan(0)
  for (const read of reads) expect(read).toMatchObject({ mode: 'ohms', least: 20e3, most: null, separates: true })
  expect(separationReads(plantOf(job('lowther-street')))).toEqual([])
})

it('two sources are parted from each other, and a part with two feeds not from itself', () => {
  const plant = plantOf(job('kestrel-point'))
  const low = plant.feeds.find(({ part, circuit }) => circuit === 'low voltage' && part.kind.class !== 'boiler')!
  const own = (feeds: typeof plant.feeds) =>
    ids(separationReads({ ...plant, feeds: [...plant.feeds, ...feeds] })).filter((id) => !id.includes('B1.'))
  expect(own([low])).toEqual([])
  const other = { ...low, part: { ...low.part, id: 'XF2' } }
  expect(own([other])).toEqual([expect.stringMatching(/^ohms:XF1\.\w+>XF2\./)])
})

it('the line is read hot to neutral, and each of them to earth', () =>
  expect(lineReads(plantOf(job('kestrel-point'))).map(({ line }) => line)).toEqual([true, true, true]))

describe('what stands at the sources with nobody and with all calling', () => {
  const at = (asked: Job, calling: readonly string[] = []) =>
    ids(loadReads(plantOf(asked), calling)).map((id) => id.split(':')[1])

  it('is read at the panel that has its own, and not while one zone calls alone', () => {
    expect(at(job('sable-row'))).toEqual(['PN1.r1>PN1.c1', 'B1.t1>B1.t2'])
    expect(at(job('sable-row'), [Object.keys(job('sable-row').zones)[0]!])).not.toContain('PN1.r1>PN1.c1')
  })

  it('is read at the boiler’s control only where nothing else feeds the valves', () => {
    expect(at(wired({ scheme: 's4', boiler: 'boiler/valve-supply' }))).toContain('B1.feed>B1.shared')
    const beside = at(wired({ boiler: 'boiler/gas' }))
    expect(plantOf(wired({ boiler: 'boiler/gas' })).feeds.map(({ part, hot }) => `${part.id}.${hot}`)).toContain(
      'B1.hot',
    )
    expect(beside.filter((one) => one.startsWith('XF1') || one.startsWith('B1.hot'))).toEqual(['XF1.h>XF1.c'])
  })

  it('where hot water goes first is read once more when it is satisfied: then the others draw most', () => {
    const { steps } = scriptOf(job('sable-row'))
    const [all, warm] = ['all', 'warm:'].map((id) => steps.find((step) => step.id.startsWith(id))!)
    const volts = ({ reads }: (typeof steps)[number]) => reads.find(({ from }) => from === 'PN1.r1')!
    expect(volts(warm!).most!).toBeLessThan(volts(all!).most!)
    const without = scriptOf(wired({ scheme: 's5b', panel: 'panel/zone-valve-6', hotWater: true, zones: 3 })).steps
    for (const { id, reads } of without) if (id.startsWith('warm:')) expect(reads).toEqual([])
  })
})

describe('what stands at the loads', () => {
  const plant = plantOf(job('kestrel-point'))
  it('of one zone: at its motor, and the call pair', () => {
    const found = ids(loadReads(plant, ['signal'])).map((id) => id.split(':')[1])
    expect(found).toEqual(['V2.m1>V2.m2', 'B1.t1>B1.t2'])
  })
  it('of none or of all: at the source, and no motor by itself', () => {
    for (const zones of [[], ['signal', 'oil']]) {
      const found = ids(loadReads(plant, zones)).map((id) => id.split(':')[1])
      expect(found).toEqual(['XF1.h>XF1.c', 'B1.t1>B1.t2'])
    }
  })
  it('of a valve that follows a signal: the signal and its position', () => {
    const found = ids(loadReads(plantOf(job('botany-house')), ['zone1']))
    expect(found).toEqual(['direct:V1.sig>V1.com', 'direct:V1.fb>V1.com'])
  })
  it('of a motor at line voltage nothing is read live', () =>
    expect(loadReads(plantOf(job('quay-terrace')), ['zone1']).some(({ from }) => from.startsWith('V1'))).toBe(false))
})
