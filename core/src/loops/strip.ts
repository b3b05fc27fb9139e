import type { Circuit } from '../circuit/circuit.ts'
import { isOperated, isStrap } from '../circuit/contacts.ts'
import type { Feed } from '../feeds/feeds.ts'
import type { Job } from '../job/schema.ts'
import type { CircuitClass } from '../parts/kind.ts'
import type { Dark } from './dark.ts'
import { endOf, endsOf } from './ends.ts'
import { FLOWS, LIT } from './lit.ts'
import { type Post, postOf, type Station, type Stretch, type Subject, terminalOf, Unroller } from './unroll.ts'
import { type Step, turned, type WalkMap } from './walks.ts'

/** One loop, unrolled from the hot terminal of its source to the return. */
export interface Strip {
  readonly id: string
  readonly subject: { readonly part: string; readonly element: string }
  readonly circuit: CircuitClass
  readonly from?: Post
  readonly to?: Post
  readonly items: readonly (Stretch | Station)[]
  /** Volts the source gives now, and when nothing is wrong. */
  readonly sourceVolts: number
  readonly healthyVolts: number
  /** Current flows all the way round. */
  readonly complete: boolean
  readonly dark?: Dark
  /** Where most of what a load lacks is lost on the way of a current that flows: a poor joint, a burnt contact. */
  readonly lost?: Dark
  /** Where its way is narrow, whether current flows now or not: a poor joint, a burnt contact, a conductor too thin. */
  readonly narrow?: Dark
}

/**
 * The strip of one load or contact: the cheapest walk from it to each side of a source, for the source that is nearest,
 * on whatever wiring there is. Nothing here knows how the job was meant to be wired.
 */
export function stripOf(
  id: string,
  subject: Subject,
  { circuit, job, feeds, map }: { circuit: Circuit; job: Job; feeds: readonly Feed[]; map: WalkMap },
): Strip {
  const { netlist } = circuit
  // A way through another load of the same part is no way to it: a lead that is missing would be passed round.
  const own = [...netlist.parts.get(subject.part)!.branches.values()].filter(({ form }) => form === 'load')
  const leaveOut = new Set(subject.branch ? [subject.branch, ...own] : [])
  const fromA = map.from(subject.a, leaveOut)
  const fromB = map.from(subject.b, leaveOut)
  const best = endsOf(subject, feeds, map, leaveOut, [fromA, fromB])
  const itself = { part: subject.part, element: subject.element }
  if (!best) {
    const dark = endOf(circuit, subject, feeds, map, [fromA, fromB])
    return {
      id,
      subject: itself,
      circuit: 'low voltage',
      items: [],
      sourceVolts: 0,
      healthyVolts: 0,
      complete: false,
      dark,
    }
  }
  const { feed, straight, near, far } = best
  const [enter, leave] = straight ? [subject.a, subject.b] : [subject.b, subject.a]
  const before = outside(turned(near.to(feed.hotNode)!), feed)
  const after = turned(outside(turned(far.to(feed.backNode)!), feed))
  const starts = before[0]?.from ?? enter
  const ends = after.at(-1)?.to ?? leave
  const unroller = new Unroller(circuit, job, feed)
  unroller.walk(before)
  unroller.station(subject, enter, leave)
  unroller.walk(after)
  const sourceVolts = circuit.level(feed.hotNode, feed.backNode)
  // A signal is heard by its volts; hardly any current flows.
  const heard =
    feed.circuit === 'signal' && sourceVolts >= LIT * feed.volts && circuit.level(enter, leave) > sourceVolts / 2
  const steps = [...before, ...after]
  const complete = heard || carries(circuit, feed, subject, steps) || sharesCurrent(circuit, feed, subject, steps)
  const dark = complete ? undefined : darkness(circuit, feed, subject, [...before], [...after], [enter, leave])
  const lost = complete && subject.load ? lossOf(circuit, sourceVolts, steps) : undefined
  const narrow = narrowOf(circuit, steps)
  return {
    id,
    subject: itself,
    circuit: feed.circuit,
    from: postOf(netlist, job, feed.part.id, terminalOf(netlist, feed.part.id, starts) ?? feed.hot),
    to: postOf(netlist, job, feed.part.id, terminalOf(netlist, feed.part.id, ends) ?? feed.back),
    items: unroller.items,
    sourceVolts,
    healthyVolts: feed.volts,
    complete,
    ...(dark ? { dark } : {}),
    ...(lost ? { lost } : {}),
    ...(narrow ? { narrow } : {}),
  }
}

/** Ohms under which no step of a way is narrow: more than the longest run of sound copper has. */
const NARROW = 10

/** The step with more ohms than all others together, loads left out, where it has enough to matter. */
function narrowOf(circuit: Circuit, steps: readonly Step[]): Dark | undefined {
  const passed = steps.filter(({ branch }) => branch.form !== 'load' && !circuit.lump(branch).open)
  const ohms = passed.map(({ branch }) => circuit.lump(branch).ohms)
  const most = Math.max(...ohms)
  const all = ohms.reduce((sum, one) => sum + one, 0)
  return most < NARROW || most <= all - most ? undefined : darkAt(circuit, passed[ohms.indexOf(most)]!)
}

