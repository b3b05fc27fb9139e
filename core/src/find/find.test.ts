import { describe, expect, it } from 'vitest'
import { demoJobs } from '../demo/index.ts'
import { type Entry, nextEntry } from '../record/entry.ts'
import { unitOf } from '../suppose/index.ts'
import { wired } from '../testing/benches.ts'
import { lookedAt, readIn } from './ask.ts'
import { WORDS as FIND_WORDS } from './asks/index.ts'
import { type Evidence, evidenceOf, ROOMS, withComplaint } from './evidence.ts'
import { Finder } from './finder.ts'
import type { Findings } from './findings.ts'
import { calling, DEAD, stampOf, standKey } from './stand.ts'
import { StandInWall } from './stand-in-wall.ts'
import { NONE, suspectsOf, unitInWords, WELL } from './suspects.ts'
import { weightOf } from './weights.ts'

const job = demoJobs['kestrel-point']!()
const finder = new Finder(job)
const found = (cold: readonly string[], evidence: readonly Evidence[], place?: string): Findings => {
  const work = finder.find(cold, evidence, { place })
  let next = work.next()
  let share = 0
  for (; !next.done; next = work.next()) {
    expect(next.value).toBeGreaterThanOrEqual(share)
    share = next.value
  }
  return next.value
}
const shareOf = ({ units }: Findings, unit: string) => units.find((one) => one.unit === unit)?.share ?? 0

describe('a search', () => {
  it('a reading at the wrong terminal is outweighed by one that cannot be where it were true', () => {
    const wall = new StandInWall(job, [{ id: 'part:V2/windingOpen' }])
    const first: Evidence[] = [
      { is: 'room', zone: 'signal', heats: false },
      { is: 'room', zone: 'gallery', heats: true },
    ]
    const at = (point: string) => finder.asks.find((one) => one.from === point && one.zone === 'signal')!
    const lie: Evidence = { is: 'shown', ask: at('TS2.r').id, stand: calling('signal'), shown: 0 }
    const misled = shareOf(found(['signal'], [...first, lie]), 'V2/head')
    const true_ = (point: string): Evidence => {
      const ask = at(point)
      return { is: 'shown', ask: ask.id, stand: calling('signal'), shown: wall.shows(ask, calling('signal')) }
    }
    const after = found(['signal'], [...first, lie, true_('V2.m1'), true_('TS2.w')])
    expect(after.units[0]!.unit).toBe('V2/head')
    expect(shareOf(after, 'V2/head')).toBeGreaterThan(misled)
  })
})

describe('belief', () => {
  const cold: Evidence = { is: 'room', zone: 'signal', heats: false }

  it('of a zone that stays cold holds what is of that zone, or of all, against what is of another', () => {
    const now = found(['signal'], [cold, { is: 'room', zone: 'gallery', heats: true }])
    expect(shareOf(now, 'V2/head')).toBeGreaterThan(10 * shareOf(now, 'V4/head'))
    expect(now.units.reduce((sum, { share }) => sum + share, 0)).toBeCloseTo(1, 9)
    // Another zone that heats clears what all zones share.
    expect(shareOf(now, 'F1/whole')).toBeLessThan(shareOf(found(['signal'], [cold]), 'F1/whole'))
  })

  it('says the same in whatever order things were seen, and forgets what is taken back', () => {
    const { next } = found(['signal'], [cold])
    const read: Evidence = { is: 'shown', ask: next!.ask.id, stand: next!.stand, shown: 'no' }
    const [one, other] = [found(['signal'], [cold, read]), found(['signal'], [read, cold])]
    for (const { unit, share } of one.units) expect(shareOf(other, unit)).toBeCloseTo(share, 9)
    expect(found(['signal'], [cold]).units).toEqual(found(['signal'], [cold]).units)
  })

  it('after a repair that helps nothing is wrong; after one that does not the others are held against what was seen', () => {
    const before: Evidence[] = [cold, { is: 'room', zone: 'gallery', heats: true }]
    const lever: Evidence = { is: 'shown', ask: 'lever:V2', stand: calling('signal'), shown: 'limp' }
    const repaired: Evidence = { is: 'repair', unit: 'V2/head' }
    const heats = found(['signal'], [...before, repaired, { is: 'room', zone: 'signal', heats: true }])
    expect(heats.units[0]!.unit).toBe(WELL)
    expect(heats.repair).toBeUndefined()
    const still = found(['signal'], [...before, repaired, cold])
    expect(shareOf(still, 'V2/head')).toBeLessThan(0.3 * shareOf(found(['signal'], before), 'V2/head'))
    expect(still.units[0]!.unit).not.toBe(WELL)
    expect(shareOf(still, 'TS2/whole')).toBeGreaterThan(shareOf(still, 'TS4/whole'))
    expect(found(['signal'], [...before, lever]).units).not.toEqual(still.units)
  })

  it('holds none of these high when nothing on the list would show what was read, and names no repair', () => {
    const asks = finder.asks.filter(({ ask, zone }) => ask === 'volts' && zone === 'signal')
    const odd = asks
      .slice(0, 4)
      .map((ask): Evidence => ({ is: 'shown', ask: ask.id, stand: calling('signal'), shown: 58 }))
    const now = found(['signal'], [cold, ...odd])
    expect(now.units[0]!.unit).toBe(NONE)
    expect(now.repair).toBeUndefined()
  })
})

