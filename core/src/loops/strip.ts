import type { Circuit } from '../circuit/circuit.ts'
import type { Branch, Netlist } from '../circuit/netlist.ts'
import type { Job } from '../job/schema.ts'
import type { CircuitClass } from '../parts/kind.ts'
import type { Feed } from './feeds.ts'
import { type Step, turned, type WalkMap } from './walks.ts'

/** A terminal as the eye finds it: whose, which, and what is printed there. */
export interface Post {
  readonly part: string
  readonly terminal: string
  readonly marking: string
}

/** A wire of a strip, with where it is lit. */
export interface Run {
  readonly wire: string
  readonly colour: string
  readonly label: string
  readonly from: Post
  readonly to: Post
  readonly broken: boolean
  /** The lead is off its terminal at the near or the far end of this run. */
  readonly liftedNear: boolean
  readonly liftedFar: boolean
  readonly litNear: boolean
  readonly litFar: boolean
  readonly amps: number
  /** The splice at its far end, where the strip goes on through one. */
  readonly splice?: { readonly part: string; readonly loose: boolean }
}

export interface Stretch {
  readonly form: 'stretch'
  readonly runs: readonly Run[]
  /** Volts over the strip's return at its near and far end. */
  readonly near: number
  readonly far: number
  readonly lit: boolean
  readonly flowing: boolean
}

export interface Station {
  readonly form: 'station'
  readonly part: string
  readonly element: string
  readonly load: boolean
  readonly made: boolean
  readonly enter: Post
  readonly leave: Post
  readonly volts: number
  readonly amps: number
  /** The strip is about this one. */
  readonly subject: boolean
  readonly litNear: boolean
  readonly litFar: boolean
}

/** Where a strip goes dark: the first thing that drops the voltage and should not, or is not expected to conduct. */
export interface Dark {
  readonly at: 'wire' | 'lead' | 'splice' | 'contact' | 'load' | 'source' | 'nowhere'
  readonly part?: string
  readonly element?: string
  readonly wire?: string
  readonly terminal?: string
}

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
}

/** A loop carries current from here on; stray paths carry millionths. */
const FLOWS = 1e-3
/** A stretch is lit from this share of the source's healthy volts. */
const LIT = 0.2

export interface Subject {
  readonly part: string
  readonly element: string
  readonly a: number
  readonly b: number
  readonly branch?: Branch
  readonly load: boolean
  /** Amps through it now. */
  readonly amps: number
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
  const leaveOut = new Set(subject.branch ? [subject.branch] : [])
  const fromA = map.from(subject.a, leaveOut)
  const fromB = map.from(subject.b, leaveOut)
  let best: { feed: Feed; cost: number; straight: boolean } | undefined
  for (const feed of feeds) {
    if (feed.part.id === subject.part && feed.hotNode === subject.a) continue
    for (const straight of [true, false]) {
      const [near, far] = straight ? [fromA, fromB] : [fromB, fromA]
      const cost = near.cost[feed.hotNode]! + far.cost[feed.backNode]!
      if (Number.isFinite(cost) && (!best || cost < best.cost)) best = { feed, cost, straight }
    }
  }
  const own = { part: subject.part, element: subject.element }
  if (!best) {
    const lost = Math.min(...feeds.map((f) => Math.min(fromA.cost[f.hotNode]!, fromA.cost[f.backNode]!)))
    const terminal = terminalOf(netlist, subject.part, Number.isFinite(lost) ? subject.b : subject.a)
    const dark: Dark = { at: 'nowhere', part: subject.part, ...(terminal ? { terminal } : {}) }
    return {
      id,
      subject: own,
      circuit: 'low voltage',
      items: [],
      sourceVolts: 0,
      healthyVolts: 0,
      complete: false,
      dark,
    }
  }
  const { feed, straight } = best
  const [enter, leave] = straight ? [subject.a, subject.b] : [subject.b, subject.a]
  const before = outside(turned((straight ? fromA : fromB).to(feed.hotNode)!), feed)
  const after = turned(outside(turned((straight ? fromB : fromA).to(feed.backNode)!), feed))
  const starts = before[0]?.from ?? enter
  const ends = after.at(-1)?.to ?? leave
  const unroller = new Unroller(circuit, job, feed)
  unroller.walk(before)
  unroller.station(subject, enter, leave)
  unroller.walk(after)
  const sourceVolts = circuit.level(feed.hotNode, feed.backNode)
  const complete = subject.amps >= FLOWS
  const dark = complete ? undefined : darkness(circuit, feed, subject, [...before], [...after], [enter, leave])
  return {
    id,
    subject: own,
    circuit: feed.circuit,
    from: postOf(netlist, job, feed.part.id, terminalOf(netlist, feed.part.id, starts) ?? feed.hot),
    to: postOf(netlist, job, feed.part.id, terminalOf(netlist, feed.part.id, ends) ?? feed.back),
    items: unroller.items,
    sourceVolts,
    healthyVolts: feed.volts,
    complete,
    ...(dark ? { dark } : {}),
  }
}

