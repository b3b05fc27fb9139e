import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { kestrelPoint } from '../demo/kestrel-point.ts'
import { readEntry } from '../formats/read-entry.ts'
import { circuitIn, documentOf, plannedJob } from '../job/document.ts'
import type { Document } from '../job/schema.ts'
import { copyOf } from '../testing/benches.ts'
import { assumedOf, certaintyAt } from './certainty.ts'
import { circuitOf, usualCircuit } from './circuit-of.ts'
import { type Entry, hadSeen, inOrder, nextEntry } from './entry.ts'
import { foundOf, takenBack } from './found.ts'
import { entryInWords, entryKinds } from './kinds/index.ts'
import { movedByHand } from './moved.ts'
import { standInWords } from './stand-in-words.ts'

const job = kestrelPoint()
const document = documentOf(job, circuitIn(job))

let count = 0
/** The next entry of a device that has seen these. */
const next = (
  body: Entry['body'],
  known: readonly Entry[] = [],
  { device = 'phone', clock = '2026-03-01T10:00:00.000Z' } = {},
) => nextEntry({ id: `entry-${String(++count).padStart(4, '0')}`, by: device, device, clock, revision: 1 }, known, body)

const park = (value = 'parked') => ({ kind: 'seen', what: 'hand', part: 'V3', state: 'lever', value })
const broken = (wire: string, so = true) => ({ kind: 'seen', what: 'condition', is: { id: `wire:${wire}/open` }, so })

/** Several things one device does, each knowing what came before. */
function told(...bodies: Entry['body'][]): Entry[] {
  const all: Entry[] = []
  for (const body of bodies) all.push(next(body, all))
  return all
}

describe('the clock of entries', () => {
  it('is never behind what the device has seen, however the wall’s clock jumps', () => {
    const first = next(park(), [], { clock: '2026-03-01T10:00:00.000Z' })
    const second = next(park('auto'), [first], { device: 'tablet', clock: '2026-03-01T09:00:00.000Z' })
    expect(second).toMatchObject({ at: '2026-03-01T10:00:00.001Z', clock: '2026-03-01T09:00:00.000Z', counter: 0 })
    expect(second.knew).toEqual({ phone: 0 })
    expect(inOrder(first, second)).toBeLessThan(0)
    const third = next(park(), [first, second], { clock: '2026-03-01T10:00:00.000Z' })
    expect(third).toMatchObject({ counter: 1, at: '2026-03-01T10:00:00.002Z' })
    expect([hadSeen(third, second), hadSeen(second, third), hadSeen(third, first)]).toEqual([true, false, true])
  })

  it('orders by device, counter and id where it stands still', () => {
    const at = (device: string, counter: number, id: string): Entry => ({
      ...next(park()),
      at: 'x',
      device,
      counter,
      id,
    })
    const all = [at('b', 0, 'a'), at('a', 1, 'a'), at('a', 0, 'b'), at('a', 0, 'a')]
    expect([...all].sort(inOrder).map(({ device, counter, id }) => `${device}${counter}${id}`)).toEqual([
      'a0a',
      'a0b',
      'a1a',
      'b0a',
    ])
  })
})

