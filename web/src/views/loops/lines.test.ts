import { ask, type Job, loopsOf, Simulation, type Strip } from '@civil-lantern/core'
import { demoJobs } from '@civil-lantern/core/demo'
import { describe, expect, it } from 'vitest'
import { sampleJob } from '../../../../cli/src/samples.ts'
import { placeDown } from './downward.ts'
import { linesOf } from './lines.ts'
import { sharedInWords } from './shared-in-words.ts'
import { spokenOf, wrongIn } from './spoken-of.ts'

const at = (job: Job, calling: readonly string[] = []) => {
  const bench = new Simulation(job)
  for (const zone of calling) ask(bench, job, zone, true)
  bench.settle()
  return loopsOf(bench, job)
}
const stripsOf = ({ valve, signal, standIn, call }: ReturnType<typeof loopsOf>['zones'][number]): Strip[] =>
  [valve, signal, standIn, call].filter((strip) => strip !== undefined)

describe('a row of strips', () => {
  const [zone] = at(sampleJob({ scheme: 's2', zones: 1 })).zones
  const strips = stripsOf(zone!)
  // Three stations and one: 390 and 190 pixels, and 14 between them.
  const needs = 390 + 14 + 190

  it('stands on one line where there is just room, and breaks into two a pixel below', () => {
    expect(linesOf(strips, needs).map((line) => line.length)).toEqual([2])
    expect(linesOf(strips, needs - 1).map((line) => line.length)).toEqual([1, 1])
  })

  it('keeps inside its room and apart, whatever the room', () => {
    for (const room of [200, 389, 594, 700, 906, 1400])
      for (const line of linesOf(strips, room)) {
        let right = -1
        for (const { x, width } of line) {
          expect(x).toBeGreaterThan(right)
          right = x + width
        }
        expect(right).toBeLessThanOrEqual(room)
      }
  })

  it('gives what is left to the strip that holds more', () => {
    const [line] = linesOf(strips, needs + 100)
    const [valve, call] = line!.map(({ width }, i) => width - [390, 190][i]!)
    expect(valve).toBeGreaterThan(call!)
    expect(valve! + call!).toBeGreaterThanOrEqual(98)
  })

  it('is empty for no strips', () => expect(linesOf([], 900)).toEqual([]))
})

describe.each(Object.entries(demoJobs))('downward, %s', (_id, make) => {
  it.each([0, 480, 5000])('in %i pixels everything keeps its order, and a thumb its room', (room) => {
    const { zones, shared } = at(make())
    for (const strip of [...zones.flatMap(stripsOf), ...shared].filter(({ from }) => from)) {
      const { runs, stations, splices, top, bottom, height } = placeDown(strip, room)
      const spans = [
        ...runs.map(({ from, to }) => [from, to] as const),
        ...stations.map(({ y }) => [y - 22, y + 22] as const),
      ].sort(([a], [b]) => a - b)
      let down = top
      for (const [from, to] of spans) {
        expect(from).toBeGreaterThanOrEqual(down - 1e-9)
        expect(to - from).toBeGreaterThanOrEqual(40)
        expect(to - from).toBeLessThanOrEqual(72)
        down = to
      }
      expect(bottom).toBeGreaterThanOrEqual(down)
      expect(height).toBeGreaterThan(bottom)
      const joints = new Set(runs.map(({ to }) => to))
      for (const { y } of splices) expect(joints).toContain(y)
    }
  })
})

it('a strip downward is longer where there is room for it', () => {
  const [zone] = at(sampleJob({ scheme: 's2', zones: 1 })).zones
  const [valve] = stripsOf(zone!)
  expect(placeDown(valve!, 700).height).toBeGreaterThan(placeDown(valve!, 300).height)
})

describe('what zones share, in words', () => {
  it('names what is made in the order the current meets it, and what stands open apart', () => {
    const job = demoJobs['kestrel-point']!()
    const { shared } = at(job)
    expect(sharedInWords(shared, job)).toBe('Breaker, Emergency switch, Fire cut-out and Service switch made.')
    const off = Object.keys(job.parts).find((id) => job.parts[id]!.label === 'Service switch')!
    const bench = new Simulation(job)
    bench.set(off, 'closed', false)
    bench.settle()
    expect(sharedInWords(loopsOf(bench, job).shared, job)).toBe(
      'Breaker, Emergency switch and Fire cut-out made; Service switch open.',
    )
  })

  it('says when there is nothing to open', () => {
    expect(sharedInWords([], demoJobs['kestrel-point']!())).toBe('No contact on the way.')
  })
})

describe('what the verdict speaks of', () => {
  const job = demoJobs['kestrel-point']!()
  const verdict = { tone: 'busy', more: [], zones: [] } as const

  it('is the zone it names, or whose own part it names, and no other', () => {
    expect([...spokenOf({ ...verdict, sentence: [{ text: 'Signal house calls: open.' }] }, job)]).toEqual(['signal'])
    const part = job.zones.gallery!.valve!
    expect([...spokenOf({ ...verdict, sentence: [{ text: 'It hangs.', part }] }, job)]).toEqual(['gallery'])
    const counted = { text: '2 thermostats', counts: ['TS1', 'TS2'], wrong: true }
    expect(spokenOf({ ...verdict, sentence: [counted] }, job).size).toBe(2)
    expect([...spokenOf({ ...verdict, sentence: [{ text: 'Nobody calls.' }] }, job)]).toEqual([])
  })

  it('calls wrong only what the sentences call wrong, by element where they name one', () => {
    const sentence = [
      { text: 'a', part: 'V1' },
      { text: 'b', part: 'V2', element: 'endSwitch', wrong: true as const },
    ]
    const more = [[{ text: 'c', wire: 'w9', wrong: true as const }]]
    expect([...wrongIn({ ...verdict, sentence, more })]).toEqual(['V2.endSwitch', 'w9'])
    const counted = { text: '2 thermostats', counts: ['TS1', 'TS2'], wrong: true }
    expect([...wrongIn({ ...verdict, sentence: [counted], more: [] })]).toEqual(['TS1', 'TS2'])
  })
})