/** A walk without the straps inside the part that feeds it: it begins at the terminal where it leaves that part. */
function outside(steps: readonly Step[], feed: Feed): Step[] {
  const inner = ({ branch }: Step) =>
    branch.part === feed.part.id && branch.element?.form === 'contact' && !branch.element.operated
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
  if (supply < LIT * feed.volts) return { at: 'source', part: feed.part.id }
  const own: Dark = { at: subject.load ? 'load' : 'contact', part: subject.part, element: subject.element }
  const drops = ({ from, to }: { from: number; to: number }) => circuit.level(from, to) > supply / 2
  for (const step of before) if (drops(step)) return darkAt(circuit, step)
  if (drops({ from: enter, to: leave })) return own
  for (const step of after) if (drops(step)) return darkAt(circuit, step)
  // Two openings share the volts between them: name the first open one.
  const open = [...before, ...after].find(({ branch }) => circuit.lump(branch).open)
  return open ? darkAt(circuit, open) : own
}

function darkAt(circuit: Circuit, { branch }: Step): Dark {
  if (branch.form === 'wire') return { at: 'wire', wire: branch.wire! }
  if (branch.form === 'joint') {
    const terminal = circuit.netlist.nodes[branch.a]!
    const dot = terminal.indexOf('.')
    return { at: 'lead', wire: branch.wire!, part: terminal.slice(0, dot), terminal: terminal.slice(dot + 1) }
  }
  const operated = branch.element?.form === 'contact' && branch.element.operated
  const at = branch.form === 'load' ? 'load' : operated ? 'contact' : 'splice'
  return { at, part: branch.part!, element: branch.element!.name }
}

/** Turns the steps of a walk into stretches of wire and stations. */
class Unroller {
  readonly items: (Stretch | Station)[] = []
  readonly #circuit: Circuit
  readonly #job: Job
  readonly #feed: Feed
  #runs: Run[] = []
  #near = -1
  #far = -1

  constructor(circuit: Circuit, job: Job, feed: Feed) {
    this.#circuit = circuit
    this.#job = job
    this.#feed = feed
  }

  walk(steps: readonly Step[]) {
    for (const [i, step] of steps.entries()) {
      const { branch } = step
      if (branch.form === 'wire') this.#run(step, steps[i - 1], steps[i + 1])
      else if (branch.form === 'contact' && branch.element?.form === 'contact' && !branch.element.operated)
        this.#splice(branch)
      else if (branch.form === 'contact' || branch.form === 'load') this.#passing(step)
    }
    this.#close()
  }