describe('the wall as found', () => {
  it('is what it was taken to be, with what was seen and done over it', () => {
    const found = foundOf(document, told(park(), broken('w21'), { kind: 'action', does: 'lift', of: 'wire:w22.from' }))
    expect(found.hands).toEqual({ V3: { lever: 'parked' } })
    expect(found.supposed.map(({ id }) => id)).toEqual(['wire:w21/open', 'wire:w22.from/lifted'])
    expect(found.open.map(({ says }) => says)).toEqual(['Wire 22 lifted'])
    expect(circuitIn(found.job)).toEqual(circuitIn(job))
  })

  it('is empty on new work, and grows as things are hung and landed', () => {
    const bare = documentOf(job, { parts: {}, cables: {}, wires: {} })
    const w = job.wires.w21!
    const hang = (part: string) => ({ kind: 'part', does: 'fitted', part, is: job.parts[part]! })
    const run = { kind: 'part', does: 'run', cable: w.cable!, is: job.cables[w.cable!]! }
    const found = foundOf(bare, told(hang(w.from.part), hang(w.to.part), run, { kind: 'landed', wire: 'w21', is: w }))
    expect(Object.keys(found.job.wires)).toEqual(['w21'])
    expect(found.conductors).toEqual({ w21: 'landed' })
    expect(foundOf(bare, []).job.parts).toEqual({})
  })

  it('a conductor whose far end nobody has followed ends in a node of its own', () => {
    const { to: _, ...is } = job.wires.w21!
    const found = foundOf(document, told({ kind: 'seen', what: 'conductor', wire: 'w21', is }))
    const { to } = found.job.wires.w21!
    expect(to).toEqual({ part: 'w21-end', terminal: 'end' })
    expect(found.job.parts['w21-end']?.kind).toBe('joint/unknown-end')
    expect(found.conductors.w21).toBe('seen')
    expect(found.conductors.w22).toBe('assumed')
  })

  it('a terminal is sure once every conductor on it was seen, and not before; a bare one never', () => {
    const joined = Object.entries(job.wires).find(([id, { from }]) =>
      Object.entries(job.wires).some(
        ([other, { to, from: also }]) =>
          other !== id && [to, also].some(({ part, terminal }) => part === from.part && terminal === from.terminal),
      ),
    )![1].from
    const here = Object.entries(job.wires).filter(([, { from, to }]) =>
      [from, to].some(({ part, terminal }) => part === joined.part && terminal === joined.terminal),
    )
    const seen = here.map(([wire, is]) => ({ kind: 'seen', what: 'conductor', wire, is }))
    const sure = (bodies: Entry['body'][]) =>
      certaintyAt(foundOf(document, told(...bodies)), joined.part, joined.terminal)
    expect(here.length).toBeGreaterThan(1)
    expect([sure([]), sure(seen.slice(1)), sure(seen)]).toEqual(['assumed', 'assumed', 'seen'])
    expect(certaintyAt(foundOf(document, []), 'V2', 'nowhere')).toBe('assumed')
    expect(assumedOf(foundOf(document, told(...seen)))).toEqual({
      assumed: Object.keys(job.wires).length - seen.length,
      of: Object.keys(job.wires).length,
    })
  })

  it('what is first met in an entry is called after it', () => {
    const [entry] = told({ kind: 'seen', what: 'conductor', is: job.wires.w21! })
    expect(foundOf(document, [entry!]).job.wires[`e-${entry!.id}`]).toEqual(job.wires.w21)
  })

  it.each<[string, Entry['body']]>([
    ['a lever', { ...park(), part: 'V99' }],
    ['a wire taken away', { kind: 'seen', what: 'conductor', wire: 'w999', is: null }],
    [
      'a wire to nowhere',
      { kind: 'seen', what: 'conductor', wire: 'w21', is: { ...job.wires.w21!, to: { part: 'V99', terminal: 'm1' } } },
    ],
    ['a part taken away', { kind: 'seen', what: 'part', part: 'V99', is: null }],
    ['a part taken out', { kind: 'part', does: 'taken out', part: 'V99' }],
    ['a figure', { kind: 'seen', what: 'figure', part: 'V99', figure: 'va', value: 7 }],
    ['a landing', { kind: 'landed', wire: 'w21', is: { ...job.wires.w21!, from: { part: 'V99', terminal: 'm1' } } }],
    ['a condition', broken('w999')],
    ['a lifted lead', { kind: 'action', does: 'lift', of: 'wire:w999.to' }],
    ['a link', { kind: 'action', does: 'link', of: 'V99.m1', with: 'V99.m2' }],
  ])('%s of what is not there is on the wall, not on the record, and no error', (_name, body) => {
    const found = foundOf(document, told(body))
    expect(found.offRecord).toHaveLength(1)
    expect(circuitIn(found.job)).toEqual(circuitIn(job))
    expect(found.supposed).toEqual([])
  })

  it('every action waits for its own end, and its end undoes what it did', () => {
    const lift = told({ kind: 'action', does: 'lift', of: 'wire:w21.from' })
    const base = next({ kind: 'action', does: 'off its base', of: 'TS2' }, lift)
    const link = next({ kind: 'action', does: 'link', of: 'TS3.r', with: 'TS3.w' }, [...lift, base])
    const parked = next({ kind: 'action', does: 'park', of: 'V1', state: 'lever', value: 'parked' }, [
      ...lift,
      base,
      link,
    ])
    const begun = [...lift, base, link, parked]
    const found = foundOf(document, begun)
    expect(found.open.map(({ does }) => does)).toEqual(['lift', 'off its base', 'link', 'park'])
    expect(found.hands).toEqual({ TS2: { calling: false }, V1: { lever: 'parked' } })
    expect(found.supposed.map(({ id }) => id)).toEqual(['wire:w21.from/lifted', 'link:TS3.r+TS3.w/fitted'])
    expect(found.offRecord).toEqual([])
    const ended: Entry[] = []
    for (const { id } of begun) ended.push(next({ kind: 'action', does: 'end', ends: id }, [...begun, ...ended]))
    const after = foundOf(document, [...begun, ...ended])
    expect([after.open, after.hands, after.supposed]).toEqual([[], {}, []])
    // What was seen before stands again.
    const called = next({ kind: 'seen', what: 'hand', part: 'TS2', state: 'calling', value: true })
    const down = next({ kind: 'action', does: 'turn', of: 'TS2', state: 'calling', value: false }, [called])
    const back = next({ kind: 'action', does: 'end', ends: down.id }, [called, down])
    expect(foundOf(document, [called, down]).hands).toEqual({ TS2: { calling: false } })
    expect(foundOf(document, [called, down, back]).hands).toEqual({ TS2: { calling: true } })
    // Wiggling ends by itself.
    expect(foundOf(document, told({ kind: 'action', does: 'wiggle', of: 'S4' })).open).toEqual([])
  })

  it('what hangs where a part was comes sound: neither its faults nor where its lever stood are taken for the new one', () => {
    const { V1 } = foundOf(document, []).job.parts
    const worn: Entry['body'][] = [
      { kind: 'seen', what: 'hand', part: 'V1', state: 'lever', value: 'parked' },
      { kind: 'seen', what: 'condition', is: { id: 'part:V1/switchNeverMakes' }, so: true },
      { kind: 'seen', what: 'condition', is: { id: 'part:V1.endSwitch/ohms', value: 50 }, so: true },
      { kind: 'seen', what: 'condition', is: { id: 'part:V10/switchNeverMakes' }, so: true },
      park(),
    ]
    const left = (...more: Entry['body'][]) => {
      const { supposed, hands, offRecord } = foundOf(document, told(...worn, ...more))
      return [supposed.map(({ id }) => id), Object.keys(hands), offRecord.map(({ says }) => says)]
    }
    const elsewhere = [expect.stringContaining('V10')]
    expect(left()).toEqual([['part:V1/switchNeverMakes', 'part:V1.endSwitch/ohms'], ['V1', 'V3'], elsewhere])
    expect(left({ kind: 'part', does: 'fitted', part: 'V1', is: V1! })).toEqual([[], ['V3'], elsewhere])
    expect(
      left({ kind: 'part', does: 'taken out', part: 'V1' }, { kind: 'part', does: 'fitted', part: 'V1', is: V1! }),
    ).toEqual([[], ['V3'], elsewhere])
    expect(left({ kind: 'part', does: 'taken out', part: 'V1' })).toEqual([[], ['V3'], elsewhere])
  })

  it('what was seen wrong with a unit is so until that unit is put right, and what a hand holds waits for its own end', () => {
    const wrong = (id: string, value?: number): Entry['body'] => ({
      kind: 'seen',
      what: 'condition',
      is: value === undefined ? { id } : { id, value },
      so: true,
    })
    const { cable } = job.wires.w21!
    const splice = Object.keys(job.parts).find((id) => job.parts[id]!.kind.startsWith('joint/'))!
    const [atSplice] = Object.entries(job.wires).find(([, { to }]) => to.part === splice)!
    const lift: Entry['body'] = { kind: 'action', does: 'lift', of: `wire:${atSplice}.to` }
    const seen = [
      wrong('part:V2/switchNeverMakes'),
      wrong('part:V2/bodySeizedShut'),
      wrong('wire:w21/open'),
      wrong(`wire:${atSplice}.to/ohms`, 80),
      lift,
    ]
    const left = (unit?: string, ...more: Entry['body'][]) => {
      const mended = unit === undefined ? [] : [{ kind: 'repair', unit, does: 'replace', says: 'Put right' }]
      return foundOf(document, told(...seen, ...mended, ...more)).supposed.map(({ id }) => id)
    }
    const all = left()
    expect(all).toHaveLength(5)
    const gone = (unit: string) => all.filter((id) => !left(unit).includes(id))
    expect(gone('V2/head')).toEqual(['part:V2/switchNeverMakes'])
    expect(gone('V2/whole')).toEqual(['part:V2/switchNeverMakes', 'part:V2/bodySeizedShut'])
    expect(gone('V2')).toEqual([])
    expect(gone(`${cable}/white`)).toEqual(['wire:w21/open'])
    expect(gone(cable!)).toEqual(['wire:w21/open'])
    expect(gone(splice)).toEqual([`wire:${atSplice}.to/ohms`])
    // Seen again since, it was not the cause.
    expect(left('V2/head', wrong('part:V2/switchNeverMakes'))).toContain('part:V2/switchNeverMakes')
  })

  it('a switch that was seen off is on once it is put right, a replaced part stands as it comes, and others as they were', () => {
    const seen = [
      { kind: 'seen', what: 'hand', part: 'SS1', state: 'closed', value: false },
      { kind: 'seen', what: 'hand', part: 'ES1', state: 'closed', value: false },
      park(),
    ]
    const left = (unit: string, does: string) =>
      Object.keys(foundOf(document, told(...seen, { kind: 'repair', unit, does, says: 'Put right' })).hands)
    expect(left('SS1/switch', 'switch on')).toEqual(['ES1', 'V3'])
    expect(left('V3/whole', 'replace')).toEqual(['SS1', 'ES1'])
    expect(left('V3/head', 'replace')).toEqual(['SS1', 'ES1', 'V3'])
    expect(left('V3', 'remake')).toEqual(['SS1', 'ES1', 'V3'])
  })

  it('power off opens the switches that were named; where it is uncertain which came last, it counts as on', () => {
    const off = next({ kind: 'power', does: 'off', at: ['SS1'] })
    expect(foundOf(document, [off])).toMatchObject({ power: 'off', hands: { SS1: { closed: false } } })
    const on = next({ kind: 'power', does: 'on', at: ['SS1'] }, [off])
    expect(foundOf(document, [off, on])).toMatchObject({ power: 'on', hands: { SS1: { closed: true } } })
    const apart = next({ kind: 'power', does: 'off', at: ['SS1'] }, [], {
      device: 'tablet',
      clock: '2026-03-01T12:00:00.000Z',
    })
    const doubt = foundOf(document, [on, apart, off])
    expect(doubt.power).toBe('on')
    expect(doubt.hands.SS1?.closed).not.toBe(false)
    // Somebody who had seen both and switches off again ends the doubt.
    const sure = next({ kind: 'power', does: 'off', at: ['SS1'] }, [off, on, apart], {
      clock: '2026-03-01T13:00:00.000Z',
    })
    expect(foundOf(document, [off, on, apart, sure]).power).toBe('off')
  })

  it('of two entries on one subject made apart the later wins and both are shown; the same fact twice is none', () => {
    const one = next(park('parked'), [], { clock: '2026-03-01T10:00:00.000Z' })
    const other = next(park('auto'), [], { device: 'tablet', clock: '2026-03-01T10:05:00.000Z' })
    const found = foundOf(document, [other, one])
    expect(found.hands).toEqual({ V3: { lever: 'auto' } })
    expect(found.conflicts).toMatchObject([{ subject: 'hand:V3.lever', wins: { id: other.id }, other: { id: one.id } }])
    const knowing = next(park('auto'), [one], { device: 'tablet' })
    expect(foundOf(document, [one, knowing]).conflicts).toEqual([])
    const same = next(park('parked'), [], { device: 'tablet' })
    expect(foundOf(document, [one, same]).conflicts).toEqual([])
  })

  it('what is about nothing that could stand otherwise contradicts nothing: two notes made apart are two notes', () => {
    const notes = ['phone', 'tablet'].map((device) =>
      next({ kind: 'note', text: `from the ${device}` }, [], { device }),
    )
    expect(foundOf(document, notes).conflicts).toEqual([])
  })

  it('a take-back works wherever it sorts, and a take-back taken back does nothing', () => {
    const seen = next(park(), [], { clock: '2026-03-01T10:00:00.000Z' })
    const early = { ...next({ kind: 'back', of: seen.id }), at: '2026-01-01T00:00:00.000Z' }
    expect(foundOf(document, [seen, early]).hands).toEqual({})
    const again = next({ kind: 'back', of: early.id }, [seen, early])
    expect(foundOf(document, [seen, early, again]).hands).toEqual({ V3: { lever: 'parked' } })
    // Two that name each other end, too.
    const [a, b] = [next({ kind: 'back', of: 'b' }), next({ kind: 'back', of: 'a' })]
    expect(
      takenBack([
        { ...a, id: 'a' },
        { ...b, id: 'b' },
      ]).size,
    ).toBe(1)
  })

  it('an entry of a newer version is kept and has no effect', () => {
    const odd = next({ kind: 'thermogram', hottest: 71 })
    expect(foundOf(document, [odd]).unknown).toEqual([odd])
    expect(entryInWords(job, odd.body)).toBe('A "thermogram" from a newer version')
  })

  it('is judged at an entry’s place in the order: as it was just before', () => {
    const all = told(park(), broken('w21'))
    expect(foundOf(document, all, all[1]).supposed).toEqual([])
    expect(foundOf(document, all, all[1]).hands).toEqual({ V3: { lever: 'parked' } })
    expect(foundOf(document, all, all[0]).hands).toEqual({})
  })
})

