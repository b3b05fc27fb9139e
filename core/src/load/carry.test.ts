import { produce } from 'immer'
import { describe, expect, it } from 'vitest'
import { demoJobs } from '../demo/index.ts'
import type { Job } from '../job/schema.ts'
import { wired } from '../testing/benches.ts'
import { LoadBench } from './carried.ts'
import { contactLoads, coreInrush, PUMP_INRUSH } from './contacts.ts'
import { lineVolts } from './line-volts.ts'
import { drawsOf, fitSource } from './measured.ts'
import { carriesMore, roomFor } from './room.ts'

const last = (job: Job, zones: readonly string[]) => {
  const bench = new LoadBench(job)
  return new Map([...bench.run(zones)].map(([part, moments]) => [part, moments.at(-1)!]))
}

describe('what may never be otherwise', () => {
  const low = Object.entries(demoJobs)
    .map(([name, make]) => [name, make()] as const)
    .filter(([, job]) => new LoadBench(job).sources.length > 0)

  it.each(low)(
    '%s: one more zone calling never raises the volts at the source or at who called before',
    (_name, surveyed) => {
      // With priority one more call may shut others off: that is another thing.
      const job = produce(surveyed, (draft) => {
        for (const part of Object.values(draft.parts)) if (part.figures?.priority) part.figures.priority = 0
      })

      const zones = Object.keys(job.zones)
      let before = last(job, [])
      for (let k = 1; k <= zones.length; k++) {
        const now = last(job, zones.slice(0, k))
        for (const [part, { volts, there }] of now) {
          const was = before.get(part)!
          expect(volts).toBeLessThanOrEqual(was.volts + 1e-6)
          for (const [actuator, at] of Object.entries(there))
            if (was.there[actuator] !== undefined) expect(at).toBeLessThanOrEqual(was.there[actuator]! + 1e-6)
        }
        before = now
      }
    },
  )

  it.each(low)('%s: a larger transformer never lowers them', (_name, job) => {
    const grown = produce(job, (draft) => {
      for (const { part, rated } of new LoadBench(job).sources)
        draft.parts[part]!.figures = { ...draft.parts[part]!.figures, va: 1.5 * rated }
    })
    const [small, large] = [job, grown].map((one) => last(one, Object.keys(one.zones)))
    for (const [part, { volts, there }] of small!) {
      expect(large!.get(part)!.volts).toBeGreaterThanOrEqual(volts - 1e-9)
      for (const [actuator, at] of Object.entries(there))
        expect(large!.get(part)!.there[actuator]).toBeGreaterThanOrEqual(at - 1e-9)
    }
  })

  it.each(low)('%s: so many more of a kind fit, and one more does not', (_name, job) => {
    const work = roomFor(job)
    let next = work.next()
    while (!next.done) next = work.next()
    for (const { kind, more, ends } of next.value) {
      if (more > 0) expect(carriesMore(job, kind, more)).toBe('yes')
      expect(carriesMore(job, kind, more + 1)).toBe(ends)
    }
  })
})

it('room is within the margin, not up to the rating: 37 of 40 VA has none, 38 of 50 stands', () => {
  const job = demoJobs['kestrel-point']!()
  const kind = job.zones.signal!.valveKind
  expect(carriesMore(job, kind, 0)).toBe('load')
  expect(
    carriesMore(
      produce(job, (draft) => void (draft.parts.XF1!.figures = { va: 50 })),
      kind,
      0,
    ),
  ).toBe('yes')
})

it('of two transformers the next valve hangs on the one with more left', () => {
  const job = produce(wired({ scheme: 's3b', transformers: 2, zones: 3 }), (draft) => {
    for (const id of ['XF1', 'XF2']) draft.parts[id]!.figures = { ...draft.parts[id]!.figures, va: 40 }
    draft.parts.V1!.figures = { va: 22 }
  })
  const kind = job.zones.z2!.valveKind
  // By hand: 22 and 8 on the first, 8 on the second, which has room for three of 8 within 32 VA.
  const [first, second] = ['XF1', 'XF2'].map((part) => last(job, ['z1', 'z2', 'z3']).get(part)!.va)
  expect([first! > 24, second! < 12]).toEqual([true, true])
  expect([1, 2, 3, 4].map((more) => carriesMore(job, kind, more))).toEqual(['yes', 'yes', 'yes', 'load'])
})

it('on a panel the next valves hang before the hot water, until its rows are full', () => {
  // Five rows, two of them free.
  const job = demoJobs['sable-row']!()
  expect([1, 2, 3].map((more) => carriesMore(job, 'valve/motor-4', more))).toEqual(['yes', 'yes', 'way'])
})

