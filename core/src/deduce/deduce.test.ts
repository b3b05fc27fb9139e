import { describe, expect, it } from 'vitest'
import { endKey } from '../compare/pairing.ts'
import { kestrelPoint } from '../demo/kestrel-point.ts'
import { lowtherStreet } from '../demo/lowther-street.ts'
import { quayTerrace } from '../demo/quay-terrace.ts'
import { documentOf } from '../job/document.ts'
import type { Job } from '../job/schema.ts'
import type { Entry } from '../record/entry.ts'
import { foundOf } from '../record/found.ts'
import { copyOf, wired } from '../testing/benches.ts'
import { entered, halfSeen, netsIn } from '../testing/half-seen.ts'
import { plants } from '../testing/mistakes.ts'
import { chanceOf, drawn, slips } from '../testing/slips.ts'
import { beepsNeeded, fewestBeeps, nextBeep, SEARCHED } from './beeps.ts'
import { DeadWall } from './dead-wall.ts'
import { type Deduction, deduce, type Open } from './deduce.ts'
import { ALL_WRITTEN, type Continuity, factsOf, type WallFacts } from './facts.ts'
import { Joined } from './joined.ts'
import { joiningsOf } from './joinings.ts'
import { nodesOf } from './nodes.ts'
import { oddities, stillToFind } from './odd.ts'
import { deducedInWords } from './words.ts'

/** The wall of a job, of which these conductors were not followed. */
function seen(job: Job, hidden: readonly string[], written?: string[]) {
  const half = halfSeen(job, (wire) => hidden.includes(wire), written)
  const found = foundOf(half.document, half.entries)
  return { ...half, found, facts: factsOf(found, half.entries) }
}

const wiresOf = (job: Job, is: (wire: Job['wires'][string]) => boolean) =>
  Object.entries(job.wires).flatMap(([id, wire]) => (is(wire) ? [id] : []))

describe('ways of joining', () => {
  it('two ends have one, four of their own three, six fifteen', () => {
    expect(joiningsOf(['a', 'b'])).toEqual([[['a', 'b']]])
    expect(joiningsOf(['a', 'b', 'c', 'd'])).toHaveLength(3)
    expect(joiningsOf(['a', 'b', 'c', 'd', 'e', 'f'])).toHaveLength(15)
  })
  it('ends on one node are alike, and none is joined to itself', () => {
    expect(joiningsOf(['c', 'c', 'a', 'b'])).toEqual([
      [
        ['c', 'a'],
        ['c', 'b'],
      ],
    ])
    expect(joiningsOf(['a', 'a'])).toEqual([])
  })
  it('what is known to be apart is not joined, and too many are not listed', () => {
    const apart = (a: string, b: string) => [a, b].sort().join('') === 'ab'
    expect(joiningsOf(['a', 'b', 'c', 'd'], apart)).toHaveLength(2)
    expect(joiningsOf([...'abcdefghij'])).toHaveLength(945)
    expect(joiningsOf([...'abcdefghijkl'])).toBeUndefined()
  })
})