const bodies = fc.oneof(
  fc.constantFrom('V1', 'V2', 'V9').map((part) => ({ ...park(), part })),
  fc.constantFrom('w21', 'w22', 'w999').map((wire) => broken(wire)),
  fc.constantFrom('w21', 'w23').map((wire) => ({ kind: 'seen', what: 'conductor', wire, is: null })),
  fc.constantFrom('w21', 'w30').map((wire) => ({ kind: 'landed', wire, is: { ...job.wires[wire]!, colour: 'pink' } })),
  fc.constantFrom('off', 'on').map((does) => ({ kind: 'power', does, at: ['SS1'] })),
  fc.constantFrom('wire:w21.from', 'wire:w5.to').map((of) => ({ kind: 'action', does: 'lift', of })),
)

/** What three devices do, each seeing only some of it, with clocks that jump either way. */
const history = fc
  .array(
    fc.tuple(
      fc.constantFrom('phone', 'tablet', 'laptop'),
      bodies,
      fc.integer({ min: -600, max: 600 }),
      fc.nat(9),
      fc.boolean(),
    ),
    {
      minLength: 1,
      maxLength: 14,
    },
  )
  .map((steps) => {
    const all: Entry[] = []
    let clock = Date.parse('2026-03-01T10:00:00.000Z')
    for (const [device, body, jump, sees, back] of steps) {
      clock += jump * 1000
      const own = all.filter((one) => one.device === device)
      const known = [...new Set([...own, ...all.slice(0, sees)])]
      const target = back ? known.at(-1) : undefined
      const what = target ? { kind: 'back', of: target.id } : body
      all.push(next(what, known, { device, clock: new Date(clock).toISOString() }))
    }
    return all
  })