describe('weights', () => {
  it('are moved by the firm and by what is told, with what each suspect shows as it was worked out', () => {
    // Two zones: what is told makes every table anew, with all that could be landed otherwise.
    const small = wired({ zones: 2 })
    const weighed = new Finder(small)
    const evidence: Evidence[] = [
      { is: 'room', zone: 'z1', heats: false },
      { is: 'room', zone: 'z2', heats: true },
    ]
    const share = () => {
      const work = weighed.find(['z1'], evidence)
      let next = work.next()
      while (!next.done) next = work.next()
      return shareOf(next.value, 'V1/head')
    }
    const usual = share()
    weighed.weigh({ told: 'wired' })
    const justWired = share()
    weighed.weigh({ firm: [{ kind: small.parts.V1!.kind, piece: 'head', times: 40, again: 0, jobs: 9 }] })
    const byFirm = share()
    weighed.weigh({})
    expect(justWired).toBeLessThan(usual)
    expect(byFirm).toBeGreaterThan(usual)
    expect(share()).toBeCloseTo(usual, 12)
  })
})

describe('asking', () => {
  it('goes where there is trouble now: a room that heats by what was said last is left alone', () => {
    const seen: Evidence[] = [
      { is: 'room', zone: 'signal', heats: false },
      { is: 'room', zone: 'signal', heats: true },
      { is: 'room', zone: 'oil', heats: false },
    ]
    const { next, others } = found(['signal'], seen)
    const calls = [next!, ...others].flatMap(({ stand }) => stand.calls)
    expect(calls).not.toContain('signal')
  })

  it('at first within one stand, and there with the same asks as when all is worked out', () => {
    const quickly = new Finder(job)
    const first = quickly.find(['signal'], [{ is: 'room', zone: 'gallery', heats: true }], { quick: true })
    let step = first.next()
    while (!step.done) step = first.next()
    expect(step.value.next!.stand).toEqual(calling('signal'))
    expect(step.value.others.every(({ stand }) => standKey(stand) === 'signal')).toBe(true)
  })

  it('asks nothing twice in one stand, nor in another where it would show the same of all that are left', () => {
    const { next } = found(['signal'], [])
    const word = next!.answers[0]!.says
    const again = found(['signal'], [{ is: 'shown', ask: next!.ask.id, stand: next!.stand, shown: word }])
    expect(
      [again.next, ...again.others].some(
        (one) => one?.ask.id === next!.ask.id && standKey(one.stand) === standKey(next!.stand),
      ),
    ).toBe(false)
    // What a dial stands at is the same whoever calls.
    const looked: Evidence = { is: 'shown', ask: 'position:TS2', stand: calling('signal'), shown: 'as it should be' }
    const after = found(['signal'], [looked])
    expect([after.next, ...after.others].some((one) => one?.ask.id === 'position:TS2')).toBe(false)
  })

  it('reads live line voltage only where nothing else tells anything, and says where it stands beside', () => {
    const beside = (from: string) => finder.asks.find((one) => one.from === from && one.zone === 'signal')!.besideLine
    // Both leads of the valve loop end at the transformer, whose primary is beside them.
    expect(beside('V2.m1')).toBe(true)
    const quay = new Finder(demoJobs['quay-terrace']!())
    expect(quay.asks.filter(({ ask, line }) => ask === 'volts' && !line)).toEqual([])
    const work = quay.find(['zone1'], [{ is: 'room', zone: 'zone1', heats: false }])
    let step = work.next()
    while (!step.done) step = work.next()
    expect([step.value.next!, ...step.value.others].every(({ ask, stand }) => !(ask.line && stand.power))).toBe(true)
    // All else refused, the line is what is left.
    const left = quay.find(['zone1'], [{ is: 'room', zone: 'zone1', heats: false }], {
      offers: ({ ask }) => ask === 'volts',
    })
    let last = left.next()
    while (!last.done) last = left.next()
    expect(last.value.next!.ask.line).toBe(true)
  })

  it('counts the walk from where one stands', () => {
    const place = finder.asks.find(({ place }) => place !== 'boiler')!.place
    const [here, there] = [found(['signal'], [], 'boiler'), found(['signal'], [], place)]
    const minutes = (now: Findings, id: string) => [now.next!, ...now.others].find(({ ask }) => ask.id === id)?.minutes
    const shared = [here.next!, ...here.others].find(
      ({ ask }) => minutes(there, ask.id) !== undefined && ask.place === 'boiler',
    )
    if (shared) expect(minutes(there, shared.ask.id)! - shared.minutes).toBeCloseTo(3, 9)
  })

  it('offers what else is worth asking in the same place and stand as one round, without a step and none of it twice', () => {
    const cold: Evidence = { is: 'room', zone: 'signal', heats: false }
    const now = found(['signal'], [cold], 'boiler')
    expect(now.here.length).toBeGreaterThan(0)
    expect(now.here.length).toBeLessThanOrEqual(3)
    for (const one of now.here) {
      expect([one.ask.place, standKey(one.stand)]).toEqual([now.next!.ask.place, standKey(now.next!.stand)])
      // There it costs no walk and no change.
      expect(one.bits / one.ask.minutes).toBeGreaterThanOrEqual(0.05)
    }
    const all = [now.next!, ...now.here, ...now.others].map(({ ask, stand }) => `${ask.id} ${standKey(stand)}`)
    expect(new Set(all).size).toBe(all.length)
  })

  it('tells before an answer is given what each would mean, and all of them together are certain', () => {
    const { next } = found(['signal'], [{ is: 'room', zone: 'signal', heats: false }])
    expect(next!.answers.reduce((sum, { chance }) => sum + chance, 0)).toBeGreaterThan(0.9)
    for (const { leaves, leads } of next!.answers) {
      expect(leaves).toBeGreaterThanOrEqual(0)
      expect(leads).not.toBe('')
    }
  })
})

