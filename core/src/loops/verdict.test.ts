import { describe, expect, it } from 'vitest'
import { demoJobs } from '../demo/index.ts'
import { kestrelPoint } from '../demo/kestrel-point.ts'
import type { Job, Wire } from '../job/schema.ts'
import { benchWith } from '../suppose/bench.ts'
import { cut, kestrel, lifted, supposed, wireAt, wired } from '../testing/benches.ts'
import { join } from '../testing/hands.ts'
import { sentenceText } from '../words/words.ts'
import { loopsOf } from './loops.ts'
import { offBecause } from './off-because.ts'
import { verdictOf } from './verdict.ts'

/** Changes the wiring, or names what is wrong with it. */
type Wrong = (job: Job) => readonly string[] | undefined

const verdict = (
  wrong: Wrong,
  calling: readonly number[] = [2],
  hand?: (bench: ReturnType<typeof kestrel>) => void,
) => {
  const bench = kestrel({ suppose: (job) => wrong(job) ?? [], calling })
  hand?.(bench)
  bench.simulation.settle()
  const found = verdictOf(bench.simulation, bench.job, loopsOf(bench.simulation, bench.job))
  return {
    tone: found.tone,
    says: sentenceText(found.sentence),
    more: found.more.map(sentenceText),
    zones: found.zones,
  }
}

const fault =
  (part: string, name: string): Wrong =>
  () => [`part:${part}/${name}`]

