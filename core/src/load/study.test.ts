import { produce } from 'immer'
import { describe, expect, it } from 'vitest'
import { demoJobs } from '../demo/index.ts'
import type { Job } from '../job/schema.ts'
import { wired } from '../testing/benches.ts'
import { LoadBench, peakOf } from './carried.ts'
import { type LoadStudy, studyLoad } from './study.ts'

const study = (job: Job): LoadStudy => {
  const work = studyLoad(job)
  for (;;) {
    const next = work.next()
    if (next.done) return next.value
    expect(next.value.done).toBeLessThanOrEqual(next.value.of)
  }
}
const rated = (job: Job, va: number) =>
  produce(job, (draft) => {
    draft.parts.XF1!.figures = { ...draft.parts.XF1!.figures, va }
  })

describe('will the transformer carry it', () => {
  const five = wired({ zones: 5 })

  it('one that does says how much is used and what more has room', () => {
    const { tone, says, why, mends, sources } = study(rated(five, 75))
    expect(tone).toBe('well')
    expect(says).toMatch(/Transformer carries it when all 5 call: \d+ of 75 VA\./)
    // By hand: four fifths of 75 VA, less what all five draw.
    expect(why).toBe(`${(60 - sources[0]!.peak).toFixed(0)} VA are left within the margin.`)
    expect(mends).toEqual([])
    expect(sources).toHaveLength(1)
  })

  it('a wire found broken carries nothing, and its valve is named as not counted', () => {
    const work = studyLoad(rated(five, 75), [{ id: 'part:V2/windingOpen' }])
    let next = work.next()
    while (!next.done) next = work.next()
    const sound = study(rated(five, 75))
    expect(next.value.sources[0]!.peak).toBeLessThan(sound.sources[0]!.peak - 4)
    expect(next.value.why).toContain('Not counted, for it gets nothing: Valve 2.')
    const fuse = (one: LoadStudy) => one.contacts.find(({ guards, part }) => guards && part.startsWith('F'))!.amps
    expect(fuse(next.value)).toBeLessThan(fuse(sound) - 0.2)
  })

  it('one without margin is told apart from one that is short', () => {
    const peak = study(rated(five, 75)).sources[0]!.peak
    const busy = study(rated(five, Math.ceil(peak + 1)))
    expect([busy.tone, busy.says]).toEqual(['busy', expect.stringContaining('no margin')])
    const wrong = study(rated(five, 20))
    expect([wrong.tone, wrong.says]).toEqual(['wrong', expect.stringMatching(/is short by \d+ VA when all 5 call/)])
    expect(wrong.why).toMatch(/draws \d+ VA as long as it is open/)
  })

  it('more zones together never draw less, nobody next to nothing, and the plain sum is the careful bound', () => {
    const { together } = study(rated(five, 75)).sources[0]!
    expect(together.map(({ zones }) => zones.length)).toEqual([0, 1, 2, 3, 4, 5])
    expect(together[0]!.va).toBeLessThan(2)
    for (const [i, one] of together.entries()) {
      if (i > 0) expect(one.va).toBeGreaterThan(together[i - 1]!.va)
      if (i > 0) expect(one.plain).toBeGreaterThanOrEqual(one.va)
    }
  })

  it('of k zones the worst are taken: the hungry one is in every choice', () => {
    const job = rated(
      produce(five, (draft) => {
        draft.parts.V3!.figures = { va: 19 }
      }),
      100,
    )
    const { together, devices } = study(job).sources[0]!
    for (const { zones } of together.slice(1)) expect(zones).toContain('z3')
    const wax = devices.find(({ part }) => part === 'V3')!
    const plain = devices.find(({ part }) => part === 'V1')!
    expect(wax.starts / plain.starts).toBeCloseTo(19 / 7, 0)
    expect(plain.idle).toBeCloseTo(0, 5)
    expect(plain.needs).toBe(19)
    expect(plain.volts).toBeGreaterThan(20)
  })

  it('a stored charge starts high and holds low; the curve falls', () => {
    const { atOnce, devices } = study(wired({ valve: 'valve/stored-charge', zones: 3 })).sources[0]!
    expect(devices[0]!.starts).toBeGreaterThan(2 * devices[0]!.holds)
    expect(atOnce.at(-1)!.va).toBeLessThan(0.5 * peakOf(atOnce))
    expect(atOnce.map(({ at }) => at)).toEqual(atOnce.map(({ at }) => at).toSorted((a, b) => a - b))
  })

  it('a valve at the end of a long thin run is told by its volts', () => {
    const job = produce(wired({ remote: true, zones: 2 }), (draft) => {
      for (const wire of Object.values(draft.wires)) if (wire.cable) Object.assign(wire, { length: 300, size: 0.2 })
    })
    const { tone, says, why } = study(rated(job, 100))
    expect(tone).toBe('wrong')
    expect(says).toMatch(/gets 1\d\.\d V when both call, and needs 19 V to start/)
    expect(why).toContain('starts late or not at all')
  })

  it('what works at line voltage has nothing to carry', () => {
    const job = wired({
      scheme: 's9',
      practice: '230',
      boiler: 'boiler/switched-live',
      thermostat: 'thermostat/receiver-230',
      valve: 'valve/two-port-5',
    })
    expect(study(job)).toMatchObject({ tone: 'well', sources: [], mends: [] })
  })

  it('a contact that carries more than it may is the verdict, just above and not just below', () => {
    const job = demoJobs['lowther-street']!()
    const fuse = study(job).contacts.find(({ part }) => part === 'FS1')!
    const withFuse = (amps: number) => study(produce(job, (draft) => void (draft.parts.FS1!.figures = { amps })))
    expect(withFuse(fuse.amps * 1.001).tone).toBe('well')
    expect(withFuse(fuse.amps * 1.001).says).toMatch(
      /^Fused isolator carries it when both call: 0\.4\d of 0\.4\d* A\.$/,
    )
    expect(withFuse(fuse.amps * 1.001).why).toBe(
      'The valves work at line voltage. No transformer carries anything here.',
    )
    const over = withFuse(fuse.amps * 0.999)
    expect([over.tone, over.why]).toEqual(['wrong', 'It lets go in time.'])
    expect(over.says).toMatch(/^Fused isolator carries 0\.4\d A when both call, and may carry 0\.4/)
    const thermostat = study(produce(job, (draft) => void (draft.parts.TS1!.figures = { contactAmps: 0.03 })))
    expect(thermostat.says).toContain('Thermostat 1 carries')
    expect(thermostat.why).toContain('welds shut')
  })

  it.each(Object.entries(demoJobs))(
    'what is told of %s is data: a worker sends it to its page as it is',
    (_id, make) => {
      const told = study(make())
      expect(JSON.parse(JSON.stringify(told))).toEqual(told)
    },
  )

  it('each panel of a chain carries its own', () => {
    const job = demoJobs['sable-row']!()
    const { sources } = study(job)
    expect(sources.map(({ part }) => part)).toEqual(['PN1'])
    expect(sources[0]!.devices.length).toBeGreaterThan(2)
  })

  it('what would let go is said with its time', () => {
    const job = produce(wired({ zones: 5 }), (draft) => {
      for (const n of [1, 2, 3, 4, 5]) draft.parts[`V${n}`]!.figures = { va: 20 }
    })
    expect(study(rated(job, 40)).hot.map(({ part }) => part)).toContain('XF1')
    expect(study(rated(five, 100)).hot).toEqual([])
  })
})

