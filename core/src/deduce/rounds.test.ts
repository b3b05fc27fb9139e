import { beforeAll, describe, expect, it } from 'vitest'
import { demoJobs } from '../demo/index.ts'
import { documentOf } from '../job/document.ts'
import type { Document, Job } from '../job/schema.ts'
import { kindOf } from '../parts/index.ts'
import type { Entry } from '../record/entry.ts'
import { entered, halfSeen, netsIn, roundRead, withSources } from '../testing/half-seen.ts'
import { Joined } from './joined.ts'
import { agrees, apartBy, differ, type Level } from './levels.ts'
import { openersOf, standOfRound } from './rounds.ts'
import { roundFor, tracingOf } from './tracing.ts'
import { nodeInWords } from './words.ts'

const kestrel = () => demoJobs['kestrel-point']!()
/** The black conductors of the boiler room nobody followed: supply, breaker, isolator, boiler. */
const blacks = (wall: Job) =>
  halfSeen(wall, (wire) => wall.wires[wire]!.colour === 'black' && wall.wires[wire]!.cable === undefined)
/** Those of them that hang on the breaker, the isolator and the boiler. */
const someBlacks = halfSeen(kestrel(), (wire) => {
  const { from, to, colour } = kestrel().wires[wire]!
  return colour === 'black' && [from, to].some(({ part }) => ['CB1', 'ES1', 'FC1'].includes(part))
})
const certain = (document: Document, entries: readonly Entry[]) =>
  tracingOf(document, entries).ends.filter(({ is }) => is === 'certain').length

describe('two points at their volts', () => {
  it.each([
    [120, 0, true],
    [24, 16.7, true],
    [24, 16.9, false],
    [8.1, 0, true],
    [8, 0, false],
    [-24, 24, true],
    [230, 207, false],
  ])('%d and %d: cannot be one conductor is %s', (a, b, apart) => {
    expect(differ(a, b)).toBe(apart)
    expect(differ(b, a)).toBe(apart)
  })

  const at = (round: string, node: string, volts: number): Level => ({ round, how: round, node, volts })
  it('are compared within one round only', () => {
    expect(apartBy([at('1', 'a', 24), at('1', 'b', 0), at('2', 'c', 0)])).toEqual([{ from: 'a', to: 'b' }])
  })

  it('must agree on everything that is one', () => {
    const levels = [at('1', 'a', 24), at('1', 'b', 23), at('1', 'c', 0)]
    expect(agrees(levels, new Joined([['a', 'b']]))).toBe(true)
    expect(agrees(levels, new Joined([['b', 'c']]))).toBe(false)
    expect(
      agrees(
        levels,
        new Joined([
          ['a', 'x'],
          ['x', 'c'],
        ]),
      ),
    ).toBe(false)
  })
})

describe('what opens by hand', () => {
  it('is a breaker, a switch, a fuse; never what heat opens', () => {
    const says = openersOf(kestrel()).map(({ says }) => says)
    expect(says).toEqual(expect.arrayContaining(['Breaker off', 'Emergency switch off', 'Fuse F1 out']))
    const kinds = openersOf(kestrel()).map(({ part }) => kestrel().parts[part]!.kind)
    expect(kinds.filter((kind) => /limit|aquastat|thermostat/.test(kind))).toEqual([])
  })

  it('is what the readings of a round stand under, with nobody calling', () => {
    const job = kestrel()
    const [off] = openersOf(job)
    expect(standOfRound(job, off)).toMatchObject({
      calls: { keepers: { on: false } },
      hands: [{ part: off!.part, state: off!.state, value: off!.value }],
    })
    expect(standOfRound(job, undefined)).not.toHaveProperty('hands')
  })
})