describe('the verdict', () => {
  it.each<[string, Wrong, string]>([
    [
      'end switch never makes',
      fault('V2', 'switchNeverMakes'),
      'valve open, boiler not told. The call loop goes dark at the end switch of Valve 2',
    ],
    ['core broken', (job) => [cut(job, 'TS2.w')], 'The valve loop goes dark at wire 21 (white)'],
    ['lead lifted', (job) => lifted(job, 'V2.m2'), 'goes dark at the lead lifted off Valve 2 M2'],
    ['contact does not make', fault('TS2', 'neverMakes'), 'goes dark at Thermostat 2'],
    ['motor open', fault('V2', 'windingOpen'), 'the feed reaches Valve 2 and no current flows'],
    ['gear stripped', fault('V2', 'gearStripped'), 'the feed reaches Valve 2 and it does not move'],
    [
      'motor shorted',
      fault('V2', 'windingShorted'),
      'Fuse F1 has blown: Valve 2 is shorted inside. The current ran through Thermostat 2, Valve 2 by wires',
    ],
    ['transformer open', fault('XF1', 'secondaryOpen'), 'Transformer is fed and gives nothing'],
    ['call input dead', fault('B1', 'callInputDead'), 'Boiler offers no call voltage'],
    ['pump open', fault('P1', 'windingOpen'), 'System pump is fed, but draws nothing'],
    [
      'pump off its line',
      (job) => lifted(job, 'P1.l'),
      'The boiler is called, but System pump gets nothing. Its line goes dark at the lead lifted off System pump L.',
    ],
    ['pump seized', fault('P1', 'seized'), 'The boiler is called and System pump is fed, but does not turn.'],
    ['burner dark', fault('BR1', 'noFlame'), 'The boiler is called and Burner runs, but does not light.'],
    [
      'pump not wired',
      (job) => {
        delete job.wires[wireAt(job, 'P1.l').id]
        return undefined
      },
      'The boiler is called, but System pump is not wired.',
    ],
    [
      'a limit that stays open',
      fault('B1', 'limitTripped'),
      'The boiler is called, but the high limit of Boiler stands open, with the water at 40 °C. Find out why; never bridge it.',
    ],
    [
      'pump relay',
      fault('B1', 'pumpRelayOpen'),
      'System pump gets nothing. Its line goes dark at the pump relay of Boiler.',
    ],
    [
      'lead gone',
      (job) => {
        delete job.wires[wireAt(job, 'V2.m1').id]
        return undefined
      },
      'Valve 2 M1 leads nowhere',
    ],
    ['call return broken', (job) => [cut(job, 'B1.t2')], 'boiler not told. The call loop goes dark at wire'],
  ])('with a call and: %s', (_name, wrong, says) => {
    const found = verdict(wrong)
    expect(found.tone).toBe('wrong')
    expect(found.says).toContain(says)
  })

  it.each<[string, Wrong, string]>([
    ['seized open', fault('V3', 'seizedOpen'), 'Oil store: Valve 3 stands open with no call'],
    ['switch stuck', fault('V3', 'switchNeverOpens'), 'the end switch of Valve 3 is made with the valve shut'],
    [
      'contact stuck',
      fault('TS3', 'neverOpens'),
      'Thermostat 3 does not ask, and its contact is made: it drives Valve 3.',
    ],
    [
      'motor on R',
      (job) => {
        const { wire } = wireAt(job, 'V3.m1')
        Object.assign(wire, { to: { part: 'F1', terminal: 'out' } })
        return undefined
      },
      'Valve 3 is driven though nobody calls',
    ],
  ])('with no call and: %s', (_name, wrong, says) => {
    expect(verdict(wrong, []).says).toContain(says)
  })

  it('says once that the supply is gone, and where, however many zones call', () => {
    const found = verdict(
      () => undefined,
      [1, 2, 3],
      ({ simulation }) => simulation.set('FC1', 'closed', false),
    )
    expect(found.says).toBe('Transformer gets no line voltage. The line goes dark at Fire cut-out.')
    expect(found.more).toEqual([])
  })

  it('a zone for which nothing is wired calls nothing, opens nothing and proves nothing', () => {
    const { job } = kestrel()
    const { thermostat: _, ...signal } = job.zones.signal!
    const bare = { ...job, zones: { ...job.zones, signal } }
    const bench = benchWith(bare, [])
    bench.settle()
    const { zones } = verdictOf(bench, bare, loopsOf(bench, bare))
    expect(zones.find(({ zone }) => zone === 'signal')).toEqual({
      zone: 'signal',
      calling: false,
      opening: 0,
      moving: false,
      proven: false,
      says: 'not wired',
    })
  })

  it('of a thermostat that drives by itself it is the thermostat that is marked, and not its valve', () => {
    const { job } = kestrel()
    const bench = benchWith(job, [{ id: 'part:TS3/neverOpens' }])
    bench.settle()
    const { sentence } = verdictOf(bench, job, loopsOf(bench, job))
    expect(sentence.filter(({ part }) => part).map(({ part, wrong }) => [part, wrong])).toEqual([
      ['TS3', true],
      ['V3', false],
    ])
  })

  it('a plant that is surveyed and not wired says what comes next, until one zone is', () => {
    const { job } = kestrel()
    const says = (one: typeof job) => {
      const bench = benchWith(one, [])
      bench.settle()
      return verdictOf(bench, one, loopsOf(bench, one))
        .sentence.map(({ text }) => text)
        .join('')
    }
    const without = (zone: (typeof job.zones)[string]) => {
      const { thermostat: _t, valve: _v, ...rest } = zone
      return rest
    }
    const none = Object.fromEntries(Object.entries(job.zones).map(([id, zone]) => [id, without(zone)]))
    expect(says({ ...job, zones: none })).toBe('Surveyed, not wired yet. Choose how it is wired.')
    expect(says({ ...job, zones: { ...none, signal: job.zones.signal! } })).not.toContain('not wired yet')
    expect(says({ ...job, zones: {} })).toBe('No zones yet. Survey the plant first.')
  })

  it('tells a winding that is shorted before its fuse from one that is open, and from one that has burnt out', () => {
    const all = ({ says, more }: ReturnType<typeof verdict>) => [says, ...more].join(' ')
    const { job } = kestrel()
    const shorted = benchWith(job, [{ id: 'link:XF1.h+XF1.c/fitted' }])
    shorted.runTo(0.05)
    expect(sentenceText(verdictOf(shorted, job, loopsOf(shorted, job)).sentence)).toMatch(
      /^Transformer is shorted: \d+ A flow and no volts are left/,
    )
    // Left alone it burns out: then it takes nothing any more.
    expect(all(verdict(() => ['link:XF1.h+XF1.c/fitted'], []))).toContain(
      'Transformer is fed and takes nothing: burnt out.',
    )
    const open = all(verdict(fault('XF1', 'secondaryOpen'), []))
    expect(open).toContain('Transformer is fed and gives nothing: a winding is open.')
    expect(open).not.toContain('is shorted')
    expect(all(verdict(fault('XF1', 'primaryOpen'), []))).toContain('Transformer is fed and takes nothing: burnt out.')
  })

  it('says of a breaker that it tripped, by what it is and not by what it is called', () => {
    const short = (job: Job) => {
      const { CB1, ...parts } = job.parts
      job.parts = { ...parts, Q7: CB1! }
      for (const wire of Object.values(job.wires))
        for (const end of [wire.from, wire.to]) if (end.part === 'CB1') end.part = 'Q7'
      const { wire } = wireAt(job, 'B1.l')
      job.wires.short = {
        ...wire,
        from: { part: 'B1', terminal: 'l' },
        to: { part: 'B1', terminal: 'n' },
        label: 'short',
      }
      return undefined
    }
    expect(verdict(short, []).says).toContain('Breaker has tripped: the current ran through')
  })

  it('of a limit that stands open sends nobody to the contact it keeps open', () => {
    const job = wired()
    const bench = benchWith(job, [{ id: 'part:B1/limitTripped' }])
    bench.set('TS1', 'calling', true)
    bench.settle()
    expect(verdictOf(bench, job, loopsOf(bench, job)).more).toEqual([])
  })

  it('is well when all is well, at rest and with all calling', () => {
    expect(verdict(() => undefined, []).tone).toBe('well')
    const all = verdict(() => undefined, [1, 2, 3, 4, 5])
    expect(all.tone).toBe('well')
    expect(all.zones.every(({ proven }) => proven)).toBe(true)
  })

  it('says that the boiler is called by nobody only while nobody calls', () => {
    const linked = () => {
      const bench = kestrel({ alter: (job) => join(job, 'B1.t1', 'B1.t2') })
      const says = () =>
        sentenceText(verdictOf(bench.simulation, bench.job, loopsOf(bench.simulation, bench.job)).sentence)
      return { ...bench, says }
    }
    const { simulation, says } = linked()
    expect(says()).toContain('is called though no zone calls')
    simulation.set('TS4', 'calling', true)
    simulation.runTo(7)
    expect(says()).not.toContain('though no zone calls')
  })

  it('names the lever that holds a valve open', () =>
    expect(
      verdict(
        () => undefined,
        [2],
        (bench) => bench.simulation.set('V3', 'lever', 'parked'),
      ).says,
    ).toBe('Oil store: Valve 3 is parked open by its lever with no call: this zone heats whenever the boiler runs.'))

  it('calls a travelling valve busy, not wrong', () => {
    const bench = kestrel()
    bench.simulation.set('TS4', 'calling', true)
    bench.simulation.runTo(7)
    const found = verdictOf(bench.simulation, bench.job, loopsOf(bench.simulation, bench.job))
    expect(found.tone).toBe('busy')
    expect(sentenceText(found.sentence)).toBe('Gallery: valve opening 50 %.')
  })
})