describe('what mends it', () => {
  const short = rated(
    produce(wired({ zones: 5 }), (draft) => {
      draft.parts.V3!.figures = { va: 19 }
    }),
    40,
  )
  const { mends } = study(short)
  const named = (name: RegExp) => mends.find((mend) => name.test(mend.name))!

  it('is tried by running it, the best first, each with the figure it leads to', () => {
    expect(mends.length).toBeGreaterThanOrEqual(3)
    const order = mends.map(({ mends: how }) => ['well', 'just', 'no'].indexOf(how))
    expect(order).toEqual(order.toSorted((a, b) => a - b))
    for (const { leads, job, mends: how } of mends) {
      if (!job) continue
      const bench = new LoadBench(job)
      const run = bench.run(Object.keys(job.zones))
      for (const { part, va } of leads) expect(peakOf(run.get(part)!)).toBeCloseTo(va, 9)
      const share = Math.max(...leads.map(({ va, rated }) => va / rated))
      expect(how).toBe(share <= 0.8 ? 'well' : share <= 1 ? 'just' : 'no')
    }
  })

  it('a larger transformer takes its fuse with it, and none above 100 VA is offered', () => {
    const { job, leads } = named(/^A \d+ VA transformer/)
    expect(leads[0]!.rated).toBe(75)
    expect(job!.parts.F1!.figures).toMatchObject({ amps: 4 })
    expect(job!.parts.XF1!.figures).toMatchObject({ va: 75 })
    const hungry = produce(short, (draft) => {
      for (const n of [1, 2, 3, 4, 5]) draft.parts[`V${n}`]!.figures = { va: 40 }
    })
    const refused = study(rated(hungry, 100)).mends.find(({ name }) => name.includes('above 100'))
    expect(refused).toMatchObject({ mends: 'no', leads: [], note: expect.stringContaining('limited-energy') })
  })

  it('starting one after another does not help what holds what it starts, and is no edit', () => {
    const { note, job, mends: how } = named(/one after another/)
    expect([how, note]).toEqual(['no', 'Does not help: it holds what it starts.'])
    expect(job).toBeUndefined()
    const stored = rated(wired({ valve: 'valve/stored-charge', zones: 4 }), 30)
    expect(study(stored).mends.find(({ name }) => /one after another/.test(name))!.note).toContain(
      's between two zones',
    )
  })

  it('a transformer each shares it out', () => {
    const { leads } = named(/each zone/)
    expect(leads).toHaveLength(5)
    expect(Math.max(...leads.map(({ va }) => va))).toBeLessThan(40)
  })

  it('a second transformer takes about half, and the hungriest stand apart', () => {
    const { leads, note, job, mends: how } = named(/second transformer/)
    expect([leads.length, how]).toEqual([2, 'well'])
    // By hand: one of 19 and two of 8 against two of 8 VA; the lines hum with what the cores themselves take.
    const [first, second] = leads.map(({ va }) => va)
    expect(Math.max(first!, second!)).toBeLessThan(0.7 * study(short).sources[0]!.peak)
    expect(job!.zones.z3!.transformer).toBe(1)
    const beside = Object.values(job!.zones).filter(({ transformer }) => transformer === 1)
    expect(beside.length).toBeLessThan(Object.values(job!.zones).length - beside.length + 1)
    expect(note).toContain('Zone 3')
    expect(job!.parts.XF2!.figures).toMatchObject({ va: 40 })
    expect(job!.parts.XF2).toBeDefined()
    // Of two zones a transformer each is the same thing, and said once.
    const two = study(rated(wired({ zones: 2 }), 10)).mends.map(({ name }) => name)
    expect(two.filter((name) => /second transformer|for each zone/.test(name))).toEqual(['A transformer for each zone'])
  })

  it('where two are still short, three are tried', () => {
    const heavy = produce(wired({ zones: 6 }), (draft) => {
      for (let n = 1; n <= 6; n++) draft.parts[`V${n}`]!.figures = { va: 20 }
    })
    const mend = study(rated(heavy, 60)).mends.find(({ name }) => /^\d transformers$/.test(name))!
    expect([mend.name, mend.leads.length, mend.mends]).toEqual(['3 transformers', 3, 'well'])
    const counts = [1, 2, 3].map((n) => Object.values(mend.job!.zones).filter((zone) => zone.transformer === n).length)
    expect(counts).toEqual([2, 2, 2])
  })

  it('where zones hang on several already, all of them are shared out evenly, not only those of the one that is short', () => {
    const job = produce(wired({ scheme: 's3b', transformers: 2, zones: 8 }), (draft) => {
      for (const n of [1, 2]) draft.parts[`XF${n}`]!.figures = { ...draft.parts[`XF${n}`]!.figures, va: 30 }
    })
    const { says, mends } = study(job)
    // What the line sags by when the others call too is no other choice of zones.
    expect(says).toMatch(/^Transformer [12] .*all 8 call/)
    const mend = mends.find(({ name }) => /^\d transformers$/.test(name))!
    const counts = mend.leads.map(
      (_, i) => Object.values(mend.job!.zones).filter((zone) => zone.transformer === i + 1).length,
    )
    expect([mend.name, mend.mends, Math.max(...counts) - Math.min(...counts)]).toEqual(['3 transformers', 'well', 1])
    // Which two or three go together hangs on a rounding.
    expect(mend.note).toMatch(/^1: zones [\d, and]+\. 2: zones [\d, and]+\. 3: zones [\d, and]+\./)
  })

  it('for one zone no transformer each is offered: it has one', () => {
    expect(study(rated(wired({ zones: 1 }), 8)).mends.map(({ name }) => name)).not.toContain(
      'A transformer for each zone',
    )
  })

  it('another valve is offered only where it draws less, and what stays keeps its nameplate', () => {
    // Five plain motors: a store would draw more while it charges.
    const plain = study(rated(wired({ zones: 5 }), 40)).mends
    expect(plain.some(({ name }) => name.includes('in place of'))).toBe(false)
    const mend = named(/in place of Valve 3/)
    expect(mend.job!.parts.XF1!.figures).toMatchObject({ va: 40 })
    expect(mend.leads[0]).toMatchObject({ rated: 40 })
    expect(mend.leads[0]!.va).toBeLessThan(study(short).sources[0]!.peak)
  })

  it('a way wired again takes the transformer that hangs, not the one once surveyed', () => {
    const surveyed = produce(short, (draft) => {
      draft.survey.transformer.va = 130
    })
    for (const { leads, job } of study(surveyed).mends)
      for (const { rated } of leads) expect([40, 75]).toContain(job ? rated : 40)
  })

  it('of several transformers only the one that is short grows, with its own fuse', () => {
    const each = produce(wired({ scheme: 's3', zones: 3 }), (draft) => {
      draft.parts.V2!.figures = { va: 38 }
      for (const n of [1, 2, 3]) draft.parts[`XF${n}`]!.figures = { ...draft.parts[`XF${n}`]!.figures, va: 40 }
    })
    const larger = study(each).mends.find(({ name }) => /^A \d+ VA/.test(name))!.job!
    expect([1, 2, 3].map((n) => larger.parts[`XF${n}`]!.figures!.va)).toEqual([40, 50, 40])
    const fuses = [1, 2, 3].map((n) => larger.parts[`F${n}`]!.figures!.amps)
    expect(fuses[1]).toBe(2.5)
    expect([fuses[0], fuses[2]]).toEqual([each.parts.F1!.figures!.amps, each.parts.F3!.figures!.amps])
    expect(larger.survey).toEqual(each.survey)
  })
})