describe('what the log has on a complaint', () => {
  const maker = { by: 'Warden', device: 'd1', clock: '2026-11-02T08:00:00.000Z', revision: 1 }
  const add = (entries: Entry[], body: Entry['body'], more: Partial<Entry> = {}) =>
    entries.push({
      ...nextEntry({ ...maker, id: `find-entry-${entries.length}`, case: 'find-case-1' }, entries, body),
      ...more,
    })
  const ask = finder.asks.find((one) => one.from === 'V2.m1' && one.zone === 'signal')!
  const end = (point: string) => ({ point, says: point, place: '' })
  const read = { kind: 'reading', mode: 'loz', from: end(ask.from!), to: end(ask.to!), value: 24.6, shows: '24.6 V' }
  const stand = { calls: { signal: { on: true }, gallery: { on: false } } }

  it('takes readings whichever way the leads were, words and rooms; not what is computed, taken back or of another case', () => {
    const entries: Entry[] = []
    add(entries, read, { stand })
    add(entries, { ...read, from: read.to, to: read.from }, { stand })
    add(entries, { kind: 'seen', what: 'word', of: 'zone:gallery', look: 'room', word: 'heats' })
    add(entries, { kind: 'seen', what: 'word', of: 'part:V2', look: 'lever', word: 'limp' }, { stand })
    const all = evidenceOf(entries, 'find-case-1', finder.asks).map(({ evidence }) => evidence)
    expect(all.slice(0, 3)).toEqual([
      { is: 'shown', ask: ask.id, stand: calling('signal'), shown: 24.6 },
      { is: 'shown', ask: ask.id, stand: calling('signal'), shown: 24.6 },
      { is: 'room', zone: 'gallery', heats: true },
    ])
    expect(all[3]).toMatchObject({ ask: 'lever:V2', shown: 'slack' })
    expect(evidenceOf(entries, 'another-case', finder.asks)).toEqual([])
    add(entries, { kind: 'back', of: 'find-entry-0' })
    add(entries, read, { source: 'computed' })
    add(entries, { ...read, mode: 'ohms' })
    add(entries, { kind: 'seen', what: 'word', of: 'part:V2', look: 'lever', word: 'cannot tell' }, { stand })
    add(entries, { ...read, to: end('nowhere.x') })
    expect(evidenceOf(entries, 'find-case-1', finder.asks)).toHaveLength(3)
  })

  it('finds every ask of eye and hand again by what was written down of it, whichever of its words was said', () => {
    const floors = wired({ scheme: 's18', panel: 'panel/manifold-4', valve: 'valve/wax-head-24', heads: 2, zones: 2 })
    for (const asks of [finder.asks, new Finder(floors).asks]) {
      const words = asks.filter(({ ask }) => !readIn(ask))
      expect(new Set(words.map(({ ask }) => ask)).size).toBeGreaterThan(8)
      for (const one of words)
        for (const word of one.words ?? FIND_WORDS[one.ask]!) {
          const entries: Entry[] = []
          const at = stampOf(floors, one.power ? calling() : DEAD)
          add(entries, { kind: 'seen', what: 'word', of: lookedAt(one), look: one.ask, word }, { stand: at })
          expect(evidenceOf(entries, 'find-case-1', asks).map(({ evidence }) => evidence)).toEqual([
            { is: 'shown', ask: one.id, stand: one.power ? calling() : DEAD, shown: word },
          ])
        }
    }
  })

  it('takes ohms only where it was dead, alone where the leads were lifted, and a core by its wire', () => {
    const entries: Entry[] = []
    const ohms = { ...read, mode: 'ohms', to: end('V2.m2'), value: 42, shows: '42 Ω' }
    add(entries, ohms, { stand: stampOf(job, calling('signal')) })
    add(entries, ohms, { stand: stampOf(job, DEAD) })
    add(entries, { ...ohms, value: null, shows: 'OL' }, { stand: stampOf(job, DEAD, 'V2.m1') })
    add(entries, { ...ohms, value: 9e6, shows: '9 MΩ' }, { stand: stampOf(job, DEAD) })
    add(entries, { ...ohms, value: null, shows: '' }, { stand: stampOf(job, DEAD) })
    add(
      entries,
      { kind: 'seen', what: 'word', of: 'wire:w21', look: 'core', word: 'broken' },
      { stand: stampOf(job, DEAD) },
    )
    add(entries, { kind: 'seen', what: 'word', of: 'zone:oil', look: 'room', word: 'heats uncalled' })
    expect(evidenceOf(entries, 'find-case-1', finder.asks).map(({ evidence }) => evidence)).toEqual([
      { is: 'shown', ask: 'ohms:V2.m1:V2.m2', stand: DEAD, shown: 42 },
      { is: 'shown', ask: 'alone:V2.m1:V2.m2', stand: DEAD, shown: Number.POSITIVE_INFINITY },
      { is: 'shown', ask: 'ohms:V2.m1:V2.m2', stand: DEAD, shown: Number.POSITIVE_INFINITY },
      { is: 'shown', ask: 'core:w21', stand: DEAD, shown: 'broken' },
      { is: 'room', zone: 'oil', heats: true, calls: [] },
    ])
  })

  it('takes a room by who called when it was seen; its own cold is told by the complaint as long as nobody says otherwise', () => {
    const entries: Entry[] = []
    const say = (zone: string, word: string, ...calls: string[]) =>
      add(
        entries,
        { kind: 'seen', what: 'word', of: `zone:${zone}`, look: ROOMS, word },
        { stand: stampOf(job, calling(...calls)) },
      )
    say('signal', 'heats', 'signal', 'oil')
    say('oil', 'cold')
    say('oil', 'warmish', 'oil')
    const seen = evidenceOf(entries, 'find-case-1', finder.asks)
    const both = [
      { is: 'room', zone: 'signal', heats: true, calls: ['signal', 'oil'] },
      { is: 'room', zone: 'oil', heats: false, calls: [] },
    ]
    expect(seen.map(({ evidence }) => evidence)).toEqual(both)
    expect(withComplaint(['signal'], seen)).toEqual([{ is: 'room', zone: 'signal', heats: false }, ...both])
    say('signal', 'heats', 'signal')
    expect(withComplaint(['signal'], evidenceOf(entries, 'find-case-1', finder.asks))).toHaveLength(3)
  })

  it('takes amps of a clamp round a wire that is asked for, whichever end it hung at, and volts without their sign', () => {
    const entries: Entry[] = []
    const round = finder.asks.find(({ ask, zone }) => ask === 'amps' && zone === 'signal')!
    const amps = {
      ...read,
      mode: 'amps',
      from: end(round.to!),
      to: end(round.from!),
      value: 0.32,
      shows: '320 mA',
      turns: 5,
    }
    add(entries, amps, { stand })
    add(entries, { ...amps, from: end('V2.m1') }, { stand })
    add(entries, amps, { stand: stampOf(job, DEAD) })
    add(entries, { ...read, value: -24.6 }, { stand })
    expect(evidenceOf(entries, 'find-case-1', finder.asks).map(({ evidence }) => evidence)).toEqual([
      { is: 'shown', ask: round.id, stand: calling('signal'), shown: 0.32 },
      { is: 'shown', ask: ask.id, stand: calling('signal'), shown: 24.6 },
    ])
  })

  it('where it came up in a proof, what was read and passed there counts too; what failed, and other proofs, do not', () => {
    const entries: Entry[] = []
    add(
      entries,
      { kind: 'case', does: 'opened', complaint: 'Step', zones: ['signal'], proof: 'proof-one-1' },
      { id: 'find-case-1' },
    )
    const step = (zone: string, outcome: string) => ({ kind: 'step', step: `alone:${zone}`, name: zone, outcome })
    const of = { proof: 'proof-one-1', case: 'none' }
    add(entries, step('gallery', 'pass'), of)
    add(entries, step('oil', 'fail'), of)
    add(entries, { ...step('tank', 'pass'), step: 'over:oil+tank' }, of)
    add(entries, step('keepers', 'pass'), { ...of, proof: 'proof-two-2' })
    add(entries, read, { ...of, stand })
    expect(evidenceOf(entries, 'find-case-1', finder.asks).map(({ evidence }) => evidence)).toEqual([
      { is: 'room', zone: 'gallery', heats: true },
      { is: 'shown', ask: ask.id, stand: calling('signal'), shown: 24.6 },
    ])
  })

  it('the complaint itself counts, unless the room was spoken of apart', () => {
    const heats = { entry: 'e', evidence: { is: 'room', zone: 'signal', heats: true } } as const
    expect(withComplaint(['signal', 'oil'], [heats])).toEqual([
      { is: 'room', zone: 'oil', heats: false },
      { is: 'room', zone: 'signal', heats: true },
    ])
    // A room that heats after a repair does not unsay that it was cold before.
    const repaired = { entry: 'r', evidence: { is: 'repair', unit: 'V2/head' } } as const
    expect(withComplaint(['signal'], [repaired, heats])[0]).toEqual({ is: 'room', zone: 'signal', heats: false })
  })
})

