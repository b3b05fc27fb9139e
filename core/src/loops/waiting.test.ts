import { describe, expect, it } from 'vitest'
import { findingsOf } from '../checks/index.ts'
import type { Job } from '../job/schema.ts'
import { atWorst } from '../load/budget.ts'
import { Simulation } from '../motion/simulation.ts'
import { benchWith } from '../suppose/bench.ts'
import { reshaped } from '../suppose/index.ts'
import { supposed, wireAt, wired } from '../testing/benches.ts'
import { line } from '../testing/ways.ts'
import { sentenceText } from '../words/words.ts'
import { loopsOf } from './loops.ts'
import { verdictOf } from './verdict.ts'

/** What waits, is satisfied or is held off on purpose is not a fault; and what is a fault says which. */

const look = (bench: Simulation, job: Job) => {
  const { tone, sentence, more, zones } = verdictOf(bench, job, loopsOf(bench, job))
  return { tone, says: [sentence, ...more].map(sentenceText).join(' '), zones: zones.map(({ says }) => says) }
}
const called = (job: Job, wrong: readonly string[] = []) => {
  const bench = benchWith(job, supposed(wrong))
  bench.set('TS1', 'calling', true)
  return bench
}
const gas = (boiler: string) => wired({ scheme: boiler === 'boiler/gas' ? 's2' : 's4', boiler })

describe('hot water has priority', () => {
  const job = wired({ scheme: 's5a', zones: 3, panel: 'panel/zone-valve-6', hotWater: true })
  job.parts.PN1!.figures = { priority: 1 }
  const zonesWith = (...wrong: string[]) => {
    const bench = benchWith(job, supposed(wrong))
    for (const id of ['TS1', 'TS2', 'TS3']) bench.set(id, 'calling', true)
    bench.settle()
    return look(bench, job).zones
  }
  const waits = 'waits: hot water has priority'

  it.each([
    ['nothing', [], waits],
    ['ohms in the contact that is held open', ['part:PN1.power1/ohms'], waits],
    ['a contact that never makes', ['part:PN1/channelDead1'], 'calling, valve dark'],
  ])('with %s wrong', (_what, wrong, says) => {
    expect(zonesWith(...wrong)).toEqual([says, waits, 'held open, proven'])
  })
})

describe('a stand-in relay that pulls in a minute after its call', () => {
  const job = wired({ scheme: 's6', zones: 2, twoLead: true })
  for (const id of ['K1', 'K2']) job.parts[id]!.figures = { delay: 60 }
  const wireOf = (point: string) => `wire:${wireAt(job, point).id}/open`
  const said = (seconds: number, wrong: string[]) => {
    const bench = called(job, wrong)
    bench.runTo(seconds)
    const { tone, zones } = look(bench, job)
    return [tone === 'wrong', zones]
  }

  it('is waited for, and no longer than that', () => {
    expect(said(59, [])).toEqual([false, ['open, stand-in waits', 'shut']])
    expect(said(61, [])).toEqual([false, ['held open, assumed', 'shut']])
  })

  it.each([
    ['call wire', wireOf('K1.com')],
    ['contact', 'part:K1/dirty'],
    ['coil', 'part:K1/coilOpen'],
  ])('with its %s open the boiler is not told when it should be', (_what, wrong) => {
    expect(said(61, [wrong])).toEqual([true, ['open, not proven', 'shut']])
  })

  it('what else keeps the call from the boiler is not waited for', () => {
    expect(said(59, [wireOf('K1.com')])).toEqual([true, ['open, not proven', 'shut']])
    expect(said(59, ['part:K1/coilOpen'])).toEqual([true, ['open, not proven', 'shut']])
  })
})

it('a zone of two heads moves until the slower has come, and lets go until the slower has shut', () => {
  const job = wired({ scheme: 's18', panel: 'panel/manifold-4', valve: 'valve/wax-head-24', heads: 2, zones: 2 })
  const bench = called(job)
  bench.settle()
  for (const [slow, quick] of [
    ['V1', 'V1b'],
    ['V1b', 'V1'],
  ] as const) {
    const at = (travel: number) => {
      bench.set(quick, 'travel', 1)
      bench.set(slow, 'travel', travel)
      const [zone] = verdictOf(bench, job, loopsOf(bench, job)).zones
      return [zone!.moving, zone!.opening]
    }
    expect(at(0.5)).toEqual([true, 0.5])
    expect(at(1)).toEqual([false, 1])
  }
})