describe('one thing otherwise', () => {
  const named = (job: Job, name: RegExp) => study(job).cases.find((one) => name.test(one.name))

  it('with priority set off heating and hot water draw together, as the same panel without priority', () => {
    const job = demoJobs['sable-row']!()
    const off = produce(job, (draft) => {
      for (const part of Object.values(draft.parts)) if (part.figures?.priority) part.figures.priority = 0
    })
    const { peaks } = named(job, /priority/)!
    expect(peaks.PN1!).toBeGreaterThan(study(job).sources[0]!.peak + 5)
    expect(peaks.PN1!).toBeCloseTo(study(off).sources[0]!.peak, 9)
    expect(named(off, /priority/)).toBeUndefined()
  })

  it('powered thermostats are taken off and still call; plain ones are no case', () => {
    const job = wired({ scheme: 's2b', powered: true, zones: 3 })
    const peak = study(job).sources[0]!.peak
    const { peaks } = named(job, /thermostats/)!
    // Three of them on the plate, less what the sag has them draw less, and with phases of their own.
    const plate = 3 * 2
    expect(peak - peaks.XF1!).toBeGreaterThan(0.2 * plate)
    expect(peak - peaks.XF1!).toBeLessThan(1.2 * plate)
    expect(peaks.XF1!).toBeGreaterThan(3 * 5)
    expect(named(wired({ zones: 3 }), /thermostats/)).toBeUndefined()
  })

  it('without the boiler’s own, the control that feeds the valves has so much more for them', () => {
    const job = wired({ scheme: 's4', boiler: 'boiler/valve-supply', zones: 2 })
    const [source] = study(job).sources
    // The control's relay, the damper it drives, and the gas valve behind that.
    const { boiler, safety, burner } = source!.atOnce.find(({ va }) => va === source!.peak)!.classes
    const own = boiler! + safety! + burner!
    const { peaks } = named(job, /boiler/)!
    expect(own).toBeGreaterThan(15)
    expect(source!.peak - peaks.B1!).toBeGreaterThan(0.8 * own)
    expect(source!.peak - peaks.B1!).toBeLessThan(1.1 * own)
    expect(named(wired({ zones: 2 }), /boiler/)).toBeUndefined()
  })
})