describe('suspects', () => {
  it('every suspect has a weight, and a figure is no fault', () => {
    expect(weightOf('part:V2/windingOpen')).toBe(3)
    expect(weightOf('part:V2/figure.va')).toBe(0)
    expect(weightOf('wire:w21/open')).toBe(0.25)
    expect(weightOf('wire:w21.from/open')).toBe(0.3)
    expect(finder.suspects.every(({ weight }) => weight > 0)).toBe(true)
  })

  it.each([
    ['V2/head', 'Valve 2, head'],
    ['V2', 'The leads at Valve 2'],
    ['V2/whole', 'Valve 2'],
    ['S4', 'Splice S4'],
    ['supply', 'The mains'],
    ['w1', 'Wire 1'],
    [WELL, 'No fault behind it'],
  ])('%s is %s in words', (unit, says) => expect(unitInWords(job, unit)).toBe(says))

  it.each(Object.entries(demoJobs))(
    '%s: no unit is called by its bare id, and each is a part, a cable or a wire of it',
    (_name, make) => {
      const plant = make()
      for (const told of [undefined, 'wired'])
        for (const { unit, both } of suspectsOf(plant, [], told ? { told } : {})) {
          if (unit === WELL || unit === NONE || unit === 'supply' || both) continue
          const [id = ''] = unit.split('/')
          expect(plant.parts[id] ?? plant.cables[id] ?? plant.wires[id]).toBeDefined()
          expect(unitInWords(plant, unit)).not.toBe(unit)
        }
    },
  )

  it('all ways of one splice are one act', () => {
    const ways = finder.suspects.filter(({ id }) => id.startsWith('part:S4/loose'))
    expect(new Set(ways.map(({ unit }) => unit))).toEqual(new Set(['S4']))
    expect(unitOf(job, { id: 'part:S4/loose1' })).not.toBe('S4')
  })
})
