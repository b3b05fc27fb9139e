import type { Job } from '../job/schema.ts'
import { put } from '../motion/plays.ts'
import { Simulation } from '../motion/simulation.ts'
import type { PartKind, StateValue } from '../parts/kind.ts'
import { blankJob } from '../parts/new-job.ts'
import { benchGear, benchSetter } from '../parts/usual.ts'
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

const PART = 'X'
const SWITCH = 'SW'

/**
 * What a sound part of a kind shows a meter by itself on the bench: dead and lifted on ohms, and fed at its rated volts; and
 * what happens when the feed is taken away. Computed from the kind's own description.
 */
export function typicalOf(kind: PartKind): Typical {
  const job = bench(kind)
  const states: TypicalState[] = [{ state: 'dead, leads lifted', readings: resistances(kind, job.dead, {}) }]
  for (const { says, settings } of handStates(kind))
    states.push({ state: says, readings: resistances(kind, job.dead, settings) })
  if (!job.fed) return { states }
  const live = new Simulation(job.fed)
  live.settle()
  const asks = kind.roles?.calling
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
  if (!first || !('options' in first) || kind.class === 'valve' || kind.roles?.calling) return []
  return first.options
    .filter(({ value }) => value !== kind.state[first.state])
    .map(({ value, says }) => ({
      says: `dead, ${first.name.toLowerCase()} ${says}`,
      settings: { [first.state]: value },
    }))
}

/** The part alone, and the part fed by a source of its rated volts where its hook-up says how. */
function bench(kind: PartKind): { dead: Job; fed?: Job } {
  const line = Object.values(kind.terminals).some(({ circuit }) => circuit === 'line voltage')
  const blank = blankJob('Bench', line ? '230' : '120')
  const hang = (job: Job, id: string, what: string) => {
    job.parts[id] = { kind: what, label: id, place: 'boiler' }
  }
  const dead: Job = { ...blank, parts: { [PART]: { kind: kind.kind, label: PART, place: 'boiler' } } }
  const { hookup } = kind
  const mains = 'l' in kind.terminals && 'n' in kind.terminals
  if (!hookup && !mains) return { dead }
  const fed: Job = { ...blank, parts: { ...dead.parts }, wires: {} }
  const join = (from: string, to: string) => {
    const end = (point: string) => ({ part: point.split('.')[0]!, terminal: point.split('.')[1]! })
    fed.wires[`w${Object.keys(fed.wires).length}`] = {
      from: end(from),
      to: end(to),
      colour: 'grey',
      size: 1.5,
      length: 0.1,
      label: '',
    }
  }
  const gear = benchGear[line ? 'line' : 'low']
  const [, live1, neutral1] = gear.supply
  hang(fed, 'M', gear.supply[0])
  hang(fed, SWITCH, gear.isolator[0])
  const [, lineIn, ...through] = gear.isolator
  join(`M.${live1}`, `${SWITCH}.${lineIn}`)
  let hot: string
  let back: string
  if (gear.transformer) {
    const [kindOfIt, p1, p2, h, c] = gear.transformer
    hang(fed, 'XF', kindOfIt)
    join(`${SWITCH}.${through[0]}`, `XF.${p1}`)
    join(`M.${neutral1}`, `XF.${p2}`)
    hot = `XF.${h}`
    back = `XF.${c}`
  } else {
    join(`M.${neutral1}`, `${SWITCH}.${through[0]}`)
    hot = `${SWITCH}.${through[1]}`
    back = `${SWITCH}.${through[2]}`
  }
  if (!hookup) {
    join(hot, `${PART}.l`)
    join(back, `${PART}.n`)
    return { dead, fed }
  }
  const { feed, permanent, live, common, call } = hookup
  if (kind.roles?.listens !== undefined) {
    const [setter, plus, minus] = benchSetter
    hang(fed, 'SET', setter)
    join(`SET.${plus}`, `${PART}.${feed}`)
    join(`SET.${minus}`, back)
  } else join(hot, `${PART}.${feed}`)
  for (const terminal of new Set([permanent, live])) if (terminal && terminal !== feed) join(hot, `${PART}.${terminal}`)
  for (const terminal of new Set([hookup.back, common])) if (terminal) join(back, `${PART}.${terminal}`)
  if (call) {
    // A thermostat is judged with a valve behind it, as on the wall.
    const [valve, motor, motorBack] = gear.valve
    hang(fed, 'V', valve)
    join(`${PART}.${call}`, `V.${motor}`)
    join(`V.${motorBack}`, back)
  }
  return { dead, fed }
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
  const { feeds } = kind.roles ?? {}
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
      (kind.roles?.feedVolts === 'callVolts' && kind.terminals[a]!.circuit === 'call' && simulation.circuit.hasDirect)
    const { shows, unit } = read(simulation, direct ? 'direct' : 'loz', node(a), node(b))
    return {
      from: kind.terminals[a]!.marking,
      to: kind.terminals[b]!.marking,
      shows: `${shows} ${unit}${direct ? '=' : '~'}`,
    }
  })
}