describe('a round of volts with one thing off', () => {
  it('settles a chain of conductors of one colour that nothing else tells apart', () => {
    const wall = kestrel()
    const { document, entries, truth } = blacks(wall)
    const before = tracingOf(document, entries)
    expect(roundFor(before)!.at.some(({ line }) => line)).toBe(true)
    const { tracing, rounds } = withSources(wall, document, entries)
    expect(rounds).toBeLessThanOrEqual(4)
    const count = (of: typeof tracing) => of.ends.filter(({ is }) => is === 'certain').length
    expect(count(tracing)).toBeGreaterThan(count(before))
    const nets = netsIn(wall)
    for (const { end, is, with: mates } of tracing.ends) {
      if (is !== 'certain') continue
      expect(mates.every((mate) => nets.are(mate, end.node))).toBe(true)
      expect(mates).toContain(truth.get(end.wire))
    }
  })

  it('warns of line voltage at a splice that says nothing of itself, and not at low voltage', () => {
    const wall = kestrel()
    const at = (colour: string) => {
      const { document, entries } = halfSeen(wall, (wire) => wall.wires[wire]!.colour === colour)
      return roundFor(tracingOf(document, entries))!.at
    }
    const isSplice = (node: string) => node.endsWith('.*')
    expect(at('black').filter(({ node }) => isSplice(node))).toEqual([{ node: 'S1.*', line: true }])
    expect(at('red').filter(({ node, line }) => isSplice(node) && line)).toEqual([])
  })

  it('is not asked for again once it was read', () => {
    const wall = kestrel()
    const { document, entries } = blacks(wall)
    const first = roundFor(tracingOf(document, entries))!
    const next = roundFor(tracingOf(document, [...entries, ...roundRead(wall, entries, first)]))
    expect([next?.off?.part, next?.to]).not.toEqual([first.off?.part, first.to])
  })

  it('is worth nothing where nobody has to find anything', () => {
    const wall = kestrel()
    const { document, entries } = halfSeen(wall, () => false)
    expect(roundFor(tracingOf(document, entries))).toBeUndefined()
  })

  /** Black conductors of the supply, the rounds read, and how many ends are certain with the readings changed. */
  const { document, entries } = someBlacks
  let made: Entry[]
  let before: number
  beforeAll(() => {
    made = withSources(kestrel(), document, entries).entries.slice(entries.length)
    before = certain(document, entries)
  })
  const after = (change: (made: Entry[]) => Entry[]) => certain(document, [...entries, ...change(made)])

  it('says something', () => {
    expect(after((made) => made)).toBeGreaterThan(before)
  })

  it.each<[string, (made: Entry[]) => Entry[]]>([
    ['computed by the program', (made) => made.map((one) => ({ ...one, source: 'computed' as const }))],
    ['from the stand-in', (made) => made.map((one) => ({ ...one, source: 'stand-in' as const }))],
    ['taken with a lead off', (made) => made.map((one) => ({ ...one, stand: { ...one.stand, lifted: ['B1.l'] } }))],
    [
      'taken with a link on',
      (made) => made.map((one) => ({ ...one, stand: { ...one.stand, linked: [['a', 'b']] as [string, string][] } })),
    ],
    [
      'taken with everything dead',
      (made) => made.map((one) => ({ ...one, stand: { ...one.stand, power: { on: false } } })),
    ],
    ['hunting', (made) => made.map((one) => ({ ...one, body: { ...one.body, between: [0, 120] } }))],
    [
      'each with another thing off',
      (made) =>
        made.map((one, i) => ({
          ...one,
          stand: { ...one.stand, hands: [{ part: `X${i}`, state: 'on', value: false }] },
        })),
    ],
    ['each on another visit', (made) => made.map((one, i) => ({ ...one, visit: `visit${i}` }))],
    [
      'with the power noted as back between each two',
      (made) =>
        made.flatMap((one, i) => [
          { ...one, id: `r${i}`, counter: one.counter + 2 * i },
          {
            ...entered([one], { kind: 'power', does: 'on', at: [] }),
            id: `l${i}`,
            counter: one.counter + 2 * i + 1,
          },
        ]),
    ],
  ])('says nothing %s', (_, change) => {
    expect(after(change)).toBe(before)
  })

  it('that contradicts itself fits no way of joining, and that is said', () => {
    const wall = kestrel()
    const { document, entries } = halfSeen(wall, (wire) => wall.wires[wire]!.core !== undefined)
    const [pair] = tracingOf(document, entries).ends.filter(
      ({ is, end, with: mates }) => is === 'certain' && mates.length > 0 && end.core,
    )
    if (!pair) throw new Error('no core is certain here')
    const at = (node: string, value: number) => ({
      kind: 'reading',
      mode: 'loz',
      from: { point: node.replace('.*', '.w1') },
      to: { point: 'MAINS.n' },
      value,
    })
    const stand = standOfRound(wall, undefined)
    let known: readonly Entry[] = entries
    for (const [node, value] of [
      [pair.end.node, 120],
      [pair.with[0]!, 0],
    ] as const)
      known = [...known, entered(known, at(node, value), { stand })]
    expect(tracingOf(document, known).misfits.map(({ node }) => node)).toContain(pair.end.node)
  })

  it('leads on a screw that is there', () => {
    for (const make of Object.values(demoJobs)) {
      const wall = make()
      const { document, entries } = halfSeen(wall, (wire) => wire.length % 2 === 0)
      const round = roundFor(tracingOf(document, entries))
      if (!round) continue
      const [part = '', terminal = ''] = round.to.split('.')
      expect(documentOf(wall).planned.parts[part]).toBeDefined()
      expect(terminal).not.toBe('com')
    }
  })
})