describe('a joint in the way of a small load', () => {
  it.each([
    ['lifted', 'The valve loop goes dark at the lead lifted off Valve 2 M1.'],
    [
      'ohms',
      'the voltage at Valve 2 is too low to run it: most of what is missing is lost at a poor joint at Valve 2 M1.',
    ],
  ])('%s: %s', (how, says) => {
    const wrong = (job: Job) => {
      const { id, wire } = wireAt(job, 'V2.m1')
      return [
        { id: `wire:${id}.${wire.from.part === 'V2' ? 'from' : 'to'}/${how}`, ...(how === 'ohms' && { value: 2000 }) },
      ]
    }
    const { job } = kestrel()
    const bench = benchWith(job, wrong(job))
    bench.set('TS2', 'calling', true)
    bench.settle()
    expect(sentenceText(verdictOf(bench, job, loopsOf(bench, job)).sentence)).toContain(says)
  })
})

describe('a strip', () => {
  it.each([
    [2, false],
    [9, false],
    [10, true],
    [30, true],
  ])('a joint of %i Ω at a motor, under and over a tenth of its volts: said to lose its volts %s', (ohms, said) => {
    const { job } = kestrel()
    const { id, wire } = wireAt(job, 'V2.m1')
    const end = wire.from.part === 'V2' ? 'from' : 'to'
    const bench = benchWith(job, [{ id: `wire:${id}.${end}/ohms`, value: ohms }])
    bench.set('TS2', 'calling', true)
    bench.runTo(5)
    const { complete, lost } = loopsOf(bench, job).zones[1]!.valve!
    expect(complete).toBe(true)
    expect(lost).toEqual(said ? { at: 'lead', wire: id, part: 'V2', terminal: 'm1', poor: true } : undefined)
  })

  it('pumps and burners that current reaches and does not move are told together where one joint starves them', () => {
    const job = kestrelPoint()
    const { id, wire } = wireAt(job, 'B1.n')
    const at = (point: { id: string; wire: Wire }, part: string, ohms: number) => {
      const bench = benchWith(job, [
        { id: `wire:${point.id}.${point.wire.from.part === part ? 'from' : 'to'}/ohms`, value: ohms },
      ])
      bench.set('TS2', 'calling', true)
      bench.settle()
      const { tone, sentence, more } = verdictOf(bench, job, loopsOf(bench, job))
      return [tone, ...[sentence, ...more].map(sentenceText)]
    }
    expect(at({ id, wire }, 'B1', 60)).toEqual([
      'wrong',
      'The boiler is called, but the voltage at System pump and Burner is too low to run them: most of what is missing is lost at a poor joint at Boiler N.',
    ])
    expect(at({ id, wire }, 'B1', 1)[0]).toBe('well')
    expect(at(wireAt(job, 'BR1.l'), 'BR1', 60)).toEqual([
      'wrong',
      'The boiler is called, but the voltage at Burner is too low to run it: most of what is missing is lost at a poor joint at Burner L.',
    ])
  })

  it('a boiler that has locked out says so, called or not any more, and nothing behind it is said to be dark', () => {
    const job = demoJobs['fenwick-orchard']!()
    const bench = benchWith(job, supposed(lifted(job, 'B1.b2')))
    const said = () => {
      bench.settle()
      const { sentence, more } = verdictOf(bench, job, loopsOf(bench, job))
      return [sentence, ...more].map(sentenceText)
    }
    bench.set('TS1', 'calling', true)
    bench.runTo(40)
    // In its trial nothing is locked out yet: the burner’s own line is what is dark.
    expect(sentenceText(verdictOf(bench, job, loopsOf(bench, job)).sentence)).toBe(
      'The boiler is called, but Burner gets nothing. Its line goes dark at the lead lifted off Boiler B2.',
    )
    const locked = ['Boiler has locked out: it saw no flame in its time. Find the cause before it is reset.']
    expect(said()).toEqual(locked)
    bench.set('TS1', 'calling', false)
    expect(said()).toEqual(locked)
  })

  it('what is dark beside a boiler that has locked out is said all the same', () => {
    const job = demoJobs['fenwick-orchard']!()
    const bench = benchWith(job, supposed([...lifted(job, 'B1.b2'), 'part:P1/windingOpen']))
    bench.set('TS1', 'calling', true)
    bench.settle()
    const { sentence, more } = verdictOf(bench, job, loopsOf(bench, job))
    expect([sentence, ...more].map(sentenceText)).toEqual([
      'Boiler has locked out: it saw no flame in its time. Find the cause before it is reset.',
      expect.stringContaining('is fed, but draws nothing.'),
    ])
  })

  it('a valve that stalls on its way is wrong, and not merely busy; one that is held open by as few volts is not', () => {
    const job = wired({ zones: 1 })
    const bench = benchWith(job, [{ id: 'part:ES1.pole/ohms', value: 50 }])
    bench.set('TS1', 'calling', true)
    bench.settle()
    const loops = loopsOf(bench, job)
    const { tone, sentence, zones } = verdictOf(bench, job, loops)
    expect([tone, sentenceText(sentence)]).toEqual([
      'wrong',
      'Zone 1: the voltage at Valve 1 is too low to open it: it stands at 92 %: most of what is missing is lost at Emergency switch.',
    ])
    expect(zones[0]).toMatchObject({ moving: false, says: 'stands at 92 %: too few volts to run' })
    expect(offBecause(bench, job, loops, 0, zones[0]!).first?.of).toBe('open')
    // Opened before the pole burnt, it stays.
    const open = benchWith(job, [])
    open.set('TS1', 'calling', true)
    open.settle()
    open.alter({ ...open.alterations, forces: { 'ES1.pole': { as: 'ohms', ohms: 50 } } })
    open.settle()
    expect(verdictOf(open, job, loopsOf(open, job)).zones[0]).toMatchObject({ opening: 1, moving: false })
    expect(verdictOf(open, job, loopsOf(open, job)).zones[0]!.trouble).toBeUndefined()
  })

  it('two poor joints that lose as much each are not said to be one', () => {
    const { job } = kestrel()
    const ends = ['V2.m1', 'V2.m2'].map((point) => {
      const { id, wire } = wireAt(job, point)
      return { id: `wire:${id}.${wire.from.part === 'V2' ? 'from' : 'to'}/ohms`, value: 20 }
    })
    const bench = benchWith(job, ends)
    bench.set('TS2', 'calling', true)
    bench.runTo(5)
    expect(loopsOf(bench, job).zones[1]!.valve!.lost).toBeUndefined()
  })

  it.each([
    ['TS2.w', 'near'],
    ['TS2.r', 'far'],
  ])('shows the lead lifted off %s at the %s end of its conductor, and no other', (point, end) => {
    const { job, simulation } = kestrel({ suppose: (j) => lifted(j, point), calling: [2] })
    const { items } = loopsOf(simulation, job).zones[1]!.valve!
    const runs = items.flatMap((item) => (item.form === 'stretch' ? item.runs : []))
    const ends = runs.flatMap(({ wire, liftedNear, liftedFar }) => [
      ...(liftedNear ? [`${wire} near`] : []),
      ...(liftedFar ? [`${wire} far`] : []),
    ])
    expect(ends).toEqual([`${wireAt(job, point).id} ${end}`])
    // What is measured at the end of a stretch is measured at the terminal, past the lead.
    const stretch = items.find(
      (item) => item.form === 'stretch' && item.runs.some(({ wire }) => ends[0]!.startsWith(wire)),
    )
    expect(stretch).toMatchObject({ lit: end === 'far' })
    expect((stretch as { far: number }).far).toBeLessThan(1)
  })

  it('runs from R through fuse, thermostat and motor to C, lit as far as the volts go', () => {
    const { job, simulation } = kestrel({ suppose: (j) => [cut(j, 'TS2.w')], calling: [2] })
    const strip = loopsOf(simulation, job).zones[1]!.valve!
    const stations = strip.items.flatMap((item) => (item.form === 'station' ? [`${item.part}.${item.element}`] : []))
    expect([strip.from?.marking, ...stations, strip.to?.marking]).toEqual([
      'R',
      'F1.element',
      'TS2.contact',
      'V2.motor',
      'C',
    ])
    const runs = strip.items.flatMap((item) => (item.form === 'stretch' ? item.runs : []))
    const broken = runs.findIndex((run) => run.broken)
    expect(runs[broken]).toMatchObject({ litNear: true, litFar: false })
    expect(runs.slice(0, broken).every((run) => run.litFar)).toBe(true)
    expect(runs.slice(broken + 1).some((run) => run.litNear)).toBe(false)
  })
})
