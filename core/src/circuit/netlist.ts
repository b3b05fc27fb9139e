import { mains } from '../job/practice.ts'
import type { Cable, End, Job, Wire } from '../job/schema.ts'
import { wireOhms } from '../job/units.ts'
import type { Element, Windings } from '../parts/element.ts'
import type { Catalogue } from '../parts/index.ts'
import type { Figures, PartKind, Site, State } from '../parts/kind.ts'
import { followsState, type Lump, OPEN, resistive } from './lump.ts'

/** A two-terminal piece of the circuit. Node 0 is earth. Open where it carries nothing. */
export interface Branch {
  readonly index: number
  /** `V2.motor`, `wire:w7`, `joint:w7.from`, `touch:V2.m1+V2.m2`, `stray:…`. */
  readonly id: string
  readonly a: number
  readonly b: number
  readonly part?: string
  /** What of the part it is; another value of the same shape once the part's figures are re-valued. */
  element?: Element<State>
  readonly wire?: string
  /** A touch is where two conductors could meet and do not. */
  readonly form: 'contact' | 'load' | 'resistor' | 'source' | 'dc' | 'wire' | 'joint' | 'touch' | 'stray'
  /** Volts RMS of the source in series with it when nothing is wrong, a leading b; zero for all but sources. */
  readonly volts: number
}

export interface Winding {
  readonly id: string
  readonly part: string
  element: Windings<State>
  /** Nodes a, b of the first and c, d of the second winding. */
  readonly nodes: readonly [number, number, number, number]
}

export interface InstalledPart {
  readonly id: string
  readonly kind: PartKind
  /** Changed by `revalue` only. */
  figures: Figures
  readonly label: string
  readonly place: string
  readonly nodes: ReadonlyMap<string, number>
  readonly branches: ReadonlyMap<string, Branch>
  /** Those of them whose value follows the state of the part. */
  readonly following: readonly Branch[]
  readonly windings: ReadonlyMap<string, Winding>
}

/** The transformer in a part that has a rated one: on the wall, in a panel, in a boiler control. */
export const transformerIn = (part: InstalledPart): Winding | undefined =>
  part.figures.va !== undefined && part.kind.roles.feeds ? part.windings.get('core') : undefined

/** A job as a circuit: nodes, branches and windings whose shape no longer changes. */
export interface Netlist {
  readonly hertz: number
  readonly site: Site
  readonly nodes: readonly string[]
  readonly nodeOf: ReadonlyMap<string, number>
  readonly branches: readonly Branch[]
  readonly branchOf: ReadonlyMap<string, Branch>
  /** Values of the branches that are of no part, by their index. */
  readonly fixed: readonly (Lump | undefined)[]
  readonly windings: readonly Winding[]
  readonly parts: ReadonlyMap<string, InstalledPart>
  /** Kinds that the catalogue does not hold, by part: such parts join nothing. */
  readonly unknown: ReadonlyMap<string, string>
}

/** Every terminal and conductor end lies along earthed metal for a metre or so: 100 pF and 1 Gohm. */
const STRAY_FARADS = 100e-12
const STRAY_OHMS = 1e9
/** Between two cores of one cable, per metre; thermostat cable is 50 to 100 pF/m. */
export const CORE_FARADS = 80e-12
const CORE_LEAK = 5e10
/** A conductor under its screw, ohms. */
const JOINT = resistive(0.005)
const STRAY = resistive(STRAY_OHMS, STRAY_FARADS)

export const siteOf = (job: Job): Site => {
  const { volts, hertz } = mains(job.practice)
  return { lineVolts: volts, hertz }
}

/**
 * Gives a part other figures, in place: the shape of the circuit stays, the values of its elements change.
 * @returns false, changing nothing, where these figures would join its terminals in another way
 */