describe('what is certain', () => {
  const job = kestrelPoint()
  const [cored] = wiresOf(job, ({ cable }) => cable !== undefined)

  it('one core of one cable is one conductor, though nobody has written down all of its places', () => {
    const { facts, truth } = seen(job, [cored!], [])
    const { ends } = deduce(facts, [])
    expect(ends).toHaveLength(2)
    for (const { end, is, with: mates } of ends) {
      expect(is).toBe('certain')
      expect(mates).toEqual([truth.get(end.wire)])
    }
  })

  it('the only two ends of a colour belong together once the place is written down, and not before', () => {
    const [wire] = wiresOf(job, ({ cable, from }) => cable === undefined && job.parts[from.part]!.place === 'boiler')
    const place = job.parts[job.wires[wire!]!.from.part]!.place
    expect(deduce(seen(job, [wire!], [place]).facts, []).ends.map(({ is }) => is)).toEqual(['certain', 'certain'])
    expect(deduce(seen(job, [wire!], []).facts, []).ends.map(({ is }) => is)).toEqual(['unknown', 'unknown'])
  })

  it('where conductors are only assumed, a place is not all written down: a loose end may be one of them', () => {
    // On the record as planned; somebody writes two loose ends down that are halves of two of those, and says it is all.
    const [one, other] = wiresOf(
      job,
      ({ cable, colour, from, to }) =>
        cable === undefined &&
        colour === 'yellow' &&
        [from, to].every(({ part }) => job.parts[part]!.place === 'boiler'),
    )
    let entries: Entry[] = []
    for (const id of [one!, other!]) {
      const { to: _, ...is } = job.wires[id]!
      const splice = [job.wires[id]!.from, job.wires[id]!.to].find(({ part }) => part.startsWith('S'))!
      entries = [
        ...entries,
        entered(entries, { kind: 'seen', what: 'conductor', is: { ...is, from: splice, label: '' } }),
      ]
    }
    entries = [...entries, entered(entries, { kind: 'seen', what: 'word', of: 'place:boiler', ...ALL_WRITTEN })]
    const facts = factsOf(foundOf(documentOf(job, job), entries), entries)
    expect(facts.ends).toHaveLength(2)
    expect(facts.written.size).toBe(0)
    expect(deduce(facts, [job]).ends.map(({ is }) => is)).toEqual(['unknown', 'unknown'])
  })

  it('a sheath is known by one of its leads, and all others of it with that', () => {
    const valve = Object.values(job.zones)[0]!.valve!
    const leads = wiresOf(job, ({ from, to }) => [from, to].some(({ part }) => part === valve))
    const hidden = leads.slice(1)
    const { facts, truth } = seen(job, hidden)
    expect(facts.sheaths.size).toBeGreaterThan(0)
    const { ends } = deduce(facts, [])
    const certain = ends.filter(({ is }) => is === 'certain')
    expect(certain.length).toBeGreaterThan(0)
    for (const { end, with: mates } of certain) expect(mates).toContain(truth.get(end.wire))
  })

  it('a sheath somebody forgot to write down makes no two leads one', () => {
    // The first motor leads of two valves, and where they end, without a word of what they run in.
    const [one, other] = ['V1', 'V2'].map(
      (valve) =>
        wiresOf(job, ({ from, to }) =>
          [from, to].some(({ part, terminal }) => part === valve && terminal === 'm1'),
        )[0]!,
    )
    const { document, entries } = seen(job, [one!, other!])
    const told = entries.map((entry) => {
      const { sheath: _, ...is } = (entry.body.is ?? {}) as { sheath?: string }
      return entry.body.what === 'conductor' ? { ...entry, body: { ...entry.body, is } } : entry
    })
    const facts = factsOf(foundOf(document, told), told)
    expect(facts.ends).toHaveLength(4)
    expect(deduce(facts, []).ends.map(({ is }) => is)).toEqual(Array(4).fill('unknown'))
  })

  it('what is only assumed, from a stand-in or taken back says nothing', () => {
    const { document, entries } = seen(job, [cored!])
    const facts = (all: typeof entries) => factsOf(foundOf(document, all), all)
    expect(facts(entries).ends).toHaveLength(2)
    expect(facts(entries.map((one) => ({ ...one, source: 'stand-in' as const }))).written.size).toBe(0)
    const last = entries.at(-1)!
    const back = entered(entries, { kind: 'back', of: last.id })
    expect(facts([...entries, back]).written.size).toBe(facts(entries).written.size - 1)
  })

  it('of twenty plants with up to two mistakes, 30 to 70 % not followed, no certain end is wrong', () => {
    let ends = 0
    let certain = 0
    for (const [i, make] of Object.values(plants).entries()) {
      const wall = copyOf(make())
      const pick = chanceOf(i * 31 + 7)
      for (let n = 0; n < i % 3; n++) slips[pick(['missing', 'moved', 'extra'])]!(wall, pick, n)
      const chance = drawn(i * 101 + 3)
      const share = 0.3 + 0.2 * (i % 3)
      const hidden = new Set(Object.keys(wall.wires).filter(() => chance.next().value! < share))
      const { facts, truth } = seen(wall, [...hidden])
      const nets = netsIn(wall)
      for (const { end, is, with: mates } of deduce(facts, []).ends) {
        ends++
        if (is !== 'certain') continue
        certain++
        expect(mates, `${Object.keys(plants)[i]}: ${end.wire}`).toContain(truth.get(end.wire))
        for (const mate of mates) expect(nets.are(mate, end.node)).toBe(true)
      }
    }
    expect(ends).toBeGreaterThan(400)
    expect(certain / ends).toBeGreaterThan(0.4)
  })
})