describe('whatever three devices enter', () => {
  it('the wall found is the same in whatever order it arrives, twice or once', () => {
    fc.assert(
      fc.property(history, fc.array(fc.nat()), (all, shuffle) => {
        const mixed = all.map((entry, i) => [shuffle[i % Math.max(1, shuffle.length)] ?? 0, entry] as const)
        const other = [...mixed].sort((a, b) => a[0] - b[0]).map(([, entry]) => entry)
        expect(foundOf(document, [...other, ...other.slice(0, 3)])).toEqual(foundOf(document, all))
      }),
      { numRuns: 80 },
    )
  })

  it('edits of the plan never change what was found', () => {
    fc.assert(
      fc.property(history, fc.nat(20), (all, n) => {
        const edited: Document = copyOf(document)
        const ids = Object.keys(edited.planned.wires)
        delete edited.planned.wires[ids[n]!]
        edited.planned.parts.V2!.kind = 'valve/heat-2'
        const [one, other] = [document, edited].map((doc) => circuitOf(doc, all, 'found').key)
        expect(one).toBe(other)
        expect(circuitIn(foundOf(edited, all).job)).toEqual(circuitIn(foundOf(document, all).job))
      }),
      { numRuns: 30 },
    )
  })
})

describe('one circuit or the other', () => {
  it('the key is the same for names, notes and the site, and another for copper, hands and what is wrong', () => {
    const key = (doc: Document, entries: Entry[] = []) => circuitOf(doc, entries, 'found').key
    const named: Document = copyOf(document)
    named.site.notes = 'Mind the step.'
    named.planned.parts.V3!.label = 'Valve by the pillar'
    named.before!.parts.V3!.label = 'Valve by the pillar'
    expect(key(named)).toBe(key(document))
    for (const entries of [
      told(park()),
      told(broken('w21')),
      told({ kind: 'seen', what: 'conductor', wire: 'w21', is: null }),
    ])
      expect(key(document, entries)).not.toBe(key(document))
  })

  it('is the plan until somebody has been at the wall', () => {
    expect(usualCircuit(documentOf(job), [])).toBe('planned')
    expect(usualCircuit(document, [])).toBe('found')
    // What is said of a wall on which nothing hangs yet is said of nothing; the first part that is fitted begins it.
    expect(usualCircuit(documentOf(job), told(park()))).toBe('planned')
    const fitted = { kind: 'part', does: 'fitted', part: 'V1', is: job.parts.V1! }
    expect(usualCircuit(documentOf(job), told(fitted))).toBe('found')
    expect(circuitOf(document, told(park()), 'planned')).toMatchObject({ as: 'planned', hands: {}, supposed: [] })
    expect(circuitOf(document, [], 'planned').job).toEqual(plannedJob(document))
    // One that no way of wiring has wired yet is another.
    const unwired = { ...document, scheme: null }
    expect(circuitOf(unwired, [], 'planned').key).not.toBe(circuitOf(document, [], 'planned').key)
  })
})

