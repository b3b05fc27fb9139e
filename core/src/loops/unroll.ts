import type { Circuit } from '../circuit/circuit.ts'
import { isStrap } from '../circuit/contacts.ts'
import type { Branch, Netlist } from '../circuit/netlist.ts'
import type { Feed } from '../feeds/feeds.ts'
import type { Job } from '../job/schema.ts'
import { FLOWS, LIT } from './lit.ts'
import type { Step } from './walks.ts'

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

/** Turns the steps of a walk into stretches of wire and stations. */
export class Unroller {
  readonly items: (Stretch | Station)[] = []
  readonly #circuit: Circuit
  readonly #job: Job
  readonly #feed: Feed
  #runs: Run[] = []
  /** The nodes between which the stretch under way lies. */
  #ends: { near: number; far: number } | undefined

  constructor(circuit: Circuit, job: Job, feed: Feed) {
    this.#circuit = circuit
    this.#job = job
    this.#feed = feed
  }

  walk(steps: readonly Step[]) {
    for (const [i, step] of steps.entries()) {
      const { branch } = step
      if (branch.form === 'wire') this.#run(step, steps[i - 1]!, steps[i + 1]!)
      else if (isStrap(branch)) this.#splice(branch)
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

  /** One conductor, with the joints by which the walk comes to it and leaves it. */
  #run(step: Step, before: Step, after: Step) {
    const { branch, from, to } = step
    const wire = this.#job.wires[branch.wire!]!
    const forwards = from === branch.a
    const [near, far] = forwards ? [wire.from, wire.to] : [wire.to, wire.from]
    const amps = this.#circuit.flow(branch)
    const lifted = (joint: Step) => this.#circuit.lump(joint.branch).open
    this.#ends = { near: this.#ends?.near ?? before.from, far: after.to }
    this.#runs.push({
      wire: branch.wire!,
      colour: wire.colour,
      label: wire.label,
      from: postOf(this.#circuit.netlist, this.#job, near.part, near.terminal),
      to: postOf(this.#circuit.netlist, this.#job, far.part, far.terminal),
      broken: this.#circuit.lump(branch).open,
      liftedNear: lifted(before),
      liftedFar: lifted(after),
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
    if (!this.#ends) return
    const { near, far } = this.#ends
    const runs = this.#runs
    const last = runs.at(-1)!
    // A joint after the last run belongs to the station that follows, not to the stretch.
    const back = this.#feed.backNode
    this.items.push({
      form: 'stretch',
      runs,
      near: this.#circuit.level(near, back),
      far: this.#circuit.level(far, back),
      lit: runs[0]!.litNear,
      flowing: last.amps >= FLOWS,
    })
    this.#runs = []
    this.#ends = undefined
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

export function terminalOf(netlist: Netlist, part: string, node: number): string | undefined {
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