describe('normal running', () => {
  it('a pump inside a boiler that runs on is not at rest, though no pump of its own stands on the wall', () => {
    const job = wired({ scheme: 's11', ...line, boiler: 'boiler/combination', postRun: 120 })
    const bench = called(job)
    bench.settle()
    bench.set('TS1', 'calling', false)
    bench.runTo(bench.now + 30)
    expect([...bench.netlist.parts.values()].some(({ kind }) => kind.class === 'pump')).toBe(false)
    expect(look(bench, job).says).toContain('Nobody calls: every valve shut. ')
    bench.settle()
    expect(look(bench, job).says).toContain('boiler and pump at rest')
  })

  it('a thermostat waits out its start delay, and says so until its contact makes', () => {
    const job = wired({ scheme: 's2b', powered: true })
    job.parts.TS1!.figures = { startDelay: 90 }
    const bench = called(job)
    bench.runTo(60)
    expect(look(bench, job)).toMatchObject({ zones: ['start delay running', 'shut'] })
    expect(look(bench, job).tone).not.toBe('wrong')
    bench.runTo(95)
    expect(look(bench, job).zones[0]).toMatch(/^opening/)
    // Let go while it waits, it waits no longer.
    bench.set('TS1', 'calling', false)
    bench.settle()
    expect(look(bench, job).zones[0]).toBe('shut')
  })

  it('a damper without a plug lets the call through only when it stands open', () => {
    const job = wired({ scheme: 's4', boiler: 'boiler/valve-supply-no-plug' })
    const bench = called(job)
    bench.runTo(20)
    expect([bench.stateOf('D1').driven, bench.stateOf('B1').pulledIn]).toEqual([true, false])
    expect(look(bench, job)).toMatchObject({ tone: 'busy', zones: ['open; Vent damper opening, 8 s to go', 'shut'] })
    bench.settle()
    expect([bench.stateOf('B1').pulledIn, bench.stateOf('GV1').open]).toEqual([true, true])
    const stuck = called(job, ['part:D1/proofMissing'])
    stuck.settle()
    expect(stuck.stateOf('B1').pulledIn).toBe(false)
    expect(look(stuck, job)).toMatchObject({ tone: 'wrong', says: expect.stringContaining('Vent damper') })
  })

  it('one zone that calls past such a damper is enough for the danger', () => {
    const job = wired({ scheme: 's4', boiler: 'boiler/valve-supply-no-plug' })
    const dangers = () => findingsOf(job).filter(({ rule }) => rule === 'burner-chain')
    expect(dangers()).toEqual([])
    const { wire } = wireAt(job, 'V2.e1')
    const end = wire.from.part === 'V2' ? 'to' : 'from'
    wire[end] = { part: 'B1', terminal: 'call' }
    expect(dangers()).toMatchObject([{ severity: 'danger', at: [{ part: 'D1' }, { part: 'GV1' }] }])
  })

  it.each(['boiler/gas', 'boiler/valve-supply'])('%s: a vent damper in its time is waited for', (boiler) => {
    const job = gas(boiler)
    const bench = called(job)
    bench.runTo(20)
    const { tone, says } = look(bench, job)
    expect(says).toMatch(/Vent damper:? opening, \d+ s to go/)
    expect(says).toContain('Normal, not faulty')
    expect(tone).toBe('busy')
    bench.settle()
    expect(look(bench, job)).toMatchObject({ tone: 'well' })
  })

  it.each(['boiler/gas', 'boiler/valve-supply'])('%s: a damper that is stuck is not', (boiler) => {
    const job = gas(boiler)
    const damper = Object.keys(job.parts).find((id) => job.parts[id]!.kind === 'safety/damper')!
    const bench = called(job, [`part:${damper}/stuckShut`])
    bench.settle()
    expect(look(bench, job).tone).toBe('wrong')
  })

  it.each(['boiler/dry-call', 'boiler/oil', 'boiler/gas', 'boiler/valve-supply'])(
    '%s at its high limit: the burner waits, and nobody is told that something is dead',
    (boiler) => {
      const job = wired({ scheme: boiler === 'boiler/valve-supply' ? 's4' : 's2', boiler })
      const bench = called(job)
      bench.settle()
      bench.set('B1', 'water', 83)
      const { tone, says } = look(bench, job)
      expect(says).toContain('at its high limit')
      expect(says).toContain('Normal, not faulty')
      expect(says).not.toMatch(/gets nothing|not told|dark/)
      expect(tone).toBe('busy')
    },
  )

  it('a limit that stays open whatever the water does is a fault', () => {
    const job = wired({ scheme: 's2', boiler: 'boiler/gas' })
    const bench = called(job, ['part:B1/limitTripped'])
    bench.settle()
    expect(look(bench, job).tone).toBe('wrong')
  })

  it('a pump that runs on is counted down, not called at rest', () => {
    const job = wired({
      scheme: 's12',
      practice: '230',
      boiler: 'boiler/switched-live',
      thermostat: 'thermostat/receiver-230',
      valve: 'valve/two-port-5',
      postRun: 90,
    })
    const bench = called(job)
    bench.settle()
    bench.set('TS1', 'calling', false)
    bench.runTo(bench.now + 20)
    const { tone, says } = look(bench, job)
    expect(says).toMatch(/runs its pump on for 7\d s/)
    expect(says).not.toContain('pump at rest')
    expect(tone).toBe('busy')
    bench.settle()
    expect(look(bench, job).says).toContain('boiler and pump at rest')
  })

  it('a low limit that fires without a call is said', () => {
    const job = wired({ scheme: 's4', boiler: 'boiler/valve-supply' })
    job.parts.B1!.figures = { ...job.parts.B1!.figures, lowLimit: 60 }
    const bench = new Simulation(job)
    bench.set('B1', 'water', 50)
    bench.settle()
    const { says, tone } = look(bench, job)
    expect(says).toContain('keeps its stored water warm')
    expect(tone).toBe('busy')
  })
})