describe('what is deduced', () => {
  const job = lowtherStreet()
  const hidden = wiresOf(job, ({ cable }) => cable === undefined).filter((_, i) => i % 2 === 0)
  const { facts, truth } = seen(job, hidden)

  it('the plan says more than the facts, is right on a wall wired by it, and never calls it certain', () => {
    const [alone, planned] = [deduce(facts, []), deduce(facts, [job])]
    const count = (of: Deduction, how: string) => of.ends.filter(({ is }) => is === how).length
    expect(count(alone, 'deduced')).toBe(0)
    expect(count(planned, 'deduced')).toBeGreaterThan(0)
    expect(count(planned, 'certain')).toBe(count(alone, 'certain'))
    for (const { end, is, with: mates, share } of planned.ends.filter((one) => one.is === 'deduced')) {
      expect(mates, is).toContain(truth.get(end.wire))
      expect(share).toBeLessThan(1)
    }
  })
})

describe('beeps', () => {
  const job = lowtherStreet()
  const hidden = wiresOf(job, ({ cable }) => cable === undefined).filter((_, i) => i % 2 === 0)
  const { document, entries, found, truth } = seen(job, hidden)
  const low = new DeadWall(found.job).lowPairs(nodesOf(found.job))
  const wall = new DeadWall(job)
  const at = (node: string) => ({ point: node.replace('*', 'w1'), says: node, place: '' })
  const measured = (known: typeof entries, from: string, to: string, power = false) => {
    const { value, shows } = wall.ohms(from, to)
    const body = { kind: 'reading', mode: 'ohms', from: at(from), to: at(to), value, shows }
    return [...known, entered(known, body, { stand: { power: { on: power } } })]
  }
  const deduced = (known: typeof entries) => {
    const facts = factsOf(foundOf(document, known), known)
    return { facts, is: deduce(facts, [job], low) }
  }

  it('settle every end, each what it really leads to, in no more of them than there are ends', () => {
    let now = entries
    let beeps = 0
    for (;;) {
      const { facts, is } = deduced(now)
      const beep = nextBeep(is, facts, low)
      if (!beep) break
      now = measured(now, beep.from, beep.to)
      beeps++
    }
    const { is } = deduced(now)
    expect(beeps).toBeGreaterThan(0)
    expect(beeps).toBeLessThanOrEqual(is.ends.length)
    expect(is.misfits).toEqual([])
    for (const { end, is: how, with: mates } of is.ends) {
      expect(how, end.wire).toBe('certain')
      expect(mates).toContain(truth.get(end.wire))
    }
  })

  it('a reading with the power on settles nothing, nor one that ohms cannot part', () => {
    const { facts, is } = deduced(entries)
    const beep = nextBeep(is, facts, low)!
    const on = measured(entries, beep.from, beep.to, true)
    expect(deduced(on).facts.measured).toEqual([])
    const blind = nextBeep(is, facts, [[beep.from, beep.to]])
    expect(blind).not.toMatchObject({ from: beep.from, to: beep.to })
  })

  it('what fits no way of joining is named', () => {
    const { is, facts } = deduced(entries)
    const beep = nextBeep(is, facts, low)!
    const group = is.open.find(({ nodes }) => nodes.includes(beep.from))!
    let now = entries
    for (const other of group.nodes)
      if (other !== beep.from) {
        const body = { kind: 'reading', mode: 'ohms', from: at(beep.from), to: at(other), value: null, shows: 'OL' }
        now = [...now, entered(now, body, { stand: { power: { on: false } } })]
      }
    expect(deduced(now).is.misfits.map(({ node }) => node)).toContain(beep.from)
  })

  it('chosen one after the other they need no more than the best order, within three tenths', () => {
    const groups = deduced(entries).is.open.filter(({ candidates }) => candidates.length > 1)
    expect(groups.length).toBeGreaterThan(0)
    const searched = groups.filter(({ candidates }) => candidates.length <= SEARCHED)
    const sum = (list: number[]) => list.reduce((a, b) => a + b, 0)
    expect(sum(searched.map(beepsNeeded))).toBeLessThanOrEqual(1.3 * sum(searched.map(fewestBeeps)))
    const [big] = [{ nodes: [], candidates: Array(SEARCHED + 1).fill({ pairs: [], parts: [], share: 0.1 }) }]
    expect(() => fewestBeeps(big)).toThrow(/12/)
  })
})