export function revalue(part: InstalledPart, figures: Figures, site: Site): boolean {
  const elements = part.kind.inside(figures, site)
  const now = (name: string) => part.branches.get(name)?.element ?? part.windings.get(name)?.element
  if (elements.some(({ name, a, b }) => now(name)?.a !== a || now(name)?.b !== b)) return false
  part.figures = figures
  for (const element of elements) {
    if (element.form === 'windings') {
      const winding = part.windings.get(element.name)
      if (winding) winding.element = element
    } else {
      const branch = part.branches.get(element.name)
      if (branch) branch.element = element
    }
  }
  return true
}

/** The kind's typical figures, overridden by those of the nameplate. */
export function figuresOf(kind: PartKind, own: Figures | undefined): Figures {
  const figures: Figures = {}
  for (const name in kind.figures) figures[name] = own?.[name] ?? kind.figures[name]!.value
  return figures
}

/** The two ends of a core that nothing uses, as a probe names them: where its cable begins, and where it ends. */
export const spareEnds = (cable: string, core: string): readonly [near: string, far: string] => [
  `core:${cable}/${core}.near`,
  `core:${cable}/${core}.far`,
]

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
  const runIn = new Map<string, [string, Wire][]>()
  for (const [id, wire] of Object.entries(job.wires)) {
    build.run(id, wire)
    if (wire.cable === undefined) continue
    const run = runIn.get(wire.cable)
    if (run) run.push([id, wire])
    else runIn.set(wire.cable, [[id, wire]])
  }
  for (const [id, cable] of Object.entries(job.cables)) build.bundle(id, cable, runIn.get(id) ?? [], job)
  build.strays()
  return {
    hertz: site.hertz,
    site,
    nodes: build.nodes,
    nodeOf: build.nodeOf,
    branches: build.branches,
    get branchOf() {
      return build.branchOf
    },
    fixed: build.fixed,
    windings: build.windings,
    parts,
    unknown,
  }
}

/** What a branch is of, and the volts of the source in it. */
type Of = Partial<Pick<Branch, 'part' | 'element' | 'wire' | 'volts'>>
const nothing: Of = {}

class Builder {
  readonly nodes: string[] = ['earth']
  readonly nodeOf = new Map<string, number>([['earth', 0]])
  readonly branches: Branch[] = []
  readonly fixed: (Lump | undefined)[] = []
  readonly windings: Winding[] = []
  #branchOf: ReadonlyMap<string, Branch> | undefined

  /** Made when it is first asked for: most circuits are never asked for a branch by its name. */
  get branchOf(): ReadonlyMap<string, Branch> {
    this.#branchOf ??= new Map(this.branches.map((branch) => [branch.id, branch]))
    return this.#branchOf
  }

  node(name: string): number {
    const known = this.nodeOf.get(name)
    if (known !== undefined) return known
    this.nodeOf.set(name, this.nodes.length)
    return this.nodes.push(name) - 1
  }

  /** All of one shape, whatever they are of: they are looked at over and over. */
  branch(id: string, form: Branch['form'], [a, b]: readonly [number, number], of: Of = nothing, value?: Lump): Branch {
    const { part, element, wire, volts = 0 } = of
    const branch: Branch = { index: this.branches.length, id, a, b, part, element, wire, form, volts }
    this.branches.push(branch)
    this.fixed.push(value)
    return branch
  }