describe('too much load is no short', () => {
  const heavy = () => {
    const job = wired({ zones: 5 })
    for (const n of [1, 2, 3, 4, 5]) job.parts[`V${n}`]!.figures = { va: 40 }
    return job
  }

  it('is found before it is run, with what it would draw', () => {
    const job = heavy()
    const says = findingsOf(job).map((finding) => finding.says)
    expect(says.some((one) => /XF1|Transformer/.test(one) && /VA when all 5 call/.test(one))).toBe(true)
    expect(says.some((one) => /A flow when all 5 call/.test(one))).toBe(true)
    expect(atWorst(job)[0]!.va).toBeGreaterThan(100)
  })

  it('when it blows the fuse nobody is sent to look for a short', () => {
    const job = heavy()
    const bench = new Simulation(job)
    bench.setTogether(Object.fromEntries([1, 2, 3, 4, 5].map((n) => [`TS${n}`, { calling: true }])))
    bench.runTo(7200)
    const { says } = look(bench, job)
    expect(says).toContain('Nothing is shorted')
    expect(says).not.toMatch(/Find the short|Clear it/)
  })

  it('a shorted motor still sends to the short', () => {
    const job = wired({})
    const bench = called(job, ['part:V1/windingShorted'])
    bench.settle()
    expect(look(bench, job).says).toContain('Clear it before it is made again')
  })

  it.each([
    [26, 'Transformer carries 49 VA of 40 and burns out in some 4 h: too much calls at once.'],
    [30, 'Transformer carries 54 VA of 40 and burns out in some 76 min: too much calls at once.'],
    [38, 'Fuse F1 carries more than it is rated for and lets go in some 19 min.'],
  ])('what will let go is said before it does: two motors of %i VA', (va, says) => {
    const job = wired({ zones: 2 })
    for (const n of [1, 2]) job.parts[`V${n}`]!.figures = { va }
    const bench = new Simulation(job)
    bench.setTogether({ TS1: { calling: true }, TS2: { calling: true } })
    bench.settle()
    expect(look(bench, job).says).toContain(says)
  })
})