describe('priority', () => {
  it('where hot water shuts the others off, the zones that draw most together are spoken of', () => {
    const { says, sources } = study(demoJobs['sable-row']!())
    const [panel] = sources
    expect([panel!.zones.length, panel!.but]).toEqual([2, panel!.together[3]!.zones.at(-1)])
    expect(panel!.peak).toBe(panel!.together[2]!.va)
    expect(panel!.peak).toBe(peakOf(panel!.atOnce))
    expect(panel!.peak).toBeGreaterThan(panel!.together[3]!.va + 5)
    expect(says).toMatch(/^Zone panel carries it when Press hall and Bindery call: 2\d of 100 VA\.$/)
    // Without priority all of them draw most, and are spoken of as all.
    const [three] = study(wired({ zones: 3 })).sources
    expect([three!.zones.length, three!.but]).toEqual([3, undefined])
  })

  it('what a zone frees and the volts it gets are told of the calls that draw most', () => {
    const job = wired({ scheme: 's5a', panel: 'panel/zone-valve-6', hotWater: true, zones: 6, valve: 'valve/heat-3' })
    const first = produce(job, (draft) => {
      draft.parts.PN1!.figures = { ...draft.parts.PN1!.figures, priority: 1, va: 85 }
    })
    const { says, sources, contacts } = study(first)
    expect(says).toMatch(/^Zone panel is short by \d+ VA when all but Zone 6 call\.$/)
    const devices = sources[0]!.devices
    expect(devices.map(({ frees }) => frees > 10)).toEqual([true, true, true, true, true, false])
    expect(devices.at(-1)!.frees).toBe(0)
    // Five wax valves pull the source further down than one alone does.
    const alone = new LoadBench(first).run(['z1']).get('PN1')!
    expect(devices[0]!.volts).toBeLessThan(Math.min(...alone.flatMap(({ there }) => there.V1 ?? [])) - 0.5)
    // The breaker of the line carries what the others draw, and not what is drawn while hot water goes first.
    expect(contacts.find(({ part }) => part === 'CB1')?.zones).toEqual(['z1', 'z2', 'z3', 'z4', 'z5'])
  })
})

