import { produce } from 'immer'
import { figuresOf } from '../circuit/netlist.ts'
import { demoJobs } from '../demo/index.ts'
import type { Job } from '../job/schema.ts'
import { type MeterMode, probe, read } from '../meter/meter.ts'
import { ask } from '../motion/asking.ts'
import type { Settings, Simulation } from '../motion/simulation.ts'
import { openingOf } from '../motion/surroundings.ts'
import { kindOf } from '../parts/index.ts'
import type { StateValue } from '../parts/kind.ts'
import { benchWith } from '../suppose/bench.ts'
import { reshaped } from '../suppose/index.ts'
import { kestrel, lifted, wireAt, wired } from './benches.ts'
import { line } from './ways.ts'

/**
 * The faults of the trade by their numbers: how each is supposed, and one reading that tells it from the sound plant. Written
 * once, held by a test in three spreads of time, and told in the documents.
 */
export interface FaultRow {
  readonly f: number
  readonly what: string
  readonly plant: (job?: Job) => Job
  /** Ids of suppositions, in a plant. */
  readonly supposed: (job: Job) => readonly (string | readonly [id: string, value: number])[]
  /** Numbers of the zones that call; nobody where it is left out. */
  readonly calling?: readonly number[]
  readonly hands?: Settings
  /** What hands do only in the faulty plant: a lever left parked is no supposition but an act. */
  readonly left?: Settings
  /** Seconds after the call; settled where it is left out. */
  readonly at?: number
  /** What hands do one after another once the zones have called, on the sound plant and on the other. */
  readonly afterwards?: { readonly sound: readonly Settings[]; readonly faulty: readonly Settings[] }
  /** Where the sound plant is read in another way: before, after, or with another range of the meter. */
  readonly plain?: Partial<Pick<FaultRow, 'supposed' | 'calling' | 'at' | 'reads'>>
  readonly reads: Reading
  readonly sound: Bounds
  readonly faulty: Bounds
}
export type Bounds = readonly [from: number, to: number] | StateValue
type Reading =
  | readonly [mode: Exclude<MeterMode, 'amps'>, from: string, to: string]
  | readonly [mode: 'state', part: string, state: string]
  | readonly [mode: 'clamp', point: string]
  | readonly [mode: 'opening', part: string]

const open = (point: string) => (job: Job) => [`wire:${wireAt(job, point).id}/open`]
const just =
  (...ids: string[]) =>
  () =>
    ids
const low: Bounds = [20, 30]
const none: Bounds = [0, 1]
const live: Bounds = [200, 260]
/** A core that floats beside live ones shows something; on low impedance next to nothing. */
const ghost: Bounds = [0, 20]

const K = () => kestrel().job
const L = () => wired({ scheme: 's9', ...line, boiler: 'boiler/switched-live', programmer: true })
const R = () => wired({ scheme: 's14', ...line, boiler: 'boiler/volt-free', hotWater: true })
const A = () => wired({ scheme: 's4', boiler: 'boiler/valve-supply' })
const P = () => wired({ scheme: 's5a', panel: 'panel/zone-valve-4' })
const demoWith = (kind: string) => () => {
  for (const make of Object.values(demoJobs)) {
    const job = make()
    if (Object.values(job.parts).some((part) => part.kind === kind)) return job
  }
  throw new Error(`no demo job has a ${kind}`)
}
const idOf = (job: Job, kind: string) => Object.keys(job.parts).find((id) => job.parts[id]!.kind === kind)!
const programmed: Settings = { PR1: { heating: 'on', hotWater: 'on' } }

