import { size } from '../circuit/complex.ts'
import { type InstalledPart, transformerIn } from '../circuit/netlist.ts'
import { feedsOf } from '../feeds/feeds.ts'
import type { Job } from '../job/schema.ts'
import { zonesInOrder } from '../job/zones.ts'
import type { Simulation } from '../motion/simulation.ts'
import { endSwitchOf } from '../parts/roles.ts'
import { type Strip, stripOf } from './strip.ts'
import type { Subject } from './unroll.ts'
import { usedTerminals } from './used-terminals.ts'
import { WalkMap } from './walks.ts'

/** The loops of one zone: what moves its valve, and what its valve tells the boiler. */
export interface ZoneLoops {
  readonly zone: string
  readonly valve?: Strip
  /** What a valve moves by, where it is asked at another terminal. */
  readonly power?: Strip
  /** What moves each further valve that opens with it, in the order of the zone. */
  readonly also?: readonly Strip[]
  readonly call?: Strip
  /** The control signal a valve follows. */
  readonly signal?: Strip
  /** Where the proof is only assumed: the relay that stands in for the missing switch. */
  readonly standIn?: Strip
}

/** The strips of a zone in the order of its sequence. */
export const stripsOf = ({ valve, power, also = [], signal, standIn, call }: ZoneLoops): Strip[] =>
  [valve, power, ...also, signal, standIn, call].filter((strip) => strip !== undefined)

export interface Loops {
  readonly zones: readonly ZoneLoops[]
  /** Loops that serve no single zone: the transformer's supply, boiler, pump, burner, and parts nobody owns. */
  readonly shared: readonly Strip[]
  /** Of what lives on the circuit, a thermostat's electronics or a boiler's controls, and has not the volts: the loop it should live on. */
  readonly blank: readonly Strip[]
}

/** Follows the voltage round every loop of a job as it stands now. */
export function loopsOf(simulation: Simulation, job: Job): Loops {
  const { circuit, netlist } = simulation
  circuit.solve()
  const context = { circuit, job, feeds: feedsOf(netlist, job), map: new WalkMap(circuit) }
  const owned = new Set<string>()
  const strip = (prefix: string, part: string | undefined, element: string | undefined): Strip | undefined => {
    if (part === undefined || element === undefined) return undefined
    const subject = subjectOf(simulation, part, element)
    if (!subject) return undefined
    owned.add(`${part}.${element}`)
    return stripOf(`${prefix}:${part}`, subject, context)
  }
  const rolesOf = (part: string | undefined) => (part ? netlist.parts.get(part)?.kind.roles : undefined)
  const zones = zonesInOrder(job).map(({ id, valve, alsoValves = [], relay }): ZoneLoops => {
    const motor = strip('valve', valve, rolesOf(valve)?.actuator)
    const power = strip('power', valve, rolesOf(valve)?.permanent)
    const also = alsoValves.flatMap((head) => strip('valve', head, rolesOf(head)?.actuator) ?? [])
    const prover = relay ?? valve
    const call = strip('call', prover, endSwitchOf(rolesOf(prover)))
    const signal = strip('signal', valve, rolesOf(valve)?.listens)
    const standIn = strip('relay', relay, rolesOf(relay)?.work)
    return {
      zone: id,
      ...(motor ? { valve: motor } : {}),
      ...(power ? { power } : {}),
      ...(also.length > 0 ? { also } : {}),
      ...(call ? { call } : {}),
      ...(signal ? { signal } : {}),
      ...(standIn ? { standIn } : {}),
    }
  })
  const used = usedTerminals(netlist)
  const isUsed = ({ id, nodes, branches }: InstalledPart, element: string) => {
    const branch = branches.get(element)
    return [...nodes].some(
      ([terminal, node]) => (node === branch?.a || node === branch?.b) && used.has(`${id}.${terminal}`),
    )
  }
  const shared: Strip[] = []
  for (const part of netlist.parts.values()) {
    const { id, kind } = part

    const winding = transformerIn(part)
    if (winding) {
      const [a, b] = winding.nodes
      const amps = size(circuit.windingCurrents(winding)[0])
      const primary: Subject = { part: id, element: winding.element.name, a, b, load: true, amps }
      shared.push(stripOf(`supply:${id}`, primary, context))
    }
    // A contact whose leads end in caps, or bear nothing, is not used, which is no fault.
    const lanes = [...(kind.roles.lanes ?? []), ...furtherSwitches(part)].filter((name) => isUsed(part, name))
    for (const element of [kind.roles.work, kind.roles.actuator, ...lanes]) {
      if (element === undefined || owned.has(`${id}.${element}`)) continue
      const made = strip(`work-${element}`, id, element)
      if (made) shared.push(made)
    }
  }
  // In the order of the sequence: the supply, then what it feeds.
  shared.sort((a, b) => Number(b.id.startsWith('supply:')) - Number(a.id.startsWith('supply:')))
  const blank = [...netlist.parts.values()].flatMap((part) => {
    const [element, least] = part.kind.roles.livesOn ?? []
    const lives = part.branches.get(element ?? '')
    if (!lives || element === undefined || least === undefined || !isUsed(part, element)) return []
    const needed = typeof least === 'number' ? least : part.figures[least]!
    return circuit.level(lives.a, lives.b) < needed ? (strip('lives', part.id, element) ?? []) : []
  })
  // A boiler has a strip of its own for its controls; where no current flows there it is dead.
  const dead = shared.filter(({ subject, complete }) => {
    const part = netlist.parts.get(subject.part)!
    return !complete && part.kind.class === 'boiler' && onLine(part, subject.element) && isUsed(part, subject.element)
  })
  return { zones, shared, blank: [...dead, ...blank] }
}

/** Are these the controls of a boiler, which the line feeds? */
function onLine({ kind, branches }: InstalledPart, element: string): boolean {
  const described = branches.get(element)?.element
  return (
    kind.roles.work === element && described?.form === 'load' && kind.terminals[described.a]?.circuit === 'line voltage'
  )
}

/** Switches of a valve beside the one by which it proves that it is open. */
const furtherSwitches = ({ kind }: InstalledPart): string[] =>
  kind.class === 'valve'
    ? (kind.roles.switches ?? []).map(({ element }) => element).filter((one) => one !== endSwitchOf(kind.roles))
    : []

function subjectOf({ circuit, netlist }: Simulation, part: string, element: string): Subject | undefined {
  const branch = netlist.parts.get(part)?.branches.get(element)
  if (!branch) return undefined
  return {
    part,
    element,
    a: branch.a,
    b: branch.b,
    branch,
    load: branch.form !== 'contact',
    amps: circuit.flow(branch),
  }
}