describe('hands on the wall', () => {
  it('come to entries that fold to what the hands made', () => {
    const after = copyOf(job)
    after.wires.w21!.colour = 'violet'
    delete after.wires.w22
    after.wires.mine = { ...job.wires.w21!, label: 'mine' }
    after.parts.K9 = { kind: 'relay/single', label: 'Relay', place: 'boiler' }
    after.parts.V2!.figures = { va: 9 }
    after.parts.V1!.at = { x: 5, y: 5 }
    const moved = movedByHand(job, after)
    expect(moved.map(({ kind, what, does }) => `${kind} ${what ?? does}`)).toEqual([
      'seen part',
      'part fitted',
      'seen conductor',
      'seen conductor',
      'seen conductor',
    ])
    delete after.parts.V1!.at
    expect(circuitIn(foundOf(document, told(...moved)).job)).toEqual(circuitIn(after))
  })

  it('a part taken down goes with its wires, as one entry', () => {
    const after = copyOf(job)
    delete after.parts.P1
    for (const [id, { from, to }] of Object.entries(after.wires))
      if ([from.part, to.part].includes('P1')) delete after.wires[id]
    const moved = movedByHand(job, after)
    expect(moved).toEqual([{ kind: 'part', does: 'taken out', part: 'P1' }])
    expect(circuitIn(foundOf(document, told(...moved)).job)).toEqual(circuitIn(after))
  })
})