  install(id: string, part: Job['parts'][string], kind: PartKind, site: Site): InstalledPart {
    const figures = figuresOf(kind, part.figures)
    const elements = kind.inside(figures, site)
    const nodes = new Map<string, number>()
    const at = (local: string) => {
      const known = nodes.get(local)
      if (known !== undefined) return known
      const node = this.node(local === 'earth' ? local : `${id}.${local}`)
      nodes.set(local, node)
      return node
    }
    for (const terminal in kind.terminals) at(terminal)
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
      const ends = [at(element.a), at(element.b)] as const
      branches.set(element.name, this.branch(name, element.form, ends, { part: id, element, volts }))
    }
    let beside: string | undefined
    if (!kind.roles.connector)
      for (const terminal in kind.terminals) {
        if (beside !== undefined)
          this.touch(`${id}.${beside}+${id}.${terminal}`, nodes.get(beside)!, nodes.get(terminal)!)
        beside = terminal
      }
    const { label, place } = part
    const following = [...branches.values()].filter(({ element }) => followsState(element!))
    return { id, kind, figures, label, place, nodes, branches, following, windings }
  }

  /** A place where two conductors could meet: neighbours under their screws, cores of one cable, a core and earth. */
  touch(id: string, a: number, b: number) {
    this.branch(`touch:${id}`, 'touch', [a, b], nothing, OPEN)
  }

  /** One conductor: a joint at each end and the copper between. */
  run(id: string, wire: Wire) {
    const from = this.node(`wire:${id}.from`)
    const to = this.node(`wire:${id}.to`)
    const of = { wire: id }
    const joint = (which: 'from' | 'to', end: End, own: number) =>
      this.branch(`joint:${id}.${which}`, 'joint', [this.node(terminalName(end)), own], of, JOINT)
    joint('from', wire.from, from)
    this.branch(`wire:${id}`, 'wire', [from, to], of, resistive(wireOhms(wire.length, wire.size)))
    joint('to', wire.to, to)
    this.touch(`wire:${id}.from+earth`, from, 0)
  }

  /**
   * Capacitance between the cores of a cable, half of it at each end, and of each core to earth. A spare core is copper too:
   * it can be probed at either end, and shows the ghost volts of its neighbours.
   */
  bundle(id: string, cable: Cable, landed: readonly (readonly [id: string, wire: Wire])[], job: Job) {
    const used = new Set(landed.map(([, { core }]) => core))
    const spare = Object.keys(cable.cores).filter((core) => !used.has(core))
    const size = landed[0]?.[1].size ?? 0.75
    const cores = [
      ...landed.map(([wireId, wire]) => endsOf(wireId, wire, cable, job)),
      ...spare.map((core) => this.spareCore(id, core, wireOhms(cable.length, size))),
    ].map((ends) => ({ ends, at: { near: this.node(ends.near), far: this.node(ends.far) } }))
    const farads = (CORE_FARADS * cable.length) / 2
    const leak = (2 * CORE_LEAK) / cable.length
    const between = resistive(leak, farads)
    const toEarth = resistive(leak, farads / 2)
    for (const [i, { ends, at }] of cores.entries())
      for (const end of ['near', 'far'] as const) {
        for (const other of cores.slice(i + 1)) {
          this.stray(`${id}:${ends[end]}`, at[end], other.at[end], between)
          if (end === 'far') this.touch(`${ends.far}+${other.ends.far}`, at.far, other.at.far)
        }
        this.stray(`${id}:${ends[end]}`, at[end], 0, toEarth)
      }
  }

  /** Its copper counts as a stray: no loop, pole or finding runs through a core that lands nowhere. */
  private spareCore(cable: string, core: string, ohms: number) {
    const [near, far] = spareEnds(cable, core)
    this.branch(`stray:${near}`, 'stray', [this.node(near), this.node(far)], nothing, resistive(ohms))
    return { near, far }
  }

  strays() {
    for (let node = 1; node < this.nodes.length; node++) this.stray(this.nodes[node]!, node, 0, STRAY)
  }

  private stray(id: string, a: number, b: number, value: Lump) {
    this.branch(`stray:${id}`, 'stray', [a, b], nothing, value)
  }
}

/** Which end of a wire lies at the near and which at the far end of its cable. */
function endsOf(id: string, wire: Wire, cable: Cable, job: Job) {
  const turned =
    cable.from !== cable.to &&
    (job.parts[wire.to.part]?.place === cable.from || job.parts[wire.from.part]?.place === cable.to)
  return turned ? { near: `wire:${id}.to`, far: `wire:${id}.from` } : { near: `wire:${id}.from`, far: `wire:${id}.to` }
}
