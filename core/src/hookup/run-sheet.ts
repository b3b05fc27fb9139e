import { namedAs, namingOf } from '../compare/named-as.ts'
import { endKey } from '../compare/pairing.ts'
import type { End, Job, Wire } from '../job/schema.ts'
import { controlsOf, zonesInOrder } from '../job/zones.ts'
import { kindOf } from '../parts/index.ts'
import type { CircuitClass } from '../parts/kind.ts'
import { schoolOf } from '../schemes/schools.ts'
import { labelOf, markingOf } from '../words/words.ts'

/** One end of a conductor as a hand needs it: where, under what, how long it is stripped. */
export interface LandingEnd {
  readonly part: string
  readonly terminal: string
  readonly says: string
  readonly place: string
  /** For a splice: which way of how many. */
  readonly way?: string
  /** Millimetres of bare copper. */
  readonly strip: number
}

/** One thing to do to one conductor. */
export interface Join {
  readonly does: 'lift' | 'move' | 'land'
  /** Its id on the wall, or the one it will have there. */
  readonly wire: string
  readonly label: string
  readonly colour: string
  /** Square millimetres. */
  readonly size: number
  /** Metres. */
  readonly length: number
  readonly sleeve?: string
  readonly cable?: string
  readonly core?: string
  readonly circuit: CircuitClass
  readonly ends: readonly [LandingEnd, LandingEnd]
  /** Where the ends are now, in words, for what is moved or lifted. */
  readonly now?: string
  /** The zone it is of; shared by all where it is of none. */
  readonly zone?: string
  readonly group: string
  readonly cautions: readonly string[]
  readonly notes: readonly string[]
}

export interface RunSheet {
  /** The plan under the names that parts, cables and conductors have on the wall. */
  readonly plan: Job
  /** By ids of conductors on the plan, those on the wall. */
  readonly wires: ReadonlyMap<string, string>
  readonly joins: readonly Join[]
  /** Conductors that hang as planned and are not touched. */
  readonly stays: number
  readonly of: number
  /** Parts that hang and are not planned, by id: they come down when their conductors are off. */
  readonly unplanned: readonly string[]
}

const LINE = 'Line voltage: licensed or competent people, off and proven dead.'
const BESIDE = 'Line voltage may stand in the same box.'
const EARTH = 'Earth first on, last off; never borrowed, never left out.'

const STRIPS: Readonly<Record<string, number>> = { lever: 11, push: 12, cap: 10 }
const SCREW = 8

/**
 * What is still to be done so that the wall is as planned: what hangs wrong is lifted, what can be moved is moved, the rest is
 * landed, in the order of the school; what hangs as planned is left alone. Found by what is joined, not by ids; told by the
 * names that are written on the wall.
 *
 * @param planned the job as planned
 * @param found the wall as it was found, or an empty one
 * @example runSheet(plan, found.job).joins.map(({ does, label }) => `${does} ${label}`) // ['lift 33', 'move 41']
 */
export function runSheet(planned: Job, found: Job): RunSheet {
  const naming = namingOf(found, planned)
  const plan = namedAs(found, planned, naming)
  const joins: Join[] = []
  let stays = 0
  for (const [id, wire] of Object.entries(found.wires))
    if (!plan.wires[id]) joins.push(joinOf(found, id, wire, 'lift', pointsInWords(found, wire)))
  for (const [id, wire] of Object.entries(plan.wires)) {
    const old = found.wires[id]
    if (!old) joins.push(joinOf(plan, id, wire, 'land'))
    else if (sameEnds(plan, old, wire)) stays++
    else joins.push(joinOf(plan, id, wire, 'move', pointsInWords(found, old)))
  }
  const ranked = joins.map((join) => ({ join, rank: rankOf(plan, join) })).sort((a, b) => byRank(a.rank, b.rank))
  return {
    plan,
    wires: naming.wires,
    joins: withSpares(
      plan,
      ranked.map(({ join }) => join),
    ),
    stays,
    of: Object.keys(plan.wires).length,
    unplanned: Object.keys(found.parts).filter((id) => !plan.parts[id]),
  }
}

/** Which way of a splice a conductor is on, and which way round it was written, make no difference. */
function sameEnds(plan: Job, now: Wire, planned: Wire): boolean {
  const keys = ({ from, to }: Wire) => [from, to].map((end) => endKey(plan, end)).sort()
  return keys(now).join(' ') === keys(planned).join(' ')
}

const pointsInWords = (job: Job, { from, to }: Wire) =>
  [from, to].map(({ part, terminal }) => `${labelOf(job, part)} ${markingOf(job, part, terminal)}`).join(' to ')