describe('in words', () => {
  it.each<[Entry['body'], string]>([
    [{ kind: 'visit', does: 'opens', for: 'service', who: 'Warden' }, 'Warden: visit opens, service'],
    [{ kind: 'case', does: 'closed', complaint: 'Cold', cause: 'Loose splice' }, 'Closed: Loose splice'],
    [park(), 'Valve 3: manual lever parked open'],
    [broken('w21'), 'Wire 21 broken'],
    [broken('w21', false), 'Wire 21 broken: no longer'],
    [{ kind: 'seen', what: 'supply', volts: 117 }, 'The line stands at 117 V'],
    [{ kind: 'seen', what: 'figure', part: 'V2', figure: 'va', value: 9 }, 'Valve 2: Motor 9 VA'],
    [{ kind: 'seen', what: 'figure', part: 'V2', figure: 'wings', value: 9 }, 'Valve 2: wings 9'],
    [{ kind: 'seen', what: 'word', of: 'Valve 2', look: 'lever', word: 'limp' }, 'Valve 2: lever limp'],
    [{ kind: 'seen', what: 'word', of: 'part:V2', look: 'lever', word: 'limp' }, 'Valve 2: lever limp'],
    [{ kind: 'seen', what: 'word', of: 'wire:w21', look: 'core', word: 'broken' }, 'Wire 21: core broken'],
    [{ kind: 'seen', what: 'word', of: 'zone:signal', look: 'room', word: 'cold' }, 'Signal house: room cold'],
    [
      { kind: 'seen', what: 'word', of: 'place:boiler', look: 'conductors', word: 'all written down' },
      `${job.places.boiler!.name}: conductors all written down`,
    ],
    [{ kind: 'seen', what: 'word', of: 'zone:attic', look: 'room', word: 'cold' }, 'zone:attic: room cold'],
    [{ kind: 'seen', what: 'conductor', wire: 'w21', is: null }, 'Wire 21 is not there'],
    [{ kind: 'action', does: 'lift', of: 'V2.m1' }, 'Valve 2 M1 lifted'],
    [{ kind: 'power', does: 'off', at: ['SS1'], lockedBy: 'Warden' }, 'Power off at Service switch, locked by Warden'],
    [{ kind: 'part', does: 'taken out', part: 'P1' }, 'System pump taken out'],
    [{ kind: 'note', text: 'Mind the step.' }, 'Mind the step.'],
  ])('%j', (body, says) => {
    expect(readEntry(next(body))).toMatchObject({ ok: true })
    expect(entryInWords(job, body)).toBe(says)
  })

  it('a stand says who calls and for how long, what hands moved, what is lifted and linked', () => {
    expect(
      standInWords(job, {
        calls: { signal: { on: true, seconds: 40 }, oil: { on: false } },
        hands: [{ part: 'V3', state: 'lever', value: 'parked' }],
        lifted: ['V2.m1'],
        linked: [['B1.t1', 'B1.t2']],
        power: { on: false },
      }),
    ).toEqual([
      'Calling: Signal house for 40 s',
      'Power off',
      'Valve 3: manual lever parked open',
      'Valve 2 M1 lifted',
      'Boiler T linked to Boiler T',
    ])
    expect(standInWords(job, { calls: {} })).toEqual(['Nobody calls'])
    expect(standInWords(job, {})).toEqual([])
  })

  it('what is put back is said with what it was, where that is known', () => {
    const [lift] = told({ kind: 'action', does: 'lift', of: 'wire:w21.from' })
    const end = { kind: 'action', does: 'end', ends: lift!.id }
    expect(entryInWords(job, end, [lift!])).toBe('Put back: Wire 21, end at Splice S4 way 1 lifted')
    expect(entryInWords(job, end)).toBe('Put back')
  })

  it('every kind of entry has its own name', () => {
    expect(new Set(entryKinds.map(({ kind }) => kind)).size).toBe(entryKinds.length)
  })
})

