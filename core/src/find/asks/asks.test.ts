import { describe, expect, it } from 'vitest'
import { demoJobs } from '../../demo/index.ts'
import type { Job } from '../../job/schema.ts'
import { zonesInOrder } from '../../job/zones.ts'
import { read } from '../../meter/meter.ts'
import type { Simulation } from '../../motion/simulation.ts'
import { kindOf } from '../../parts/index.ts'
import { benchWith } from '../../suppose/bench.ts'
import { type Ask, type AskForm, readIn } from '../ask.ts'
import { Finder } from '../finder.ts'
import { bring, calling, DEAD, NOBODY, type Stand, standKey } from '../stand.ts'
import { StandInWall } from '../stand-in-wall.ts'
import { askKinds, asksIn, partsOf, WORDS, wordFor } from './index.ts'

const job = demoJobs['kestrel-point']!()
const { asks } = new Finder(job)
const of = (form: AskForm, id: string) => asks.find((ask) => ask.ask === form && ask.id.includes(id))!
const shown = (ask: Ask, stand: Stand, ...wrong: string[]) =>
  new StandInWall(
    job,
    wrong.map((id) => ({ id })),
  ).shows(ask, stand)
const signal = calling('signal')

describe('what a plant shows, sound and with one thing wrong', () => {
  const OL = Number.POSITIVE_INFINITY
  it.each([
    // Form, where, stand, sound, what is wrong, shown then.
    ['runs', 'runs:B1', signal, 'yes', 'part:V2/windingOpen', 'no'],
    ['runs', 'runs:P1', NOBODY, 'no', 'part:V2/switchNeverOpens', 'yes'],
    ['flame', 'flame:', signal, 'burns', 'part:V2/windingOpen', 'does not burn'],
    ['lever', 'lever:V2', signal, 'slack', 'part:V2/windingOpen', 'firm'],
    ['lever', 'lever:V2', signal, 'slack', 'part:V2/bodySeizedShut', 'rock-hard'],
    ['display', 'display:TS4', signal, 'shows', 'part:TS4/batteryDead', 'blank'],
    ['position', 'position:TS2', signal, 'as it should be', 'part:TS2/setTooLow', 'off or set wrong'],
    ['position', 'position:ES1', signal, 'as it should be', 'part:ES1/leftOff', 'off or set wrong'],
    ['pipe', 'pipe:signal', signal, 'warms', 'part:V2/windingOpen', 'cold'],
    ['pipe', 'pipe:oil', signal, 'cold', 'part:V3/seizedOpen', 'warms'],
    ['ohms', 'ohms:V2.m1:V2.m2', DEAD, 57.6, 'part:V2/windingOpen', OL],
    ['ohms', 'ohms:V2.e1:V2.e2', DEAD, 502.5, 'part:V2/switchNeverOpens', 0.1],
    ['joint', 'joint:S4', DEAD, 'tight', 'part:S4/loose1', 'loose'],
    ['wiggle', 'wiggle:S4', signal, 'steady', 'part:S4/loose1', 'steady'],
    ['joint', 'joint:V2', DEAD, 'tight', 'part:V2/m1+m2/short', 'bare copper'],
    // What stands still for the head's sake leaves the lever slack, what does for the body's sake makes it hard.
    ['lever', 'lever:V3', signal, 'firm', 'part:V3/headStaysOpen', 'slack'],
    ['lever', 'lever:V3', signal, 'firm', 'part:V3/seizedOpen', 'rock-hard'],
    ['lever', 'lever:V2', signal, 'slack', 'part:V2/stopsPartWay', 'slack'],
    ['lever', 'lever:V2', signal, 'slack', 'part:V2/bodySeizedPartWay', 'rock-hard'],
    ['stick', 'stick:CB1.out', NOBODY, 'glows', 'supply/dead', 'dark'],
    ['stick', 'stick:SS1.out', NOBODY, 'glows', 'part:ES1/leftOff', 'dark'],
    ['stick', 'stick:P1.l', signal, 'glows', 'part:V2/windingOpen', 'dark'],
    ['stick', 'stick:P1.l', NOBODY, 'dark', 'part:V2/switchNeverOpens', 'glows'],
    ['stick', 'stick:P1.n', signal, 'dark', 'supply/neutral', 'glows'],
  ] as const)('%s %s', (form, id, stand, sound, wrong, then) => {
    const ask = of(form, id)
    const near = (value: number | string, wanted: number | string) =>
      typeof wanted === 'number' && Number.isFinite(wanted)
        ? expect(Math.abs(Number(value) - wanted)).toBeLessThan(1)
        : expect(value).toBe(wanted)
    near(shown(ask, stand), sound)
    near(shown(ask, stand, wrong), then)
  })

  it('a clamp at the supply tells whether the motor far away draws, what all of them draw, and nothing of a zone at rest', () => {
    const [own, all] = [of('amps', 'amps:signal:'), of('amps', 'amps::')]
    expect(asks.filter(({ ask }) => ask === 'amps')).toHaveLength(Object.keys(job.zones).length + 1)
    expect(own).toMatchObject({ place: job.parts[own.from!.split('.')[0]!]!.place, wire: expect.any(String) })
    // Two readings at the boiler that parts of the loop upstairs decide.
    expect(shown(own, signal)).toBeGreaterThan(0.25)
    for (const wrong of ['part:V2/windingOpen', 'part:TS2/setTooLow', `wire:${own.wire}/open`])
      expect(shown(own, signal, wrong)).toBe(0)
    expect(shown(own, NOBODY)).toBe(0)
    expect(shown(own, calling('gallery'))).toBe(0)
    expect(shown(all, calling('signal', 'gallery'))).toBeCloseTo(2 * Number(shown(all, signal)), 1)
    expect(asksIn(asks, signal, [])).toContain(own)
    expect(asksIn(asks, calling('gallery'), [])).not.toContain(own)
    expect(asksIn(asks, calling('gallery'), [])).toContain(all)
  })

  it('a clamp is named by the two ends of its wire, by which its reading is found again', () => {
    for (const make of Object.values(demoJobs)) {
      const own = make()
      for (const { ask, wire, from, to } of new Finder(own).asks) {
        if (ask !== 'amps') continue
        const ends = [own.wires[wire!]!.from, own.wires[wire!]!.to].map(({ part, terminal }) => `${part}.${terminal}`)
        expect([from, to].sort()).toEqual(ends.sort())
      }
    }
  })

  it('no clamp goes round a wire of a loop at line voltage', () => {
    for (const make of ['lowther-street', 'quay-terrace'] as const)
      expect(new Finder(demoJobs[make]!()).asks.filter(({ ask }) => ask === 'amps')).toEqual([])
  })

  it('a stick is held beside line voltage only, at what hangs and not at a joint, and is no reading', () => {
    for (const make of ['kestrel-point', 'lowther-street'] as const) {
      const plant = demoJobs[make]!()
      const sticks = new Finder(plant).asks.filter(({ ask }) => ask === 'stick')
      expect(sticks.length).toBeGreaterThan(8)
      for (const { at, part, power, line: reading } of sticks) {
        const kind = kindOf(plant.parts[part!]!)!
        const terminal = kind.terminals[at!.split('.')[1]!]!
        expect([kind.class === 'joint', terminal.circuit, power, reading]).toEqual([
          false,
          'line voltage',
          true,
          undefined,
        ])
      }
      expect(new Set(sticks.map(({ id }) => id)).size).toBe(sticks.length)
    }
  })

  it('a loose end shows where it is landed and nowhere else; a broken core at neither of its ends', () => {
    const [id, wire] = Object.entries(job.wires).find(([, { from, to }]) => from.part === 'V2' || to.part === 'V2')!
    const [here, there] = wire.to.part === 'V2' ? ['to', wire.from.part] : ['from', wire.to.part]
    expect(shown(of('joint', 'joint:V2'), DEAD, `wire:${id}.${here}/ohms`)).toBe('loose')
    expect(shown(of('joint', `joint:${there}`), DEAD, `wire:${id}.${here}/ohms`)).toBe('tight')
    expect(shown(of('joint', 'joint:V2'), DEAD, `wire:${id}/open`)).toBe('tight')
    const core = asks.find((ask) => ask.id === `core:${id}`)!
    expect(shown(core, DEAD)).toBe('whole')
    expect(shown(core, DEAD, `wire:${id}/open`)).toBe('broken')
    expect(shown(core, DEAD, `wire:${id}/earth`)).toBe('touches earth')
    expect(shown(core, DEAD, 'wire:w1/open')).toBe('whole')
  })

  it('two cores of a cable that touch show on both of them and on no third', () => {
    const [cable, { cores }] = Object.entries(job.cables).find(([, one]) => Object.keys(one.cores).length >= 2)!
    const inUse = Object.entries(job.wires).filter(([, wire]) => wire.cable === cable && wire.core)
    expect(Object.keys(cores).length).toBeGreaterThanOrEqual(inUse.length)
    const [[a, one], [b, other]] = inUse as [(typeof inUse)[0], (typeof inUse)[0]]
    const pair = `pair:${cable}/${one.core}+${other.core}/short`
    for (const id of [a, b])
      expect(shown(asks.find((ask) => ask.id === `core:${id}`)!, DEAD, pair)).toBe('touches another')
    const third = asks.find(({ ask, wire }) => ask === 'core' && job.wires[wire!]!.cable !== cable)!
    expect(shown(third, DEAD, pair)).toBe('whole')
  })

  it('alone, a switch shows itself: welded beside others in parallel it is told from them', () => {
    const across = asks.filter(({ ask, part }) => ask === 'alone' && (part === 'V1' || part === 'V2'))
    const at = (part: string) => across.find((ask) => ask.part === part && ask.from === `${part}.e1`)!
    expect(shown(at('V2'), DEAD, 'part:V2/switchNeverOpens')).toBeLessThan(1)
    expect(shown(at('V1'), DEAD, 'part:V2/switchNeverOpens')).toBe(Number.POSITIVE_INFINITY)
    // Read where it hangs, its neighbour is read with it.
    expect(shown(of('ohms', 'ohms:V1.e1:V1.e2'), DEAD, 'part:V2/switchNeverOpens')).toBeLessThan(1)
  })

  it('a stem is turned only where it is known that the head comes off dry', () => {
    expect(asks.filter(({ ask }) => ask === 'stem')).toEqual([])
    const known: Job = {
      ...job,
      zones: {
        ...job.zones,
        signal: { ...job.zones.signal!, head: 'dry' },
        oil: { ...job.zones.oil!, head: 'wet' },
      },
    }
    const stems = new Finder(known).asks.filter(({ ask }) => ask === 'stem')
    expect(stems.map(({ part }) => part)).toEqual(['V2'])
    expect(new StandInWall(known, [{ id: 'part:V2/bodySeizedShut' }]).shows(stems[0]!, DEAD)).toBe('does not turn')
    expect(new StandInWall(known, []).shows(stems[0]!, DEAD)).toBe('turns with two fingers')
  })
})

