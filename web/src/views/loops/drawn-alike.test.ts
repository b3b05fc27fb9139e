import { askingOf, keyOf, LiveBench, type Snapshot, withDelta, zonesInOrder } from '@civil-lantern/core'
import { demoJobs } from '@civil-lantern/core/demo'
import { describe, expect, it } from 'vitest'
import { type Drawn, drawnAlike } from './drawn-alike.ts'
import { stripsOf } from './strips-of.ts'

const job = demoJobs['kestrel-point']!()
const marks = { wrong: new Set<string>(), picked: undefined, found: new Set<string>(), bright: undefined }

/** What the row of a zone is drawn from. */
const row = (snapshot: Snapshot, zone: string): Drawn => ({
  strips: stripsOf(snapshot.loops, zone),
  job,
  snapshot,
  marks,
  room: 900,
  opening: snapshot.verdict.zones.find((one) => one.zone === zone)!.opening,
})

/** A valve that travels, as a page sees it: one picture after the other, each what has changed of the last. */
function travelling(): Snapshot[] {
  const bench = new LiveBench()
  let now = withDelta({}, bench.open({ job, supposed: [], hands: {}, key: keyOf(job, [], {}) }, true)) as Snapshot
  const seen = [now]
  const next = (delta: Parameters<typeof withDelta>[1]) => seen.push((now = withDelta(now, delta) as Snapshot))
  const { part, state, on } = askingOf(job, zonesInOrder(job).find(({ id }) => id === 'signal')!)!
  next(bench.set(part, state, on, false))
  for (let n = 0; n < 12; n++) next(bench.advance(0.33))
  return seen
}

describe('while one valve travels', () => {
  const seen = travelling().slice(3)
  const pairs = seen.slice(1).map((now, i) => [seen[i]!, now] as const)

  it('its row is drawn anew with every picture, and no other is', () => {
    expect(pairs.length).toBeGreaterThan(5)
    for (const [before, now] of pairs) {
      expect(drawnAlike(row(before, 'signal'), row(now, 'signal'))).toBe(false)
      for (const zone of ['keepers', 'oil', 'gallery', 'tank'])
        expect(drawnAlike(row(before, zone), row(now, zone))).toBe(true)
    }
  })

  it('a row is drawn anew for whatever it shows that is another', () => {
    const [snapshot] = seen as [Snapshot]
    const same = row(snapshot, 'oil')
    expect(drawnAlike(same, { ...same, strips: [...same.strips] })).toBe(true)
    const part = 'V3'
    const says = { ...snapshot, states: { ...snapshot.states, [part]: { ...snapshot.states[part]!, says: 'jammed' } } }
    const others: Partial<Drawn>[] = [
      { job: { ...job } },
      { marks: { ...marks } },
      { room: 901 },
      { opening: 0.5 },
      { strips: same.strips.slice(1) },
      { strips: same.strips.map((strip) => ({ ...strip })) },
      { snapshot: says },
    ]
    for (const other of others) expect(drawnAlike(same, { ...same, ...other })).toBe(false)
  })
})