export const faultRows: readonly FaultRow[] = [
  {
    f: 1,
    what: 'valve stuck open, switch made',
    plant: K,
    supposed: just('part:V2/seizedOpen'),
    reads: ['volts', 'B1.t1', 'B1.t2'],
    sound: low,
    faulty: none,
  },
  {
    f: 2,
    what: 'gear stripped while open, switch not made',
    plant: K,
    supposed: just('part:V2/strippedOpen'),
    calling: [2],
    reads: ['volts', 'V2.e1', 'V2.e2'],
    sound: none,
    faulty: low,
  },
  {
    f: 3,
    what: 'lever left parked',
    plant: K,
    supposed: just(),
    left: { V2: { lever: 'parked' } },
    reads: ['opening', 'V2'],
    sound: [0, 0],
    faulty: [0.8, 0.9],
  },
  {
    f: 4,
    what: 'motor dead',
    plant: K,
    supposed: just('part:V2/windingOpen'),
    calling: [2],
    reads: ['clamp', 'V2.m1'],
    sound: [0.25, 0.4],
    faulty: [0, 0],
  },
  {
    f: 5,
    what: 'body seized',
    plant: K,
    supposed: just('part:V2/bodySeizedShut'),
    calling: [2],
    reads: ['state', 'V2', 'travel'],
    sound: 1,
    faulty: 0,
  },
  {
    f: 6,
    what: 'gear stripped, motor runs',
    plant: K,
    supposed: just('part:V2/gearStripped'),
    calling: [2],
    reads: ['volts', 'V2.e1', 'V2.e2'],
    sound: none,
    faulty: low,
  },
  {
    f: 7,
    what: 'end switch does not make',
    plant: K,
    supposed: just('part:V2/switchNeverMakes'),
    calling: [2],
    reads: ['volts', 'V2.e1', 'V2.e2'],
    sound: none,
    faulty: low,
  },
  {
    f: 8,
    what: 'end switch stuck closed',
    plant: K,
    supposed: just('part:V2/switchNeverOpens'),
    reads: ['volts', 'B1.t1', 'B1.t2'],
    sound: low,
    faulty: none,
  },
  {
    f: 9,
    what: 'end-switch feed missing',
    plant: L,
    supposed: open('V1.feed'),
    calling: [1],
    hands: programmed,
    reads: ['loz', 'V1.feed', 'MAINS.n'],
    sound: live,
    faulty: ghost,
  },
  {
    f: 10,
    what: 'switch out broken towards the boiler',
    plant: L,
    supposed: open('V1.out'),
    calling: [1],
    hands: programmed,
    reads: ['loz', 'B1.sl', 'MAINS.n'],
    sound: live,
    faulty: ghost,
  },
  {
    f: 11,
    what: 'loose splice of thousands of ohms',
    plant: K,
    supposed: (job) => [[`wire:${wireAt(job, 'V2.e1').id}.from/ohms`, 5000]],
    calling: [2],
    reads: ['volts', 'B1.t1', 'B1.t2'],
    sound: none,
    faulty: [10, 30],
  },
  {
    f: 12,
    what: 'thermostat contact does not close',
    plant: K,
    supposed: just('part:TS2/neverMakes'),
    calling: [2],
    reads: ['volts', 'TS2.r', 'TS2.w'],
    sound: none,
    faulty: low,
  },
  {
    f: 13,
    what: 'thermostat without supply',
    plant: L,
    supposed: open('TS1.n'),
    calling: [1],
    hands: programmed,
    reads: ['loz', 'TS1.no', 'MAINS.n'],
    sound: live,
    faulty: ghost,
  },
  {
    f: 14,
    what: 'link from live to contact missing',
    plant: R,
    supposed: open('TS1.com'),
    calling: [1],
    reads: ['loz', 'TS1.com', 'MAINS.n'],
    sound: live,
    faulty: ghost,
  },
  {
    f: 15,
    what: 'landed on NC instead of NO',
    plant: L,
    supposed: just('lead:TS1.no/on:TS1.nc'),
    hands: programmed,
    reads: ['loz', 'V1.call', 'MAINS.n'],
    sound: ghost,
    faulty: live,
  },
  {
    f: 16,
    what: 'transformer dead',
    plant: K,
    supposed: just('part:XF1/secondaryOpen'),
    reads: ['volts', 'XF1.h', 'XF1.c'],
    sound: low,
    faulty: none,
  },
  {
    f: 17,
    what: 'two secondaries joined: a dead one is back-fed',
    plant: () => wired({ scheme: 's3' }),
    supposed: (job) => [...open('XF1.p1')(job), 'link:XF1.h+XF2.h/fitted', 'link:XF1.c+XF2.c/fitted'],
    reads: ['volts', 'XF1.p1', 'XF1.p2'],
    plain: { supposed: open('XF1.p1') },
    sound: [0, 5],
    faulty: [60, 135],
  },
  {
    f: 18,
    what: 'transformer overloaded',
    plant: K,
    supposed: just(...[1, 2, 3, 4, 5].map((n) => `part:V${n}/hot`)),
    calling: [1, 2, 3, 4, 5],
    at: 30,
    reads: ['volts', 'XF1.h', 'XF1.c'],
    sound: [24, 27],
    faulty: [19, 23.5],
  },
  {
    f: 19,
    what: 'back-feed of a pump',
    plant: R,
    supposed: just('link:V1.out+V2.out/fitted'),
    calling: [1],
    reads: ['loz', 'P3.l', 'P3.n'],
    sound: ghost,
    faulty: live,
  },
  {
    f: 20,
    what: 'factory link left in',
    plant: R,
    supposed: just('part:B1/linkLeftIn'),
    reads: ['direct', 'B1.v1', 'B1.v2'],
    sound: [22, 26],
    faulty: none,
  },
  {
    f: 21,
    what: 'line voltage on a low-voltage call',
    plant: R,
    supposed: just('link:FS1.lout+B1.v1/fitted', 'link:FS1.nout+B1.v2/fitted'),
    reads: ['state', 'B1', 'board'],
    sound: true,
    faulty: false,
  },
  {
    f: 22,
    what: 'motor lead on permanent live',
    plant: L,
    supposed: just('link:V1.call+V1.feed/fitted'),
    hands: programmed,
    reads: ['loz', 'V1.call', 'MAINS.n'],
    sound: ghost,
    faulty: live,
  },
  {
    f: 23,
    what: 'neutral joined to a live',
    plant: L,
    supposed: just('link:FS1.lout+FS1.nout/fitted'),
    hands: programmed,
    reads: ['state', 'FS1', 'gone'],
    sound: false,
    faulty: true,
  },
  {
    f: 24,
    what: 'a second supply past the isolator',
    plant: L,
    supposed: just('link:MAINS.l+V1.feed/fitted'),
    hands: { FS1: { closed: false } },
    reads: ['loz', 'V1.feed', 'MAINS.n'],
    sound: ghost,
    faulty: live,
  },
  {
    f: 25,
    what: 'ghost volts on an open core, gone on low impedance',
    plant: K,
    supposed: just(),
    calling: [2],
    reads: ['loz', 'core:TC2/green.far', 'XF1.c'],
    plain: { reads: ['volts', 'core:TC2/green.far', 'XF1.c'] },
    sound: [0.6, 27],
    faulty: [0, 0.5],
  },
  {
    f: 26,
    what: 'two-lead valve without its link on a panel',
    plant: () => wired({ scheme: 's5a', panel: 'panel/zone-valve-4', twoLead: true }),
    supposed: open('PN1.v1p3'),
    calling: [1],
    reads: ['state', 'PN1', 'proven1'],
    sound: true,
    faulty: false,
  },
  {
    f: 27,
    what: 'link left in on a four-lead valve',
    plant: P,
    supposed: just('link:PN1.v1p3+PN1.v1p4/fitted'),
    calling: [1],
    at: 3,
    reads: ['state', 'PN1', 'proven1'],
    sound: false,
    faulty: true,
  },
  {
    f: 28,
    what: 'dry pump contact not fed',
    plant: P,
    supposed: open('PN1.ps1'),
    calling: [1],
    reads: ['loz', 'P1.l', 'P1.n'],
    sound: [110, 130],
    faulty: [0, 10],
  },
  {
    f: 29,
    what: 'priority holds the other zones: not a fault',
    plant: () => withPriority(),
    supposed: just(),
    calling: [1, 2],
    reads: ['loz', 'V1.m1', 'V1.m2'],
    plain: { calling: [1] },
    sound: low,
    faulty: none,
  },
  {
    f: 30,
    what: 'spill switch tripped',
    plant: A,
    supposed: just('part:SP1/tripped'),
    calling: [1],
    reads: ['volts', 'SP1.in', 'SP1.out'],
    sound: none,
    faulty: low,
  },
  {
    f: 31,
    what: 'flame not seen',
    plant: () => wired({ boiler: 'boiler/oil' }),
    supposed: just('part:EYE1/dirty'),
    calling: [1],
    reads: ['state', 'B1', 'lockedOut'],
    sound: false,
    faulty: true,
  },
  {
    f: 32,
    what: 'emergency switch off',
    plant: K,
    supposed: just('part:ES1/leftOff'),
    reads: ['loz', 'SS1.out', 'MAINS.n'],
    sound: [110, 130],
    faulty: [0, 10],
  },
  {
    f: 33,
    what: 'diverter: dial left in manual',
    plant: () => diverting(),
    supposed: (job) => [`part:${idOf(job, 'valve/diverter')}/dialLeftOut`],
    calling: [2],
    reads: ['state', 'V2', 'travel'],
    sound: 1,
    faulty: 0,
  },
  {
    f: 34,
    what: 'modulating: signal lead off',
    plant: demoWith('valve/modulating'),
    supposed: (job) => open(`${idOf(job, 'valve/modulating')}.sig`)(job),
    calling: [1],
    reads: ['state', 'V1', 'target'],
    sound: [0.9, 1],
    faulty: [0, 0.05],
  },
  {
    f: 35,
    what: 'stays where it is without power: not a fault',
    plant: () => wired({ scheme: 's8', valve: 'valve/power-both-ways', boiler: '' }),
    supposed: just(),
    calling: [1],
    afterwards: {
      sound: [{ TS1: { calling: false } }],
      faulty: [{ ES1: { closed: false } }, { TS1: { calling: false } }],
    },
    reads: ['state', 'V1', 'travel'],
    sound: 0,
    faulty: 1,
  },
  {
    f: 36,
    what: 'still charging: not a fault',
    plant: () => wired({ valve: 'valve/stored-charge' }),
    supposed: just(),
    calling: [1],
    at: 8,
    reads: ['state', 'V1', 'travel'],
    plain: { at: 60 },
    sound: 1,
    faulty: 0,
  },
  {
    f: 37,
    what: 'start delay running: not a fault',
    plant: () => delayed(),
    supposed: just(),
    calling: [1],
    at: 20,
    reads: ['volts', 'TS1.r', 'TS1.w'],
    plain: { at: 200 },
    sound: none,
    faulty: low,
  },
  {
    f: 38,
    what: 'head not seated',
    plant: K,
    supposed: just('part:V2/headMisseated'),
    calling: [2],
    reads: ['opening', 'V2'],
    sound: [1, 1],
    faulty: [0, 0],
  },
  {
    f: 39,
    what: 'zones crossed',
    plant: K,
    supposed: just('lead:TS1.w/exchanged:TS2.w'),
    calling: [1],
    reads: ['volts', 'V1.m1', 'V1.m2'],
    sound: low,
    faulty: none,
  },
  {
    f: 40,
    what: 'programmer channel off',
    plant: L,
    supposed: just('part:PR1/heatingOff'),
    calling: [1],
    reads: ['loz', 'PR1.htg', 'MAINS.n'],
    sound: live,
    faulty: ghost,
  },
  {
    f: 41,
    what: 'pump runs against shut valves',
    plant: K,
    supposed: just('part:B1/pumpRelayWelded'),
    reads: ['loz', 'P1.l', 'P1.n'],
    sound: [0, 10],
    faulty: [110, 130],
  },
  {
    f: 42,
    what: 'spare rest core against earth',
    plant: () => wired({ scheme: 's9', ...line, valve: 'valve/two-port-6', boiler: 'boiler/switched-live' }),
    supposed: (job) => [`wire:${wireAt(job, `V1.${kindOf(job.parts.V1!)!.hookup!.spare![0]}`).id}/earth`],
    calling: [2],
    reads: ['state', 'FS1', 'gone'],
    sound: false,
    faulty: true,
  },
  {
    f: 43,
    what: 'body leaks: the eye alone finds it',
    plant: K,
    supposed: just('part:V2/bodyLeaks'),
    calling: [2],
    reads: ['volts', 'V2.m1', 'V2.m2'],
    sound: low,
    faulty: low,
  },
  {
    f: 44,
    what: 'mid-position stuck in the middle',
    plant: () => middle(),
    supposed: just('part:V1/stuckMiddle'),
    calling: [2],
    hands: programmed,
    reads: ['opening', 'V1'],
    sound: [0, 0],
    faulty: [1, 1],
  },
  {
    f: 45,
    what: 'mid-position: holding part open',
    plant: () => middle(),
    supposed: just('part:V1/holdingOpen'),
    calling: [1],
    hands: programmed,
    reads: ['state', 'V1', 'beyond'],
    sound: 1,
    faulty: 0,
  },
  {
    f: 46,
    what: 'mid-position: heat switch dead',
    plant: () => middle(),
    supposed: just('part:V1/switchNeverMakes'),
    calling: [1],
    hands: programmed,
    reads: ['loz', 'V1.out', 'MAINS.n'],
    sound: live,
    faulty: ghost,
  },
  {
    f: 47,
    what: 'receiver: link lost',
    plant: L,
    supposed: just('part:TS1/linkLost'),
    calling: [1],
    hands: programmed,
    reads: ['loz', 'TS1.no', 'MAINS.n'],
    sound: live,
    faulty: ghost,
  },
  {
    f: 47,
    what: 'receiver: battery of the hand unit',
    plant: L,
    supposed: just('part:TS1/handBattery'),
    calling: [1],
    hands: programmed,
    reads: ['loz', 'TS1.no', 'MAINS.n'],
    sound: live,
    faulty: ghost,
  },
  {
    f: 47,
    what: 'receiver: override left on',
    plant: L,
    supposed: just('part:TS1/overrideOn'),
    hands: programmed,
    reads: ['loz', 'TS1.no', 'MAINS.n'],
    sound: ghost,
    faulty: live,
  },
  {
    f: 47,
    what: 'receivers paired crosswise',
    plant: L,
    supposed: just('part:TS1/paired:TS2'),
    calling: [1],
    hands: programmed,
    reads: ['loz', 'TS2.no', 'MAINS.n'],
    sound: ghost,
    faulty: live,
  },
  {
    f: 48,
    what: 'link between heating and cooling feed lost',
    plant: () => wired({ thermostat: 'thermostat/two-feeds' }),
    supposed: just('part:TS1/linkOut'),
    calling: [1],
    reads: ['volts', 'TS1.rc', 'TS1.rh'],
    sound: none,
    faulty: low,
  },
  {
    f: 49,
    what: 'transformer with its thermal link open',
    plant: K,
    supposed: just('part:XF1/linkOpen'),
    reads: ['volts', 'XF1.h', 'XF1.c'],
    sound: low,
    faulty: none,
  },
  {
    f: 50,
    what: 'several worn heads at once: one stands open',
    plant: K,
    supposed: just('part:V2/seizedOpen', 'part:V4/switchNeverMakes'),
    reads: ['volts', 'B1.t1', 'B1.t2'],
    sound: low,
    faulty: none,
  },
  {
    f: 50,
    what: 'several worn heads at once: with that one lifted, another does not prove',
    plant: K,
    supposed: (job) => ['part:V2/seizedOpen', 'part:V4/switchNeverMakes', ...lifted(job, 'V2.e1')],
    calling: [4],
    reads: ['volts', 'V4.e1', 'V4.e2'],
    sound: none,
    faulty: low,
  },
]

