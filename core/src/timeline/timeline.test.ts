import { expect, it } from 'vitest'
import { demoJobs } from '../demo/index.ts'
import { Chronicle } from '../motion/chronicle.ts'
import { alterationsOf } from '../suppose/index.ts'
import { cut, supposed, wired } from '../testing/benches.ts'
import { sequenceOf } from './sequence.ts'
import { timelineOf } from './timeline.ts'

const zone = (n: number) => [`TS${n}`, 'calling'] as const
const call = (chronicle: Chronicle, n: number, on = true) => chronicle.set(...zone(n), on)
const laneOf = (chronicle: Chronicle, part: string) => timelineOf(chronicle).lanes.find((lane) => lane.part === part)!
const spans = (chronicle: Chronicle, part: string, says: string) =>
  laneOf(chronicle, part)
    .bars.filter((bar) => bar.says === says)
    .map(({ from, to }) => [Math.round(from * 10) / 10, to && Math.round(to * 10) / 10])

it.each(Object.entries(demoJobs))('%s: any moment that was is made again as it was', (_, make) => {
  const chronicle = new Chronicle(make())
  const states = () =>
    [...chronicle.simulation.netlist.parts.keys()].map((id) => [id, { ...chronicle.simulation.stateOf(id) }])
  const seen: [number, unknown][] = []
  for (const [i, part] of Object.keys(chronicle.job.parts).entries()) {
    if (!part.startsWith('TS') || chronicle.simulation.stateOf(part).calling === undefined) continue
    chronicle.set(part, 'calling', true)
    chronicle.advance(3 + i / 7)
    seen.push([chronicle.now, states()])
    chronicle.settle()
    seen.push([chronicle.now, states()])
  }
  for (const [moment, was] of seen) {
    const then = chronicle.at(moment)
    expect([...then.netlist.parts.keys()].map((id) => [id, then.stateOf(id)])).toEqual(roughly(was))
  }
})

/** Moved in more or fewer leaps, a number differs by rounding alone. */
const roughly = (states: unknown) =>
  JSON.parse(JSON.stringify(states), (_, value) => (typeof value === 'number' ? expect.closeTo(value, 6) : value))

it('a valve is looked at half way while it has long been open', () => {
  const chronicle = new Chronicle(wired({ zones: 1 }))
  call(chronicle, 1)
  chronicle.settle()
  expect(chronicle.simulation.stateOf('V1').travel).toBe(1)
  expect(chronicle.at(7).stateOf('V1').travel).toBeCloseTo(0.5)
  expect(laneOf(chronicle, 'V1').travel!.find(([, opening]) => opening === 1)).toEqual([expect.closeTo(14), 1])
})

it('a heat motor is not at fault before its slowest sound fellow would have proven', () => {
  const chronicle = new Chronicle(wired({ zones: 1, scheme: 's6', valve: 'valve/heat-3' }))
  call(chronicle, 1)
  chronicle.advance(50)
  const { says, awaited } = timelineOf(chronicle)
  // 70 s and a third more; the stand-in relay follows the switch.
  expect(Math.max(...awaited.map(({ latest }) => latest))).toBeGreaterThan(85)
  expect(says).toMatch(/^Waiting for .* Not a fault before 1:\d\d\.$/)
})

it('a broken wire is overdue as soon as a sound circuit would be done', () => {
  const job = wired({ zones: 1 })
  const chronicle = new Chronicle(job, { alterations: alterationsOf(job, supposed([cut(job, 'TS1.w')])) })
  call(chronicle, 1)
  chronicle.advance(5)
  const before = timelineOf(chronicle)
  expect(before.awaited.some(({ part, says }) => part === 'V1' && says === 'end switch made')).toBe(true)
  chronicle.advance(60)
  expect(timelineOf(chronicle).says).toMatch(/Valve 1: .* should have happened by 0:\d\d, and has not\./)
})

it('two calls that overlap keep the boiler called until the last switch opens', () => {
  const chronicle = new Chronicle(wired({ zones: 2 }))
  call(chronicle, 1)
  chronicle.advance(60)
  call(chronicle, 2)
  chronicle.advance(60)
  call(chronicle, 1, false)
  chronicle.advance(60)
  call(chronicle, 2, false)
  chronicle.settle()
  // Made at 92 % of 14 s; the last one opens as soon as its spring has brought it under that, at 180 s and a little.
  expect(spans(chronicle, 'B1', 'is called: pump and burner on')).toEqual([[12.9, 180.5]])
})

it('power goes and comes back: spring valves shut and open again, one that needs power both ways stays', () => {
  const outage = (valve: string) => {
    const chronicle = new Chronicle(wired({ zones: 1, scheme: 's6', valve }))
    call(chronicle, 1)
    chronicle.advance(100)
    chronicle.set('SS1', 'closed', false)
    chronicle.advance(100)
    const dark = Number(chronicle.simulation.stateOf('V1').travel)
    chronicle.set('SS1', 'closed', true)
    chronicle.advance(100)
    return [dark, Number(chronicle.simulation.stateOf('V1').travel)]
  }
  expect(outage('valve/motor-2')).toEqual([expect.closeTo(0), 1])
  expect(outage('valve/power-both-ways')).toEqual([1, 1])
})

it('what wakes as the power comes is no part of what happens when a zone calls', () => {
  const job = demoJobs['botany-house']!()
  const [palm] = Object.keys(job.zones)
  const told = sequenceOf(job, palm!).opening.map(({ label, says }) => `${label}: ${says}`)
  expect(told).toContain('Valve 1: follows the signal')
  expect(told.filter((line) => /powered|Valve 2/.test(line))).toEqual([])
})

it('the sequence of the cider barn reads as it is heard and seen, from the call to the last valve', () => {
  const job = demoJobs['fenwick-orchard']!()
  const { opening, closing } = sequenceOf(job, Object.keys(job.zones)[0]!)
  const told = opening.map(({ label, says }) => `${label}: ${says}`)
  const order = ['contact makes', 'motor runs', 'end switch made', 'is called', 'lights'].map((says) =>
    told.findIndex((line) => line.includes(says)),
  )
  expect(order).not.toContain(-1)
  expect(order).toEqual([...order].sort((a, b) => a - b))
  for (const { earliest, at, latest } of [...opening, ...closing]) {
    expect(earliest).toBeLessThanOrEqual(at + 1e-6)
    expect(latest).toBeGreaterThanOrEqual(at - 1e-6)
  }
  expect(closing.map(({ says }) => says)).toContain('shut')
  expect(opening.find(({ says }) => says === 'motor runs')).toMatchObject({ sign: 'a low hum at the head' })
})