it('one thing otherwise is told of the calls that draw most, which are not all where hot water goes first', () => {
  const { cases, sources } = study(demoJobs['sable-row']!())
  const without = cases.find(({ name }) => name.includes('powered thermostats'))!
  expect(without.peaks.PN1).toBeGreaterThan(sources[0]!.peak - 3)
  expect(without.peaks.PN1).toBeLessThan(sources[0]!.peak - 1)
})

it('what runs only while a zone calls alone has its volts on the line too', () => {
  const apart = wired({ scheme: 's5c', panel: 'panel/zone-valve-6', hotWater: true, zones: 3 })
  const pumps = study(apart).line.filter(({ part }) => part.startsWith('P') && part !== 'PN1')
  expect(pumps.map(({ part }) => part).sort()).toEqual(['P1', 'P2'])
  // While hot water is proven the system pump stands still, so that it does not run while all call.
  expect(pumps.find(({ part }) => part === 'P1')!.zones).toHaveLength(1)
})

it('what lets go is told of the others where hot water goes first', () => {
  const job = wired({ scheme: 's5a', panel: 'panel/zone-valve-6', hotWater: true, zones: 6, valve: 'valve/heat-3' })
  const hot = (priority: 0 | 1) =>
    study(
      produce(job, (draft) => {
        draft.parts.PN1!.figures = { ...draft.parts.PN1!.figures, priority, va: 40 }
      }),
    ).hot.find(({ part }) => part === 'PN1')!.seconds
  // Five draw less than six do, and more than the tank alone: without them nothing would get too hot.
  expect(hot(1)).toBeGreaterThan(hot(0))
})

describe('odd plants', () => {
  it('a valve that gets nothing is named, not left out in silence', () => {
    const cut = produce(wired({ zones: 3 }), (draft) => {
      for (const [id, { from, to }] of Object.entries(draft.wires))
        if ([from, to].some(({ part, terminal }) => part === 'V2' && terminal === 'm1')) delete draft.wires[id]
    })
    const { why, sources } = study(cut)
    expect(why).toContain('Not counted, for it gets nothing: Valve 2.')
    expect(sources[0]!.devices.map(({ part }) => part)).toEqual(['V1', 'V3'])
    expect(study(wired({ zones: 3 })).why).not.toContain('Not counted')
  })

  it('one zone is spoken of as one, and no zone as none', () => {
    expect(study(wired({ zones: 1 })).says).toContain('when Zone 1 calls')
    const none = produce(wired({ zones: 1 }), (draft) => {
      draft.zones = {}
    })
    expect(study(none).says).toBe('No zone is surveyed, so nothing calls.')
  })

  it('what lets go at once is told with its second', () => {
    const job = produce(wired({ zones: 5 }), (draft) => {
      for (const n of [1, 2, 3, 4, 5]) draft.parts[`V${n}`]!.figures = { va: 60 }
      draft.parts.F1!.figures = { amps: 1 }
    })
    const fuse = study(rated(job, 400)).hot.find(({ part }) => part === 'F1')!
    expect(fuse.seconds).toBeGreaterThan(0)
    expect(fuse.seconds).toBeLessThan(3)
  })
})