function withPriority(): Job {
  const job = wired({ scheme: 's5c', panel: 'panel/zone-valve-3', hotWater: true, zones: 2 })
  return produce(job, (draft) => {
    draft.parts.PN1!.figures = { ...draft.parts.PN1!.figures, priority: 1 }
  })
}

function delayed(): Job {
  return produce(wired(), (draft) => {
    draft.parts.TS1!.figures = { startDelay: 120 }
  })
}

function diverting(): Job {
  return wired({ scheme: 's15', practice: '230', boiler: 'boiler/heat-machine', diverter: true })
}

function middle(): Job {
  return wired({
    scheme: 's16',
    practice: '230',
    boiler: 'boiler/switched-live',
    programmer: true,
    middle: true,
  })
}

/** The same job with every time of its parts shorter or longer by its spread. */
export const spread = (job: Job, by: -1 | 0 | 1): Job =>
  by === 0
    ? job
    : produce(job, (draft) => {
        for (const part of Object.values(draft.parts)) {
          const kind = kindOf(part)
          if (!kind) continue
          const own = figuresOf(kind, part.figures)
          for (const [name, figure] of Object.entries(kind.figures))
            if (figure.unit === 's' || figure.spread !== undefined)
              part.figures = { ...part.figures, [name]: own[name]! * (1 + by * (figure.spread ?? 0.2)) }
        }
      })