describe('beeps by hand', () => {
  const group = (nodes: string, ways: readonly (readonly [parts: string, share: number])[]): Open => ({
    nodes: [...nodes],
    candidates: ways.map(([parts, share]) => ({ pairs: [], parts: [...parts].map(Number), share })),
  })
  /** Four ends of their own: which is joined to which, in three ways. */
  const three = (shares: readonly number[]) =>
    group('abcd', [
      ['0011', shares[0]!],
      ['0101', shares[1]!],
      ['0110', shares[2]!],
    ])
  const facts = (measured: Continuity[] = []) => ({ measured }) as unknown as WallFacts
  const wall = (...open: Open[]) => ({ open, joined: new Joined(), ends: [], misfits: [] })

  it('the likeliest way is asked for first: half of the time one beep is enough, else two', () => {
    expect(fewestBeeps(three([0.5, 0.25, 0.25]))).toBeCloseTo(1.5)
    expect(beepsNeeded(three([0.5, 0.25, 0.25]))).toBeCloseTo(1.5)
    expect(fewestBeeps(three([1 / 3, 1 / 3, 1 / 3]))).toBeCloseTo(5 / 3)
    expect(fewestBeeps(three([0.9, 0.05, 0.05]))).toBeCloseTo(1.1)
    expect(fewestBeeps(group('ab', [['00', 1]]))).toBe(0)
  })

  it('of two groups the one that is less certain is beeped first, whichever stands first', () => {
    const [sure, open] = [three([0.98, 0.01, 0.01]), { ...three([0.5, 0.3, 0.2]), nodes: [...'pqrs'] }]
    for (const groups of [
      [sure, open],
      [open, sure],
    ])
      expect(nextBeep(wall(...groups), facts(), [])).toMatchObject({ from: 'p', to: 'q', share: 0.5, bits: 1 })
  })

  it('what was measured, or ohms cannot part, is not asked again; where nothing is left, nothing is asked', () => {
    const only = group('ab', [
      ['00', 0.5],
      ['01', 0.5],
    ])
    expect(nextBeep(wall(only), facts(), [])).toMatchObject({ from: 'a', to: 'b' })
    expect(nextBeep(wall(only), facts([{ from: 'b', to: 'a', joined: false }]), [])).toBeUndefined()
    expect(nextBeep(wall(only), facts(), [['b', 'a']])).toBeUndefined()
    expect(nextBeep(wall(), facts(), [])).toBeUndefined()
  })

  it('a group with too many ways to list is begun with any pair of it, after all that can be reckoned', () => {
    const many: Open = { nodes: [...'xyz'], candidates: [] }
    expect(nextBeep(wall(many), facts(), [])).toMatchObject({ from: 'x', to: 'y', share: 0.5 })
    expect(nextBeep(wall(many), facts([{ from: 'x', to: 'y', joined: false }]), [])).toMatchObject({
      from: 'x',
      to: 'z',
    })
    expect(nextBeep(wall(many, three([0.5, 0.25, 0.25])), facts(), [])).toMatchObject({ from: 'a', to: 'b' })
  })
})

