import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { demoJobs } from '../demo/index.ts'
import type { Circuit, Job } from '../job/schema.ts'
import { copyOf, wireAt, wired } from '../testing/benches.ts'
import { disguised } from '../testing/disguised.ts'
import { compare } from './compare.ts'
import { namedAs } from './named-as.ts'

const plants: Record<string, () => Job> = { ...demoJobs, 'twelve zones': () => wired({ zones: 12 }) }

const whats = (was: Job, is: Job) => compare(was, is).changes.map(({ what }) => what)

describe.each(Object.entries(plants))('%s', (_name, make) => {
  const job = make()

  it('compared with itself, and with any disguise of itself, differs in nothing', () => {
    expect(compare(job, job).changes).toEqual([])
    fc.assert(
      fc.property(fc.array(fc.nat(9999), { minLength: 3, maxLength: 40 }), (seed) => {
        expect(compare(job, disguised(job, seed)).changes.map(({ says }) => says)).toEqual([])
      }),
      { numRuns: 6 },
    )
  })

  it('whatever was changed is put back by its changes', () => {
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.nat(3), fc.nat(500), fc.nat(500)), { minLength: 1, maxLength: 3 }), (hits) => {
        const is: Job = copyOf(job)
        for (const [what, a, b] of hits) {
          const ids = Object.keys(is.wires)
          const [one, other] = [is.wires[ids[a % ids.length]!]!, is.wires[ids[b % ids.length]!]!]
          if (what === 0) delete is.wires[ids[a % ids.length]!]
          else if (what === 1) one.to = other.to
          else if (what === 2) [one.from, other.from] = [other.from, one.from]
          else is.wires[`extra${a}`] = { ...one, to: other.to, label: 'extra' }
        }
        const { changes } = compare(job, is)
        const mended: Job = copyOf(is)
        for (const change of changes) change.putBack(mended)
        expect(whats(job, mended)).toEqual([])
      }),
      { numRuns: 25 },
    )
  })
})

describe('zones', () => {
  const job = demoJobs['kestrel-point']!()
  const zoned = (alter: (draft: Job) => void) => {
    const is: Job = copyOf(job)
    alter(is)
    return compare(job, is)
  }
  /** One zone's parts under the numbers of another, which is gone. */
  const closedUp = (draft: Job) => {
    delete draft.zones.keepers
    const swapped = (id: string) => ({ V2: 'V1', TS2: 'TS1' })[id] ?? id
    for (const [id, { from, to }] of Object.entries(draft.wires))
      if ([from.part, to.part].some((part) => part === 'V1' || part === 'TS1')) delete draft.wires[id]
    for (const wire of Object.values(draft.wires)) for (const end of [wire.from, wire.to]) end.part = swapped(end.part)
    Object.assign(draft.zones.signal!, { valve: 'V1', thermostat: 'TS1' })
    delete draft.parts.V2
    delete draft.parts.TS2
  }

  it('what is a zone’s own is known by the zone, whatever its number is now', () => {
    const { parts, wires, changes } = zoned(closedUp)
    expect([parts.get('V2'), parts.get('TS2'), parts.get('V1')]).toEqual(['V1', 'TS1', undefined])
    expect(wires.get(wireAt(job, 'TS2.w').id)).toBe(wireAt(job, 'TS2.w').id)
    expect(changes.flatMap(({ what, says }) => (what.startsWith('part') ? [says] : [])).toSorted()).toEqual([
      'Thermostat 1 gone',
      'Valve 1 gone',
    ])
  })

  it('the valve of a zone that is gone is not that of another, though it bears its number', () => {
    const { parts } = zoned((draft) => {
      const { keepers, ...zones } = draft.zones
      draft.zones = { ...zones, attic: { ...keepers!, name: 'Attic' } }
    })
    expect([parts.get('V1'), parts.get('TS1'), parts.get('V2')]).toEqual([undefined, undefined, 'V2'])
  })

  it('named as before, each zone has its parts under their old names, and what is new another', () => {
    const is: Job = copyOf(job)
    closedUp(is)
    is.parts.V2 = { ...job.parts.V2!, label: 'Valve 2', place: job.parts.TS2!.place }
    is.cables.TC9 = { ...job.cables.TC2!, label: 'Another' }
    is.wires.w22 = {
      ...job.wires.w22!,
      label: '22',
      from: { part: 'V2', terminal: 'm1' },
      to: { part: 'B1', terminal: 'l' },
    }
    const named = namedAs(job, is)
    expect(named.zones.signal).toMatchObject({ valve: 'V2', thermostat: 'TS2' })
    expect([named.parts.V2!.label, named.parts.V6?.label]).toEqual(['Valve 2', 'Valve 6'])
    expect(Object.values(named.wires).find(({ from }) => from.part === 'V6')).toMatchObject({
      to: { part: 'B1', terminal: 'l' },
    })
  })
})

