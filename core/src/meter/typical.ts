import type { Job } from '../job/schema.ts'
import { put } from '../motion/plays.ts'
import { Simulation } from '../motion/simulation.ts'
import type { PartKind, StateValue } from '../parts/kind.ts'
import { aloneOnBench, PART, SWITCH } from './alone.ts'
import { read } from './meter.ts'

/** A reading a good part shows on the bench. */
export interface TypicalReading {
  readonly from: string
  readonly to: string
  readonly shows: string
}

export interface TypicalState {
  readonly state: string
  readonly readings: readonly TypicalReading[]
}

export interface Typical {
  readonly states: readonly TypicalState[]
  /** What it does when its power goes, from the feed's end on, and how it stands then. */
  readonly powerLoss?: readonly string[]
}

/**
 * What a sound part of a kind shows a meter by itself on the bench: dead and lifted on ohms, and fed at its rated volts; and
 * what happens when the feed is taken away. Computed from the kind's own description.
 */
export function typicalOf(kind: PartKind): Typical {
  const job = aloneOnBench(kind)
  const states: TypicalState[] = [{ state: 'dead, leads lifted', readings: resistances(kind, job.dead, {}) }]
  for (const { says, settings } of handStates(kind))
    states.push({ state: says, readings: resistances(kind, job.dead, settings) })
  if (!job.fed) return { states }
  const live = new Simulation(job.fed)
  live.settle()
  const asks = kind.roles.calling
  states.push({ state: asks ? 'fed, not calling' : 'fed, settled', readings: fedReadings(kind, live) })
  if (asks) {
    live.set(PART, asks, true)
    live.settle()
    states.push({ state: 'fed, calling', readings: fedReadings(kind, live) })
  }
  const since = live.trace.length
  const from = live.now
  const isolator = live.netlist.parts.get(SWITCH)
  if (isolator) put(live, isolator, 'closed', false)
  live.settle()
  const happened = live.trace
    .slice(since)
    .filter(({ part }) => part === PART)
    .map(({ at, says }) => `${says}${at - from >= 0.5 ? `, ${Math.round(at - from)} s later` : ''}`)
  const installed = live.netlist.parts.get(PART)!
  const stands = kind.says(installed.figures, live.stateOf(PART))
  return { states, powerLoss: [...happened, stands === '' ? 'nothing else' : `then it is ${stands}`] }
}

/** Each value of a control that opens or closes something. */
function handStates(kind: PartKind): { says: string; settings: Record<string, StateValue> }[] {
  const [first] = kind.controls ?? []
  if (!first || !('options' in first) || kind.class === 'valve' || kind.roles.calling) return []
  return first.options
    .filter(({ value }) => value !== kind.state[first.state])
    .map(({ value, says }) => ({
      says: `dead, ${first.name.toLowerCase()} ${says}`,
      settings: { [first.state]: value },
    }))
}

/** Pairs of terminals that something inside joins. */
function pairs(kind: PartKind, simulation: Simulation): [string, string][] {
  const installed = simulation.netlist.parts.get(PART)!
  const seen = new Set<string>()
  const found: [string, string][] = []
  const note = (a: string, b: string) => {
    if (!(a in kind.terminals) || !(b in kind.terminals) || seen.has(`${a} ${b}`)) return
    seen.add(`${a} ${b}`)
    found.push([a, b])
  }
  const { feeds } = kind.roles
  if (feeds) note(...feeds)
  for (const { element } of [...installed.branches.values(), ...installed.windings.values()]) {
    if (!element) continue
    note(element.a, element.b)
    if (element.form === 'windings') note(element.c, element.d)
  }
  return found.slice(0, 8)
}

function resistances(kind: PartKind, job: Job, settings: Record<string, StateValue>): TypicalReading[] {
  const simulation = new Simulation(job, { [PART]: settings })
  const node = (terminal: string) => simulation.netlist.nodeOf.get(`${PART}.${terminal}`)!
  return pairs(kind, simulation).map(([a, b]) => {
    const { shows, unit, warning } = read(simulation, 'ohms', node(a), node(b))
    const text = warning ? 'no ohms: it gives volts of its own' : `${shows} ${unit}`.trim()
    return { from: kind.terminals[a]!.marking, to: kind.terminals[b]!.marking, shows: text }
  })
}

function fedReadings(kind: PartKind, simulation: Simulation): TypicalReading[] {
  const node = (terminal: string) => simulation.netlist.nodeOf.get(`${PART}.${terminal}`)!
  return pairs(kind, simulation).map(([a, b]) => {
    const direct =
      kind.terminals[a]!.circuit === 'signal' ||
      (kind.roles.feedVolts === 'callVolts' && kind.terminals[a]!.circuit === 'call' && simulation.circuit.hasDirect)
    const { shows, unit } = read(simulation, direct ? 'direct' : 'loz', node(a), node(b))
    return {
      from: kind.terminals[a]!.marking,
      to: kind.terminals[b]!.marking,
      shows: `${shows} ${unit}${direct ? '=' : '~'}`,
    }
  })
}