it('where hot water goes first, a further valve counts though nothing is drawn but by the tank while all call', () => {
  const first = (priority: 0 | 1) =>
    produce(wired({ scheme: 's5b', panel: 'panel/zone-valve-6', hotWater: true, zones: 4 }), (draft) => {
      draft.parts.PN1!.figures = { ...draft.parts.PN1!.figures, priority, va: 40 }
      draft.survey.priority = priority === 1
    })
  // Three of 8 VA and the panel's own are carried within 32 VA, and the tank with them only where it waits for nobody.
  expect([0, 1].map((more) => carriesMore(first(1), 'valve/motor-4', more))).toEqual(['yes', 'load'])
  expect(carriesMore(first(0), 'valve/motor-4', 0)).toBe('load')
})

it('what a controller draws is no zone’s: three valves of a kind draw alike, whichever controller they hang on', () => {
  const job = wired({
    scheme: 's17',
    thermostat: 'controller/building',
    valve: 'valve/modulating',
    signal: '0-10 V',
    zones: 3,
  })
  const { zones } = new LoadBench(job).rest().get('XF1')!
  expect([zones.z2! / zones.z1!, zones.z3! / zones.z1!].map((share) => share.toFixed(2))).toEqual(['1.00', '1.00'])
  // Two controllers of two outputs.
  expect(zones['']! / zones.z1!).toBeGreaterThan(2)
})

it('a plant that is full already has room for none, and says that it is the transformer', () => {
  const full = produce(wired({ zones: 5 }), (draft) => void (draft.parts.XF1!.figures = { va: 20 }))
  expect(carriesMore(full, full.zones[Object.keys(full.zones)[0]!]!.valveKind, 1)).toBe('load')
  expect(carriesMore(full, full.zones[Object.keys(full.zones)[0]!]!.valveKind, 8)).toBe('zones')
})

describe('contacts', () => {
  it('what carries a pump takes several times its current while it starts; what carries valves alone does not', () => {
    const loads = contactLoads(demoJobs['kestrel-point']!())
    const breaker = loads.find(({ part, guards }) => guards && part !== 'F1')!
    const pump = (breaker.inrush - breaker.amps) / (PUMP_INRUSH - 1)
    // The pump's own current, read with the burner and the transformer beside it on the same breaker.
    expect(pump).toBeGreaterThan(0.3)
    expect(pump).toBeLessThan(breaker.amps)
    for (const { part, amps, inrush } of loads)
      if (part === 'F1' || part.startsWith('TS')) expect(inrush).toBeCloseTo(amps, 3)
  })

  it('the secondary fuse carries what all valves draw together: by hand, VA over volts', () => {
    const job = demoJobs['kestrel-point']!()
    const fuse = contactLoads(job).find(({ part }) => part === 'F1')!
    const moments = new LoadBench(job).run(Object.keys(job.zones)).get('XF1')!
    expect(fuse.amps).toBeCloseTo(Math.max(...moments.map(({ va, volts }) => va / volts)), 2)
    expect(fuse.held).toBeCloseTo(moments.at(-1)!.va / moments.at(-1)!.volts, 2)
    expect(fuse.guards).toBe(true)
    expect(fuse.zones).toHaveLength(Object.keys(job.zones).length)
  })

  it('a fused isolator with two poles is one line, with the fuller of them', () => {
    const loads = contactLoads(demoJobs['lowther-street']!()).filter(({ part }) => part === 'FS1')
    expect(loads).toHaveLength(1)
    expect(loads[0]!.amps).toBeGreaterThan(0.4)
  })

  it('a core takes at switching on what half of its regulation lets through: by hand, eighteen times for 24 of 27 V', () => {
    expect(coreInrush({ va: 40, ratedVolts: 24, openVolts: 27 }, 230)).toBeCloseTo((40 / 230) * 18, 9)
    // A stiffer one takes more, and at half the volts twice the amps flow.
    expect(coreInrush({ va: 40, ratedVolts: 24, openVolts: 25.5 }, 230)).toBeCloseTo((40 / 230) * 34, 9)
    expect(coreInrush({ va: 40, ratedVolts: 24, openVolts: 27 }, 115)).toBeCloseTo((40 / 115) * 18, 9)
  })

  it('a spur fuse may let go on many transformers when the power comes back, a breaker on none of that', () => {
    const guard = (zones: number, practice: '120' | '230') => {
      const job = produce(wired({ scheme: 's3', zones, practice }), (draft) => {
        for (const part of Object.values(draft.parts))
          if (part.kind === 'transformer/control') part.figures = { ...part.figures, va: 40 }
      })
      return contactLoads(job).find(({ part }) => ['FS1', 'CB1'].includes(part))!
    }
    const [four, eight] = [guard(4, '230'), guard(8, '230')]
    expect([four.startsTooHard, eight.startsTooHard]).toEqual([false, true])
    // Four transformers more, each of them eighteen times 40 VA at 230 V, and what four zones more draw.
    expect(eight.inrush - four.inrush).toBeCloseTo(4 * 18 * (40 / 230) + (eight.amps - four.amps), 1)
    expect(guard(8, '120').startsTooHard).toBe(false)
    expect(guard(8, '120').inrush).toBeGreaterThan(40)
  })

  it('a fuse behind the transformer feels nothing of its core', () => {
    const fuse = contactLoads(demoJobs['kestrel-point']!()).find(({ part }) => part === 'F1')!
    expect(fuse.inrush).toBe(fuse.amps)
  })

  it('the most used stands first, and one that carries nothing is not listed', () => {
    const loads = contactLoads(demoJobs['lowther-street']!())
    const used = loads.map(({ amps, may }) => amps / may)
    expect(used).toEqual(used.toSorted((a, b) => b - a))
    expect(loads.every(({ amps }) => amps > 1e-3)).toBe(true)
  })
})