describe('what differs is said once', () => {
  const job = demoJobs['kestrel-point']!()
  const changed = (alter: (job: Job) => void) => {
    const is: Job = copyOf(job)
    alter(is)
    return { is, changes: compare(job, is).changes }
  }

  it('two leads exchanged are one difference', () => {
    const { changes } = changed((is) => {
      const [a, b] = [wireAt(is, 'V2.m1').wire, wireAt(is, 'V2.e1').wire]
      const put = (wire: typeof a, from: string, to: string) => {
        for (const end of ['from', 'to'] as const)
          if (wire[end].part === 'V2' && wire[end].terminal === from) wire[end] = { part: 'V2', terminal: to }
      }
      put(a, 'm1', 'e1')
      put(b, 'e1', 'm1')
    })
    expect(changes.map(({ what, electrical }) => [what, electrical])).toEqual([['wires exchanged', true]])
    expect(changes[0]!.says).toMatch(/^Wires \d+ and \d+ exchanged at Valve 2 M1 and Valve 2 S1$/)
  })

  it.each<[string, (is: Job) => void, string, boolean]>([
    ['gone', (is) => void delete is.wires.w21, 'wire gone', true],
    ['moved', (is) => void (wireAt(is, 'TS2.w').wire.to = { part: 'TS2', terminal: 'r' }), 'wire moved', true],
    [
      'moved along its own net',
      (is) => void (wireAt(is, 'B1.n').wire.to = { part: 'XF1', terminal: 'p2' }),
      'wire moved',
      false,
    ],
    ['beside another', (is) => void (is.wires.w99 = { ...is.wires.w21!, label: '99' }), 'wire added', false],
    ['another colour', (is) => void (is.wires.w21!.colour = 'pink'), 'wire changed', false],
    ['another size', (is) => void (is.wires.w21!.size = 0.33), 'wire changed', true],
    ['another kind', (is) => void (is.parts.V2!.kind = 'valve/stored-charge'), 'part changed', true],
    ['another figure', (is) => void (is.parts.V2!.figures = { va: 9 }), 'part changed', true],
    ['other cores', (is) => void (is.cables.TC2!.cores = { red: 'red', white: 'white' }), 'cable changed', false],
  ])('%s', (_name, alter, what, electrical) => {
    const { is, changes } = changed(alter)
    expect(changes.map((one) => [one.what, one.electrical])).toEqual([[what, electrical]])
    const mended: Circuit = copyOf(is)
    changes[0]!.putBack(mended)
    expect(mended.parts).toEqual(job.parts)
    expect(compare(job, { ...is, ...mended }).changes).toEqual([])
  })

  it('a wire under another name is the same one moved where one of its ends has stayed, and another where none has', () => {
    const renamed = (alter: (wire: Job['wires'][string]) => void) =>
      changed((is) => {
        const { w21, ...others } = is.wires
        alter(w21!)
        is.wires = { ...others, w99: w21! }
      }).changes.map(({ what }) => what)
    const elsewhere = { part: 'TS2', terminal: 'r' }
    expect(renamed((wire) => void (wire.to = elsewhere))).toEqual(['wire moved'])
    expect(
      renamed((wire) => void Object.assign(wire, { from: { part: 'TS3', terminal: 'r' }, to: elsewhere })),
    ).toEqual(['wire gone', 'wire added'])
  })

  it('of a cable some of whose wires run in another now, it is those wires that run elsewhere, whichever they are', () => {
    const own = Object.keys(job.wires).filter((id) => job.wires[id]!.cable === 'TC2')
    expect(own).toHaveLength(2)
    for (const moved of own) {
      const { is, changes } = changed((draft) => {
        draft.cables.TC9 = { ...draft.cables.TC2!, label: 'Another' }
        draft.wires[moved]!.cable = 'TC9'
      })
      expect(changes.map(({ says }) => says)).toEqual([`Wire ${job.wires[moved]!.label}: other cable`, 'Another added'])
      const mended: Circuit = copyOf(is)
      for (const change of changes) change.putBack(mended)
      expect(mended.wires).toEqual(job.wires)
    }
  })

  it('a cable under another name is known by its wires; an empty one by its name', () => {
    const renamed = changed((draft) => {
      const { TC2, ...others } = draft.cables
      draft.cables = { ...others, TC9: TC2! }
      for (const wire of Object.values(draft.wires)) if (wire.cable === 'TC2') wire.cable = 'TC9'
    })
    expect(renamed.changes).toEqual([])
    const spare = { label: 'Spare run', from: 'boiler', to: 'signal', length: 9, cores: { red: 'red' } }
    const withSpare: Job = { ...copyOf(job), cables: { ...copyOf(job).cables, TC8: spare } }
    expect(compare(withSpare, withSpare).changes).toEqual([])
    expect(compare(withSpare, job).changes.map(({ says }) => says)).toEqual(['Spare run gone'])
    expect(compare(job, withSpare).changes.map(({ says }) => says)).toEqual(['Spare run added'])
    // It is run again, and over nothing that has come to bear its name.
    const [gone] = compare(withSpare, job).changes
    const mended: Circuit = copyOf(job)
    gone!.putBack(mended)
    expect(mended.cables.TC8).toEqual(spare)
    mended.cables.TC8 = { ...spare, label: 'Another' }
    gone!.putBack(mended)
    expect(mended.cables.TC8.label).toBe('Another')
  })

  it('a part that came is taken down with all that hangs on it, and one that went hangs again as it was', () => {
    const came = changed((draft) => {
      draft.parts.K9 = { kind: 'relay/single', label: 'Relay', place: 'boiler' }
      draft.wires.w99 = { ...draft.wires.w21!, label: '99', from: { part: 'K9', terminal: 'a1' } }
    })
    const relay = came.changes.find(({ what }) => what === 'part added')!
    expect(relay.says).toBe('Relay added')
    const down: Circuit = copyOf(came.is)
    relay.putBack(down)
    expect([down.parts, down.wires]).toEqual([job.parts, job.wires])
    const went = changed((draft) => {
      for (const [id, { from, to }] of Object.entries(draft.wires))
        if (from.part === 'P1' || to.part === 'P1') delete draft.wires[id]
      delete draft.parts.P1
    })
    const pump = went.changes.find(({ what }) => what === 'part gone')!
    const again: Circuit = copyOf(went.is)
    pump.putBack(again)
    expect(again.parts.P1).toEqual(job.parts.P1)
    again.parts.P1!.label = 'Another'
    pump.putBack(again)
    expect(again.parts.P1!.label).toBe('Another')
  })

  it('figures that were taken off the nameplate, and those that were written on it, are put back', () => {
    const rated: Job = copyOf(job)
    rated.parts.V2!.figures = { va: 9 }
    const [change] = compare(rated, job).changes
    const mended: Circuit = copyOf(job)
    change!.putBack(mended)
    expect(mended.parts.V2!.figures).toEqual({ va: 9 })
    const [other] = compare(job, rated).changes
    other!.putBack(mended)
    expect(mended.parts.V2).toEqual(job.parts.V2)
  })

  it('a conductor that is landed again gets a number of its own where its own is taken twice over', () => {
    const { changes } = changed((draft) => void delete draft.wires.w21)
    const mended: Circuit = copyOf(job)
    mended.wires.b1 = mended.wires.w22!
    changes[0]!.putBack(mended)
    expect(mended.wires.b2).toEqual(job.wires.w21)
    expect(mended.wires.w21).toEqual(job.wires.w21)
  })

  it('a connector with more ways is another and joins what it joined', () => {
    const { changes } = changed((draft) => void (draft.parts.S4!.kind = 'joint/lever-5'))
    expect(changes.map(({ what, electrical }) => [what, electrical])).toEqual([['part changed', false]])
  })

  it('a part of another kind under another name is no part that was there', () => {
    const { changes } = changed((draft) => {
      for (const [id, { from, to }] of Object.entries(draft.wires))
        if (from.part === 'V2' || to.part === 'V2') delete draft.wires[id]
      delete draft.parts.V2
      draft.parts.K9 = { kind: 'relay/single', label: 'Relay', place: 'boiler' }
    })
    expect(changes.flatMap(({ what }) => (what.startsWith('part') ? [what] : [])).sort()).toEqual([
      'part added',
      'part gone',
    ])
  })

  it('of two cables whose wires run in one now, one is gone', () => {
    const { changes } = changed((draft) => {
      for (const wire of Object.values(draft.wires)) if (wire.cable === 'TC3') wire.cable = 'TC2'
      delete draft.cables.TC3
    })
    const says = changes.map((change) => change.says)
    expect(says).toContain(`${job.cables.TC3!.label} gone`)
    expect(says.filter((one) => one.endsWith('other cable')).length).toBe(
      Object.values(job.wires).filter(({ cable }) => cable === 'TC3').length,
    )
  })

  it('names and labels are no difference; a part hung is one, and goes with its wires when put back', () => {
    expect(changed((is) => void (is.parts.V2!.label = 'By the pillar')).changes).toEqual([])
    const { is, changes } = changed((draft) => {
      draft.parts.K9 = { kind: 'relay/single', label: 'Relay', place: 'boiler' }
      draft.wires.coil = { ...draft.wires.w21!, to: { part: 'K9', terminal: 'a1' } }
    })
    expect(changes.map(({ what }) => what).sort()).toEqual(['part added', 'wire added'])
    for (const change of changes) change.putBack(is)
    expect(is).toEqual(job)
  })
})