/** Share of its source's volts under which what a step loses is nothing to look for. */
const DROPS = 0.1

/** The step that loses more of a load's volts than all others together, where one loses enough to matter. */
function lossOf(circuit: Circuit, sourceVolts: number, steps: readonly Step[]): Dark | undefined {
  const losses = steps.map(({ from, to }) => circuit.level(from, to))
  const most = Math.max(...losses)
  const all = losses.reduce((sum, one) => sum + one, 0)
  if (most < DROPS * sourceVolts || most <= all - most) return undefined
  return darkAt(circuit, steps[losses.indexOf(most)]!)
}

/**
 * Does current flow, and is it its own? A load with an open step in its way and next to no volts has it from elsewhere; what
 * flows through a contact while its volts stand across an open step goes to something else that hangs there.
 */
function carries(circuit: Circuit, feed: Feed, { load, amps, a, b }: Subject, steps: readonly Step[]): boolean {
  if (amps < FLOWS) return false
  const least = LIT * feed.volts
  const open = steps.filter(({ branch }) => circuit.lump(branch).open)
  return load
    ? circuit.level(a, b) >= least || open.length === 0
    : open.every(({ from, to }) => circuit.level(from, to) < least)
}

/**
 * A made contact beside others that are made carries only its share of a small call current: its way is whole where every
 * step of it is closed and what flows on the common stretch is enough, or, of a call pair, what leaves its source: a link at
 * the boiler takes nearly all of it.
 */
function sharesCurrent(circuit: Circuit, feed: Feed, { branch, load, amps }: Subject, steps: readonly Step[]): boolean {
  if (load || !branch || circuit.lump(branch).open || amps <= 0) return false
  if (!steps.every((step) => !circuit.lump(step.branch).open)) return false
  return steps.some((step) => circuit.flow(step.branch) >= FLOWS) || (feed.circuit === 'call' && feeds(circuit, feed))
}

/** A walk without the straps inside the part that feeds it: it begins at the terminal where it leaves that part. */
function outside(steps: readonly Step[], feed: Feed): Step[] {
  const inner = ({ branch }: Step) => branch.part === feed.part.id && isStrap(branch)
  const first = steps.findIndex((step) => !inner(step))
  return first < 0 ? [] : steps.slice(first)
}

function darkness(
  circuit: Circuit,
  feed: Feed,
  subject: Subject,
  before: Step[],
  after: Step[],
  [enter, leave]: readonly [number, number],
): Dark {
  const supply = circuit.level(feed.hotNode, feed.backNode)
  const weak = supply < LIT * feed.volts
  // A call pair that somebody else has closed has no volts left, and its source is sound: what is open here tells.
  if (weak && !(feed.circuit === 'call' && feeds(circuit, feed))) return { at: 'source', part: feed.part.id }
  const own: Dark = { at: subject.load ? 'load' : 'contact', part: subject.part, element: subject.element }
  const open = [...before, ...after].find(({ branch }) => circuit.lump(branch).open)
  const drops = ({ from, to }: { from: number; to: number }) => circuit.level(from, to) > supply / 2
  // What somebody else has called has its volts, and works; were our way to it whole, it would not be dark.
  const works = ({ branch }: Step) => branch.form === 'load' && circuit.flow(branch) >= FLOWS
  if (!weak) {
    for (const step of before) if (drops(step) && !works(step)) return darkAt(circuit, step, subject)
    if (drops({ from: enter, to: leave })) return own
    for (const step of after) if (drops(step) && !works(step)) return darkAt(circuit, step, subject)
  }
  // Two openings share the volts between them: name the first open one. So do two loads, and neither works.
  const other = subject.load ? [...before, ...after].find(({ branch }) => branch.form === 'load') : undefined
  const first = open ?? other
  return first ? darkAt(circuit, first, subject) : own
}

/** Does current leave a source? */
const feeds = (circuit: Circuit, { hotNode }: Feed) =>
  circuit.netlist.branches.some(
    (branch) => (branch.a === hotNode || branch.b === hotNode) && circuit.flow(branch) >= FLOWS,
  )

/** A call may come by what hears it; a load has no business on the way of another. */
function darkAt(circuit: Circuit, { branch }: Step, { load } = { load: true }): Dark {
  if (branch.form === 'wire') return { at: 'wire', wire: branch.wire! }
  if (branch.form === 'joint') {
    const terminal = circuit.netlist.nodes[branch.a]!
    const dot = terminal.indexOf('.')
    const lead = { wire: branch.wire!, part: terminal.slice(0, dot), terminal: terminal.slice(dot + 1) }
    return { at: 'lead', ...lead, ...(circuit.lump(branch).open ? {} : { poor: true }) }
  }
  const ofLoad = load ? 'between' : 'load'
  const at = branch.form === 'load' ? ofLoad : isOperated(branch) ? 'contact' : 'splice'
  return { at, part: branch.part!, element: branch.element!.name }
}