describe('words', () => {
  it.each([
    ['lever', 'limp', 'slack'],
    ['lever', 'slack: the gear has stripped', 'slack'],
    ['lever', 'firm, springs back', 'firm'],
    ['runs', 'stands', 'no'],
    ['display', 'dark', 'blank'],
    ['joint', 'cap missing', 'loose'],
    ['wiggle', 'clicks', 'comes and goes'],
    ['pipe', 'hot', 'warms'],
    ['stem', 'stiff', 'turns stiffly'],
    ['lever', 'cannot tell', undefined],
    ['lever', 'purple', undefined],
  ] as const)('%s: %s is %s', (form, said, word) => expect(wordFor(form, said)).toBe(word))

  it('every form that is no reading has its words, and every other word leads to one of them', () => {
    for (const { ask, words, alike = {} } of askKinds) {
      if (readIn(ask)) expect(words).toBeUndefined()
      else expect(WORDS[ask]!.length).toBeGreaterThan(1)
      for (const word of Object.values(alike)) expect(words).toContain(word)
    }
  })
})

describe('which asks are worth while in a stand', () => {
  it('those for which the power is right, and the loops of who calls', () => {
    const dead = asksIn(asks, DEAD, ['signal'])
    expect(dead.length).toBeGreaterThan(20)
    expect(dead.every(({ power }) => !power)).toBe(true)
    const live = asksIn(asks, signal, ['oil'])
    expect(live.every(({ power }) => power)).toBe(true)
    const zones = (stand: Stand) =>
      new Set(
        asksIn(asks, stand, ['oil'])
          .filter(({ ask }) => ask === 'volts')
          .map(({ zone }) => zone),
      )
    expect([...zones(signal)].filter(Boolean)).toEqual(['signal'])
    expect([...zones(NOBODY)].filter(Boolean)).toEqual(['oil'])
  })
})