describe('what is odd', () => {
  const job = kestrelPoint()
  const earth = wiresOf(job, ({ colour }) => colour === 'green' || colour === 'green-yellow')[0]!

  it('a sound wall has nothing odd; an earth’s colour elsewhere and an earth that is one with the line are said', () => {
    expect(oddities(job, netsIn(job))).toEqual([])
    const dyed = copyOf(job)
    const [line] = wiresOf(job, ({ from }) => from.part === 'XF1' && from.terminal === 'h')
    dyed.wires[line!]!.colour = 'green'
    expect(oddities(dyed, netsIn(dyed)).map(({ wire }) => wire)).toContain(line)
    const joined = netsIn(job)
    joined.join(endKey(job, job.wires[earth]!.from), 'XF1.h')
    expect(oddities(job, joined)[0]!.says).toMatch(/is an earth, and joined to/)
    // Its colour is right all the same: it is what it is joined to that must not be trusted.
    expect(oddities(job, joined).filter(({ says }) => says.includes('which is no earth'))).toEqual([])
  })

  it('a neutral’s colour on a live is said, unless it is sleeved', () => {
    const [live] = wiresOf(job, ({ from, to }) =>
      [from, to].some(({ part, terminal }) => part === 'CB1' && terminal === 'out'),
    )
    const white = copyOf(job)
    white.wires[live!]!.colour = 'white'
    expect(
      oddities(white, netsIn(white))
        .map(({ says }) => says)
        .join(),
    ).toMatch(/is white, and leads to .*switched or live/)
    white.wires[live!]!.sleeve = 'black'
    expect(oddities(white, netsIn(white))).toEqual([])
    // Green on an end switch is no earth either.
    const [call] = wiresOf(job, ({ from, to }) =>
      [from, to].some(({ part, terminal }) => part === 'V2' && terminal === 'e1'),
    )
    const green = copyOf(job)
    green.wires[call!]!.colour = 'green'
    expect(oddities(green, netsIn(green)).map(({ wire }) => wire)).toEqual([call])
  })

  it('a coil or a heater may be landed either way, and a return is no live: a neutral’s colour there is none odd', () => {
    // Nobody has followed any of it further yet.
    const alone = (asked: Job) => oddities(asked, new Joined()).map(({ says }) => says)
    expect(alone(quayTerrace())).toEqual([])
    const manifold = {
      scheme: 's18b',
      practice: '230',
      panel: 'panel/manifold-8-230',
      boiler: 'boiler/switched-live',
    } as const
    const heads = { valve: 'valve/wax-head-230', thermostat: 'thermostat/receiver-230', heads: 2 } as const
    const centre = wired({ ...manifold, ...heads })
    expect(alone(centre)).toEqual([])
    expect(oddities(centre, netsIn(centre))).toEqual([])
    // On what feeds the heads it is odd.
    const [live] = wiresOf(centre, ({ from, to }) => [from, to].some(({ terminal }) => terminal === 'h1'))
    centre.wires[live!]!.colour = 'blue'
    const [odd] = oddities(centre, netsIn(centre))
    expect(odd?.says).toMatch(/is blue, and leads to .*1H: switched or live, no neutral/)
  })

  it('parts the survey knows of and the wall does not are still to be found', () => {
    expect(stillToFind(job)).toEqual([])
    const less = copyOf(job)
    delete less.parts[Object.values(job.zones)[0]!.thermostat!]
    expect(stillToFind(less)).toMatchObject([{ count: 1 }])
  })

  it('each is told in a sentence that names where it leads', () => {
    const { facts } = seen(job, [earth])
    const [one] = deduce(facts, []).ends
    expect(deducedInWords(job, { ...one!, is: 'certain', with: ['S1.*'], share: 1 })).toMatch(
      /^Certain: joined to Splice S1\.$/,
    )
    expect(deducedInWords(job, { ...one!, is: 'deduced', with: ['XF1.h'], share: 0.999 })).toMatch(/99 %/)
    expect(deducedInWords(job, { ...one!, is: 'unknown', with: [], share: 0 })).toBe('Nobody knows where it goes.')
    expect(deducedInWords(job, { ...one!, is: 'deduced', with: ['XF1.h'], share: 0.934 })).toContain(', 93 %.')
    expect(deducedInWords(job, { ...one!, is: 'certain', with: [], share: 1 })).toContain('leads to nothing else')
    expect(deducedInWords(job, { ...one!, is: 'unknown', with: ['XF1.h', 'S1.*'], share: 0.4 })).toBe(
      'Unknown; likeliest joined to Transformer R, Splice S1.',
    )
  })
})