describe('what an entry is about', () => {
  it('a picture is told by its part and its words, by what it is where it has neither, and with its pins', () => {
    const photo = { kind: 'photo', file: 'a'.repeat(64), text: '', pins: [] }
    const says = (more: object) => entryInWords(job, { ...photo, ...more } as never)
    expect(says({ of: 'V2', text: 'scorched' })).toBe('Valve 2: scorched')
    expect(says({ of: 'V2' })).toBe('Valve 2')
    expect(says({ text: 'scorched' })).toBe('scorched')
    expect(says({ of: 'V99' })).toBe('Photo')
    expect(says({})).toBe('Photo')
    expect(says({ paper: 'pdf' })).toBe('Leaflet')
    const pin = (text: string) => ({ x: 0.5, y: 0.5, says: text })
    expect(says({ of: 'V2', pins: [pin('lamp'), pin('lever')] })).toBe('Valve 2 (1 lamp; 2 lever)')
  })

  it('a conductor that was seen is its wire, and none where no wire is named', () => {
    const conductor = entryKinds.find(({ kind }) => kind === 'seen')!
    const wire = { kind: 'seen', what: 'conductor', wire: 'w1' }
    expect(conductor.subject!(wire as never)).toBe('wire:w1')
    expect(conductor.subject!({ kind: 'seen', what: 'conductor' } as never)).toBeUndefined()
  })

  it('what was done to a part that hangs there no more is told by its id, and to its lead by both', () => {
    const lift = (of: string) => next({ kind: 'action', does: 'lift', of })
    const saying = (of: string) => [...foundOf(document, [lift(of)]).open.values()].map(({ says }) => says)
    expect(saying('V3.m1')).toEqual(['Valve 3 M1 lifted'])
    expect(saying('V99')).toEqual(['V99 lifted'])
    expect(saying('V99.m1')).toEqual(['V99 m1 lifted'])
    expect(saying('wire:gone.to')).toEqual(['Wire gone lifted'])
  })
})