describe('danger', () => {
  const stands = new Map<string, Simulation>()
  /** A sound plant in a stand, made once. */
  function stood(of: Job, stand: Stand): Simulation {
    const key = `${of.title} ${standKey(stand)}`
    const known = stands.get(key)
    if (known) return known
    const bench = benchWith(of, [])
    bench.settle()
    bring(bench, of, stand)
    stands.set(key, bench)
    return bench
  }

  /** What could hurt at an ask, judged from the sound plant alone: what stands at its points, and what it takes off. */
  function harm(of: Job, ask: Ask): string | undefined {
    const levels = (stand: Stand, points: readonly string[]) => {
      const bench = stood(of, stand)
      const { netlist } = bench
      const backs = [...netlist.parts.values()].flatMap(({ kind, nodes }) =>
        kind.class === 'supply' ? [nodes.get(kind.roles!.feeds![1])!] : [],
      )
      return points.map((point) =>
        Math.max(...backs.map((back) => read(bench, 'loz', netlist.nodeOf.get(point)!, back).value ?? 0)),
      )
    }
    const pointsOf = (parts: readonly string[]) =>
      parts.flatMap((part) => {
        const bench = stood(of, DEAD)
        return Object.keys(bench.netlist.parts.get(part)!.kind.terminals)
          .map((name) => `${part}.${name}`)
          .filter((point) => bench.netlist.nodeOf.has(point))
      })
    if (!ask.power)
      return levels(DEAD, pointsOf(partsOf(of, ask))).some((volts) => volts > 1) ? 'live where hands go' : undefined
    if (ask.ask === 'wiggle') {
      const stands = [NOBODY, ...zonesInOrder(of).map(({ id }) => calling(id))]
      return stands.some((stand) => levels(stand, pointsOf(partsOf(of, ask))).some((volts) => volts > 50))
        ? 'hands beside the line'
        : undefined
    }
    if (ask.ask !== 'volts')
      return ['ohms', 'alone', 'core', 'joint', 'stem'].includes(ask.ask) ? 'hands in what is live' : undefined
    if (ask.line) return undefined
    const stands = [NOBODY, ...zonesInOrder(of).map(({ id }) => calling(id))]
    const most = Math.max(...stands.flatMap((stand) => levels(stand, [ask.from!, ask.to!])))
    return most > 50 ? 'line voltage under the leads' : undefined
  }

  it.each(Object.keys(demoJobs))('nothing that is asked of %s could hurt whoever does as it says', (name) => {
    const of = demoJobs[name]!()
    const found = new Finder(of).asks
    expect(found.length).toBeGreaterThan(50)
    // One of each form and part: what stands at a part is the same for all that is asked there.
    const each = new Map(found.map((ask) => [`${ask.ask} ${ask.power} ${partsOf(of, ask).join()}`, ask]))
    expect([...each.values()].flatMap((ask) => harm(of, ask) ?? [])).toEqual([])
  })

  it('the judge is no blind one: three unsafe asks are caught', () => {
    const joint = of('joint', 'joint:S4')
    expect(harm(job, { ...joint, id: 'joint:MAINS', part: 'MAINS' })).toBe('live where hands go')
    const { line: _, ...volts } = asks.find(({ ask, line }) => ask === 'volts' && line)!
    expect(harm(job, volts)).toBe('line voltage under the leads')
    expect(harm(job, { ...of('alone', 'alone:V2.m1'), power: true })).toBe('hands in what is live')
  })

  it('a splice on the line counts as one, though no marking says so; what enters first is left alone', () => {
    expect(of('joint', 'joint:S1').line).toBe(true)
    expect(of('joint', 'joint:S4').line).toBeUndefined()
    expect(asks.some((ask) => !ask.power && partsOf(job, ask).some((part) => part === 'MAINS' || part === 'CB1'))).toBe(
      false,
    )
  })
})
