import type { Circuit } from '../circuit/circuit.ts'
import { heaviestPath, loadsOf, meetingsOf } from '../circuit/heaviest-path.ts'
import { type Branch, type InstalledPart, type Netlist, transformerIn } from '../circuit/netlist.ts'
import { woundOf } from '../circuit/two-port.ts'
import type { Around, Feel, Figures, Motion, PartKind, State, StateValue } from '../parts/kind.ts'
import { Asked, type Looked } from './asked.ts'
import type { Surroundings } from './surroundings.ts'

/** A number on its way. */
export interface Run {
  readonly name: string
  /** Per second; never nothing. */
  readonly rate: number
  readonly levels: readonly number[]
  /** It moves while nothing happens, such as a clock or the warmth of a room. */
  readonly background: boolean
}

export const still: readonly Run[] = []
const noTells: NonNullable<PartKind['tells']> = []

/** What a fuse or breaker let go on, or a transformer burnt out on: the branches the current took, how much there was of it, and how much sound loads drew, amps. */
export interface Blown {
  readonly path: readonly string[]
  readonly amps: number
  readonly drawn: number
}

/** A part in motion: its state, what it feels, and what moves of it. */
export interface Actor {
  readonly part: InstalledPart
  /** Where it stands among the parts. */
  readonly index: number
  state: State
  readonly feel: Feel
  /** What it notices of the building. */
  readonly around: Around
  /** What it has looked at since that was last put down. */
  readonly looked: Looked
  /** What its last answers hang on: whether it would change, and what of it moves. */
  readonly jumping: Asked
  readonly running: Asked
  /** What moves of it, by itself and not held still. */
  runs: readonly Run[]
  /** Has its state changed, and its elements not yet the values of it? */
  moved: boolean
  told: boolean[]
  /** The way of the current that made it let go. */
  blownBy: Blown | undefined
  /** While something buzzes: the way of the most current of a round, on which it heats though none may flow when it lets go. */
  heatedBy: Blown | undefined
  /** The figures it was installed with. */
  readonly own: Figures
  /** Of its kind, at hand: parts are asked over and over. */
  readonly id: string
  readonly jumps: Motion<Figures, State>['jumps']
  readonly rates: Motion<Figures, State>['rates']
  readonly levels: Motion<Figures, State>['levels']
  readonly holdUp: number | undefined
  readonly tells: NonNullable<PartKind['tells']>
  /** Does what other parts notice hang on its state? */
  readonly noticed: boolean
  /** What of its state cannot move. */
  pins: Readonly<Record<string, StateValue>> | undefined
}

/** Seconds within which settling waits for something to get too hot; what takes longer is said, not waited for. */
const PATIENCE = 600

/** Does settling not wait for this number? */
const inBackground = ({ background, heats }: Motion<Figures, State>, name: string, rate: number) =>
  background?.includes(name) === true || (rate < 1 / PATIENCE && heats?.includes(name) === true)

/** A part as it is installed, its state as its kind and the user's hands have it. */
export function actorOf(
  part: InstalledPart,
  index: number,
  settings: Readonly<Record<string, StateValue>> | undefined,
  {
    circuit,
    netlist,
    surroundings,
  }: { readonly circuit: Circuit; readonly netlist: Netlist; readonly surroundings: Surroundings },
): Actor {
  const state: State = Object.assign({ ...part.kind.state }, part.kind.begins?.(part.figures))
  for (const [name, value] of Object.entries(settings ?? {})) if (name in state) state[name] = value
  const looked: Looked = { circuit: false, draw: false, flame: false, warming: false }
  const around = surroundings.of(part.id)
  return {
    part,
    index,
    state,
    feel: feelOf(part, { circuit, netlist, around }, looked),
    around,
    looked,
    jumping: new Asked(),
    running: new Asked(),
    runs: still,
    moved: false,
    told: [],
    blownBy: undefined,
    heatedBy: undefined,
    own: part.figures,
    id: part.id,
    jumps: part.kind.motion.jumps,
    rates: part.kind.motion.rates,
    levels: part.kind.motion.levels,
    holdUp: part.kind.motion.holdUp,
    tells: part.kind.tells ?? noTells,
    noticed: surroundings.hangOn(part),
    pins: undefined,
  }
}