describe('volts on the line', () => {
  const job = demoJobs['lowther-street']!()
  const of = (plant: Job, part: string) => lineVolts(plant).find((one) => one.part === part)!
  /** The two conductors of the second valve's motor, so many metres long. */
  const long = (metres: number) =>
    produce(job, (draft) => {
      for (const wire of Object.values(draft.wires))
        if ([wire.from, wire.to].some(({ part, terminal }) => part === 'V2' && ['call', 'n'].includes(terminal)))
          wire.length = metres
    })

  it('what a long run takes is there and back, ohms times amps', () => {
    const before = of(job, 'V2')
    const [far, further] = [of(long(100), 'V2'), of(long(200), 'V2')]
    expect(before.volts).toBeGreaterThan(229)
    expect(far.volts).toBeLessThan(before.volts)
    // Twice as long loses twice as much on its own run.
    expect((before.volts - further.volts) / (before.volts - far.volts)).toBeCloseTo(2, 1)
  })

  it('the one that loses most stands first; a plant without a line load has none', () => {
    expect(lineVolts(long(300))[0]!.part).toBe('V2')
    const lost = lineVolts(job).map((one) => one.lost)
    expect(lost).toEqual(lost.toSorted((a, b) => b - a))
    expect(lineVolts(demoJobs['botany-house']!())).toEqual([])
  })
})

describe('measured beside computed', () => {
  const plate = { rated: 40, ratedVolts: 24, kind: { ohms: 1.8, openVolts: 27 } }

  it('finds the source that made the readings: 27 V behind 1.5 ohms', () => {
    const points = [0, 0.4, 0.8, 1.6].map((amps) => ({ amps, volts: 27 - 1.5 * amps }))
    const found = fitSource(points, plate)
    if (typeof found === 'string') throw new Error(found)
    expect(found.openVolts).toBeCloseTo(27, 9)
    expect(found.ohms).toBeCloseTo(1.5, 9)
    // By hand: 1.5 ohms times 40/24 A over 27 V; and 40 * 1.8 / 1.5.
    expect(found.regulation).toBeCloseTo((1.5 * 40) / 24 / 27, 9)
    expect(found.va).toBeCloseTo(48, 9)
    // Four points on the line: what is left is the display's last digit.
    expect(found.ohmsError).toBeCloseTo(0.05 / Math.sqrt(1.4), 9)
  })

  it('is the less sure the more the points lie off the line', () => {
    const points = [0, 0.5, 1, 1.5].map((amps, i) => ({ amps, volts: 27 - 1.5 * amps + (i % 2 ? 0.3 : -0.3) }))
    const found = fitSource(points, plate)
    if (typeof found === 'string') throw new Error(found)
    expect(found.ohmsError).toBeGreaterThan(0.25)
    expect(found.vaError / found.va).toBeCloseTo(found.ohmsError / found.ohms, 9)
  })

  it('says why it cannot tell', () => {
    expect(fitSource([{ volts: 27, amps: 0 }], plate)).toContain('Two readings')
    expect(
      fitSource(
        [
          { volts: 27, amps: 0.4 },
          { volts: 26.9, amps: 0.41 },
        ],
        plate,
      ),
    ).toContain('the same load')
    expect(
      fitSource(
        [
          { volts: 25, amps: 0 },
          { volts: 26, amps: 1 },
        ],
        plate,
      ),
    ).toContain('do not fall')
  })

  // A motor valve: 0.32 A while it drives, 0.22 A while it holds.
  it.each([
    [0.22, 'as it should'],
    [0.26, 'as it should'],
    [0.265, 'still driving'],
    [0.3, 'still driving'],
    [0.44, 'twice its kind'],
    [0.014, 'drawing nothing'],
    [0.015, 'less than it should'],
    [0.1, 'less than it should'],
    [0.9, 'more than it should'],
  ])('%f A is %s', (amps, says) => expect(drawsOf(amps, 0.22, 0.32)).toBe(says))

  it('what should draw nothing and draws nothing is as it should be', () => {
    expect(drawsOf(0, 0, 0.3)).toBe('as it should')
    expect(drawsOf(0.3, 0, 0.3)).toBe('still driving')
  })
})

it('volts are told of the valves that get them, and not of a damper that is turned with them', () => {
  const job = wired({ scheme: 's4', boiler: 'boiler/valve-supply-no-plug' })
  const at = last(job, Object.keys(job.zones)).get('B1')!
  expect(Object.keys(at.there).sort()).toEqual(['V1', 'V2'])
  expect(at.classes.safety).toBeGreaterThan(1)
})