/** What the row reads on a plant, sound or with its fault. */
export function readingOf(row: FaultRow, job: Job, faulty: boolean): StateValue {
  const { supposed: wrong, calling = [], at, reads } = faulty ? row : { ...row, supposed: just(), ...row.plain }
  const supposed = wrong(job).map((one) => (typeof one === 'string' ? { id: one } : { id: one[0], value: one[1] }))
  const bench = benchWith(job, supposed, { ...row.hands, ...(faulty ? row.left : {}) })
  bench.settle()
  const asked = reshaped(job, supposed)
  for (const [id, { number }] of Object.entries(asked.zones)) if (calling.includes(number)) ask(bench, asked, id, true)
  if (at === undefined) bench.settle()
  else bench.runTo(bench.now + at)
  for (const hands of row.afterwards?.[faulty ? 'faulty' : 'sound'] ?? []) {
    bench.setTogether(hands)
    bench.settle()
  }
  return taken(reads, bench, job)
}

function taken(reads: Reading, bench: Simulation, job: Job): StateValue {
  if (reads[0] === 'state') return bench.stateOf(reads[1])[reads[2]]!
  if (reads[0] === 'opening') return openingOf(bench.netlist.parts.get(reads[1])!, bench.stateOf(reads[1]))
  if (reads[0] === 'clamp') return bench.circuit.amps(bench.netlist.branchOf.get(`wire:${wireAt(job, reads[1]).id}`)!)
  const [a, b] = [probe(bench, reads[1]), probe(bench, reads[2])]
  if (!a.ok || !b.ok) throw new Error(`no point ${reads[1]} or ${reads[2]}`)
  return Math.abs(read(bench, reads[0], a.value, b.value).value ?? Number.POSITIVE_INFINITY)
}

