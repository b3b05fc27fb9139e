import { produce } from 'immer'
import { describe, expect, it } from 'vitest'
import { compare } from '../compare/compare.ts'
import { kestrelPoint } from '../demo/kestrel-point.ts'
import { circuitIn, documentOf, noCircuit } from '../job/document.ts'
import type { Circuit, Job } from '../job/schema.ts'
import { removeZone, zonesInOrder } from '../job/zones.ts'
import { addZone } from '../parts/new-job.ts'
import { type Entry, nextEntry } from '../record/entry.ts'
import { foundOf } from '../record/found.ts'
import { begunFrom } from '../schemes/begin.ts'
import { fitOf, schemeCalled, schemes } from '../schemes/index.ts'
import { rewired } from '../schemes/rewire.ts'
import { type Ask, copyOf, wired } from '../testing/benches.ts'
import { line } from '../testing/ways.ts'
import { doneBodies, otherwiseBodies } from './landing.ts'
import { runSheet } from './run-sheet.ts'

/** A wall on which lines of the sheet are done, one after the other as the sheet has them. */
class Wall {
  readonly entries: Entry[] = []
  readonly #plan: Job
  readonly #before: Circuit

  constructor(plan: Job, before: Circuit) {
    this.#plan = plan
    this.#before = before
  }

