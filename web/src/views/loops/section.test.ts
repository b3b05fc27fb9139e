import { Finder, labelOf, type Strip } from '@civil-lantern/core'
import { demoJobs } from '@civil-lantern/core/demo'
import { describe, expect, it } from 'vitest'
import { leastOf } from './lines.ts'
import { sectionOf } from './section.ts'

const job = demoJobs['quay-terrace']!()
const finder = new Finder(job)
const stripOfAsk = (id: string): Strip => finder.drawn(finder.asks.find((ask) => ask.id === id)!)!
/** Line, isolator, thermostat, valve, isolator, neutral. */
const valve = stripOfAsk(finder.asks.find(({ ask, zone }) => ask === 'volts' && zone !== undefined)!.id)
const namesOf = ({ items }: Strip) => items.flatMap((one) => (one.form === 'station' ? [labelOf(job, one.part)] : []))
const PHONE = 314

describe('what of a strip is drawn', () => {
  it('is the whole where it has its room, and not a pixel less', () => {
    const least = leastOf(valve)
    expect(sectionOf(valve, [], least)).toEqual({ strip: valve, leftOut: new Set() })
    expect(namesOf(sectionOf(valve, [], least - 1).strip).length).toBeLessThan(namesOf(valve).length)
  })

  it('is both ends where the leads are on them, with dots where stations are left out', () => {
    const { from, to } = valve
    const { strip, leftOut } = sectionOf(
      valve,
      [from!, to!].map(({ part, terminal }) => `${part}.${terminal}`),
      PHONE,
    )
    expect(strip).toMatchObject({ from, to })
    expect(namesOf(strip)).toEqual([namesOf(valve)[0], namesOf(valve).at(-1)])
    expect(leftOut.size).toBe(1)
    // The wire over what is left out begins as the first of them and ends as the last.
    const [wire] = [...leftOut]
    const stretches = valve.items.filter((item) => item.form === 'stretch')
    if (wire?.form !== 'stretch') throw new Error('What is left out is no wire.')
    expect(wire.runs[0]!.wire).toBe(stretches[1]!.runs[0]!.wire)
    expect(wire.runs.at(-1)!.wire).toBe(stretches.at(-2)!.runs.at(-1)!.wire)
  })

  it('is what stands beside a part, with no post where an end is left out', () => {
    const part = valve.items.findLast((item) => item.form === 'station' && item.load)
    if (part?.form !== 'station') throw new Error('No load.')
    const { strip } = sectionOf(valve, [part.part], PHONE)
    expect(strip.from).toBeUndefined()
    expect(namesOf(strip)).toContain(labelOf(job, part.part))
    expect(strip.items.filter((item) => item.form === 'station' && item.subject)).toMatchObject([{ part: part.part }])
    // The wire runs on at the end that is left out.
    expect(strip.items[0]!.form).toBe('stretch')
  })

  it('is one wire to either side of the one it is about', () => {
    const isLong = (item: Strip['items'][number]) => item.form === 'stretch' && item.runs.length > 3
    const strip = finder.asks.flatMap((ask) => finder.drawn(ask) ?? []).find(({ items }) => items.some(isLong))!
    const long = strip.items.find(isLong)
    if (long?.form !== 'stretch') throw new Error('No stretch of many wires.')
    const wiresAbout = (at: number) =>
      sectionOf(strip, [long.runs[at]!.wire], PHONE)
        .strip.items.flatMap((item) => (item.form === 'stretch' ? item.runs : []))
        .map(({ wire }) => wire)
        .filter((wire) => long.runs.some((run) => run.wire === wire))
    const wires = long.runs.map(({ wire }) => wire)
    expect(wiresAbout(1)).toEqual(wires.slice(0, 3))
    expect(wiresAbout(0)).toEqual(wires.slice(0, 2))
    expect(wiresAbout(wires.length - 1)).toEqual(wires.slice(-2))
  })

  it('is the first station where nothing on it is meant', () => {
    const { strip } = sectionOf(valve, ['nothing'], 200)
    expect(namesOf(strip)).toEqual([namesOf(valve)[0]])
    expect(strip.to).toBeUndefined()
  })
})