const units: Readonly<Record<Reading[0], string>> = {
  volts: 'V',
  loz: 'V, low impedance',
  direct: 'V direct',
  ohms: 'ohm',
  beep: 'ohm',
  state: 'state',
  clamp: 'A',
  opening: 'share open',
}
const bounds = (one: Bounds) => (Array.isArray(one) ? `${one[0]} to ${one[1]}` : String(one))

/** The rows as the documents tell them: a table of Markdown, without its padding. */
export function faultTable(): string[] {
  const lines = faultRows.map((row) => {
    const { f, what, plant, calling = [], at, afterwards, left, reads, sound, faulty } = row
    const ids = row.supposed(plant()).map((one) => (typeof one === 'string' ? one : `${one[0]}=${one[1]}`))
    const [mode, ...points] = reads
    const who = calling.length === 0 ? 'nobody calls' : `zone ${calling.join(', ')} calls`
    const how = [
      who,
      ...(at === undefined ? [] : [`after ${at} s`]),
      ...(afterwards ? ['power goes, then the call'] : []),
    ]
    const where = mode === 'state' ? points.join('.') : points.join(' to ')
    const by = ids.length > 0 ? ids.map((id) => `\`${id}\``).join(' ') : left ? 'a hand: lever parked' : 'no fault'
    return `| F${f} | ${what} | ${by} | ${how.join(', ')}: ${where}, ${units[mode]} | ${bounds(sound)} | ${bounds(faulty)} |`
  })
  return [
    '| | fault | supposed as | reading | sound, or once it is over | so |',
    '| --- | --- | --- | --- | --- | --- |',
    ...lines,
  ]
}
