import type { Job, Practice } from '../job/schema.ts'
import type { Settings, Simulation } from '../motion/simulation.ts'
import type { StateValue } from '../parts/kind.ts'
import { blankJob } from '../parts/new-job.ts'
import { benchWith } from '../suppose/bench.ts'
import { supposed } from './benches.ts'

/** Parts screwed to a board and joined by short wires: for tests of what a part does by itself. */
export interface Board {
  readonly practice?: Practice
  /** Kind by part id, with figures where they matter. */
  readonly parts: Readonly<Record<string, string | readonly [string, Record<string, number>]>>
  /** Terminals that are one wire, written as the net lists are: `XF.h TS.r`. */
  readonly nets: readonly string[]
  readonly faults?: Readonly<Record<string, readonly string[]>>
  readonly settings?: Settings
  /** Which valve answers which thermostat, for warmth. */
  readonly zones?: readonly { thermostat?: string; valve: string }[]
}

export function boardJob({ practice = '120', parts, nets, zones = [] }: Board): Job {
  const job = blankJob('Board', practice)
  for (const [id, described] of Object.entries(parts)) {
    const [kind, figures] = typeof described === 'string' ? [described, undefined] : described
    job.parts[id] = {
      kind,
      label: id,
      place: 'boiler',
      ...(figures ? { figures } : {}),
    }
  }
  let count = 0
  for (const net of nets) {
    const [first, ...rest] = net.split(/\s+/).map((point) => {
      const [part, terminal] = point.split('.') as [string, string]
      return { part, terminal }
    })
    for (const to of rest)
      job.wires[`w${++count}`] = { from: first!, to, colour: 'grey', size: 1, length: 0.3, label: String(count) }
  }
  for (const [i, zone] of zones.entries())
    job.zones[`z${i + 1}`] = {
      number: i + 1,
      name: `Zone ${i + 1}`,
      place: 'rooms',
      thermostatKind: '',
      valveKind: '',
      valvePlace: 'boiler',
      run: 5,
      ...zone,
    }
  return job
}

/** A board in motion, with a plain way to move its switches and to read what happened. */
export class Rig {
  readonly job: Job
  readonly simulation: Simulation

  constructor(board: Board) {
    this.job = boardJob(board)
    const wrong = Object.entries(board.faults ?? {}).flatMap(([id, names]) => names.map((name) => `part:${id}/${name}`))
    this.simulation = benchWith(this.job, supposed(wrong), board.settings)
    this.simulation.settle()
  }

  set(point: string, value: StateValue): this {
    const [part, state] = point.split('.') as [string, string]
    this.simulation.set(part, state, value)
    return this
  }

  run(seconds: number): this {
    this.simulation.runTo(this.simulation.now + seconds)
    return this
  }

  settle(): this {
    this.simulation.settle()
    return this
  }

  state(point: string): StateValue | undefined {
    const [part, state] = point.split('.') as [string, string]
    return this.simulation.stateOf(part)[state]
  }

  says(part: string): string {
    const installed = this.simulation.netlist.parts.get(part)!
    return installed.kind.says(installed.figures, this.simulation.stateOf(part))
  }

  volts(a: string, b: string): number {
    const { nodeOf } = this.simulation.netlist
    return this.simulation.circuit.volts(nodeOf.get(a)!, nodeOf.get(b)!)
  }

  direct(a: string, b: string): number {
    const { nodeOf } = this.simulation.netlist
    return this.simulation.circuit.directVolts(nodeOf.get(a)!, nodeOf.get(b)!)
  }

  /** VA a transformer delivers now. */
  va(part: string): number {
    this.simulation.circuit.solve()
    return this.simulation.windingLoad(part, 'core').va
  }

  /** What happened since the last look, as `seconds part what`, seconds counted from then. */
  told(): string[] {
    const { trace } = this.simulation
    const lines = trace
      .slice(this.#looked)
      .map(({ at, part, says }) => `${Number((at - this.#since).toFixed(2))} ${part} ${says}`)
    this.#looked = trace.length
    this.#since = this.simulation.now
    return lines
  }
  #looked = 0
  #since = 0
}