describe('many switches side by side', () => {
  it('twelve zones that share the call current are all proven', () => {
    const job = wired({ zones: 12 })
    const bench = new Simulation(job)
    bench.setTogether(Object.fromEntries(Array.from({ length: 12 }, (_, i) => [`TS${i + 1}`, { calling: true }])))
    bench.runTo(60)
    const { zones, says } = look(bench, job)
    expect(zones.every((one) => one.endsWith('proven'))).toBe(true)
    expect(says).not.toContain('not told')
  })

  it('a switch that does not make is still found among them', () => {
    const job = wired({ zones: 12 })
    const bench = benchWith(job, supposed(['part:V7/switchNeverMakes']))
    bench.setTogether(Object.fromEntries(Array.from({ length: 12 }, (_, i) => [`TS${i + 1}`, { calling: true }])))
    bench.runTo(60)
    expect(look(bench, job).zones[6]).toBe('open, not proven')
    expect(look(bench, job).says).toContain('Valve 7')
  })
})

it('a board burnt by foreign voltage is said, and what it takes', () => {
  const job = wired({})
  const bench = benchWith(job, supposed(['part:B1/boardBurnt']))
  bench.settle()
  const { tone, says } = look(bench, job)
  expect(tone).toBe('wrong')
  expect(says).toContain('its board is burnt')
})

describe('proven is said only where something proves', () => {
  it.each([
    ['s2', {}, 'open and proven, boiler called'],
    ['s6', { twoLead: true }, 'open, assumed, boiler called'],
  ] as const)('%s', (scheme, ask, says) => {
    const job = wired({ scheme, ...ask })
    const bench = called(job)
    bench.settle()
    expect(look(bench, job).says).toContain(says)
  })
})

describe('the headline agrees with what the plant is meant to do', () => {
  it.each([0, 1])('pumps apart, priority %i: hot water keeps the system pump off, which is no fault', (priority) => {
    const job = wired({ scheme: 's5c', panel: 'panel/zone-valve-3', hotWater: true, zones: 2 })
    job.parts.PN1!.figures = { ...job.parts.PN1!.figures, priority }
    const bench = new Simulation(job)
    bench.setTogether({ TS1: { calling: true }, TS2: { calling: true } })
    bench.settle()
    expect(look(bench, job)).toMatchObject({ says: expect.not.stringContaining('gets nothing') })
    expect(look(bench, job).tone).not.toBe('wrong')
  })

  it('a line fed backwards is told by the way the light came', () => {
    const job = wired({ scheme: 's14', ...line, boiler: 'boiler/volt-free', hotWater: true })
    const wrong = supposed(['link:V1.out+V2.out/fitted'])
    const bench = benchWith(job, wrong)
    bench.set('TS1', 'calling', true)
    bench.settle()
    const { says, zones } = look(bench, reshaped(job, wrong))
    expect(zones[1]).toBe('shut, line fed backwards')
    expect(says).toContain('the end switch of Valve 2 is live though that switch is open')
    expect(says).toContain('it is fed backwards, and holds Relay 2, by the end switch of Valve 1.')
    expect(says).not.toContain('is made with the valve shut')
  })

  it('a switch that is truly made with the valve shut is told as before', () => {
    const job = wired({ scheme: 's14', ...line, boiler: 'boiler/volt-free', hotWater: true })
    const bench = benchWith(job, supposed(['part:V2/switchNeverOpens']))
    bench.settle()
    expect(look(bench, job).says).toContain('the end switch of Valve 2 is made with the valve shut')
  })

  it('a pump that runs with nobody calling is said', () => {
    const job = wired({})
    const bench = benchWith(job, supposed(['part:B1/pumpRelayWelded']))
    bench.settle()
    expect(look(bench, job)).toMatchObject({ tone: 'wrong', says: expect.stringContaining('runs though nobody calls') })
  })
})

describe('a lead that is missing', () => {
  it.each(['p', 'c'])('of a stored-charge valve (%s) is told as such, not as a dead motor', (terminal) => {
    const job = wired({ valve: 'valve/stored-charge', zones: 2 })
    for (const [id, { from, to }] of Object.entries(job.wires))
      if ([from, to].some((end) => end.part === 'V1' && end.terminal === terminal)) delete job.wires[id]
    const bench = called(job)
    bench.settle()
    const { says } = look(bench, job)
    expect(says).toContain('leads nowhere')
    expect(says).not.toContain('motor is open')
  })

  it('and a dead motor with both leads on is still a dead motor', () => {
    const job = wired({ valve: 'valve/stored-charge', zones: 2 })
    const bench = called(job, ['part:V1/dead'])
    bench.settle()
    expect(look(bench, job).says).toContain('its motor is open')
  })
})