function feelOf(
  part: InstalledPart,
  { circuit, netlist, around }: { circuit: Circuit; netlist: Netlist; around: Around },
  looked: Looked,
): Feel {
  const node = (terminal: string) => {
    const known = part.nodes.get(terminal)
    if (known === undefined) throw new RangeError(`${part.kind.kind} has no terminal ${terminal}`)
    return known
  }
  const branchOf = (name: string) => {
    const branch = part.branches.get(name)
    if (!branch) throw new RangeError(`${part.kind.kind} has no element ${name}`)
    return branch
  }
  /** The circuit, looked at. */
  const seen = () => {
    looked.circuit = true
    return circuit.felt
  }
  return {
    volts: (a, b) => seen().volts(node(a), node(b)),
    over: (name) => {
      const felt = seen()
      const branch = part.branches.get(name)
      return branch ? felt.over(branch) : 0
    },
    amps: (name) => seen().amps(branchOf(name)),
    windingAmps: (name) => seen().windingAmps(part.windings.get(name)!),
    directVolts: (a, b) => seen().directVolts(node(a), node(b)),
    directAmps: (name) => seen().directAmps(branchOf(name)),
    around: {
      get draw() {
        looked.draw = true
        return around.draw
      },
      get flame() {
        looked.flame = true
        return around.flame
      },
      get warming() {
        looked.warming = true
        return around.warming
      },
    },
    site: netlist.site,
  }
}

/** What a part would change at once, could all of it move. */
export const jumpOf = ({ jumps, part, state, feel }: Actor): Partial<State> | undefined =>
  jumps?.(part.figures, state, feel)

/** What moves of a part by itself, and is not held still. */
export function runsOf(actor: Actor): readonly Run[] {
  const { part, state, feel, pins } = actor
  const rates: Readonly<Record<string, number | undefined>> | undefined = actor.rates?.(part.figures, state, feel)
  if (!rates) return still
  let runs: readonly Run[] | undefined
  let levels: Readonly<Record<string, readonly number[] | undefined>> | undefined
  for (const name in rates) {
    const rate = rates[name]
    if (!rate || pins?.[name] !== undefined) continue
    levels ??= actor.levels?.(part.figures, state) ?? {}
    const run = { name, rate, levels: levels[name] ?? [], background: inBackground(part.kind.motion, name, rate) }
    runs = runs ? [...runs, run] : [run]
  }
  return runs ?? still
}

/** What creeps on at the mean of a circle of states. */
export function creepingOf(actor: Actor, mean: ReadonlyMap<string, number>): readonly Run[] {
  const { motion } = actor.part.kind
  const levels: Readonly<Record<string, readonly number[] | undefined>> =
    motion.levels?.(actor.part.figures, actor.state) ?? {}
  return [...mean].map(([name, rate]) => ({
    name,
    rate,
    levels: levels[name] ?? [],
    background: motion !== undefined && inBackground(motion, name, rate),
  }))
}

/** What a fuse or breaker is about to let go on, or a transformer to burn out on, while its current still flows. */
export function blownOn(circuit: Circuit, part: InstalledPart): Blown | undefined {
  const pole = part.kind.roles.blown === undefined ? mostBehind(circuit, part) : [...part.branches.values()][0]
  if (!pole) return undefined
  let drawn = 0
  for (const load of loadsOf(circuit.netlist)) if (!circuit.forced(load)) drawn += circuit.felt.amps(load)
  return { path: heaviestPath(circuit, pole.id), amps: circuit.felt.amps(pole), drawn }
}

/** Of what hangs on the second winding of a transformer, the branch that takes most of its current. */
function mostBehind({ netlist, felt }: Circuit, part: InstalledPart): Branch | undefined {
  const out = transformerIn(part)?.nodes[2]
  let most: Branch | undefined
  let amps = 0
  for (const branch of out === undefined ? [] : meetingsOf(netlist)[out]!) {
    const its = felt.amps(branch)
    if (its > amps) [most, amps] = [branch, its]
  }
  return most
}

/** Is it whole in this state: neither has a fuse let go nor a winding opened? */
export function isWhole({ kind, windings }: InstalledPart, state: State): boolean {
  if (kind.roles.blown !== undefined) return state[kind.roles.blown] !== true
  for (const { element } of windings.values()) {
    const [first, second] = woundOf(element, state).whole
    if (!first || !second) return false
  }
  return true
}
