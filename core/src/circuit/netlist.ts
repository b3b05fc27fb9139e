import { mains } from '../job/blank.ts'
import type { Cable, End, Job, Wire } from '../job/schema.ts'
import { wireOhms } from '../job/units.ts'
import type { Element, Windings } from '../parts/element.ts'
import type { Catalogue } from '../parts/index.ts'
import type { Figures, PartKind, Site, State } from '../parts/kind.ts'

/** A two-terminal piece of the circuit. Node 0 is earth. Open where it carries nothing. */
export interface Branch {
  readonly index: number
  /** `V2.motor`, `wire:w7`, `joint:w7.from`, `stray:…`. */
  readonly id: string
  readonly a: number
  readonly b: number
  readonly part?: string
  readonly element?: Element<State>
  readonly wire?: string
  readonly form: 'contact' | 'load' | 'resistor' | 'source' | 'dc' | 'wire' | 'joint' | 'stray'
  /** Volts RMS of the source in series with it, a leading b; zero for all but sources. */
  readonly volts: number
}

/** Electrical value of a branch: series resistance and inductance, or a leaky capacitance for strays. */
export interface Lump {
  readonly open: boolean
  readonly ohms: number
  readonly henries: number
  readonly farads: number
}

export interface Winding {
  readonly id: string
  readonly part: string
  readonly element: Windings<State>
  /** Nodes a, b of the first and c, d of the second winding. */
  readonly nodes: readonly [number, number, number, number]
}

export interface InstalledPart {
  readonly id: string
  readonly kind: PartKind
  readonly figures: Figures
  readonly label: string
  readonly place: string
  readonly elements: readonly Element<State>[]
  readonly nodes: ReadonlyMap<string, number>
  readonly branches: ReadonlyMap<string, Branch>
  readonly windings: ReadonlyMap<string, Winding>
  /** Elements forced by its faults, and states that cannot move. */
  readonly forced: ReadonlyMap<string, 'open' | 'short'>
  readonly pinned: ReadonlyMap<string, State[string]>
}

/** The transformer in a part that has a rated one: on the wall, in a panel, in a boiler control. */
export const transformerIn = (part: InstalledPart): Winding | undefined =>
  part.figures.va !== undefined && part.kind.roles?.feeds ? part.windings.get('core') : undefined

/** A job as a circuit: nodes, branches and windings whose shape no longer changes. */
export interface Netlist {
  readonly hertz: number
  readonly nodes: readonly string[]
  readonly nodeOf: ReadonlyMap<string, number>
  readonly branches: readonly Branch[]
  /** Values of the branches that do not follow a part's state. */
  readonly fixed: ReadonlyMap<number, Lump>
  readonly windings: readonly Winding[]
  readonly parts: ReadonlyMap<string, InstalledPart>
  /** Kinds that the catalogue does not hold, by part: such parts join nothing. */
  readonly unknown: ReadonlyMap<string, string>
}

/** Every terminal and conductor end lies along earthed metal for a metre or so: 100 pF and 1 Gohm. */
const STRAY_FARADS = 100e-12
const STRAY_OHMS = 1e9
/** Between two cores of one cable, per metre; thermostat cable is 50 to 100 pF/m. */
const CORE_FARADS = 80e-12
const CORE_LEAK = 5e10
/** A conductor under its screw. */
const JOINT_OHMS = 0.005

const lump = (ohms: number, farads = 0): Lump => ({ open: false, ohms, henries: 0, farads })
const OPEN: Lump = { open: true, ohms: Number.POSITIVE_INFINITY, henries: 0, farads: 0 }

export const siteOf = (job: Job): Site => {
  const { volts, hertz } = mains(job.practice)
  return { lineVolts: volts, hertz }
}

/** The kind's typical figures, overridden by those of the nameplate. */
export function figuresOf(kind: PartKind, own: Figures | undefined): Figures {
  const figures: Figures = {}
  for (const [name, figure] of Object.entries(kind.figures)) figures[name] = own?.[name] ?? figure.value
  return figures
}

export const terminalName = (end: End) => `${end.part}.${end.terminal}`

/**
 * Builds the circuit of a job. Wires have an end of their own at each terminal, so that a lead can be lifted from its
 * terminal and still be touched with a probe.
 */
export function netlistOf(job: Job, catalogue: Catalogue): Netlist {
  const build = new Builder()
  const unknown = new Map<string, string>()
  const parts = new Map<string, InstalledPart>()
  const site = siteOf(job)
  for (const [id, part] of Object.entries(job.parts)) {
    const kind = catalogue.get(part.kind)
    if (kind) parts.set(id, build.install(id, part, kind, site))
    else unknown.set(id, part.kind)
  }
  for (const [id, wire] of Object.entries(job.wires)) build.run(id, wire)
  for (const [id, cable] of Object.entries(job.cables)) build.bundle(id, cable, job)
  build.strays()
  return {
    hertz: site.hertz,
    nodes: build.nodes,
    nodeOf: build.nodeOf,
    branches: build.branches,
    fixed: build.fixed,
    windings: build.windings,
    parts,
    unknown,
  }
}