  get found() {
    return foundOf(documentOf(this.#plan, this.#before), this.entries)
  }

  get sheet() {
    return runSheet(this.#plan, this.found.job)
  }

  write(bodies: Entry['body'][]) {
    for (const body of bodies) {
      const n = this.entries.length + 1
      const by = {
        id: `landing-entry-${n}`,
        by: 'Ash',
        device: 'phone',
        clock: '2026-05-01T08:00:00.000Z',
        revision: 1,
      }
      this.entries.push(nextEntry(by, this.entries, body))
    }
  }

  /** Goes on with the first line until none is left. @returns how many lines that took, at most `most` */
  through(most = 400): number {
    let lines = 0
    for (; lines < most; lines++) {
      const { sheet, found } = this
      const [join] = sheet.joins
      if (!join) break
      this.write(doneBodies(sheet, found.job, [join]))
    }
    return lines
  }
}

const onDevice = (job: Job, wire: string, own: (part: string) => boolean) =>
  [job.wires[wire]!.from, job.wires[wire]!.to].some(({ part }) => own(part))

/** Without what nothing is landed on. */
const bare = (job: Job) =>
  produce(job, (draft) => {
    const on = new Set(Object.values(job.wires).flatMap(({ from, to }) => [from.part, to.part]))
    for (const id of Object.keys(draft.parts)) if (!on.has(id)) delete draft.parts[id]
  })

/** The same circuit under other names of its splices and conductors, as an older program or another hand gave them. */
function renamed(job: Job): Circuit {
  const part = (id: string) =>
    job.parts[id]!.kind.startsWith('joint/') ? id.replace(/^S(\d+)$/, (_, n) => `S${(Number(n) % 7) + 1}${n}`) : id
  const end = <E extends { part: string }>(one: E) => ({ ...one, part: part(one.part) })
  const wires = Object.entries(job.wires)
  return {
    cables: job.cables,
    parts: Object.fromEntries(Object.entries(job.parts).map(([id, one]) => [part(id), one])),
    // Each conductor has the name that the plan has for the next one.
    wires: Object.fromEntries(
      wires.map(([, wire], i) => [
        wires[(i + 1) % wires.length]![0],
        { ...wire, from: end(wire.from), to: end(wire.to) },
      ]),
    ),
  }
}

describe('lines of the run sheet, done', () => {
  const plan = begunFrom(schemes[0]!, 'Tide mill')

  it('on new work parts and cable hang before the conductor, once each however many lines are done at once', () => {
    const wall = new Wall(plan, noCircuit())
    const { sheet, found } = wall
    const bodies = doneBodies(sheet, found.job, sheet.joins)
    const hung = bodies.filter(({ kind }) => kind === 'part').map(({ part, cable }) => part ?? cable)
    expect(new Set(hung).size).toBe(hung.length)
    expect(hung).toHaveLength(Object.keys(plan.parts).length + Object.keys(plan.cables).length)
    wall.write(bodies)
    expect(wall.found.offRecord).toEqual([])
    expect(wall.sheet.joins).toEqual([])
  })

  it('a line the sheet does not have is nothing done; one that is lifted is there no more', () => {
    const { sheet, found } = new Wall(plan, plan)
    expect(doneBodies(sheet, found.job, [{ does: 'land', wire: 'nobody' }])).toEqual([])
    expect(doneBodies(sheet, found.job, [{ does: 'lift', wire: 'w1' }])).toEqual([
      { kind: 'seen', what: 'conductor', wire: 'w1', is: null },
    ])
  })

  it.each(schemes.map((scheme) => [scheme.name, scheme] as const))(
    '%s: new, under other names, or with a zone more or less, a sheet gone through line by line ends as planned',
    (_, scheme) => {
      const job = begunFrom(scheme, 'Tide mill')
      const [first] = zonesInOrder(job)
      // Where the way takes as many: the numbers are then not those on the wall.
      const others = [
        produce(job, (draft) => void addZone(draft)),
        produce(job, (draft) => removeZone(draft, first!.id)),
      ].flatMap((one) => (fitOf(scheme, one).fits ? [rewired(one, scheme).job] : []))
      const missing = renamed(job)
      for (const id of Object.keys(missing.wires).filter((_id, i) => i % 5 === 0)) delete missing.wires[id]
      for (const [wanted, before] of [
        [job, noCircuit()],
        [job, missing],
        ...others.map((one) => [one, circuitIn(job)] as const),
      ] as const) {
        const wall = new Wall(wanted, before)
        const { length } = wall.sheet.joins
        expect(wall.through(), wanted === job ? 'as it is' : 'other zones').toBe(length)
        const { sheet, found } = wall
        expect(found.offRecord).toEqual([])
        expect(sheet.stays).toBe(sheet.of)
        // What hangs with nothing on it, or is to, is no business of a sheet of conductors.
        const [left, asPlanned] = [found.job, wanted].map(bare) as [Job, Job]
        const { changes } = compare(left, asPlanned)
        expect(changes.flatMap(({ electrical, says }) => (electrical ? [says] : []))).toEqual([])
      }
    },
  )

  it('with a zone less lifts what was of that zone, and moves nothing away from its device', () => {
    const job = kestrelPoint()
    for (const [zone, { valve, thermostat }] of Object.entries(job.zones)) {
      const fewer = produce(job, (draft) => removeZone(draft, zone))
      const { joins, unplanned } = runSheet(rewired(fewer, schemeCalled('s2')!, true).job, job)
      const own = (part: string) => part === valve || part === thermostat
      const device = (part: string) => !part.startsWith('S')
      for (const { does, wire } of joins) {
        const { from, to } = job.wires[wire]!
        const devices = [from.part, to.part].filter(device)
        expect([zone, devices.some(own)]).toEqual([zone, does === 'lift' && devices.length > 0])
      }
      const touched = joins.flatMap(({ wire }) => (onDevice(job, wire, own) ? [wire] : []))
      expect(touched).toHaveLength(Object.keys(job.wires).filter((wire) => onDevice(job, wire, own)).length)
      // Before anything is done it is known what comes down at the end.
      expect(unplanned).toEqual(expect.arrayContaining([valve, thermostat]))
      for (const part of unplanned) expect(own(part) || !device(part)).toBe(true)
    }
    const fewer = produce(job, (draft) => removeZone(draft, 'keepers'))
    const wall = new Wall(rewired(fewer, schemeCalled('s2')!, true).job, circuitIn(job))
    wall.through()
    // What is not planned comes down: the zone's own, and the splices that were one too many.
    expect(wall.sheet.unplanned.map((part) => job.parts[part]!.label)).toEqual([
      'Thermostat 1',
      'Valve 1',
      'Splice S3',
      'Splice S9',
      'Splice S11',
      'Splice S13',
      'Splice S15',
    ])
  })

  it.each<[string, string, Ask]>([
    ['a transformer and a fuse for each zone', 'V|TS|XF|F', { scheme: 's3' }],
    ['a relay for each zone', 'V|TS|K', { scheme: 's6', twoLead: true }],
    ['a panel', 'V|TS', { scheme: 's5a', panel: 'panel/zone-valve-6' }],
    ['a wiring centre', 'V|TS', { scheme: 's11', ...line, boiler: 'boiler/combination' }],
  ])(
    '%s: with a zone less its own parts come down, and what another zone owns stays on its conductors',
    (_, owns, ask) => {
      const job = wired({ ...ask, zones: 3 })
      const ofZone = (zone: number, part: string) => new RegExp(`^(${owns})${zone}$`).test(part)
      for (const [i, zone] of Object.keys(job.zones).entries()) {
        const fewer = produce(job, (draft) => removeZone(draft, zone))
        const { joins, unplanned } = runSheet(rewired(fewer, schemeCalled(ask.scheme!)!, true).job, job)
        const own = Object.keys(job.parts).filter((part) => ofZone(i + 1, part))
        expect(unplanned).toEqual(expect.arrayContaining(own))
        for (const { does, wire, ends } of joins) {
          const { from, to } = job.wires[wire]!
          const owned = [from, to].filter(({ part }) => [1, 2, 3].some((n) => n !== i + 1 && ofZone(n, part)))
          if (owned.length === 0) continue
          // It is moved at its other end, and keeps this one.
          expect([zone, wire, does]).toEqual([zone, wire, 'move'])
          for (const { part, terminal } of owned)
            expect(ends.some((end) => end.part === part && end.terminal === terminal)).toBe(true)
        }
      }
    },
  )

  it('a valve of another kind hangs before its first conductor is on it, and is told once', () => {
    const wall = copyOf(plan)
    const valve = Object.keys(plan.parts).find((id) => plan.parts[id]!.kind.startsWith('valve/'))!
    wall.parts[valve]!.kind = 'valve/stored-charge'
    const lost = Object.keys(wall.wires).filter((id) =>
      [wall.wires[id]!.from, wall.wires[id]!.to].some(({ part }) => part === valve),
    )
    for (const id of lost) delete wall.wires[id]
    const on = new Wall(plan, circuitIn(wall))
    on.through()
    const fitted = on.entries.filter(({ body }) => body.kind === 'part').map(({ body }) => [body.does, body.part])
    expect(fitted).toEqual([['fitted', valve]])
    expect(on.found.job.parts[valve]!.kind).toBe(plan.parts[valve]!.kind)
  })

  it('what is there otherwise than as shown is seen, with what had to hang for it', () => {
    const wall = new Wall(plan, noCircuit())
    const [join] = wall.sheet.joins
    const is = { ...wall.sheet.plan.wires[join!.wire]!, colour: 'pink' }
    wall.write(otherwiseBodies(wall.sheet, wall.found.job, join!.wire, is))
    expect(wall.found.offRecord).toEqual([])
    expect(wall.found.job.wires[join!.wire]).toEqual(is)
    wall.write(otherwiseBodies(wall.sheet, wall.found.job, join!.wire, null))
    expect(wall.found.job.wires[join!.wire]).toBeUndefined()
  })
})