describe('a beep', () => {
  const wallWith = (make: () => Job, hidden: (wire: Job['wires'][string], id: string) => boolean) => {
    const wall = make()
    const { document, entries } = halfSeen(wall, (id) => hidden(wall.wires[id]!, id))
    return { wall, tracing: tracingOf(document, entries) }
  }
  const every = (n: number, colour: string) => (wire: Job['wires'][string], id: string) =>
    wire.colour === colour && Number(id.slice(1)) % n === 0

  it('says through what ohms are shown where nothing joins its points', () => {
    const { wall, tracing } = wallWith(demoJobs['fenwick-orchard']!, every(3, 'white'))
    expect(tracing.beep).toMatchObject({ from: 'B1.n', to: 'S2.*', elseShows: expect.stringMatching(/Ω$/) })
    expect(tracing.beep!.between).toContain('XF1')
    expect(tracing.beep!.between.every((part) => kindOf(wall.parts[part]!)?.class !== 'joint')).toBe(true)
  })

  const onSupply = ({ colour, from, to }: Job['wires'][string]) =>
    colour === 'black' && [from, to].some(({ part }) => ['CB1', 'ES1'].includes(part))

  it('is never on what stays live with everything off, and warns where a point may be joined to that', () => {
    const { tracing } = wallWith(kestrel, onSupply)
    expect(tracing.open.some(({ nodes }) => nodes.includes('MAINS.l'))).toBe(true)
    const { beep } = tracing
    expect([beep!.from, beep!.to]).not.toContain('MAINS.l')
    expect(beep!.mayBeLive).toBe(true)
  })

  it('does not warn where nothing on the line is open, nor once its round of volts has told it apart', () => {
    expect(wallWith(kestrel, every(1, 'red')).tracing.beep!.mayBeLive).toBe(false)
    const wall = kestrel()
    const { document, entries } = halfSeen(wall, (id) => onSupply(wall.wires[id]!))
    const off = openersOf(wall).find(({ part }) => part === 'CB1')
    const nodes = ['MAINS.l', 'CB1.in', 'CB1.out', 'ES1.in', 'ES1.out', 'FC1.in']
    const round = { off, to: 'MAINS.n', at: nodes.map((node) => ({ node, line: true })), bits: 1 }
    const { beep } = tracingOf(document, [...entries, ...roundRead(wall, entries, round)])
    expect(beep).toMatchObject({ mayBeLive: false })
    expect([beep!.from, beep!.to].toSorted()).not.toContain('CB1.in')
  })
})

it('of two terminals with one marking each is told by what it is for; others by their marking alone, a joint by its name', () => {
  const wall = kestrel()
  const [fed, back] = ['B1.t1', 'B1.t2'].map((node) => nodeInWords(wall, node))
  expect([fed, back]).toEqual(['Boiler T (call, fed)', 'Boiler T (call, return)'])
  expect(nodeInWords(wall, 'V2.m1')).toBe('Valve 2 M1')
  expect(nodeInWords(wall, 'S8.*')).toBe('Splice S8')
  // Where somebody has written what is printed there, and it differs, that is enough.
  wall.parts.B1!.markings = { t1: 'T1', t2: 'T2' }
  expect(nodeInWords(wall, 'B1.t1')).toBe('Boiler T1')
})