class Builder {
  readonly nodes: string[] = ['earth']
  readonly nodeOf = new Map<string, number>([['earth', 0]])
  readonly branches: Branch[] = []
  readonly fixed = new Map<number, Lump>()
  readonly windings: Winding[] = []

  node(name: string): number {
    const known = this.nodeOf.get(name)
    if (known !== undefined) return known
    this.nodeOf.set(name, this.nodes.length)
    return this.nodes.push(name) - 1
  }

  branch(made: Omit<Branch, 'index'>, value?: Lump): Branch {
    const branch = { index: this.branches.length, ...made }
    this.branches.push(branch)
    if (value) this.fixed.set(branch.index, value)
    return branch
  }

  install(id: string, part: Job['parts'][string], kind: PartKind, site: Site): InstalledPart {
    const figures = figuresOf(kind, part.figures)
    const elements = kind.inside(figures, site)
    const nodes = new Map<string, number>()
    const at = (local: string) => {
      const node = local === 'earth' ? 0 : this.node(`${id}.${local}`)
      nodes.set(local, node)
      return node
    }
    for (const terminal of Object.keys(kind.terminals)) at(terminal)
    const branches = new Map<string, Branch>()
    const windings = new Map<string, Winding>()
    for (const element of elements) {
      const name = `${id}.${element.name}`
      if (element.form === 'windings') {
        const winding: Winding = {
          id: name,
          part: id,
          element,
          nodes: [at(element.a), at(element.b), at(element.c), at(element.d)],
        }
        this.windings.push(winding)
        windings.set(element.name, winding)
        continue
      }
      const volts = element.form === 'source' ? element.volts : 0
      const shape = { id: name, a: at(element.a), b: at(element.b), part: id, element, form: element.form, volts }
      branches.set(element.name, this.branch(shape))
    }
    const forced = new Map<string, 'open' | 'short'>()
    const pinned = new Map<string, State[string]>()
    for (const name of part.faults ?? []) {
      const fault = kind.faults?.find((f) => f.name === name)
      for (const element of fault?.open ?? []) forced.set(element, 'open')
      for (const element of fault?.short ?? []) forced.set(element, 'short')
      for (const [state, value] of Object.entries(fault?.pin ?? {})) pinned.set(state, value)
    }
    const { label, place } = part
    return { id, kind, figures, label, place, elements, nodes, branches, windings, forced, pinned }
  }

  /** One conductor: a joint at each end and the copper between, any of which may be open. */
  run(id: string, wire: Wire) {
    const ends = [`wire:${id}.from`, `wire:${id}.to`].map((name) => this.node(name))
    const joint = (which: 'from' | 'to', end: End, own: number) => {
      const terminal = this.node(terminalName(end))
      const value = wire.lifted?.[which] ? OPEN : lump(JOINT_OHMS)
      this.branch({ id: `joint:${id}.${which}`, a: terminal, b: own, wire: id, form: 'joint', volts: 0 }, value)
    }
    joint('from', wire.from, ends[0]!)
    const copper = wire.broken ? OPEN : lump(wireOhms(wire.length, wire.size))
    this.branch({ id: `wire:${id}`, a: ends[0]!, b: ends[1]!, wire: id, form: 'wire', volts: 0 }, copper)
    joint('to', wire.to, ends[1]!)
  }

  /** Capacitance between the cores of a cable, half of it at each end, and of each core to earth. */
  bundle(id: string, cable: Cable, job: Job) {
    const cores = Object.entries(job.wires)
      .filter(([, wire]) => wire.cable === id)
      .map(([wireId, wire]) => endsOf(wireId, wire, cable, job))
    const farads = (CORE_FARADS * cable.length) / 2
    const leak = (2 * CORE_LEAK) / cable.length
    for (const [i, one] of cores.entries())
      for (const end of ['near', 'far'] as const) {
        const a = this.node(one[end])
        for (const other of cores.slice(i + 1)) this.stray(`${id}:${one[end]}`, a, this.node(other[end]), leak, farads)
        this.stray(`${id}:${one[end]}`, a, 0, leak, farads / 2)
      }
  }

  strays() {
    for (let node = 1; node < this.nodes.length; node++)
      this.stray(this.nodes[node]!, node, 0, STRAY_OHMS, STRAY_FARADS)
  }

  private stray(id: string, a: number, b: number, ohms: number, farads: number) {
    this.branch({ id: `stray:${id}`, a, b, form: 'stray', volts: 0 }, lump(ohms, farads))
  }
}

/** Which end of a wire lies at the near and which at the far end of its cable. */
function endsOf(id: string, wire: Wire, cable: Cable, job: Job) {
  const turned =
    cable.from !== cable.to &&
    (job.parts[wire.to.part]?.place === cable.from || job.parts[wire.from.part]?.place === cable.to)
  return turned ? { near: `wire:${id}.to`, far: `wire:${id}.from` } : { near: `wire:${id}.from`, far: `wire:${id}.to` }
}