  station(subject: Subject, enter: number, leave: number) {
    this.items.push(this.#at(subject, subject.branch, enter, leave, true, subject.amps))
  }

  #passing({ branch, from, to }: Step) {
    this.#close()
    const element = { part: branch.part!, element: branch.element!.name, load: branch.form === 'load' }
    this.items.push(this.#at(element, branch, from, to, false, this.#circuit.flow(branch)))
  }

  #at(
    of: { part: string; element: string; load: boolean },
    branch: Branch | undefined,
    enter: number,
    leave: number,
    subject: boolean,
    amps: number,
  ): Station {
    return {
      form: 'station',
      part: of.part,
      element: of.element,
      load: of.load,
      made: branch ? !this.#circuit.lump(branch).open : true,
      enter: this.#post(of.part, enter),
      leave: this.#post(of.part, leave),
      volts: this.#circuit.level(enter, leave),
      amps,
      subject,
      litNear: this.#lit(enter, amps),
      litFar: this.#lit(leave, amps),
    }
  }

  #run(step: Step, before: Step | undefined, after: Step | undefined) {
    const { branch, from, to } = step
    const wire = this.#job.wires[branch.wire!]!
    const forwards = from === branch.a
    const [near, far] = forwards ? [wire.from, wire.to] : [wire.to, wire.from]
    const amps = this.#circuit.flow(branch)
    const lifted = (joint: Step | undefined) => joint?.branch.form === 'joint' && this.#circuit.lump(joint.branch).open
    if (this.#near === -1) this.#near = before?.branch.form === 'joint' ? before.from : from
    this.#far = after?.branch.form === 'joint' ? after.to : to
    this.#runs.push({
      wire: branch.wire!,
      colour: wire.colour,
      label: wire.label,
      from: postOf(this.#circuit.netlist, this.#job, near.part, near.terminal),
      to: postOf(this.#circuit.netlist, this.#job, far.part, far.terminal),
      broken: this.#circuit.lump(branch).open,
      liftedNear: lifted(before) ?? false,
      liftedFar: lifted(after) ?? false,
      litNear: this.#lit(from, amps),
      litFar: this.#lit(to, amps),
      amps,
    })
  }

  /** A splice is passed through two of its ways; it stands at the end of the run before it. */
  #splice(branch: Branch) {
    const last = this.#runs.at(-1)
    if (!last) return
    const loose = this.#circuit.lump(branch).open || last.splice?.loose === true
    this.#runs[this.#runs.length - 1] = { ...last, splice: { part: branch.part!, loose } }
  }

  #close() {
    if (this.#runs.length === 0) return
    const runs = this.#runs
    const last = runs.at(-1)!
    // A joint after the last run belongs to the station that follows, not to the stretch.
    const back = this.#feed.backNode
    this.items.push({
      form: 'stretch',
      runs,
      near: this.#circuit.level(this.#near, back),
      far: this.#circuit.level(this.#far, back),
      lit: runs[0]!.litNear,
      flowing: last.amps >= FLOWS,
    })
    this.#runs = []
    this.#near = -1
  }

  /** A call pair that is made has its volts across the coil inside the boiler: there the current is the light. */
  #lit(node: number, amps: number) {
    if (this.#feed.circuit === 'call' && amps >= FLOWS) return true
    return this.#circuit.level(node, this.#feed.backNode) >= LIT * this.#feed.volts
  }

  #post(part: string, node: number): Post {
    const { netlist } = this.#circuit
    const terminal = terminalOf(netlist, part, node)
    return terminal ? postOf(netlist, this.#job, part, terminal) : { part, terminal: '', marking: '' }
  }
}

function terminalOf(netlist: Netlist, part: string, node: number): string | undefined {
  const installed = netlist.parts.get(part)
  for (const [terminal, at] of installed?.nodes ?? [])
    if (at === node && installed && terminal in installed.kind.terminals) return terminal
  return undefined
}

/** The marking at a terminal: what the user wrote, or what is usually printed there. */
export function postOf(netlist: Netlist, job: Job, part: string, terminal: string): Post {
  const usual = netlist.parts.get(part)?.kind.terminals[terminal]?.marking
  return { part, terminal, marking: job.parts[part]?.markings?.[terminal] ?? usual ?? terminal }
}