function joinOf(job: Job, id: string, wire: Wire, does: Join['does'], now?: string): Join {
  const circuit = circuitOf(job, wire)
  const zone = zoneOf(job, wire)
  return {
    does,
    wire: id,
    label: wire.label,
    colour: wire.colour,
    size: wire.size,
    length: wire.length,
    ...(wire.sleeve ? { sleeve: wire.sleeve } : {}),
    ...(wire.cable ? { cable: job.cables[wire.cable]?.label ?? wire.cable } : {}),
    ...(wire.core ? { core: wire.core } : {}),
    circuit,
    ends: [endOf(job, wire.from), endOf(job, wire.to)],
    ...(now === undefined ? {} : { now }),
    ...(zone ? { zone } : {}),
    group: does === 'lift' ? 'Off first' : (zone && job.zones[zone]?.name) || groupWords[circuit],
    cautions: [
      ...(circuit === 'line voltage' ? [LINE] : circuit === 'earth' ? [EARTH] : [BESIDE]),
      ...(does === 'lift' && wire.cable ? ['Abandoned: both ends in a connector and labelled, never left bare.'] : []),
    ],
    notes: [],
  }
}

const groupWords: Readonly<Record<CircuitClass, string>> = {
  earth: 'Earths',
  'line voltage': 'Line voltage',
  'low voltage': 'Feed and return of all',
  call: 'Call of the boiler',
  signal: 'Signals',
}

function endOf(job: Job, { part, terminal }: End): LandingEnd {
  const kind = kindOf(job.parts[part])
  const connector = kind?.roles.connector
  const marking = markingOf(job, part, terminal)
  return {
    part,
    terminal,
    says: connector ? labelOf(job, part) : `${labelOf(job, part)} ${marking}`,
    place: job.places[job.parts[part]?.place ?? '']?.name ?? '',
    ...(connector ? { way: `way ${marking} of ${connector.ways}` } : {}),
    strip: connector ? (STRIPS[connector.style] ?? SCREW) : SCREW,
  }
}

/** The strictest circuit either end is of; a dry contact is of what it switches. */
function circuitOf(job: Job, { from, to }: Wire): CircuitClass {
  const order: readonly CircuitClass[] = ['line voltage', 'earth', 'low voltage', 'call', 'signal']
  const of = [from, to].flatMap(({ part, terminal }) => {
    const found = kindOf(job.parts[part])?.terminals[terminal]
    return found && !found.dry && found.role !== 'way' ? [found.circuit] : []
  })
  return order.find((circuit) => of.includes(circuit)) ?? 'low voltage'
}

function zoneOf(job: Job, { from, to }: Wire): string | undefined {
  const ends = [from.part, to.part]
  return zonesInOrder(job).find((zone) => controlsOf(zone).some((own) => ends.includes(own)))?.id
}

/** How the trade orders the work: the job's own school, or what its wiring asks. */
export function landingSchool(job: Job): 'supply' | 'circuit' {
  const own = schoolOf(job, 'landing')
  if (own === 'supply' || own === 'circuit') return own
  return Object.values(job.parts).some((part) => kindOf(part)?.roles.centre) ? 'supply' : 'circuit'
}

type Rank = readonly (number | string)[]

/** Off before on, line voltage before low; then by school; within a group by place, so that stairs are few. */
function rankOf(job: Job, { does, circuit, zone, ends, label }: Join): Rank {
  const phase = does === 'lift' ? 0 : does === 'move' ? 1 : 2
  const high = circuit === 'line voltage' || circuit === 'earth' ? 0 : 1
  const number = zone ? (job.zones[zone]?.number ?? 99) : 0
  const kinds: Readonly<Record<CircuitClass, number>> = {
    earth: 0,
    'line voltage': 1,
    'low voltage': 2,
    signal: 3,
    call: 4,
  }
  // Supply first: what nobody owns before any zone. A circuit at a time: the call of the boiler is a circuit of its own, last.
  const shared = zone ? 1 : landingSchool(job) === 'circuit' && circuit === 'call' ? 2 : 0
  const places = ends.map(({ place }) => place).sort()
  return [phase, high, shared, number, kinds[circuit], ...places, label.padStart(6, '0')]
}

function byRank(a: Rank, b: Rank): number {
  for (const [i, one] of a.entries()) {
    const other = b[i]!
    if (one === other) continue
    return one < other ? -1 : 1
  }
  return 0
}

/** With the last core of a cable comes what to do with those that are left over. */
function withSpares(job: Job, joins: readonly Join[]): Join[] {
  const lastOf = new Map<string, number>()
  for (const [i, { wire, does }] of joins.entries()) {
    const cable = job.wires[wire]?.cable
    if (cable && does !== 'lift') lastOf.set(cable, i)
  }
  return joins.map((join, i) => {
    const cable = job.wires[join.wire]?.cable
    if (!cable || lastOf.get(cable) !== i) return join
    const used = new Set(Object.values(job.wires).flatMap((wire) => (wire.cable === cable ? [wire.core] : [])))
    const spare = Object.keys(job.cables[cable]?.cores ?? {}).filter((core) => !used.has(core))
    if (spare.length === 0) return join
    return {
      ...join,
      notes: [
        `Coil and insulate the spare ${spare.length === 1 ? 'core' : 'cores'} at both ends: ${spare.join(', ')}.`,
      ],
    }
  })
}
